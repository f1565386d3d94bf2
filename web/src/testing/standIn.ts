/**
 * A server to test pages against: histories, three-way joins, saves known by their key, undo, readings kept once, and a
 * road to it that loses questions and answers, holds them up and lets them overtake each other.
 */
import type { Conflict, Job, JobState, ReadingBody } from '@/api/types'

type Json = unknown
type Fields = Record<string, Json>
const GONE = Symbol('gone')
const same = (a: Json, b: Json) => a === b || (a !== GONE && b !== GONE && JSON.stringify(a) === JSON.stringify(b))

interface Clash {
  path: string
  base: Json
  mine: Json
  theirs: Json
}

/** The server's joining, again: field by field, lists by the ids of their members. */
export function merge(base: Json, mine: Json, theirs: Json, path = ''): [Json, Clash[]] {
  if (same(mine, theirs) || same(theirs, base)) return [mine, []]
  if (same(mine, base)) return [theirs, []]
  const sides = [base, mine, theirs]
  if (sides.every((side) => side !== null && typeof side === 'object' && !Array.isArray(side)))
    return objects(base as Fields, mine as Fields, theirs as Fields, path)
  if (sides.every(Array.isArray)) {
    const [b, m, t] = sides.map((side) => keyed(side as Fields[]))
    const [joined, clashes] = objects(b!, m!, t!, path)
    const names = new Set([...Object.keys(t!), ...Object.keys(m!)])
    return [[...names].filter((name) => name in joined).map((name) => joined[name]), clashes]
  }
  const shown = sides.map((side) => (side === GONE ? null : side))
  return [theirs, [{ path, base: shown[0], mine: shown[1], theirs: shown[2] }]]
}

function objects(base: Fields, mine: Fields, theirs: Fields, path: string): [Fields, Clash[]] {
  const joined: Fields = {}
  const clashes: Clash[] = []
  const of = (side: Fields, name: string): Json => (name in side ? side[name] : GONE)
  for (const name of new Set([...Object.keys(theirs), ...Object.keys(mine)])) {
    const at = path ? `${path}/${name}` : name
    const [value, found] = merge(of(base, name), of(mine, name), of(theirs, name), at)
    clashes.push(...found)
    if (value !== GONE) joined[name] = value
  }
  return [joined, clashes]
}

const keyed = (list: Fields[]): Fields =>
  Object.fromEntries(list.map((item) => [String(((item.spec ?? item) as Fields).id), item]))

interface Revision {
  number: number
  parent: number | null
  document: Job
  key: string
}
type Answer = { data?: Json; error?: Json; response: { ok: boolean; status: number } }
const good = (data: Json): Answer => ({ data, response: { ok: true, status: 200 } })
const bad = (status: number, error: Json): Answer => ({ error, response: { ok: false, status } })
const copy = <T>(value: T): T => JSON.parse(JSON.stringify(value)) as T

/** What a save, an undo or a redo did to the job: who, and the document before and after. */
export type Told = (who: string, how: 'save' | 'step', before: Job, after: Job) => void

export class StandIn {
  revisions: Revision[] = []
  current = 1
  redo: number[] = []
  readings = new Map<string, ReadingBody & { counts_at: string }>()
  sent: string[] = []

  constructor(
    first: Job,
    readonly told: Told = () => undefined,
  ) {
    this.keep(null, first, '')
  }

  get document(): Job {
    return this.at(this.current).document
  }
  at(number: number): Revision {
    return this.revisions[number - 1]!
  }
  private keep(parent: number | null, document: Job, key: string): number {
    this.revisions.push({ number: this.revisions.length + 1, parent, document: copy(document), key })
    return this.revisions.length
  }

  state(sent: number | null = null): JobState {
    const { document, parent } = this.at(this.current)
    const rest = { says: '', saved_at: new Date().toISOString() }
    return copy({
      id: 'j',
      revision: this.current,
      document,
      can_undo: parent !== null,
      can_redo: this.redo.length > 0,
      sent,
      ...rest,
    }) as JobState
  }

  save(who: string, body: { base: number; document: Job; key: string }): Answer {
    const before = this.document
    const known = this.revisions.find((item) => item.key && item.key === body.key)
    if (known) return good(this.state(known.number === this.current ? null : known.number))
    if (body.base === this.current) {
      if (!same(body.document, before)) this.append(body.document, body.key)
      this.told(who, 'save', before, this.document)
      return good(this.state())
    }
    const origin = this.at(body.base)
    const [merged, clashes] = merge(origin.document, body.document, before)
    if (clashes.length) {
      const conflict = { title: '', status: 409, revision: this.current, author: '', theirs: before, merged, clashes }
      return bad(409, copy(conflict) as unknown as Conflict)
    }
    if (same(body.document, before)) return good(this.state())
    const sent = this.keep(origin.number, body.document, body.key)
    if (!same(merged, before)) this.append(merged as Job, '')
    this.told(who, 'save', before, this.document)
    return good(this.state(sent))
  }
  private append(document: Job, key: string): void {
    this.current = this.keep(this.current, document, key)
    this.redo = []
  }

  step(who: string, way: 'undo' | 'redo', base: number): Answer {
    if (base !== this.current) return bad(409, { ...this.state(), clashes: [], merged: this.document })
    const before = this.document
    const { parent } = this.at(this.current)
    if (way === 'undo' && parent !== null) {
      this.redo.push(this.current)
      this.current = parent
    } else if (way === 'redo' && this.redo.length) this.current = this.redo.pop()!
    this.told(who, 'step', before, this.document)
    return good(this.state())
  }

  measure(readings: ReadingBody[]): Answer {
    const at = readings.findIndex((row) => Math.abs(row.value_m ?? 0) > 5000)
    if (at >= 0) {
      const problems = [{ field: `readings/${at}/value_m`, message: 'This is more than 5 km' }]
      return bad(422, { title: 'This cannot be', status: 422, problems })
    }
    const kept = readings.map((row) => {
      this.sent.push(row.id)
      if (!this.readings.has(row.id)) this.readings.set(row.id, { ...row, counts_at: new Date().toISOString() })
      return { id: row.id, counts_at: this.readings.get(row.id)!.counts_at }
    })
    return good({ kept })
  }
}

/**
 * How bad the road is: shares of questions lost on the way there, of answers lost on the way back, of the server's own
 * faults.
 */
export interface Road {
  away: boolean
  lost: number
  unanswered: number
  faulty: number
  slow_ms: number
}

/**
 * The client that a page asks by, over a road of its own; once the page is closed nothing of it arrives or is answered.
 */
export function client(server: StandIn, who: string, road: Road, random: () => number, open: () => boolean) {
  async function ask(work: () => Answer): Promise<Answer> {
    await wait()
    if (road.away || random() < road.lost) throw new TypeError('Failed to fetch')
    if (random() < road.faulty) return bad(random() < 0.5 ? 500 : 401, { title: 'fault', problems: [] })
    const answer = work()
    await wait()
    if (road.away || random() < road.unanswered) throw new TypeError('Failed to fetch')
    return answer
  }
  /** A closed page neither sends nor hears. */
  async function wait(): Promise<void> {
    await new Promise((done) => setTimeout(done, random() * road.slow_ms))
    if (!open()) await new Promise(() => undefined)
  }
  return {
    GET: (path: string) =>
      ask(() => (path.endsWith('readings') ? good({ readings: [...server.readings.values()] }) : good(server.state()))),
    PUT: (_: string, { body }: { body: { base: number; document: Job; key: string } }) =>
      ask(() => server.save(who, copy(body))),
    POST: (path: string, { body }: { body: { base: number; readings: ReadingBody[] } }) =>
      ask(() =>
        path.endsWith('readings')
          ? server.measure(copy(body.readings))
          : server.step(who, path.endsWith('undo') ? 'undo' : 'redo', body.base),
      ),
  }
}

/** A store like the browser's, of a limited size; a closed page writes nothing more into it. */
export class MemoryBox {
  kept = new Map<string, string>()
  constructor(readonly most = 5_000_000) {}
  get length(): number {
    return this.kept.size
  }
  key = (at: number): string | null => [...this.kept.keys()][at] ?? null
  getItem = (key: string): string | null => this.kept.get(key) ?? null
  setItem = (key: string, value: string): void => {
    const others = [...this.kept].reduce((sum, [name, text]) => sum + (name === key ? 0 : name.length + text.length), 0)
    if (others + key.length + value.length > this.most) throw new DOMException('full', 'QuotaExceededError')
    this.kept.set(key, value)
  }
  removeItem = (key: string): void => void this.kept.delete(key)

  /** The same store as one page sees it. */
  seenBy(open: () => boolean): MemoryBox {
    const view = Object.create(this) as MemoryBox
    view.setItem = (key, value) => void (open() && this.setItem(key, value))
    view.removeItem = (key) => void (open() && this.removeItem(key))
    return view
  }
}
