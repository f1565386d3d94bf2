import type { FenceSpec } from '@/api/types'

/** Lists of a fence whose items are drawn, and the word in the middle of their names. */
const DRAWN = [
  ['openings', 'gate'],
  ['zones', 'zone'],
  ['locks', 'post'],
  ['lift_outs', 'gate'],
] as const

/** What of a fence's lists a picked thing stands for: its gate, its band, a post that was told to stay. */
export function removable(spec: FenceSpec, id: string) {
  for (const [list, word] of DRAWN) {
    const items = spec[list] as { id: string; what?: string }[]
    const found = items.find((item) => id === `${spec.id}/${word}/${item.id}`)
    if (!found) continue
    return {
      says: `removed ${found.what ?? (list === 'locks' ? 'a post that stays' : 'a bay that lifts out')}`,
      remove: (at: FenceSpec) => {
        const there = at[list] as { id: string }[]
        there.splice(
          there.findIndex((item) => item.id === found.id),
          1,
        )
      },
    }
  }
  return null
}
