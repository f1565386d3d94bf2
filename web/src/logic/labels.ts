/** Keeps texts on a drawing off each other: the less important one gives way, upward first, or is left out. */
export interface Label {
  x: number
  y: number
  text: string
  size: number
  anchor: 'start' | 'middle' | 'end'
  weight: number
  down?: boolean /** gives way downward first */
}
interface Box {
  left: number
  right: number
  top: number
  bottom: number
}

export function boxOf(label: Label): Box {
  const width = label.text.length * label.size * 0.56
  const left = label.anchor === 'start' ? label.x : label.anchor === 'end' ? label.x - width : label.x - width / 2
  return { left, right: left + width, top: label.y - label.size, bottom: label.y + label.size * 0.3 }
}

const meets = (a: Box, b: Box) => a.left < b.right + 4 && b.left < a.right + 4 && a.top < b.bottom && b.top < a.bottom

/** A label whose place is on a paper so wide is written on it whole, not cut off at its edge. */
function inside<T extends Label>(label: T, wide: number): T {
  if (label.x < 0 || label.x > wide) return label
  const { left, right } = boxOf(label)
  return { ...label, x: label.x + Math.max(2 - left, Math.min(0, wide - 2 - right)) }
}

/**
 * Places labels, heaviest first; each tries its own place, then steps of its height up, then down. `wide` is how wide
 * the paper is, in pixels.
 */
export function place<T extends Label>(labels: T[], steps = 3, wide = Infinity): T[] {
  const kept: { label: T; box: Box }[] = []
  const whole = wide < Infinity ? labels.map((label) => inside(label, wide)) : labels
  for (const label of [...whole].sort((a, b) => b.weight - a.weight)) {
    const tries = [0]
    for (let k = 1; k <= steps; k++) tries.push(...(label.down ? [k, -k] : [-k, k]))
    for (const step of tries) {
      const moved = { ...label, y: label.y + step * label.size * 1.35 }
      const box = boxOf(moved)
      if (!kept.some((other) => meets(other.box, box))) {
        kept.push({ label: moved, box })
        break
      }
    }
  }
  return kept.map((entry) => entry.label)
}
