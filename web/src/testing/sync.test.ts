/**
 * Two browsers and a phone on one job, over roads that lose, hold up and overtake: whatever anybody typed or measured
 * arrives once, and goes only by an undo. Runs are drawn by seed; SYNC_RUNS says how many (2,000 now and then, fewer
 * each time).
 */
import { createPinia } from 'pinia'
import { afterEach, beforeEach, expect, it, vi } from 'vitest'
import type { Job } from '@/api/types'
import { client, MemoryBox, StandIn, type Road } from './standIn'

const RUNS = Number(process.env.SYNC_RUNS ?? (process.env.TRELLIS_LONG ? 2000 : 120))
const OWN = { ash: 'name', elm: 'place' } as const
const SHARED = 'client'
type Who = keyof typeof OWN
type Text = 'name' | 'place' | 'client'

/** Numbers that look random and are the same for the same seed. */
function drawn(seed: number): () => number {
  let state = seed * 2654435761
  return () => {
    state = (state + 0x6d2b79f5) | 0
    let t = Math.imul(state ^ (state >>> 15), 1 | state)
    t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296
  }
}

const ids = (job: Job): Set<string> => new Set(job.structures.map((item) => item.spec.id))
const calm = (): Road => ({ away: false, lost: 0, unanswered: 0, faulty: 0, slow_ms: 40 })

/** A page: its modules are its own, as after every load of a page; closed, it is never heard of again. */
async function openPage(server: StandIn, who: string, box: MemoryBox, road: Road, random: () => number) {
  let open = true
  vi.resetModules()
  vi.doMock('@/api/client', async () => ({
    ...(await vi.importActual<object>('@/api/client')),
    api: client(server, who, road, random, () => open),
  }))
  const { useBox } = await import('@/logic/box')
  useBox(box.seenBy(() => open))
  const { came } = await import('@/logic/whose')
  came({ signed_in: true, id: who.length, name: who } as never)
  const { useJob } = await import('@/stores/job')
  const { useOutbox } = await import('@/composables/useOutbox')
  return { store: useJob(createPinia()), outbox: useOutbox('j'), close: () => (open = false) }
}
type Page = Awaited<ReturnType<typeof openPage>>

class Run {
  typed: Record<Who, Map<string, Set<string>>> = { ash: new Map(), elm: new Map() }
  last: Record<Who, string> = { ash: '', elm: '' }
  arrived = new Set<string>()
  added = new Map<string, Who>()
  dropped = new Set<string>()
  steps = 0
  pages = {} as Record<Who, Page>
  boxes = { ash: new MemoryBox(), elm: new MemoryBox(), phone: new MemoryBox() }
  roads = { ash: calm(), elm: calm(), phone: calm() }
  phone!: Page
  said: string[] = []
  tokens = 0
  server: StandIn
  random: () => number

  faults: unknown[] = []

  constructor(seed: number) {
    this.random = drawn(seed)
    const first = { name: 'n0', place: 'p0', client: 'c0', structures: [], sums: [] } as unknown as Job
    this.server = new StandIn(first, (who, how, before, after) => {
      try {
        this.watch(who as Who, how, before, after)
      } catch (error) {
        this.faults.push(error) // thrown in here it would reach the page as a fault of the road
      }
    })
  }

  /** What each save did to the job: nothing but what its sender typed, and that once. */
  watch(who: Who, how: 'save' | 'step', before: Job, after: Job): void {
    if (how === 'step') return void this.steps++
    for (const field of ['name', 'place', 'client'] as Text[]) {
      if (before[field] === after[field]) continue
      expect(this.typed[who].get(field), `${who} changed ${field} to ${after[field]}`).toContain(after[field])
      this.arrived.add(String(after[field]))
    }
    const [had, has] = [ids(before), ids(after)]
    expect([...had].filter((id) => !has.has(id))).toEqual([])
    for (const id of has) {
      if (had.has(id)) continue
      expect(this.added.get(id)).toBe(who)
      expect(this.arrived, `${id} arrived twice`).not.toContain(id)
      this.arrived.add(id)
    }
    expect(after.structures).toHaveLength(has.size)
  }

  token = () => `t${++this.tokens}`
  pick = <T>(list: readonly T[]): T => list[Math.floor(this.random() * list.length)]!

  async open(who: Who): Promise<void> {
    this.pages[who] = await openPage(this.server, who, this.boxes[who], this.roads[who], this.random)
    void this.pages[who].store.load('j').catch(() => undefined)
    await vi.advanceTimersByTimeAsync(1)
  }
  async openPhone(): Promise<void> {
    this.phone = await openPage(this.server, 'a phone', this.boxes.phone, this.roads.phone, this.random)
  }

  type(who: Who, field: Text): void {
    const { store } = this.pages[who]
    if (!store.document) return
    const value = this.token()
    const known = this.typed[who].get(field) ?? new Set<string>()
    this.typed[who].set(field, known.add(value))
    if (field === OWN[who]) this.last[who] = value
    store.change((job) => void (job[field] = value), field)
  }
  add(who: Who): void {
    const { store } = this.pages[who]
    if (!store.document) return
    const id = this.token()
    this.added.set(id, who)
    store.change((job) => void job.structures.push({ spec: { id }, name: id } as never), 'added')
  }
  measure(): void {
    const value = this.random() < 0.15 ? 9999 : this.random()
    this.phone.outbox.say(`post ${this.tokens++}`, 'stands at', value)
    const { mine } = this.phone.outbox
    this.said.push(mine.value[mine.value.length - 1]!.id)
    if (value > 5000) this.dropped.add(this.said[this.said.length - 1]!)
  }
  settle(who: Who): void {
    const { store } = this.pages[who]
    const { conflict } = store
    if (!conflict) return
    if (!this.steps) expect(conflict.clashes.map((clash) => clash.path)).toEqual([SHARED])
    const chosen = JSON.parse(JSON.stringify(conflict.merged)) as Job
    for (const clash of conflict.clashes)
      if (clash.path !== SHARED || this.random() < 0.5) (chosen as Record<string, unknown>)[clash.path] = clash.mine
    void store.resolve(chosen)
  }
  weather(who: 'ash' | 'elm' | 'phone'): void {
    const bad = this.random() < 0.6
    Object.assign(this.roads[who], calm(), {
      away: this.random() < 0.2,
      lost: bad ? this.random() * 0.4 : 0,
      unanswered: bad ? this.random() * 0.4 : 0,
      faulty: bad ? this.random() * 0.2 : 0,
      slow_ms: this.random() * 3000,
    })
  }

  async act(): Promise<void> {
    const who = this.pick(['ash', 'elm'] as const)
    const dice = this.random()
    if (dice < 0.3) this.type(who, OWN[who])
    else if (dice < 0.5) this.add(who)
    else if (dice < 0.57) this.type(who, SHARED)
    else if (dice < 0.64) void this.pages[who].store.step(this.random() < 0.7 ? 'undo' : 'redo')
    else if (dice < 0.72) {
      this.pages[who].close()
      await this.open(who)
    } else if (dice < 0.86) this.measure()
    else if (dice < 0.9) {
      this.phone.close()
      await this.openPhone()
    } else this.weather(this.pick(['ash', 'elm', 'phone'] as const))
    if (this.pages[who].store.conflict && this.random() < 0.6) this.settle(who)
    await vi.advanceTimersByTimeAsync(this.random() * (this.random() < 0.2 ? 9000 : 700))
    this.shows(who)
  }

  private fine(): void {
    if (this.faults.length) throw this.faults[0]
  }

  /** A page that says it is saved shows what the server holds under that number. */
  shows(who: Who): void {
    this.fine()
    const { store } = this.pages[who]
    if (store.document && store.saved === 'saved' && !store.says)
      expect(store.document).toEqual(this.server.at(store.revision).document)
  }

  async end(): Promise<void> {
    for (const road of Object.values(this.roads)) Object.assign(road, calm())
    for (let round = 0; round < 12; round++) {
      await vi.advanceTimersByTimeAsync(20_000)
      for (const who of ['ash', 'elm'] as const) this.settle(who)
      void this.phone.outbox.send()
    }
    for (const who of ['ash', 'elm'] as const) {
      const { store } = this.pages[who]
      expect([store.saved, store.conflict]).toEqual(['saved', null])
      if (this.last[who]) expect(this.arrived).toContain(this.last[who])
      void store.load('j')
      await vi.advanceTimersByTimeAsync(5000)
      expect(store.document).toEqual(this.server.document)
      expect([...this.boxes[who].kept.keys()].filter((key) => key.includes('unsaved'))).toEqual([])
    }
    for (const id of this.added.keys()) expect(this.arrived, `${id} was typed`).toContain(id)
    const good = this.said.filter((id) => !this.dropped.has(id))
    expect([...this.server.readings.keys()]).toEqual(good)
    expect(this.phone.outbox.waiting.value).toBe(0)
    expect(this.phone.outbox.aside.value.map((item) => item.reading.id)).toEqual([...this.dropped])
  }
}

beforeEach(() => void vi.useFakeTimers({ now: new Date('2026-06-01T08:00:00Z') }))
afterEach(() => {
  vi.useRealTimers()
  vi.doUnmock('@/api/client')
})

it(
  `loses and doubles nothing in ${RUNS} runs`,
  async () => {
    const first = Number(process.env.SYNC_SEED ?? 1)
    for (let seed = first; seed < first + RUNS; seed++) {
      const run = new Run(seed)
      await run.open('ash')
      await run.open('elm')
      await run.openPhone()
      await vi.advanceTimersByTimeAsync(200)
      try {
        for (let k = 0; k < 24; k++) await run.act()
        await run.end()
      } catch (error) {
        throw new Error(`run ${seed}: ${(error as Error).message}`, { cause: error })
      }
      for (const page of [...Object.values(run.pages), run.phone]) page.close()
      vi.clearAllTimers()
    }
  },
  RUNS * 2000,
)
