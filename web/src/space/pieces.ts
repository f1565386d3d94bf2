import * as THREE from 'three'
import type { Solid } from '@/api/types'
import { triangles } from '@/logic/space'

/** Pieces of a scene as few meshes: merged by material and by when they go up, each still to be picked. */
export type Made = 'wood' | 'stone' | 'metal' | 'mesh' | 'leaf' | 'wall'
const STONE = ['concrete', 'foam', 'gravel', 'sand', 'slab', 'block', 'pier']
/** Wire that one sees through. */
const MESH = ['wire', 'mesh']
const METAL = ['vinyl', 'steel', 'sheet', 'pipe', 'strap', 'hardware', 'service', 'boundary']
export function madeOf(solid: Solid): Made {
  if (solid.shape === 'ball' || solid.layer === 'tree') return 'leaf'
  if (/wall|existing/.test(solid.layer)) return 'wall'
  if (STONE.some((word) => solid.layer.includes(word))) return 'stone'
  if (MESH.includes(solid.layer)) return 'mesh'
  if (METAL.some((word) => solid.layer.includes(word))) return 'metal'
  return 'wood'
}

/** Concrete, a barrel: a cylinder between the centres of its two ends; a crown: a ball about its one. */
function rounded(solid: Solid): THREE.BufferGeometry {
  const [from, to] = solid.points.slice(0, 2).map((point) => new THREE.Vector3(...(point as [number, number, number])))
  if (solid.shape === 'ball')
    return new THREE.IcosahedronGeometry(solid.radius_m, 2).translate(from!.x, from!.y, from!.z)
  const way = to!.clone().sub(from!)
  const shape = new THREE.CylinderGeometry(solid.radius_m, solid.radius_m, way.length(), 20)
  const turn = new THREE.Quaternion().setFromUnitVectors(new THREE.Vector3(0, 1, 0), way.clone().normalize())
  const middle = from!.clone().add(to!).multiplyScalar(0.5)
  return shape.applyQuaternion(turn).translate(middle.x, middle.y, middle.z)
}
/** Positions of a solid's triangles, three corners each. */
export function corners(solid: Solid): Float32Array {
  if (solid.shape === 'box') return triangles(solid)
  const shape = rounded(solid)
  const flat = shape.index ? shape.toNonIndexed() : shape
  return flat.getAttribute('position').array as Float32Array
}

/** A number from 0 to 1 that is the same for the same piece: its own shade, and where on the grain it was sawn. */
export function own(name: string, salt: number): number {
  let hash = salt
  for (let i = 0; i < name.length; i++) hash = (hash * 31 + name.charCodeAt(i)) >>> 0
  // The last letters count as much as the first.
  return ((Math.imul(hash, 2654435761) >>> 8) % 1000) / 1000
}

const LEAVES = '#7d9a5a'
const RENDER = new THREE.Color('#ece6d8')
/** How much grain a metre of a piece shows along and across it. */
const ALONG = 0.45
const ACROSS = 3.2
/** Texture coordinates of a box's faces, the grain along its length: each face is two triangles of the row's boxes. */
function grainOf(at: Float32Array, shift: number, long: THREE.Vector3): Float32Array {
  const uv = new Float32Array((at.length / 3) * 2)
  const cross = new THREE.Vector3(long.y, long.z, long.x).cross(long).normalize()
  const third = new THREE.Vector3().crossVectors(long, cross)
  const point = new THREE.Vector3()
  for (let i = 0, k = 0; i < at.length; i += 3, k += 2) {
    point.set(at[i]!, at[i + 1]!, at[i + 2]!)
    uv[k] = point.dot(long) * ALONG + shift
    uv[k + 1] = (point.dot(cross) + point.dot(third) * 0.7) * ACROSS + shift * 7
  }
  return uv
}

/** How many openings of the painted mesh a metre shows, four to its picture: an even net, whatever its real opening. */
const NET = 3.5
/** Texture coordinates of wire: along it and up, alike both ways. */
function netOf(at: Float32Array, long: THREE.Vector3): Float32Array {
  const uv = new Float32Array((at.length / 3) * 2)
  const point = new THREE.Vector3()
  for (let i = 0, k = 0; i < at.length; i += 3, k += 2) {
    point.set(at[i]!, at[i + 1]!, at[i + 2]!)
    uv[k] = point.dot(long) * NET
    uv[k + 1] = point.z * NET
  }
  return uv
}

export interface Merged {
  mesh: THREE.Mesh
  made: Made
  stage: number
  until: number | null
  /** First triangle of each piece, and what is selected when it is hit. */
  first: number[]
  about: string[]
}

/** Few meshes for many pieces; a row of alike pieces is one. */
export function merged(solids: readonly Solid[], material: (made: Made) => THREE.Material): Merged[] {
  const groups = new Map<string, { made: Made; stage: number; until: number | null; list: Solid[] }>()
  for (const solid of solids) {
    const made = madeOf(solid)
    const until = solid.until ?? null
    const key = `${made}|${solid.stage}|${until}`
    if (!groups.has(key)) groups.set(key, { made, stage: solid.stage, until, list: [] })
    groups.get(key)!.list.push(solid)
  }
  return [...groups.values()].map(({ made, stage, until, list }) => {
    const parts = list.map((solid) => ({ solid, at: corners(solid) }))
    const size = parts.reduce((sum, part) => sum + part.at.length, 0)
    const position = new Float32Array(size)
    const color = new Float32Array(size)
    const uv = new Float32Array((size / 3) * 2)
    const first: number[] = []
    const about: string[] = []
    let at = 0
    const tint = new THREE.Color()
    for (const { solid, at: own_at } of parts) {
      first.push(at / 9)
      about.push(solid.about)
      position.set(own_at, at)
      const each = own_at.length / Math.max(1, solid.count)
      const base = new THREE.Color(solid.shape === 'ball' ? LEAVES : solid.fill)
      if (made === 'wall') base.lerp(RENDER, 0.6)
      for (let i = 0; i < own_at.length; i += 3) {
        const piece = solid.shape === 'box' ? Math.floor(i / each) : 0
        const shade = made === 'wood' ? 0.86 + 0.24 * own(solid.id, piece + 1) : 0.95 + 0.1 * own(solid.id, 1)
        tint.copy(base).multiplyScalar(shade)
        color[at + i] = tint.r
        color[at + i + 1] = tint.g
        color[at + i + 2] = tint.b
      }
      const ends = solid.points as [number, number, number][]
      const long =
        solid.shape === 'box'
          ? new THREE.Vector3(ends[4]![0] - ends[0]![0], ends[4]![1] - ends[0]![1], ends[4]![2] - ends[0]![2])
          : new THREE.Vector3(0, 0, 1)
      if (long.lengthSq() < 1e-9) long.set(1, 0, 0)
      long.normalize()
      uv.set(made === 'mesh' ? netOf(own_at, long) : grainOf(own_at, own(solid.id, 3), long), (at / 3) * 2)
      at += own_at.length
    }
    const shape = new THREE.BufferGeometry()
    shape.setAttribute('position', new THREE.BufferAttribute(position, 3))
    shape.setAttribute('color', new THREE.BufferAttribute(color, 3))
    shape.setAttribute('uv', new THREE.BufferAttribute(uv, 2))
    shape.computeVertexNormals()
    const mesh = new THREE.Mesh(shape, material(made))
    mesh.receiveShadow = true
    // A net's shadow would be a board's.
    mesh.castShadow = made !== 'mesh'
    return { mesh, made, stage, until, first, about }
  })
}
/** What is selected when a triangle of a merged mesh is hit. */
export function hitOf(one: Merged, face: number): string {
  let low = 0
  let high = one.first.length - 1
  while (low < high) {
    const middle = (low + high + 1) >> 1
    if (one.first[middle]! <= face) low = middle
    else high = middle - 1
  }
  return one.about[low] ?? ''
}

/** The edges of all boxes of a stage as one set of lines, so that pieces of one colour stay apart to the eye. */
const SIDES = [0, 1, 1, 3, 3, 2, 2, 0, 4, 5, 5, 7, 7, 6, 6, 4, 0, 4, 1, 5, 2, 6, 3, 7]
export function edges(solids: readonly Solid[]): Float32Array {
  const boxes = solids.filter((solid) => solid.shape === 'box')
  const out = new Float32Array(boxes.reduce((sum, solid) => sum + solid.count, 0) * SIDES.length * 3)
  let at = 0
  for (const solid of boxes) {
    const points = solid.points as [number, number, number][]
    const [dx, dy, dz] = solid.step as [number, number, number]
    for (let k = 0; k < solid.count; k++)
      for (const corner of SIDES) {
        out[at++] = points[corner]![0] + k * dx
        out[at++] = points[corner]![1] + k * dy
        out[at++] = points[corner]![2] + k * dz
      }
  }
  return out
}
