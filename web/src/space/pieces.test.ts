import * as THREE from 'three'
import { describe, expect, it } from 'vitest'
import type { Solid } from '@/api/types'
import { corners, edges, hitOf, madeOf, merged, own } from '@/space/pieces'

const box = (id: string, at: number, more: Partial<Solid> = {}): Solid =>
  ({
    id,
    about: id,
    layer: 'beam',
    fill: '#a87a45',
    stage: 2,
    shape: 'box',
    radius_m: 0,
    count: 1,
    step: [0, 0, 0],
    says: 'beam',
    points: [
      [at, 0, 0],
      [at, 1, 0],
      [at, 0, 1],
      [at, 1, 1],
      [at + 2, 0, 0],
      [at + 2, 1, 0],
      [at + 2, 0, 1],
      [at + 2, 1, 1],
    ],
    ...more,
  }) as unknown as Solid
const plain = () => new THREE.MeshBasicMaterial({ side: THREE.DoubleSide })

describe('merged', () => {
  it('makes few meshes of many pieces, by what they are made of and when they go up', () => {
    const many = Array.from({ length: 1500 }, (_, k) => box(`b${k}`, k * 3, { stage: k % 4 }))
    const some = many.map((solid, k) => (k % 3 ? solid : { ...solid, layer: 'concrete' }))
    expect(merged(some, plain).length).toBe(8)
  })
  it('still knows which piece a ray meets', () => {
    const solids = [box('a', 0), box('b', 5, { count: 3, step: [0, 0, 2] }), box('c', 10)]
    const [one] = merged(solids, plain)
    for (const [x, z, wanted] of [
      [1, 0.5, 'a'],
      [6, 4.5, 'b'],
      [11, 0.5, 'c'],
    ] as const) {
      const ray = new THREE.Raycaster(new THREE.Vector3(x, -5, z), new THREE.Vector3(0, 1, 0))
      const [hit] = ray.intersectObject(one!.mesh)
      expect(hitOf(one!, hit!.faceIndex!)).toBe(wanted)
    }
  })
  it('keeps every corner where the server put it', () => {
    const [one] = merged([box('a', 0)], plain)
    const at = one!.mesh.geometry.getAttribute('position').array
    expect(Array.from(at)).toEqual(Array.from(corners(box('a', 0))))
  })
})
it('draws twelve edges a box, rows counted', () => {
  expect(edges([box('a', 0, { count: 3, step: [0, 2, 0] })]).length).toBe(3 * 12 * 2 * 3)
})
it('lays a net evenly along wire and up it, and lets the sun through', () => {
  const [one] = merged([box('w', 0, { layer: 'wire' })], plain)
  const at = one!.mesh.geometry.getAttribute('position')
  const uv = one!.mesh.geometry.getAttribute('uv')
  for (let i = 1; i < at.count; i++) {
    // The box lies along x: a metre of it, and a metre of height, are as much of the picture.
    expect(uv.getX(i) - uv.getX(0)).toBeCloseTo(3.5 * (at.getX(i) - at.getX(0)), 4)
    expect(uv.getY(i) - uv.getY(0)).toBeCloseTo(3.5 * (at.getZ(i) - at.getZ(0)), 4)
  }
  expect(one!.mesh.castShadow).toBe(false)
})
it('knows a crown, concrete, a wall and wire from wood', () => {
  const kinds = (['post', 'concrete', 'house-wall', 'wire'] as const).map((layer) => madeOf(box('x', 0, { layer })))
  expect(kinds).toEqual(['wood', 'stone', 'wall', 'mesh'])
  const crown = box('t', 0, { shape: 'ball', radius_m: 2, points: [[1, 2, 6]] } as unknown as Partial<Solid>)
  expect(madeOf(crown)).toBe('leaf')
  const far = Math.max(...Array.from(corners(crown)).filter((_, k) => k % 3 === 2))
  expect(far).toBeCloseTo(8, 1)
})
it('gives a piece the same shade every time', () => {
  expect(own('f/post/3', 1)).toBe(own('f/post/3', 1))
  expect(own('f/post/3', 1)).not.toBe(own('f/post/4', 1))
})
