import * as THREE from 'three'

/** A walk at eye height: turned by dragging, moved step by step over the ground, stopped by what is built. */
const EYE_M = 1.6
const STEP_M = 0.35
const UP = new THREE.Vector3(0, 0, 1)

export class Walk {
  private yaw = 0
  private pitch = 0
  private readonly ahead = new THREE.Raycaster()

  constructor(
    private readonly camera: THREE.PerspectiveCamera,
    private readonly height_m: (x: number, y: number) => number | null,
    private readonly obstacles: () => THREE.Object3D[],
  ) {}

  /** Stand at a place, looking along y. `level_m`: the height where the ground is not known. */
  begin(x: number, y: number, level_m: number): void {
    this.camera.position.set(x, y, (this.height_m(x, y) ?? level_m) + EYE_M)
    this.yaw = Math.PI / 2
    this.pitch = -0.04
    this.aim()
  }
  turn(yaw: number, pitch = 0): void {
    this.yaw += yaw
    this.pitch = Math.max(-1.2, Math.min(1.2, this.pitch + pitch))
    this.aim()
  }
  step(forward: number, aside: number): void {
    const right = this.direction(this.yaw - Math.PI / 2, 0).multiplyScalar(aside)
    const way = this.direction(this.yaw, 0).multiplyScalar(forward).add(right)
    const from = this.camera.position.clone()
    this.ahead.far = STEP_M + 0.25
    // At the knee and at the eye: a rail stops one as a wall does.
    for (const height of [-0.9, 0]) {
      this.ahead.set(from.clone().addScaledVector(UP, height), way.clone().normalize())
      if (this.ahead.intersectObjects(this.obstacles(), false).length) return
    }
    const to = from.addScaledVector(way, STEP_M)
    to.z = (this.height_m(to.x, to.y) ?? to.z - EYE_M) + EYE_M
    this.camera.position.copy(to)
    this.aim()
  }
  private direction(yaw: number, pitch: number): THREE.Vector3 {
    return new THREE.Vector3(1, 0, 0).applyAxisAngle(new THREE.Vector3(0, -1, 0), pitch).applyAxisAngle(UP, yaw)
  }
  private aim(): void {
    this.camera.lookAt(this.camera.position.clone().add(this.direction(this.yaw, this.pitch)))
  }
}
