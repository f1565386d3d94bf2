import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { api, ask, askInTurn, done, Refused } from '@/api/client'
import type { Session } from '@/api/types'
import { useBox } from '@/logic/box'
import { came, left } from '@/logic/whose'
import { MemoryBox } from '@/testing/standIn'

const answer = (status: number, body: unknown) =>
  new Response(JSON.stringify(body), { status, headers: { 'content-type': 'application/json' } })
const fetched = vi.fn<(request: Request) => Promise<Response>>()
const asked = (at = 0): Request => fetched.mock.calls[at]![0]

beforeEach(() => {
  useBox(new MemoryBox())
  left()
  fetched.mockReset()
  vi.stubGlobal('document', { cookie: 'a=1; csrftoken=tok3n; b=2' })
})
afterEach(() => void vi.unstubAllGlobals())

/** A page's own addresses begin with a stroke; outside a browser they need a host. */
const there = { fetch: fetched, baseUrl: 'http://site.example' }
const look = () => api.GET('/api/session', there)
const leave = () => api.DELETE('/api/session', there)

describe('a question to the server', () => {
  it('carries the token where it changes something, and not where it only looks', async () => {
    fetched.mockImplementation(() => Promise.resolve(answer(200, {})))
    await look()
    await leave()
    expect([asked(0).headers.get('X-CSRFToken'), asked(1).headers.get('X-CSRFToken')]).toEqual([null, 'tok3n'])
  })

  it('says whose page it is, once somebody has signed in, so that nothing is done under another name', async () => {
    fetched.mockImplementation(() => Promise.resolve(answer(200, {})))
    await look()
    came({ signed_in: true, id: 7, name: 'Ada' } as Session)
    await look()
    left()
    await look()
    expect([0, 1, 2].map((at) => asked(at).headers.get('X-Trellis-Person'))).toEqual([null, '7', null])
  })

  it('gives what was answered', async () => {
    fetched.mockResolvedValue(answer(200, { signed_in: false }))
    expect(await ask(look())).toEqual({ signed_in: false })
  })

  it('that was refused says the first fault in its own words, and keeps them all with their fields', async () => {
    const problems = [
      { field: 'height_m', message: 'A fence is at least 1′ high' },
      { field: 'gap_m', message: 'A gap is not less than 0' },
    ]
    fetched.mockResolvedValue(answer(422, { title: 'This cannot be built', problems }))
    const refused = await ask(look()).catch((error: unknown) => error as Refused)
    expect(refused).toBeInstanceOf(Refused)
    expect(refused).toMatchObject({ status: 422, message: problems[0]!.message, problems, offline: false })
  })

  it('that was refused without a word about a field says what it was', async () => {
    fetched.mockResolvedValue(answer(403, { title: 'Only an owner does this', problems: [] }))
    await expect(ask(look())).rejects.toThrow('Only an owner does this')
  })

  it('that met a fault of the server or a page of some road between says so and shows none of it', async () => {
    fetched.mockResolvedValue(new Response('<html>oops</html>', { status: 502 }))
    const refused = await ask(look()).catch((error: unknown) => error as Refused)
    expect(refused).toMatchObject({ status: 502, message: 'Something went wrong on the server', problems: [] })
  })

  it('that reached nobody is told apart from one that was refused', async () => {
    fetched.mockRejectedValue(new TypeError('Failed to fetch'))
    const refused = await ask(look()).catch((error: unknown) => error as Refused)
    expect(refused).toMatchObject({ status: 0, message: 'The server cannot be reached', offline: true })
    await expect(done(leave())).rejects.toMatchObject({ status: 0 })
  })

  it('whose answer is empty is done all the same', async () => {
    fetched.mockResolvedValue(new Response(null, { status: 204 }))
    await expect(done(leave())).resolves.toBeUndefined()
    fetched.mockResolvedValue(answer(404, { title: 'Not here', problems: [] }))
    await expect(done(leave())).rejects.toThrow('Not here')
  })
})

describe('a search that finds no room', () => {
  beforeEach(() => void vi.useFakeTimers())
  afterEach(() => void vi.useRealTimers())

  it('is asked again until there is some', async () => {
    fetched.mockResolvedValueOnce(answer(503, { title: 'All hands are busy' }))
    fetched.mockResolvedValueOnce(answer(503, { title: 'All hands are busy' }))
    fetched.mockResolvedValueOnce(answer(200, { signed_in: false }))
    const found = askInTurn(look)
    await vi.advanceTimersByTimeAsync(10_000)
    expect(await found).toEqual({ signed_in: false })
    expect(fetched).toHaveBeenCalledTimes(3)
  })

  it('gives up in the end, and at once where asking again is no use', async () => {
    fetched.mockImplementation(() => Promise.resolve(answer(503, { title: 'All hands are busy' })))
    const never = askInTurn(look).catch((error: unknown) => error as Refused)
    await vi.advanceTimersByTimeAsync(120_000)
    expect(await never).toMatchObject({ status: 503 })
    const tries = fetched.mock.calls.length
    expect(tries).toBeLessThan(100)
    fetched.mockImplementation(() => Promise.resolve(answer(422, { title: 'No', problems: [] })))
    await expect(askInTurn(look)).rejects.toThrow('No')
    expect(fetched).toHaveBeenCalledTimes(tries + 1)
  })
})
