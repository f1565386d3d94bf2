import { describe, expect, it } from 'vitest'
import type { View } from '@/api/types'
import { boxOf, type Box } from '@/logic/labels'
import type { Pane } from '@/logic/panes'
import { titleOf, wordsOf } from '@/logic/words'

const text = (says: string, x: number, y: number) => ({
  id: says,
  kind: 'text',
  layer: 'dimension',
  points: [[x, y]],
  shift: [0, 0],
  anchor: 'middle',
  text: says,
})
const pane = (name: string, y0: number, words: ReturnType<typeof text>[]): Pane => ({
  view: { name, title: `${name}, from above`, shapes: words } as unknown as View,
  x0: 0,
  y0,
  sx: 100,
  sy: 100,
  title: [16, y0 - 20],
  box: null,
  note: 'same scale',
})
const apart = (a: Box, b: Box) => a.right <= b.left || b.right <= a.left || a.bottom <= b.top || b.bottom <= a.top

describe('words over several views', () => {
  it('lie over neither each other, nor a title of another view, nor what is kept', () => {
    // The first view's last word and the second's first meet on the paper, and the second's title is there, too.
    const panes = [pane('Plan', 100, [text('18 ft 0', 1, -0.82)]), pane('Section', 200, [text('9 ft 6', 1, 0.18)])]
    const keep = { left: 60, right: 140, top: 120, bottom: 140 }
    const placed = wordsOf(panes, [keep])
    expect(placed.length).toBeGreaterThan(0)
    const titles = panes.map((one) =>
      boxOf({ x: 16, y: one.title![1], text: titleOf(one).join(' '), size: 13, anchor: 'start', weight: 0 }),
    )
    const boxes = [...placed.map(boxOf), ...titles, keep]
    placed.forEach((_, i) => boxes.forEach((other, k) => k === i || expect(apart(boxes[i]!, other)).toBe(true)))
  })
  it('a title says its name, then the rest more softly', () => {
    expect(titleOf(pane('Plan', 0, []))).toEqual(['Plan', 'from above; same scale'])
  })
})
