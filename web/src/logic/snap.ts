/** Where a thing that is pulled about comes to lie against others: corners find corners first, then lines. */
export type At = readonly [number, number]

export interface Targets {
  points: At[]
  lines: [At, At][]
}

/** What of a thing with these points can be met: its corners, and the sides between them. */
export function targetsOf(rings: readonly (readonly At[])[], closed: boolean): Targets {
  const lines: [At, At][] = []
  for (const ring of rings)
    ring.forEach((point, k) => {
      const next = ring[k + 1] ?? (closed && ring.length > 2 ? ring[0] : undefined)
      if (next) lines.push([point, next])
    })
  return { points: rings.flat(), lines }
}

/** The corners of what is pulled that stick out furthest: the rest can't meet anything first. */
export function outermost(points: readonly At[]): At[] {
  const sorted = [...points].sort((a, b) => a[0] - b[0] || a[1] - b[1])
  const half = (these: readonly At[]): At[] => {
    const found: At[] = []
    for (const p of these) {
      while (found.length > 1) {
        const [a, b] = [found.at(-2)!, found.at(-1)!]
        if ((b[0] - a[0]) * (p[1] - a[1]) - (b[1] - a[1]) * (p[0] - a[0]) > 0) break
        found.pop()
      }
      found.push(p)
    }
    return found.slice(0, -1)
  }
  return sorted.length < 3 ? sorted : [...half(sorted), ...half([...sorted].reverse())]
}

function onLine(p: At, [a, b]: [At, At]): At {
  const [dx, dy] = [b[0] - a[0], b[1] - a[1]]
  const square = dx * dx + dy * dy
  const t = square ? Math.max(0, Math.min(1, ((p[0] - a[0]) * dx + (p[1] - a[1]) * dy) / square)) : 0
  return [a[0] + t * dx, a[1] + t * dy]
}

/** The shift that brings the nearest of some points onto a target within reach (m); none: null. */
export function snapShift(points: readonly At[], targets: Targets, reach: number): At | null {
  const best = (candidates: (p: At) => At[]): At | null => {
    let least = reach * reach
    let found: At | null = null
    for (const p of points)
      for (const q of candidates(p)) {
        const [dx, dy] = [q[0] - p[0], q[1] - p[1]]
        const far = dx * dx + dy * dy
        if (far < least) [least, found] = [far, [dx, dy]]
      }
    return found
  }
  return best(() => targets.points) ?? best((p) => targets.lines.map((line) => onLine(p, line)))
}
