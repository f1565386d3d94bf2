import type { JobCard } from '@/api/types'

export type Status = JobCard['status']
export type Order = 'changed' | 'made' | 'name'
export const STATUSES: [Status, string][] = [
  ['planning', 'planning'],
  ['quoted', 'quoted'],
  ['agreed', 'agreed'],
  ['building', 'building'],
  ['done', 'done'],
  ['archived', 'archived'],
]
/** A day as the list says it: Nov 28. */
export const day = (text: string) => new Date(text).toLocaleDateString(undefined, { day: 'numeric', month: 'short' })

const plain = (text: string) => text.normalize('NFKD').replace(/\p{M}/gu, '').toLowerCase()

/** Whether every word typed is found in what a job is called, where it is, whom it is for, or what is built there. */
export function matches(card: JobCard, typed: string): boolean {
  const names = card.structures.map((item) => item.name)
  const text = plain([card.name, card.place, card.client, ...names].join(' '))
  return plain(typed)
    .split(/\s+/)
    .every((word) => text.includes(word))
}

/** Jobs of one status (or all that are not put away) that match, in the order asked for. */
export function arranged(cards: JobCard[], typed: string, status: Status | '', order: Order): JobCard[] {
  const shown = cards.filter(
    (card) => (status ? card.status === status : card.status !== 'archived') && matches(card, typed),
  )
  if (order === 'name') return shown.sort((a, b) => a.name.localeCompare(b.name, undefined, { numeric: true }))
  const at = (card: JobCard) => Date.parse(order === 'made' ? card.created_at : card.changed_at)
  return shown.sort((a, b) => at(b) - at(a))
}
