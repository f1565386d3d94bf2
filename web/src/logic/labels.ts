import type { View } from '@/api/types'

/** Keeps texts on a drawing off each other: the less important one gives way, upward first, or is left out. */
export interface Label {
  x: number
  y: number
  text: string
  size: number
  anchor: 'start' | 'middle' | 'end'
  weight: number
  down?: boolean /** gives way downward first */
  box?: Box | null /** where it may stand: it is written whole in there, or not at all */
}
export interface Box {
  left: number
  right: number
  top: number
  bottom: number
}

/** Widths of letters for their size: a little over the average, so that a word of wide ones fits, too. */
const LETTER = 0.58
const DIGIT = 0.6
const RAISED = 0.4
const THIN = 0.3
function widthOf(text: string): number {
  let sum = 0
  for (const letter of text) {
    if (/[⁰¹²³⁴-⁹₀-₉]/.test(letter)) sum += RAISED
    else if (/[ ′″.,:;'⁄il|]/.test(letter)) sum += THIN
    else sum += /\d/.test(letter) ? DIGIT : LETTER
  }
  return sum
}

export function boxOf(label: Label): Box {
  const width = widthOf(label.text) * label.size
  const left = label.anchor === 'start' ? label.x : label.anchor === 'end' ? label.x - width : label.x - width / 2
  return { left, right: left + width, top: label.y - label.size * 0.82, bottom: label.y + label.size * 0.25 }
}

const meets = (a: Box, b: Box) => a.left < b.right + 4 && b.left < a.right + 4 && a.top < b.bottom && b.top < a.bottom

/** A label whose place is on its paper is written on it whole, not cut off at the edge. */
function moved<T extends Label>(label: T): T {
  const paper = label.box
  if (!paper || label.x < paper.left || label.x > paper.right) return label
  const { left, right } = boxOf(label)
  return { ...label, x: label.x + Math.max(paper.left + 2 - left, Math.min(0, paper.right - 2 - right)) }
}
const fits = (box: Box, paper: Box) => box.top >= paper.top && box.bottom <= paper.bottom

/**
 * Places labels, heaviest first; each tries its own place, then steps of its height up, then down. `keep`: what they
 * stay off.
 */
export function place<T extends Label>(labels: T[], { steps = 3, keep = [] as Box[] } = {}): T[] {
  const kept: T[] = []
  const taken = [...keep]
  for (const label of labels.map(moved).sort((a, b) => b.weight - a.weight)) {
    const tries = [0]
    for (let k = 1; k <= steps; k++) tries.push(...(label.down ? [k, -k] : [-k, k]))
    for (const step of tries) {
      const at = { ...label, y: label.y + step * label.size * 1.35 }
      const box = boxOf(at)
      if ((at.box && !fits(box, at.box)) || taken.some((other) => meets(other, box))) continue
      kept.push(at)
      taken.push(box)
      break
    }
  }
  return kept
}

export interface Placed extends Label {
  id: string
  layer: string
}
const WEIGHT: Record<string, number> = { 'zone-label': 3, 'gate-label': 2 }

/** The texts of a view as labels. `X` and `Y`: pixels of its metres. */
export function labelsOf(
  view: View,
  X: (x: number) => number,
  Y: (y: number) => number,
  box: Box | null = null,
): Placed[] {
  return view.shapes
    .filter((shape) => shape.kind === 'text')
    .map((shape) => ({
      id: shape.id,
      layer: shape.layer,
      x: X(shape.points[0]![0]) + shape.shift[0],
      y: Y(shape.points[0]![1]) - shape.shift[1],
      text: shape.text,
      size: 12,
      anchor: shape.anchor,
      down: shape.shift[1] < 0 || shape.layer === 'zone-label',
      weight: WEIGHT[shape.layer] ?? 1,
      box,
    }))
}
