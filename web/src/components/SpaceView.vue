<script setup lang="ts">
import Slider from 'primevue/slider'
import Button from 'primevue/button'
import Checkbox from 'primevue/checkbox'
import Select from 'primevue/select'
import { useQuery } from '@tanstack/vue-query'
import { refDebounced, useElementSize, useEventListener, useLocalStorage } from '@vueuse/core'
import * as THREE from 'three'
import { OrbitControls } from 'three/examples/jsm/controls/OrbitControls.js'
import { computed, onBeforeUnmount, onMounted, ref, shallowRef, watch } from 'vue'
import { api, ask } from '@/api/client'
import type { Scene } from '@/api/types'
import { useBuildStages } from '@/composables/useBuildStages'
import { extent, pieceCount } from '@/logic/space'
import { showLength } from '@/logic/units'
import { useJob } from '@/stores/job'
import { saveAs, saveLink } from '@/logic/save'
import { glb } from '@/space/gltf'
import { clear, Ground } from '@/space/ground'
import { forScale, HAZE, materials, skyDome } from '@/space/looks'
import { corners, edges, hitOf, merged, type Merged } from '@/space/pieces'
import { Walk } from '@/space/walk'

/**
 * A structure in space, made of its parts alone: turned, walked round at eye height, put together in its order of
 * work.
 */
const props = defineProps<{
  structure: string
  selected: string
  toward: [number, number, number] | null /** unit vector to the sun */
  task?: string /** the task that it is shown at */
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
const { stage, last, label, stands, play, playing } = useBuildStages(data, () => props.task)
const below = ref(false)
const scaled = ref(false)
const walking = ref(false)
const failed = ref('')
const picks = shallowRef<THREE.Vector3[]>([])
const measuring = ref(false)
const apart = computed(() => (picks.value.length === 2 ? picks.value[0]!.distanceTo(picks.value[1]!) : null))
type Cut = 'none' | 'x' | 'y' | 'z'
const cut = ref<Cut>('none')
const cutAt = ref(50)

let renderer: THREE.WebGLRenderer | null = null
let controls: OrbitControls | null = null
const world = new THREE.Scene()
world.fog = new THREE.Fog(HAZE, 30, 190)
const camera = new THREE.PerspectiveCamera(45, 1, 0.05, 700)
camera.up.set(0, 0, 1)
const dome = skyDome()
const sky = new THREE.HemisphereLight('#f1f5f7', '#b3ab90', 1.75)
const sun = new THREE.DirectionalLight('#fff0d6', 2.4)
sun.castShadow = true
sun.shadow.mapSize.set(2048, 2048)
sun.shadow.bias = -0.0005
sun.shadow.normalBias = 0.02
const built = new THREE.Group()
const selection = new THREE.Group()
const ground = new Ground()
const person = forScale()
const surfaces = materials()
const edgeLines = new THREE.LineBasicMaterial({ color: '#2a2118', transparent: true, opacity: 0.28 })
const highlight = new THREE.MeshStandardMaterial({
  color: '#f26b1d',
  roughness: 0.8,
  side: THREE.DoubleSide,
  polygonOffset: true,
  polygonOffsetFactor: -2,
  polygonOffsetUnits: -2,
})
const measureLine = new THREE.Line(
  new THREE.BufferGeometry(),
  new THREE.LineBasicMaterial({ color: '#c2410c', depthTest: false }),
)
measureLine.renderOrder = 2
world.add(dome, sky, sun, sun.target, ground.group, built, selection, person, measureLine)
let groups: Merged[] = []
let waiting = false
/** Drawn when something changed, never in a loop. */
function draw(): void {
  if (waiting) return
  waiting = true
  requestAnimationFrame(() => {
    waiting = false
    dome.position.copy(camera.position)
    renderer?.render(world, camera)
  })
}
function lay(scene: Scene): void {
  clear(built)
  groups = merged(scene.solids, (made) => surfaces[made])
  for (const one of groups) {
    one.mesh.userData = { stage: one.stage, until: one.until }
    built.add(one.mesh)
  }
  for (let at = 0; at < scene.stages.length; at++) {
    const lines = edges(scene.solids.filter((solid) => solid.stage === at))
    if (!lines.length) continue
    const shape = new THREE.BufferGeometry()
    shape.setAttribute('position', new THREE.BufferAttribute(lines, 3))
    const drawn = new THREE.LineSegments(shape, edgeLines)
    drawn.userData = { stage: at }
    built.add(drawn)
  }
  ground.show(scene)
  const [left, near, right, , level] = scene.ground
  const at = [(left + right) / 2, near + 4.2] as const
  person.position.set(...at, ground.height_m(...at) ?? level)
  shine()
  show()
}
function show(): void {
  for (const item of built.children) item.visible = stands(item.userData as { stage: number })
  clear(selection)
  const chosen = props.selected && data.value ? data.value.solids.filter((one) => one.about === props.selected) : []
  for (const solid of chosen.filter(stands)) {
    const shape = new THREE.BufferGeometry()
    shape.setAttribute('position', new THREE.BufferAttribute(corners(solid), 3))
    shape.computeVertexNormals()
    selection.add(new THREE.Mesh(shape, highlight))
  }
  ground.clear = below.value
  person.visible = scaled.value
  section()
  draw()
}
/** Everything before a plane is taken away, so that one looks into what is built. */
function section(): void {
  const planes: THREE.Plane[] = []
  if (cut.value !== 'none' && data.value) {
    const [left, near, right, far] = data.value.ground
    const { high } = extent(data.value)
    const level = data.value.ground[4] ?? 0
    const share = cutAt.value / 100
    const at = {
      x: left + share * (right - left),
      y: near + share * (far - near),
      z: level - 1 + share * (high - level + 1),
    }
    const away = { x: [-1, 0, 0], y: [0, 1, 0], z: [0, 0, -1] }[cut.value] as [number, number, number]
    planes.push(new THREE.Plane(new THREE.Vector3(...away), cut.value === 'y' ? -at.y : at[cut.value]))
  }
  for (const one of [...Object.values(surfaces), edgeLines, highlight]) one.clippingPlanes = planes
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
    left: -reach * 1.5,
    right: reach * 1.5,
    top: reach * 1.5,
    bottom: -reach * 1.5,
    near: 0.5,
    far: far + reach * 4,
  })
  lens.updateProjectionMatrix()
  draw()
}
type Look = 'corner' | 'front' | 'side' | 'above'
function look(from: Look): void {
  if (!data.value || !controls) return
  walk(false)
  // The ground reaches farther than what stands on it: the picture is filled by what is built.
  const ball = new THREE.Box3().setFromObject(built).getBoundingSphere(new THREE.Sphere())
  const [mx, my, mz] = ball.center.toArray() as [number, number, number]
  // Half of 45 degrees is seen to each side: a little nearer than where the whole ball would fit.
  const away = Math.max(4, (ball.radius * 2.05) / Math.min(1, camera.aspect))
  const places: Record<Look, [number, number, number]> = {
    corner: [mx + away * 0.58, my - away * 0.78, mz + away * 0.21],
    front: [mx, my - away, mz],
    side: [mx + away, my, mz],
    above: [mx, my - 0.01, mz + away],
  }
  camera.position.set(...places[from])
  controls.target.set(mx, my, mz)
  controls.update()
  draw()
}
const foot = new Walk(
  camera,
  (x, y) => ground.height_m(x, y),
  () => groups.filter((one) => one.mesh.visible).map((one) => one.mesh),
)
function step(forward: number, aside: number): void {
  foot.step(forward, aside)
  draw()
}
function turnBy(yaw: number, pitch = 0): void {
  foot.turn(yaw, pitch)
  draw()
}
function walk(on: boolean): void {
  if (!controls || !data.value || walking.value === on) return
  walking.value = on
  controls.enabled = !on
  if (!on) return look('corner')
  const [left, near, right, , level] = data.value.ground
  foot.begin((left + right) / 2, near + 1.5, level)
  canvas.value?.focus()
  draw()
}
/** Where somebody stood and looked, to come back to: kept on this device, by job and structure. */
interface Viewpoint {
  name: string
  at: number[]
  to: number[]
}
const kept = useLocalStorage<Viewpoint[]>(`viewpoints:${store.id}:${props.structure}`, [])
function keepView(): void {
  const to = walking.value
    ? camera.position.clone().add(camera.getWorldDirection(new THREE.Vector3()).multiplyScalar(5))
    : controls!.target
  const name = `View ${1 + Math.max(0, ...kept.value.map((one) => Number(one.name.slice(5)) || 0))}`
  kept.value = [
    ...kept.value.filter((one) => one.name !== name),
    { name, at: camera.position.toArray(), to: to.toArray() },
  ].slice(-8)
}
function goTo(view: Viewpoint): void {
  if (!controls) return
  walking.value = false
  controls.enabled = true
  camera.position.fromArray(view.at)
  controls.target.fromArray(view.to)
  controls.update()
  draw()
}
onMounted(() => {
  try {
    renderer = new THREE.WebGLRenderer({ canvas: canvas.value!, antialias: true })
  } catch {
    failed.value = 'This browser has no drawing in space. The drawings and tables say the same.'
    return
  }
  renderer.shadowMap.enabled = true
  renderer.shadowMap.type = THREE.PCFShadowMap
  renderer.toneMapping = THREE.ACESFilmicToneMapping
  renderer.toneMappingExposure = 1.2
  renderer.localClippingEnabled = true
  renderer.setPixelRatio(Math.min(2, devicePixelRatio))
  renderer.setClearColor(HAZE)
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
watch([stage, below, scaled, cut, cutAt, () => props.selected], show)
watch(() => props.toward, shine)
watch(picks, (points) => {
  measureLine.geometry.setFromPoints(points.length === 2 ? points : [])
  draw()
})
onBeforeUnmount(() => {
  controls?.dispose()
  renderer?.dispose()
})

let pressed: [number, number] = [0, 0]
let turning: [number, number] | null = null
function press(event: PointerEvent): void {
  pressed = [event.clientX, event.clientY]
  turning = walking.value ? pressed : null
}
function turn(event: PointerEvent): void {
  if (!turning || !event.buttons) return
  turnBy((event.clientX - turning[0]) * 0.005, (event.clientY - turning[1]) * 0.004)
  turning = [event.clientX, event.clientY]
}
/** The corner of what was hit that lies nearest, if it is near; else the point itself. */
const SNAP_M = 0.06
function snapped(point: THREE.Vector3, about: string): THREE.Vector3 {
  let best = point
  let near = SNAP_M
  for (const solid of data.value?.solids ?? []) {
    if (solid.about !== about || solid.shape !== 'box') continue
    const at = corners(solid)
    for (let i = 0; i < at.length; i += 3) {
      const corner = new THREE.Vector3(at[i]!, at[i + 1]!, at[i + 2]!)
      const far = corner.distanceTo(point)
      if (far < near) [near, best] = [far, corner]
    }
  }
  return best
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
  const planes = surfaces.wood.clippingPlanes ?? []
  const hits = groups
    .filter((one) => one.mesh.visible)
    .flatMap((one) => ray.intersectObject(one.mesh, false).map((hit) => ({ one, hit })))
    .filter(({ hit }) => planes.every((plane) => plane.distanceToPoint(hit.point) >= 0))
    .sort((a, b) => a.hit.distance - b.hit.distance)
  const [nearest] = hits
  if (!nearest) return void emit('select', '')
  const about = hitOf(nearest.one, nearest.hit.faceIndex ?? 0)
  if (measuring.value) {
    const point = snapped(nearest.hit.point, about)
    picks.value = picks.value.length === 1 ? [picks.value[0]!, point] : [point]
  } else emit('select', about)
}
useEventListener('keydown', (event: KeyboardEvent) => {
  const where = event.target as HTMLElement
  if (where !== canvas.value || !controls) return
  if (walking.value) {
    const moves: Record<string, () => void> = {
      w: () => step(1, 0),
      ArrowUp: () => step(1, 0),
      s: () => step(-1, 0),
      ArrowDown: () => step(-1, 0),
      a: () => step(0, -1),
      d: () => step(0, 1),
      ArrowLeft: () => turnBy(0.09),
      ArrowRight: () => turnBy(-0.09),
      Escape: () => walk(false),
    }
    const move = moves[event.key]
    if (move) {
      event.preventDefault()
      move()
    }
    return
  }
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
  const shown = (data.value?.solids ?? []).filter(stands)
  saveAs(`${props.structure || 'site'}.glb`, await glb(shown), 'model/gltf-binary')
}
const LOOKS: [Look, string][] = [
  ['corner', 'From a corner'],
  ['front', 'Front'],
  ['side', 'Side'],
  ['above', 'Above'],
]
const CUTS: { key: Cut; label: string }[] = [
  { key: 'none', label: 'No cut' },
  { key: 'x', label: 'Across' },
  { key: 'y', label: 'Along' },
  { key: 'z', label: 'Level' },
]
const hint = computed(() =>
  walking.value
    ? 'On foot: W, A, S, D or the arrow keys walk, Escape leaves'
    : 'Arrow keys turn it, plus and minus draw it nearer',
)
const count = computed(() => (data.value ? pieceCount(data.value) : 0))
</script>

<template>
  <div class="space">
    <div class="tools no-print">
      <div class="stage">
        <span id="build-stage">Build</span>
        <Slider v-model="stage" :min="0" :max="last" aria-labelledby="build-stage" class="slider" />
        <span>{{ stage + 1 }} of {{ last + 1 }}</span>
        <Button size="small" text :disabled="!last" @click="play">{{ playing ? 'Pause' : 'Play' }}</Button>
      </div>
      <div class="stage">
        <Select
          v-model="cut"
          :options="CUTS"
          option-label="label"
          option-value="key"
          size="small"
          aria-label="Section"
        />
        <Slider v-if="cut !== 'none'" v-model="cutAt" :min="2" :max="98" aria-label="Section plane" class="slider" />
      </div>
      <label><Checkbox v-model="below" binary /> Below grade</label>
      <label><Checkbox v-model="scaled" binary /> Person</label>
      <label
        ><Checkbox v-model="measuring" binary @change="picks = []" /> Measure
        <b v-if="apart !== null" role="status">{{ showLength(apart, store.tape) }}</b><span
          v-else-if="measuring"
          class="quiet"
          >{{ picks.length ? 'second point' : 'pick two points' }}</span
        ></label
      >
      <Button size="small" text @click="keepView">Save view</Button>
      <Button text size="small" @click="png">PNG</Button><Button text size="small" @click="gltf">glTF</Button>
    </div>
    <div ref="box" class="view">
      <p v-if="failed || error" class="fault over">{{ failed || error?.message }}</p>
      <p v-if="stage < last" class="caption" role="status">{{ label }}</p>
      <canvas
        ref="canvas"
        tabindex="0"
        role="img"
        :aria-label="data ? `${data.says}. ${hint}.` : 'Building 3D view…'"
        :data-pieces="count"
        @pointerdown="press"
        @pointermove="turn"
        @pointerup="pick"
      />
      <div class="looks no-print" role="group" aria-label="View">
        <Button v-for="[key, says] in LOOKS" :key="key" severity="secondary" outlined size="small" @click="look(key)">{{
          says
        }}</Button>
        <Button
          :severity="walking ? 'primary' : 'secondary'"
          :outlined="!walking"
          size="small"
          :aria-pressed="walking"
          @click="walk(!walking)"
          >Walk</Button
        >
        <template v-if="walking">
          <Button size="small" severity="secondary" outlined aria-label="Step forward" @click="step(1, 0)">↑</Button>
          <Button size="small" severity="secondary" outlined aria-label="Step back" @click="step(-1, 0)">↓</Button>
        </template>
        <Button v-for="view in kept" :key="view.name" size="small" severity="secondary" outlined @click="goTo(view)">{{
          view.name
        }}</Button>
      </div>
      <p v-if="walking" class="hint no-print">W A S D or arrows walk · drag to look · Esc leaves</p>
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
  width: 90px;
}
.caption {
  position: absolute;
  z-index: 1;
  left: 12px;
  top: 10px;
  max-width: min(560px, calc(100% - 24px));
  margin: 0;
  padding: 4px 10px;
  background: var(--paper);
  border: 1px solid var(--line);
  border-radius: 6px;
  font-size: 13px;
}
.hint {
  position: absolute;
  left: 12px;
  bottom: 52px;
  margin: 0;
  padding: 2px 8px;
  background: var(--paper);
  font-size: 12.5px;
}
.space {
  flex: 1;
  min-height: 0;
  display: flex;
  flex-direction: column;
}
.view {
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
  bottom: 14px;
  display: flex;
  flex-wrap: wrap;
  gap: 4px;
}
.looks :deep(.p-button-outlined) {
  background: var(--paper);
}
.tools {
  display: flex;
  gap: 4px 10px;
  align-items: center;
  flex-wrap: wrap;
  white-space: nowrap;
  min-height: 38px;
  padding: 4px 14px;
  background: var(--paper);
  border-bottom: 1px solid var(--line);
  font-size: 13px;
}
.tools label {
  display: flex;
  gap: 6px;
  align-items: center;
  min-height: 24px;
}
@media (max-width: 860px) {
  .tools {
    flex-wrap: wrap;
    gap: 4px 12px;
  }
}
.over {
  position: absolute;
  z-index: 2;
  left: 14px;
  top: 8px;
}
</style>
