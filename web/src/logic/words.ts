import { boxOf, labelsOf, place, type Box, type Placed } from '@/logic/labels'
import type { Pane } from '@/logic/panes'

/** A view's title: its name, and what is said of it more softly. */
export function titleOf(pane: Pane): readonly [string, string] {
  const [name, ...more] = pane.view.title.split(', ')
  return [name!, [...more, pane.note].filter(Boolean).join('; ')]
}

/** Every view's words, placed at once: none lies over another's, over a title, or over what is kept. */
export function wordsOf(panes: Pane[], keep: Box[]): Placed[] {
  const titles = panes.flatMap((pane) => {
    if (!pane.title) return []
    const [x, y] = pane.title
    return [boxOf({ x, y, text: titleOf(pane).join(' '), size: 13, anchor: 'start', weight: 0 })]
  })
  const labels = panes.flatMap((pane) =>
    labelsOf(
      pane.view,
      (x) => pane.x0 + x * pane.sx,
      (y) => pane.y0 - y * pane.sy,
      pane.box,
    ),
  )
  return place(labels, { keep: [...titles, ...keep] })
}
