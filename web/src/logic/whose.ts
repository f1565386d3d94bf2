/** Who this browser takes itself to be signed in as: whose name stands over what is kept, and on every request. */
import type { Session } from '@/api/types'
import { drop, fetched, get, keys, put } from '@/logic/box'

const WHO = 'trellis/who'
let now: Session | null = null

/** The person as last seen here: known without signal, too. */
export const who = (): Session | null => (now ??= get<Session | null>(WHO, null))
export const person = (): string => String(who()?.id ?? 0)
/** A key of the person's own. */
export const mine = (what: string, ...rest: string[]): string => ['trellis', person(), what, ...rest].join('/')

/** Somebody signed in, or was still. */
export function came(session: Session): void {
  if (!session.signed_in) return
  now = session
  put(WHO, session)
  adopt()
}

/** Somebody signed out: of what was kept under their name only what is not sent yet stays. */
export function left(): void {
  const prefix = `trellis/${person()}/`
  keys()
    .filter((key) => key.startsWith(prefix) && fetched(key))
    .forEach(drop)
  drop(WHO)
  now = null
}

/** What releases before this one kept without a name becomes the person's who signs in first. */
function adopt(): void {
  for (const key of keys()) {
    const [, what, rest] = /^trellis\.(queue|ticks|theirs|site)\.(.+)$/.exec(key) ?? []
    if (!what || !rest) continue
    if (what === 'queue') put(mine('queue', rest), get(key, []))
    if (what === 'ticks') put(mine('said', rest), get(key, []))
    drop(key)
  }
}
