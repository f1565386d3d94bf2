import type { Scene, Solid } from '@/api/types'

type Vec = [number, number, number]

/**
 * Triangles of a box whose eight corners stand as the server lists them: two ends of (low-left, low-right, high-left,
 * high-right).
 */
const FACES = [
  [0, 1, 3, 2],
  [4, 6, 7, 5],
  [0, 4, 5, 1],
  [2, 3, 7, 6],
  [0, 2, 6, 4],
  [1, 5, 7, 3],
] as const

/** Positions of a box's triangles, once for each of its row. */
export function triangles(solid: Solid): Float32Array {
  const one = box(solid)
  const [dx, dy, dz] = solid.step as Vec
  const out = new Float32Array(one.length * solid.count)
  for (let k = 0; k < solid.count; k++)
    for (let i = 0; i < one.length; i += 3) {
      out[k * one.length + i] = one[i]! + k * dx
      out[k * one.length + i + 1] = one[i + 1]! + k * dy
      out[k * one.length + i + 2] = one[i + 2]! + k * dz
    }
  return out
}
function box(solid: Solid): number[] {
  const p = solid.points as Vec[]
  return FACES.flatMap(([a, b, c, d]) => [...p[a]!, ...p[b]!, ...p[c]!, ...p[a]!, ...p[c]!, ...p[d]!])
}
/** The middle of a scene and how far it reaches. */
export function extent(scene: Scene): { middle: Vec; reach: number; high: number } {
  const [left, near, right, far, level] = scene.ground as [number, number, number, number, number]
  const high = Math.max(level + 1, ...scene.solids.flatMap((solid) => solid.points.map((p) => p[2] ?? 0)))
  return {
    middle: [(left + right) / 2, (near + far) / 2, (level + high) / 2],
    reach: Math.max(right - left, far - near, high - level) / 2,
    high,
  }
}
/** How many pieces a scene holds in the end, rows counted: open holes are filled by then. */
export const pieceCount = (scene: Scene) =>
  scene.solids.filter((solid) => solid.until == null).reduce((sum, solid) => sum + solid.count, 0)
