import * as THREE from 'three'
import { expect, it } from 'vitest'
import { Walk } from '@/space/walk'

const camera = () => {
  const made = new THREE.PerspectiveCamera()
  made.up.set(0, 0, 1)
  return made
}
it('walks at eye height over falling ground', () => {
  const eye = camera()
  const walk = new Walk(
    eye,
    (_, y) => -0.1 * y,
    () => [],
  )
  walk.begin(0, 0, 0)
  for (let k = 0; k < 10; k++) walk.step(1, 0)
  expect(eye.position.y).toBeCloseTo(3.5, 6)
  expect(eye.position.z).toBeCloseTo(1.6 - 0.35, 6)
})
it('turns left, and steps aside to the right', () => {
  const eye = camera()
  const walk = new Walk(
    eye,
    () => 0,
    () => [],
  )
  walk.begin(0, 0, 0)
  walk.step(0, 1)
  expect(eye.position.x).toBeCloseTo(0.35, 6)
  walk.turn(Math.PI / 2)
  walk.step(1, 0)
  expect(eye.position.x).toBeCloseTo(0, 6)
})
it('is stopped by what is built', () => {
  const eye = camera()
  const wall = new THREE.Mesh(new THREE.BoxGeometry(4, 0.1, 4))
  wall.position.set(0, 1, 0)
  wall.updateMatrixWorld()
  const walk = new Walk(
    eye,
    () => 0,
    () => [wall],
  )
  walk.begin(0, 0, 0)
  for (let k = 0; k < 10; k++) walk.step(1, 0)
  expect(eye.position.y).toBeLessThan(1)
})
