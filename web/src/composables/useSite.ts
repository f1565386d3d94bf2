import { useEventListener, useOnline } from '@vueuse/core'
import { computed, onMounted, ref, shallowRef } from 'vue'
import { api, ask, Refused } from '@/api/client'
import type { Job, ReadingBody, Sheet } from '@/api/types'
import {
  deviceName,
  keepQueue,
  keepSaid,
  keepSheet,
  keepTheirs,
  keptSheet,
  keptTheirs,
  queued,
  said,
} from '@/logic/keep'

/** A structure on a phone: the last plan known, readings kept at once and sent when there is signal. */
export function useSite(job: string, structure: string) {
  const kept = keptSheet(job, structure)
  const document = shallowRef<Job | null>(kept?.job ?? null)
  const sheet = shallowRef<Sheet | null>(kept?.sheet ?? null)
  /** What still holds the first hole back; without signal as it was last known. */
  const held = ref<string[]>(kept?.held ?? [])
  const queue = ref<ReadingBody[]>(queued(job))
  const mine = ref<ReadingBody[]>(said(job))
  /** What the crew's other phones said of this job, as the server last told. */
  const theirs = ref<ReadingBody[]>(keptTheirs(job))
  const signal = ref(true)
  const fault = ref('')
  const online = useOnline()
  let sending: Promise<void> | null = null

  async function fetchPlan(): Promise<void> {
    try {
      await ask(api.GET('/api/session'))
      const state = await ask(api.GET('/api/jobs/{job_id}', { params: { path: { job_id: job } } }))
      const found = (await ask(
        api.POST('/api/reckon/plan', { body: { document: state.document, structure, selected: '' } }),
      )) as Sheet
      const dig = await ask(
        api.POST('/api/reckon/dig', { body: { document: state.document, structure, selected: '' } }),
      )
      document.value = state.document
      sheet.value = found
      held.value = dig.ready ? [] : dig.open_points
      keepSheet(job, structure, {
        job: state.document,
        revision: state.revision,
        sheet: found,
        held: held.value,
        at: new Date().toISOString(),
      })
      signal.value = true
      fault.value = ''
      const told = await ask(api.GET('/api/jobs/{job_id}/readings', { params: { path: { job_id: job } } }))
      theirs.value = told.readings.filter((row) => row.device !== deviceName()).slice(-2000) as ReadingBody[]
      keepTheirs(job, theirs.value)
    } catch (error) {
      hear(error)
    }
  }
  function hear(error: unknown): void {
    const refused = error as Refused
    if (refused.offline || refused.status === 502 || refused.status === 503) signal.value = false
    else if (refused.status === 401) fault.value = 'Sign in again; what was measured is kept here meanwhile.'
    else fault.value = refused.message
  }
  /** One batch after another; whoever asks meanwhile waits for the one on its way. */
  function send(): Promise<void> {
    sending ??= sendAll().finally(() => (sending = null))
    return sending
  }
  async function sendAll(): Promise<void> {
    if (!queue.value.length) return
    const batch = queue.value.slice(0, 100)
    try {
      await ask(
        api.POST('/api/jobs/{job_id}/readings', { params: { path: { job_id: job } }, body: { readings: batch } }),
      )
      const sent = new Set(batch.map((item) => item.id))
      queue.value = queued(job).filter((item) => !sent.has(item.id))
      keepQueue(job, queue.value)
      signal.value = true
    } catch (error) {
      hear(error)
      return
    }
    if (queue.value.length) await sendAll()
  }
  /** Keeps a reading here first, then sends it. */
  function say(about: string, what: ReadingBody['what'], value_m: number | null, done = false, note = ''): void {
    const reading: ReadingBody = {
      id: uuid(),
      about,
      what,
      value_m,
      done,
      note,
      device: deviceName(),
      measured_at: new Date().toISOString(),
    }
    queue.value = [...queued(job), reading]
    keepQueue(job, queue.value)
    mine.value = [...mine.value, reading].slice(-2000)
    keepSaid(job, mine.value)
    void send()
  }
  /** Asks the plan to go round what a hole met; answers in a sentence what came of it. */
  async function goRound(post: string, what: string, half_width_m: number): Promise<string> {
    await send()
    if (queue.value.length)
      return 'Kept here. No signal: the rest is solved again from the desk, or say it once more when there is.'
    try {
      await ask(
        api.POST('/api/jobs/{job_id}/found', {
          params: { path: { job_id: job } },
          body: { structure, post, what: what.slice(0, 60), half_width_m },
        }),
      )
      await fetchPlan()
      const clash = sheet.value?.conflicts[0]
      return clash
        ? `Kept, but it does not go: ${clash}`
        : 'The rest is solved again: posts that are set stay, no hole meets a band.'
    } catch (error) {
      hear(error)
      return (error as Refused).message
    }
  }
  /** The last word on something, whoever's phone said it. */
  const last = (about: string, what: string) =>
    [...theirs.value, ...mine.value]
      .filter((item) => item.about === about && item.what === what)
      .reduce<ReadingBody | null>((late, item) => (late && at(late) > at(item) ? late : item), null)
  const waiting = computed(() => queue.value.length)

  onMounted(() => {
    void fetchPlan()
    void send()
  })
  useEventListener(window, 'online', () => {
    signal.value = true
    void fetchPlan()
    void send()
  })
  const timer = setInterval(() => void (queue.value.length && send()), 8000)
  return {
    document,
    sheet,
    held,
    signal,
    online,
    fault,
    waiting,
    say,
    last,
    fetchPlan,
    goRound,
    stop: () => clearInterval(timer),
  }
}

const at = (reading: ReadingBody) => Date.parse(reading.measured_at)

/** Made here so that it works on plain http too, where the browser's own is withheld. */
function uuid(): string {
  const bytes = crypto.getRandomValues(new Uint8Array(16))
  bytes[6] = (bytes[6]! & 0x0f) | 0x40
  bytes[8] = (bytes[8]! & 0x3f) | 0x80
  const hex = [...bytes].map((b) => b.toString(16).padStart(2, '0')).join('')
  return `${hex.slice(0, 8)}-${hex.slice(8, 12)}-${hex.slice(12, 16)}-${hex.slice(16, 20)}-${hex.slice(20)}`
}
