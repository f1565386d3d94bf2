/**
 * What a browser keeps under a person's name: jobs and sheets as last seen, what is typed and not saved, readings not
 * sent.
 */
import type { Job, JobState, ReadingBody, Sheet } from '@/api/types'
import { drop, get, keys, put } from '@/logic/box'
import { mine } from '@/logic/whose'

/** A structure on a phone, as last seen. */
export interface Kept {
  job: Job
  revision: number
  sheet: Sheet
  held?: string[] /** what still holds the first hole back, as last known */
  at: string
}
export const keptSheet = (job: string, structure: string) => get<Kept | null>(mine('site', job, structure), null)
export const keepSheet = (job: string, structure: string, kept: Kept) => put(mine('site', job, structure), kept)

/** A reading of this phone; `counts_at`: the server's time of it, once it was told. */
export type Said = ReadingBody & { counts_at?: string }
/** A reading that the server refused for good, and why. */
export interface Aside {
  reading: ReadingBody
  why: string
}
export const queued = (job: string) => get<ReadingBody[]>(mine('queue', job), [])
export const keepQueue = (job: string, queue: ReadingBody[]) => hold(mine('queue', job), queue)
export const setAside = (job: string) => get<Aside[]>(mine('aside', job), [])
export const keepAside = (job: string, list: Aside[]) => hold(mine('aside', job), list)
/** Everything this phone has said of a job, so that ticks and values stay in sight without signal. */
export const said = (job: string) => get<Said[]>(mine('said', job), [])
export const keepSaid = (job: string, list: Said[]) => put(mine('said', job), list)
/** What the crew's other phones said, so that it stays in sight without signal. */
export const keptTheirs = (job: string) => get<Said[]>(mine('theirs', job), [])
export const keepTheirs = (job: string, list: Said[]) => put(mine('theirs', job), list)

/** A save as it was sent: sent again with the same key, it is kept once. */
export interface Sent {
  key: string
  base: number
  document: Job
  says: string
}
/** What was typed in one tab and is not saved: from which revision, and the save whose answer has not come. */
export interface Unsaved {
  base: number
  document: Job
  says: string
  at: string
  sent: Sent | null
}
export const keptState = (job: string) => get<JobState | null>(mine('state', job), null)
export const keepState = (state: JobState) => put(mine('state', state.id), state)
export const keepUnsaved = (job: string, tab: string, unsaved: Unsaved) => put(mine('unsaved', job, tab), unsaved)
export const dropUnsaved = (job: string, tab: string) => drop(mine('unsaved', job, tab))

/** Every tab's unsaved work of a job, or of all jobs; the oldest first. */
export function allUnsaved(job = ''): { job: string; tab: string; unsaved: Unsaved }[] {
  const prefix = mine('unsaved', job)
  return keys()
    .filter((key) => key.startsWith(job ? `${prefix}/` : prefix))
    .flatMap((key) => {
      const [, , , of, tab] = key.split('/')
      const unsaved = get<Unsaved | null>(key, null)
      return unsaved && of && tab ? [{ job: of, tab, unsaved }] : []
    })
    .sort((a, b) => a.unsaved.at.localeCompare(b.unsaved.at))
}

/** Jobs with readings of this phone that are not sent, or were set aside. */
export function unsentReadings(): { job: string; count: number }[] {
  const found = new Map<string, number>()
  for (const what of ['queue', 'aside'])
    for (const key of keys().filter((key) => key.startsWith(mine(what, '')))) {
      const job = key.split('/')[3]!
      found.set(job, (found.get(job) ?? 0) + get<unknown[]>(key, []).length)
    }
  return [...found].filter(([, count]) => count).map(([job, count]) => ({ job, count }))
}

function hold(key: string, list: unknown[]): boolean {
  if (list.length) return put(key, list)
  drop(key)
  return true
}

const DEVICE = 'trellis/device'
export function deviceName(): string {
  const kept = get(DEVICE, '')
  if (kept) return kept
  const made = `phone ${Math.random().toString(36).slice(2, 6)}`
  put(DEVICE, made)
  return made
}
