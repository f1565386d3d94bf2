import type { RoleWord } from '@/api/types'

/** Parts in a crew: their names, and what each may do in a sentence. What is allowed is decided by the server. */
export const ROLES: readonly (readonly [RoleWord, string, string])[] = [
  ['owner', 'Owner', 'everything, and who is in the crew'],
  ['planner', 'Planner', 'plans, prices, quotes and records'],
  ['office', 'Office', 'prices, quotes, links and records; looks at plans'],
  ['on site', 'On site', 'measures, ticks, photos and inspections; looks at plans, with prices or without'],
]
