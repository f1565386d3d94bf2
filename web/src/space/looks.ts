import * as THREE from 'three'
import type { Made } from '@/space/pieces'

/** What things look like: drawn here on small canvases, so that nothing is fetched. The same every time. */
function numbers(seed: number): () => number {
  let at = seed
  return () => (at = (at * 16807) % 2147483647) / 2147483647
}
function canvas(wide: number, high: number, paint: (pen: CanvasRenderingContext2D) => void): THREE.CanvasTexture {
  const sheet = document.createElement('canvas')
  sheet.width = wide
  sheet.height = high
  paint(sheet.getContext('2d')!)
  const made = new THREE.CanvasTexture(sheet)
  made.colorSpace = THREE.SRGBColorSpace
  made.wrapS = made.wrapT = THREE.RepeatWrapping
  made.anisotropy = 4
  return made
}
/** Long grain on white: a piece's own colour shows through it. */
const grain = () =>
  canvas(256, 128, (pen) => {
    const next = numbers(11)
    pen.fillStyle = '#fff'
    pen.fillRect(0, 0, 256, 128)
    for (let i = 0; i < 90; i++) {
      pen.strokeStyle = next() > 0.25 ? '#5d4325' : '#fff6e4'
      pen.globalAlpha = 0.03 + next() * 0.11
      pen.lineWidth = 0.5 + next() * 1.6
      let y = next() * 128
      pen.beginPath()
      pen.moveTo(0, y)
      for (let x = 16; x <= 256; x += 16) pen.lineTo(x, (y += (next() - 0.5) * 2.2))
      pen.stroke()
    }
  })
const speckle = (dark: string, light: string, count: number, seed: number) => (pen: CanvasRenderingContext2D) => {
  const next = numbers(seed)
  for (let i = 0; i < count; i++) {
    pen.fillStyle = next() > 0.5 ? dark : light
    pen.globalAlpha = 0.06 + next() * 0.16
    const size = 0.6 + next() * 2.2
    pen.fillRect(next() * 256, next() * 256, size, size)
  }
}
const stone = () =>
  canvas(256, 256, (pen) => {
    pen.fillStyle = '#fff'
    pen.fillRect(0, 0, 256, 256)
    speckle('#4f5350', '#ffffff', 2600, 5)(pen)
  })
/** A net on nothing: one sees through it. */
const net = () =>
  canvas(128, 128, (pen) => {
    pen.strokeStyle = '#fff'
    pen.lineWidth = 3
    for (let at = 16; at < 128; at += 32) {
      pen.beginPath()
      pen.moveTo(at, 0)
      pen.lineTo(at, 128)
      pen.moveTo(0, at)
      pen.lineTo(128, at)
      pen.stroke()
    }
  })
const siding = () =>
  canvas(64, 256, (pen) => {
    pen.fillStyle = '#fff'
    pen.fillRect(0, 0, 64, 256)
    for (let y = 0; y < 256; y += 32) {
      pen.fillStyle = 'rgba(60,60,50,.22)'
      pen.fillRect(0, y, 64, 3)
    }
  })
const grass = () =>
  canvas(256, 256, (pen) => {
    pen.fillStyle = '#9dae74'
    pen.fillRect(0, 0, 256, 256)
    const next = numbers(29)
    for (let i = 0; i < 5200; i++) {
      pen.strokeStyle = ['#8a9d61', '#b1bd88', '#98aa6d', '#bfc595', '#7f9357'][Math.floor(next() * 5)]!
      pen.globalAlpha = 0.2 + next() * 0.35
      const x = next() * 256
      const y = next() * 256
      pen.beginPath()
      pen.moveTo(x, y)
      pen.lineTo(x + (next() - 0.5) * 4, y - 2 - next() * 5)
      pen.stroke()
    }
  })
/** A soft sky: deep above, pale at the horizon. */
export function skyDome(): THREE.Mesh {
  const shade = canvas(4, 256, (pen) => {
    const fill = pen.createLinearGradient(0, 0, 0, 256)
    for (const [at, color] of [
      [0, '#5f9fd8'],
      [0.4, '#93c3e8'],
      [0.47, '#cfe4f0'],
      [0.5, '#e6eeec'],
      [0.52, '#dfe4d8'],
      [1, '#cfd3c2'],
    ] as const)
      fill.addColorStop(at, color)
    pen.fillStyle = fill
    pen.fillRect(0, 0, 4, 256)
  })
  const dome = new THREE.Mesh(
    new THREE.SphereGeometry(320, 24, 16),
    new THREE.MeshBasicMaterial({ map: shade, side: THREE.BackSide, fog: false, depthWrite: false, toneMapped: false }),
  )
  dome.rotation.x = Math.PI / 2
  return dome
}
export const HAZE = '#e3e9e2'

export function materials(): Record<Made, THREE.MeshStandardMaterial> {
  const plain = { vertexColors: true, side: THREE.DoubleSide, metalness: 0 } as const
  const wall = siding()
  wall.repeat.set(1, 1)
  return {
    wood: new THREE.MeshStandardMaterial({ ...plain, map: grain(), roughness: 0.86 }),
    stone: new THREE.MeshStandardMaterial({ ...plain, map: stone(), roughness: 1 }),
    metal: new THREE.MeshStandardMaterial({ ...plain, roughness: 0.5, metalness: 0.35 }),
    mesh: new THREE.MeshStandardMaterial({
      ...plain,
      map: net(),
      roughness: 0.6,
      transparent: true,
      depthWrite: false,
    }),
    leaf: new THREE.MeshStandardMaterial({ ...plain, map: stone(), roughness: 1 }),
    wall: new THREE.MeshStandardMaterial({ ...plain, roughness: 0.95 }),
  }
}
export function groundMaterial(): THREE.MeshLambertMaterial {
  const map = grass()
  return new THREE.MeshLambertMaterial({ map, transparent: true, side: THREE.DoubleSide })
}
export const waterMaterial = (): THREE.MeshStandardMaterial =>
  new THREE.MeshStandardMaterial({
    color: '#5f8fa6',
    roughness: 0.15,
    transparent: true,
    opacity: 0.62,
    depthWrite: false,
    side: THREE.DoubleSide,
  })
/** A person of 1.75 m and a dog, for scale; they are no part of any plan. */
export function forScale(): THREE.Group {
  const group = new THREE.Group()
  const cloth = new THREE.MeshStandardMaterial({ color: '#52645f', roughness: 1 })
  const skin = new THREE.MeshStandardMaterial({ color: '#b98d6c', roughness: 1 })
  const put = (shape: THREE.BufferGeometry, x: number, y: number, z: number, stuff = cloth, turn = 0) => {
    const made = new THREE.Mesh(shape, stuff)
    made.position.set(x, y, z)
    made.rotation.x = Math.PI / 2
    made.rotation.z = turn
    made.castShadow = true
    group.add(made)
  }
  put(new THREE.CapsuleGeometry(0.09, 0.66, 4, 10), -0.09, 0, 0.42)
  put(new THREE.CapsuleGeometry(0.09, 0.66, 4, 10), 0.09, 0, 0.42)
  put(new THREE.CapsuleGeometry(0.19, 0.36, 4, 12), 0, 0, 1.13)
  put(new THREE.CapsuleGeometry(0.055, 0.5, 4, 8), -0.26, 0, 1.07)
  put(new THREE.CapsuleGeometry(0.055, 0.5, 4, 8), 0.26, 0, 1.07)
  put(new THREE.SphereGeometry(0.125, 14, 10), 0, 0, 1.625, skin)
  const fur = new THREE.MeshStandardMaterial({ color: '#7a5a3a', roughness: 1 })
  put(new THREE.CapsuleGeometry(0.12, 0.45, 4, 10), 0.85, 0, 0.45, fur, Math.PI / 2)
  put(new THREE.SphereGeometry(0.11, 12, 8), 1.2, 0, 0.6, fur)
  for (const [x, y] of [
    [0.65, 0.07],
    [0.65, -0.07],
    [1.05, 0.07],
    [1.05, -0.07],
  ] as const)
    put(new THREE.CapsuleGeometry(0.03, 0.3, 2, 6), x, y, 0.17, fur)
  return group
}
