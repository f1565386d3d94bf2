import * as THREE from 'three'
import type { Solid } from '@/api/types'
import { corners } from '@/space/pieces'

/** A binary glTF with one node a piece, named after what it is: other programs list them by name. */
export async function glb(solids: readonly Solid[]): Promise<ArrayBuffer> {
  const { GLTFExporter } = await import('three/examples/jsm/exporters/GLTFExporter.js')
  const pieces = new THREE.Group()
  for (const solid of solids) {
    const shape = new THREE.BufferGeometry()
    shape.setAttribute('position', new THREE.BufferAttribute(corners(solid), 3))
    shape.computeVertexNormals()
    const material = new THREE.MeshStandardMaterial({ color: solid.fill, roughness: 1, side: THREE.DoubleSide })
    material.name = solid.layer
    const piece = new THREE.Mesh(shape, material)
    piece.name = `${solid.says || solid.layer} (${solid.about})`
    pieces.add(piece)
  }
  return (await new GLTFExporter().parseAsync(pieces, { binary: true, onlyVisible: true })) as ArrayBuffer
}
