import { computed, ref } from 'vue'
import { api, ask, Refused } from '@/api/client'
import type { ReadingBody } from '@/api/types'
import { failure, SAYS } from '@/logic/failures'
import { newId } from '@/logic/ids'
import {
  deviceName,
  keepAside,
  keepQueue,
  keepSaid,
  keepTheirs,
  keptTheirs,
  queued,
  said,
  setAside,
  type Said,
} from '@/logic/keep'

const MOST = 2000
const AT_ONCE = 100

/** Readings of a phone: kept at once, sent when there is signal; what is refused is set aside and the rest goes on. */
export function useOutbox(job: string) {
  const queue = ref<ReadingBody[]>(queued(job))
  const aside = ref(setAside(job))
  const mine = ref<Said[]>(said(job))
  /** What the crew's other phones said of this job, as the server last told. */
  const theirs = ref<Said[]>(keptTheirs(job))
  const signal = ref(true)
  const fault = ref('')
  let sending: Promise<void> | null = null

  function hear(error: unknown): void {
    const kind = failure(error)
    signal.value = kind !== 'no signal'
    if (signal.value)
      fault.value = kind === 'signed out' ? 'Sign in again; what was measured waits on this device.' : told(error)
  }
  const told = (error: unknown) => (error instanceof Refused ? error.message : SAYS[failure(error)])

  /** One batch after another; whoever asks meanwhile waits for the one on its way. */
  function send(): Promise<void> {
    sending ??= sendAll().finally(() => (sending = null))
    return sending
  }

  async function sendAll(): Promise<void> {
    let size = AT_ONCE
    while (queued(job).length) {
      const batch = queued(job).slice(0, size)
      try {
        const body = { readings: batch, sent_at: new Date().toISOString() }
        const { kept } = await ask(api.POST('/api/jobs/{job_id}/readings', { params: { path: { job_id: job } }, body }))
        const counts = new Map(kept.map((row) => [row.id, row.counts_at]))
        mine.value = said(job).map((item) => (counts.has(item.id) ? { ...item, counts_at: counts.get(item.id) } : item))
        keepSaid(job, mine.value)
        done(new Set(batch.map((item) => item.id)))
        signal.value = true
        fault.value = ''
        size = AT_ONCE
      } catch (error) {
        if (failure(error) !== 'refused') return hear(error)
        const bad = named(error as Refused, batch)
        // Where the server does not say which one, smaller batches find it.
        if (!bad.length && batch.length > 1) size = (batch.length + 1) >> 1
        else away(bad.length ? bad : batch, (error as Refused).message)
      }
    }
    queue.value = queued(job)
  }

  /** The readings that a refusal names. */
  function named(refused: Refused, batch: ReadingBody[]): ReadingBody[] {
    const at = refused.problems.map((problem) => Number(/^readings\/(\d+)\//.exec(`${problem.field}/`)?.[1] ?? NaN))
    return batch.filter((_, index) => at.includes(index))
  }

  function away(bad: ReadingBody[], why: string): void {
    aside.value = [...setAside(job), ...bad.map((reading) => ({ reading, why }))]
    keepAside(job, aside.value)
    done(new Set(bad.map((item) => item.id)))
  }

  function done(ids: Set<string>): void {
    queue.value = queued(job).filter((item) => !ids.has(item.id))
    keepQueue(job, queue.value)
  }

  /** Keeps a reading here first, then sends it. */
  function say(about: string, what: ReadingBody['what'], value_m: number | null, done = false, note = ''): void {
    const measured_at = new Date().toISOString()
    const reading: ReadingBody = { id: newId(), about, what, value_m, done, note, device: deviceName(), measured_at }
    queue.value = [...queued(job), reading]
    keepQueue(job, queue.value)
    mine.value = [...said(job), reading].slice(-MOST)
    keepSaid(job, mine.value)
    void send()
  }

  /** What was set aside is no more: thrown away, or sent once more. */
  function settle(id: string, again: boolean): void {
    const one = setAside(job).find((item) => item.reading.id === id)
    aside.value = setAside(job).filter((item) => item.reading.id !== id)
    keepAside(job, aside.value)
    if (!one) return
    if (again) {
      queue.value = [...queued(job), one.reading]
      keepQueue(job, queue.value)
      void send()
    } else {
      mine.value = said(job).filter((item) => item.id !== id)
      keepSaid(job, mine.value)
    }
  }

  /** What everybody said, as the server tells it; the order is the server's. */
  function hearAll(rows: Said[]): void {
    const counts = new Map(rows.map((row) => [row.id, row.counts_at]))
    mine.value = said(job).map((item) => ({ ...item, counts_at: counts.get(item.id) ?? item.counts_at }))
    keepSaid(job, mine.value)
    const own = new Set(mine.value.map((item) => item.id))
    theirs.value = rows.filter((row) => !own.has(row.id)).slice(-MOST)
    keepTheirs(job, theirs.value)
  }

  /**
   * The last word on something, whoever's phone said it: by the server's clock; what it has not yet heard comes last.
   */
  const last = (about: string, what: string): Said | null =>
    [...theirs.value, ...mine.value]
      .filter((item) => item.about === about && item.what === what)
      .reduce<Said | null>((late, item) => (late && at(late) > at(item) ? late : item), null)

  return {
    queue,
    aside,
    mine,
    theirs,
    signal,
    fault,
    waiting: computed(() => queue.value.length),
    send,
    say,
    settle,
    hear,
    hearAll,
    last,
  }
}

const at = (reading: Said) => (reading.counts_at ? Date.parse(reading.counts_at) : Infinity)
