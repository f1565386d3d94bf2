/** What the site view keeps on the phone: the last sheet, and readings not yet sent. Plain storage, written at once. */
import type { Job, ReadingBody, Sheet } from '@/api/types'

export interface Kept {
  job: Job
  revision: number
  sheet: Sheet
  held?: string[] /** what still holds the first hole back, as last known */
  at: string
}
const SHEET = (job: string, structure: string) => `trellis.site.${job}.${structure}`
const QUEUE = (job: string) => `trellis.queue.${job}`
const THEIRS = (job: string) => `trellis.theirs.${job}`
const TICKS = (job: string) => `trellis.ticks.${job}`

function read<T>(key: string, otherwise: T): T {
  try {
    const text = localStorage.getItem(key)
    return text ? (JSON.parse(text) as T) : otherwise
  } catch {
    return otherwise
  }
}
export const keptSheet = (job: string, structure: string) => read<Kept | null>(SHEET(job, structure), null)
export const keepSheet = (job: string, structure: string, kept: Kept) =>
  localStorage.setItem(SHEET(job, structure), JSON.stringify(kept))
export const queued = (job: string) => read<ReadingBody[]>(QUEUE(job), [])
export const keepQueue = (job: string, queue: ReadingBody[]) => localStorage.setItem(QUEUE(job), JSON.stringify(queue))
/** Everything this phone has said of a job, so that ticks and values stay in sight without signal. */
export const said = (job: string) => read<ReadingBody[]>(TICKS(job), [])
export const keepSaid = (job: string, list: ReadingBody[]) => localStorage.setItem(TICKS(job), JSON.stringify(list))

/** What the crew's other phones said, so that it stays in sight without signal. */
export const keptTheirs = (job: string) => read<ReadingBody[]>(THEIRS(job), [])
export const keepTheirs = (job: string, list: ReadingBody[]) => localStorage.setItem(THEIRS(job), JSON.stringify(list))

export function deviceName(): string {
  const kept = localStorage.getItem('trellis.device')
  if (kept) return kept
  const made = `phone ${Math.random().toString(36).slice(2, 6)}`
  localStorage.setItem('trellis.device', made)
  return made
}
