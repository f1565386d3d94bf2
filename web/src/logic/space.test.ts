import { describe, expect, it } from 'vitest'
import type { Scene, Solid } from '@/api/types'
import { extent, pieceCount, triangles } from '@/logic/space'

const box = (count = 1, step: [number, number, number] = [0, 0, 0]): Solid =>
  ({
    id: 'b',
    about: 'b',
    layer: 'beam',
    fill: '#a87a45',
    stage: 2,
    shape: 'box',
    radius_m: 0,
    count,
    step,
    says: 'beam',
    points: [
      [0, 0, 0],
      [0, 1, 0],
      [0, 0, 1],
      [0, 1, 1],
      [2, 0, 0],
      [2, 1, 0],
      [2, 0, 1],
      [2, 1, 1],
    ],
  }) as unknown as Solid

/** Volume inside closed triangles, by the divergence theorem: right only where no face is missing or turned over. */
function volume(at: Float32Array): number {
  let sum = 0
  for (let i = 0; i < at.length; i += 9) {
    const [ax, ay, az, bx, by, bz, cx, cy, cz] = at.slice(i, i + 9) as unknown as number[]
    sum += (ax! * (by! * cz! - bz! * cy!) - ay! * (bx! * cz! - bz! * cx!) + az! * (bx! * cy! - by! * cx!)) / 6
  }
  return Math.abs(sum)
}

describe('triangles', () => {
  it('closes a box: its volume is its sides multiplied', () => {
    expect(triangles(box()).length).toBe(12 * 9)
    expect(volume(triangles(box()))).toBeCloseTo(2, 5)
    expect(volume(triangles(box(3, [0, 2, 0])))).toBeCloseTo(6, 4)
  })
})
it('knows how far a scene reaches and how many pieces it holds', () => {
  const scene = { solids: [box(3, [0, 2, 0])], ground: [-2, -2, 4, 6, 0], stages: [], says: '' } as unknown as Scene
  expect(extent(scene).middle.slice(0, 2)).toEqual([1, 2])
  expect(extent(scene).reach).toBe(4)
  expect(pieceCount(scene)).toBe(3)
})
