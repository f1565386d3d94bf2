import * as THREE from 'three'
import type { Scene } from '@/api/types'
import { groundMaterial, waterMaterial } from '@/space/looks'

type Point = [number, number, number]

/** The ground and open water of a scene, as the server gives them; far out the ground fades into the haze. */
export class Ground {
  readonly group = new THREE.Group()
  private readonly material = groundMaterial()
  private readonly water = waterMaterial()
  private readonly down = new THREE.Raycaster()
  private surface: THREE.Mesh | null = null

  show(scene: Scene): void {
    clear(this.group)
    const points = scene.terrain.points as Point[]
    const shape = new THREE.BufferGeometry()
    shape.setAttribute('position', new THREE.Float32BufferAttribute(points.flat(), 3))
    const uv = points.flatMap(([x, y]) => [x / 3, y / 3])
    shape.setAttribute('uv', new THREE.Float32BufferAttribute(uv, 2))
    shape.setIndex([...scene.terrain.triangles])
    shape.computeVertexNormals()
    this.surface = new THREE.Mesh(shape, this.material)
    this.surface.receiveShadow = true
    this.group.add(this.surface)
    for (const ring of scene.pools ?? []) {
      const outline = new THREE.Shape(ring.map((p) => new THREE.Vector2(p[0]!, p[1]!)))
      const pool = new THREE.Mesh(new THREE.ShapeGeometry(outline), this.water)
      pool.position.z = Math.max(...ring.map((p) => p[2] ?? 0)) + 0.05
      this.group.add(pool)
    }
    if (scene.water_m != null) {
      const [left, near, right, far] = scene.ground
      const pond = new THREE.Mesh(new THREE.PlaneGeometry(right - left + 6, far - near + 6), this.water)
      pond.position.set((left + right) / 2, (near + far) / 2, scene.water_m)
      this.group.add(pond)
    }
  }
  /** Seen through, so that footings and services show. */
  set clear(on: boolean) {
    this.material.opacity = on ? 0.35 : 1
    this.material.depthWrite = !on
  }
  /** The ground's height under a place (m); null beside it. */
  height_m(x: number, y: number): number | null {
    this.down.set(new THREE.Vector3(x, y, 300), new THREE.Vector3(0, 0, -1))
    return this.surface ? (this.down.intersectObject(this.surface, false)[0]?.point.z ?? null) : null
  }
}

/** Take everything out of a group and free its geometry. */
export function clear(group: THREE.Group): void {
  for (const item of [...group.children]) {
    group.remove(item)
    ;(item as THREE.Mesh).geometry.dispose()
  }
}
