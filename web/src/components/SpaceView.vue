<script setup lang="ts">
import Slider from 'primevue/slider'
import Button from 'primevue/button'
import Checkbox from 'primevue/checkbox'
import { useQuery } from '@tanstack/vue-query'
import { refDebounced, useElementSize, useEventListener } from '@vueuse/core'
import * as THREE from 'three'
import { OrbitControls } from 'three/examples/jsm/controls/OrbitControls.js'
import { computed, onBeforeUnmount, onMounted, ref, shallowRef, watch } from 'vue'
import { api, ask } from '@/api/client'
import type { Scene, Solid } from '@/api/types'
import { extent, pieceCount, triangles } from '@/logic/space'
import { showLength } from '@/logic/units'
import { useJob } from '@/stores/job'
import { saveAs, saveLink } from '@/logic/save'

/**
 * A structure in space, made of its parts alone: turned, walked round at eye height, put together in its order of
 * work.
 */
const props = defineProps<{
  structure: string
  selected: string
  toward: [number, number, number] | null /** unit vector to the sun */
}>()
const emit = defineEmits<{ select: [id: string] }>()
const store = useJob()
const document_ = refDebounced(
  computed(() => store.shown),
  120,
)
const { data, error } = useQuery({
  queryKey: computed(() => ['scene', props.structure, document_.value]),
  queryFn: async () =>
    (await ask(
      api.POST('/api/views/3d', { body: { document: document_.value!, structure: props.structure, selected: '' } }),
    )) as Scene,
  enabled: computed(() => !!document_.value),
  placeholderData: (last) => last,
})
const box = ref<HTMLElement>()
const canvas = ref<HTMLCanvasElement>()
const { width, height } = useElementSize(box)
const stage = ref(3)
const below = ref(false)
const failed = ref('')
const picks = shallowRef<THREE.Vector3[]>([])
const measuring = ref(false)
const apart = computed(() => (picks.value.length === 2 ? picks.value[0]!.distanceTo(picks.value[1]!) : null))

let renderer: THREE.WebGLRenderer | null = null
let controls: OrbitControls | null = null
const world = new THREE.Scene()
const camera = new THREE.PerspectiveCamera(45, 1, 0.05, 400)
camera.up.set(0, 0, 1)
const sky = new THREE.HemisphereLight(0xffffff, 0x8a7d66, 1.5)
const sun = new THREE.DirectionalLight(0xfff3dc, 2.2)
sun.castShadow = true
sun.shadow.mapSize.set(2048, 2048)
sun.shadow.bias = -0.0006
const built = new THREE.Group()
const ground = new THREE.Mesh(
  new THREE.PlaneGeometry(1, 1),
  new THREE.MeshLambertMaterial({ color: 0xd9d2bf, transparent: true }),
)
ground.receiveShadow = true
const water = new THREE.Mesh(
  new THREE.PlaneGeometry(1, 1),
  new THREE.MeshLambertMaterial({ color: 0x5b8fae, transparent: true, opacity: 0.55, depthWrite: false }),
)
world.add(sky, sun, sun.target, built, ground, water)
let waiting = false
/** Drawn when something changed, never in a loop. */
function draw(): void {
  if (waiting) return
  waiting = true
  requestAnimationFrame(() => {
    waiting = false
    renderer?.render(world, camera)
  })
}
/** Concrete, a barrel: a cylinder between the centres of its two ends. */
function cylinder(solid: Solid): THREE.BufferGeometry {
  const [from, to] = solid.points.slice(0, 2).map((point) => new THREE.Vector3(...(point as [number, number, number])))
  const way = to!.clone().sub(from!)
  const shape = new THREE.CylinderGeometry(solid.radius_m, solid.radius_m, way.length(), 24)
  const turn = new THREE.Quaternion().setFromUnitVectors(new THREE.Vector3(0, 1, 0), way.clone().normalize())
  const middle = from!.clone().add(to!).multiplyScalar(0.5)
  return shape.applyQuaternion(turn).translate(middle.x, middle.y, middle.z)
}
function boxes(solid: Solid): THREE.BufferGeometry {
  const shape = new THREE.BufferGeometry()
  shape.setAttribute('position', new THREE.BufferAttribute(triangles(solid), 3))
  shape.computeVertexNormals()
  return shape
}
function meshOf(solid: Solid): THREE.Mesh {
  const shape = solid.shape === 'round' ? cylinder(solid) : boxes(solid)
  const made = new THREE.Mesh(
    shape,
    new THREE.MeshStandardMaterial({ color: solid.fill, side: THREE.DoubleSide, roughness: 1, metalness: 0 }),
  )
  made.castShadow = made.receiveShadow = true
  // A file's nodes carry what they are: other programs list them by name.
  made.name = `${solid.says || solid.layer} (${solid.about})`
  made.userData = { about: solid.about, stage: solid.stage, says: solid.says, fill: solid.fill, layer: solid.layer }
  return made
}
function lay(scene: Scene): void {
  for (const item of [...built.children]) {
    built.remove(item)
    ;(item as THREE.Mesh).geometry.dispose()
  }
  for (const solid of scene.solids) built.add(meshOf(solid))
  const [left, near, right, far, level] = scene.ground as [number, number, number, number, number]
  ground.scale.set(right - left + 6, far - near + 6, 1)
  ground.position.set((left + right) / 2, (near + far) / 2, level)
  water.visible = scene.water_m != null
  water.scale.copy(ground.scale)
  water.position.set(ground.position.x, ground.position.y, scene.water_m ?? 0)
  shine()
  show()
}
function show(): void {
  for (const item of built.children as THREE.Mesh[]) {
    item.visible = item.userData.stage <= stage.value
    const material = item.material as THREE.MeshStandardMaterial
    const on = props.selected && item.userData.about === props.selected
    material.color.set(on ? '#f26b1d' : item.userData.fill)
  }
  const material = ground.material as THREE.MeshLambertMaterial
  material.opacity = below.value ? 0.35 : 1
  draw()
}
function shine(): void {
  if (!data.value) return
  const { middle, reach } = extent(data.value)
  const [x, y, z] = props.toward ?? [-0.45, -0.6, 0.66]
  const far = Math.max(20, reach * 4)
  sun.position.set(middle[0] + x * far, middle[1] + y * far, middle[2] + z * far)
  sun.target.position.set(...middle)
  const lens = sun.shadow.camera
  Object.assign(lens, {
    left: -reach * 2.2,
    right: reach * 2.2,
    top: reach * 2.2,
    bottom: -reach * 2.2,
    near: 0.5,
    far: far + reach * 4,
  })
  lens.updateProjectionMatrix()
  draw()
}
type Look = 'corner' | 'front' | 'side' | 'above' | 'eye'
function look(from: Look): void {
  if (!data.value || !controls) return
  const { middle, reach } = extent(data.value)
  const [mx, my, mz] = middle
  const [left, low, right, high] = data.value.ground as [number, number, number, number, number]
  const away = Math.max(4, 0.92 * new THREE.Vector2(right - left, high - low).length())
  const level = data.value.ground[4] ?? 0
  const places: Record<Look, [number, number, number]> = {
    corner: [mx + away * 0.62, my - away * 0.85, mz + away * 0.5],
    front: [mx, my - away * 1.1, mz],
    side: [mx + away * 1.1, my, mz],
    above: [mx, my - 0.01, mz + away * 1.15],
    eye: [mx + reach * 0.4, my - reach * 1.5, level + 1.6],
  }
  camera.position.set(...places[from])
  controls.target.set(mx, my, from === 'eye' ? level + 1.5 : mz)
  controls.update()
  draw()
}
onMounted(() => {
  try {
    renderer = new THREE.WebGLRenderer({ canvas: canvas.value!, antialias: true, preserveDrawingBuffer: true })
  } catch {
    failed.value = 'This browser has no drawing in space. The drawings and tables say the same.'
    return
  }
  renderer.shadowMap.enabled = true
  renderer.setPixelRatio(Math.min(2, devicePixelRatio))
  renderer.setClearColor(getComputedStyle(box.value!).getPropertyValue('--ground').trim() || '#e7ede9')
  controls = new OrbitControls(camera, canvas.value!)
  controls.maxPolarAngle = Math.PI * 0.55
  controls.addEventListener('change', draw)
  if (data.value) {
    lay(data.value)
    look('corner')
  }
})
let first = true
watch(data, (scene) => {
  if (!scene || !renderer) return
  lay(scene)
  if (first) look('corner')
  first = false
})
watch(
  [width, height],
  ([w, h]) => {
    if (!renderer || w < 10 || h < 10) return
    renderer.setSize(w, h, false)
    camera.aspect = w / h
    camera.updateProjectionMatrix()
    draw()
  },
  { immediate: true, flush: 'post' },
)
watch([stage, below, () => props.selected], show)
watch(() => props.toward, shine)
onBeforeUnmount(() => {
  controls?.dispose()
  renderer?.dispose()
})

let pressed: [number, number] = [0, 0]
function press(event: PointerEvent): void {
  pressed = [event.clientX, event.clientY]
}
function pick(event: PointerEvent): void {
  if (Math.abs(event.clientX - pressed[0]) + Math.abs(event.clientY - pressed[1]) > 5) return
  const rect = canvas.value!.getBoundingClientRect()
  const at = new THREE.Vector2(
    ((event.clientX - rect.left) / rect.width) * 2 - 1,
    1 - ((event.clientY - rect.top) / rect.height) * 2,
  )
  const ray = new THREE.Raycaster()
  ray.setFromCamera(at, camera)
  const hit = ray.intersectObjects(
    built.children.filter((item) => item.visible),
    false,
  )[0]
  if (!hit) return void emit('select', '')
  if (measuring.value) picks.value = picks.value.length === 1 ? [picks.value[0]!, hit.point] : [hit.point]
  else emit('select', String(hit.object.userData.about))
}
useEventListener('keydown', (event: KeyboardEvent) => {
  const where = event.target as HTMLElement
  if (where !== canvas.value || !controls) return
  const turns: Record<string, [number, number]> = {
    ArrowLeft: [0.15, 0],
    ArrowRight: [-0.15, 0],
    ArrowUp: [0, -0.1],
    ArrowDown: [0, 0.1],
  }
  const turn = turns[event.key]
  if (turn) {
    event.preventDefault()
    const off = camera.position.clone().sub(controls.target)
    const ball = new THREE.Spherical().setFromVector3(new THREE.Vector3(off.x, off.z, -off.y))
    ball.theta += turn[0]
    ball.phi = Math.min(Math.PI * 0.55, Math.max(0.05, ball.phi + turn[1]))
    const back = new THREE.Vector3().setFromSpherical(ball)
    camera.position.copy(controls.target).add(new THREE.Vector3(back.x, -back.z, back.y))
  } else if (event.key === '+' || event.key === '-') {
    camera.position.lerp(controls.target, event.key === '+' ? 0.15 : -0.18)
  } else return
  controls.update()
  draw()
})
function png(): void {
  renderer?.render(world, camera)
  saveLink(`${props.structure || 'site'}.png`, canvas.value!.toDataURL('image/png'))
}
async function gltf(): Promise<void> {
  const { GLTFExporter } = await import('three/examples/jsm/exporters/GLTFExporter.js')
  const made = await new GLTFExporter().parseAsync(built, { binary: true, onlyVisible: true })
  saveAs(`${props.structure || 'site'}.glb`, made as ArrayBuffer, 'model/gltf-binary')
}
const LOOKS: [Look, string][] = [
  ['corner', 'From a corner'],
  ['front', 'Front'],
  ['side', 'Side'],
  ['above', 'Above'],
  ['eye', 'At eye height'],
]
const STAGE_SAYS = ['holes and concrete', 'posts', 'frame', 'all of it']
const count = computed(() => (data.value ? pieceCount(data.value) : 0))
</script>

<template>
  <div ref="box" class="space">
    <p v-if="failed || error" class="fault over">{{ failed || error?.message }}</p>
    <canvas
      ref="canvas"
      tabindex="0"
      role="img"
      :aria-label="data ? `${data.says}. Arrow keys turn it, plus and minus draw it nearer.` : 'Building 3D view…'"
      :data-pieces="count"
      @pointerdown="press"
      @pointerup="pick"
    />
    <div class="looks no-print" role="group" aria-label="View">
      <Button v-for="[key, says] in LOOKS" :key="key" severity="secondary" outlined size="small" @click="look(key)">{{
        says
      }}</Button>
    </div>
    <div class="tools no-print">
      <div class="stage">
        <span id="build-stage">Build stage</span>
        <Slider v-model="stage" :min="0" :max="3" aria-labelledby="build-stage" class="slider" />
        <span role="status">{{ STAGE_SAYS[stage] }}</span>
      </div>
      <label><Checkbox v-model="below" binary /> Show below grade</label>
      <label
        ><Checkbox v-model="measuring" binary @change="picks = []" /> Measure (pick two points)
        <b v-if="apart !== null" role="status">{{ showLength(apart, store.tape) }}</b></label
      >
      <Button text size="small" @click="png">PNG</Button><Button text size="small" @click="gltf">glTF</Button>
    </div>
  </div>
</template>

<style scoped>
.stage {
  display: flex;
  gap: 14px;
  align-items: center;
}
.slider {
  width: 120px;
}
.space {
  position: relative;
  flex: 1;
  min-height: 0;
  overflow: hidden;
  background: var(--ground);
}
canvas {
  position: absolute;
  inset: 0;
  width: 100%;
  height: 100%;
  display: block;
  touch-action: none;
}
canvas:focus-visible {
  outline: 3px solid var(--chalk);
  outline-offset: -3px;
}
.looks {
  position: absolute;
  left: 12px;
  bottom: 48px;
  display: flex;
}
.looks .plain {
  border-radius: 0;
  margin-left: -1px;
}
.tools {
  position: absolute;
  left: 0;
  right: 0;
  bottom: 0;
  display: flex;
  gap: 18px;
  align-items: center;
  min-height: 38px;
  padding: 4px 14px;
  background: var(--paper);
  border-top: 1px solid var(--line);
  font-size: 13px;
}
.tools label {
  display: flex;
  gap: 6px;
  align-items: center;
  min-height: 24px;
}
.tools input[type='range'] {
  width: 96px;
}
@media (max-width: 860px) {
  .tools {
    flex-wrap: wrap;
    gap: 4px 12px;
  }
  .looks {
    bottom: 112px;
  }
  .looks .plain {
    padding: 4px 6px;
  }
}
.over {
  position: absolute;
  z-index: 2;
  left: 14px;
  top: 8px;
}
</style>
