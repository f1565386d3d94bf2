import createClient from 'openapi-fetch'
import type { paths } from '@/api/schema'
import type { Problem, Problems } from '@/api/types'
import { who } from '@/logic/whose'

function csrf(): string {
  return /(?:^|; )csrftoken=([^;]+)/.exec(document.cookie)?.[1] ?? ''
}

/** The typed client: same origin, with Django's token on every call that changes something. */
export const api = createClient<paths>({ baseUrl: '' })
api.use({
  onRequest({ request }) {
    if (request.method !== 'GET') request.headers.set('X-CSRFToken', csrf())
    // Where another tab signed somebody else in, nothing of this page is done under their name.
    const known = who()
    if (known) request.headers.set('X-Trellis-Person', String(known.id))
    return request
  },
})

/** What the server refused, or that it could not be reached. */
export class Refused extends Error {
  constructor(
    readonly status: number,
    readonly title: string,
    readonly problems: Problem[],
  ) {
    super(problems[0]?.message ?? title)
  }
  get offline(): boolean {
    return this.status === 0
  }
}

type Answer<T> = { data?: T; error?: unknown; response: Response }

/** The answer's data, or a Refused that says why. */
export async function ask<T>(call: Promise<Answer<T>>): Promise<T> {
  let answer: Answer<T>
  try {
    answer = await call
  } catch {
    throw new Refused(0, 'The server cannot be reached', [])
  }
  if (answer.data !== undefined && answer.response.ok) return answer.data
  refuse(answer)
}

const AGAIN_MS = 700
const MOST_TRIES = 60

/** Whether a search found no room on the server just now, and is to be asked again after a `turn`. */
export const isFull = (error: unknown, tries: number) => (error as Refused).status === 503 && tries < MOST_TRIES
export const turn = () => new Promise<void>((done) => setTimeout(done, AGAIN_MS))

/** The same as `ask` of a search, which waits until there is room. */
export async function askInTurn<T>(call: () => Promise<Answer<T>>): Promise<T> {
  for (let tries = 0; ; tries++) {
    try {
      return await ask(call())
    } catch (error) {
      if (!isFull(error, tries)) throw error
    }
    await turn()
  }
}

/** For what is done and has nothing to answer; a Refused that says why it was not. */
export async function done(call: Promise<Answer<unknown>>): Promise<void> {
  let answer: Answer<unknown>
  try {
    answer = await call
  } catch {
    throw new Refused(0, 'The server cannot be reached', [])
  }
  if (!answer.response.ok) refuse(answer)
}

function refuse(answer: Answer<unknown>): never {
  const body = (answer.error ?? {}) as Partial<Problems>
  throw new Refused(answer.response.status, body.title ?? 'Something went wrong on the server', body.problems ?? [])
}
