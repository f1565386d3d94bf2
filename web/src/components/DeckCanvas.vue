<script setup lang="ts">
import { useElementSize, useEventListener } from '@vueuse/core'
import { computed, ref } from 'vue'
import type { Handle, Sheet } from '@/api/types'
import ViewShapes from '@/components/ViewShapes.vue'
import { showDistance, toMark, type Tape } from '@/logic/units'

const props = defineProps<{ sheet: Sheet; tape: Tape; selected: string; hidden: string[] /** layers left out */ }>()
const emit = defineEmits<{ select: [id: string]; drag: [handle: Handle, at_m: number]; drop: [handle: Handle, at_m: number]; cancel: [] }>()

const box = ref<HTMLElement>()
const svg = ref<SVGSVGElement>()
const { width, height } = useElementSize(box)
const RULE = 34
const views = computed(() => Object.fromEntries(props.sheet.views.map((view) => [view.name, view])))
const plan = computed(() => views.value.plan!)
const section = computed(() => views.value.section!)
const held = ref<{ handle: Handle; at: number; offset: number } | null>(null)
/** While something is held the scale stays, so that the paper does not move under the finger. */
const heldBox = ref<number[] | null>(null)
const outline = computed(() => heldBox.value ?? plan.value.bounds)
const across = computed(() => plan.value.bounds[2] - plan.value.bounds[0])
const tallSection = computed(() => section.value.bounds[3] - section.value.bounds[1])
const wideSection = computed(() => section.value.bounds[2] - section.value.bounds[0])
/** One scale for both, as large as the paper allows: the section under the plan, or beside it on a wide paper. */
const fits = computed(() => {
  const [left, low, right, top] = outline.value as [number, number, number, number]
  const planWide = right - left
  const planTall = top - low
  const under = Math.min((width.value - RULE - 150) / Math.max(planWide, wideSection.value), (height.value - RULE - 78) / (planTall + tallSection.value))
  const beside = Math.min((width.value - RULE - 240) / (planWide + wideSection.value), (height.value - RULE - 66) / Math.max(planTall, tallSection.value))
  return { beside: beside > under * 1.1, scale: Math.max(6, Math.min(Math.max(under, beside), 90)) }
})
const scale = computed(() => fits.value.scale)
const planRight = computed(() => (fits.value.beside ? RULE + 8 + 70 + (across.value * scale.value) + Math.max(0, (width.value - RULE - 240 - (across.value + wideSection.value) * scale.value) / 2) : width.value))
const x0 = computed(() => RULE + (planRight.value - RULE - 46 - across.value * scale.value) / 2 - plan.value.bounds[0] * scale.value)
const y0 = computed(() => RULE + 22 + plan.value.bounds[3] * scale.value)
const planBottom = computed(() => (fits.value.beside ? height.value : y0.value - plan.value.bounds[1] * scale.value + 18))
const sx0 = computed(() => (fits.value.beside ? planRight.value + 22 : RULE + (width.value - RULE - 90 - wideSection.value * scale.value) / 2) - section.value.bounds[0] * scale.value)
const sy0 = computed(() => (fits.value.beside ? RULE + 56 : planBottom.value + 34) + section.value.bounds[3] * scale.value)
const X = (x: number) => x0.value + x * scale.value
const Y = (y: number) => y0.value + y * scale.value
const shown = (view: typeof plan.value) => ({ ...view, shapes: view.shapes.filter((shape) => !props.hidden.includes(shape.layer)) })

const step = computed(() => (props.tape.system === 'imperial' ? 0.3048 : 0.5))
const every = computed(() => (props.tape.system === 'imperial' ? (scale.value > 26 ? 2 : 4) : scale.value > 40 ? 1 : 2))
function rule(size: number): { at: number; long: boolean; label: string }[] {
  const found = []
  for (let k = 0; k * step.value <= size + 1e-6; k++) {
    const long = k % every.value === 0
    if (!long && step.value * scale.value < 5) continue
    found.push({ at: k * step.value, long, label: props.tape.system === 'imperial' ? `${k}′` : `${(k * step.value).toFixed(1)}` })
  }
  return found
}
const ring = computed(() => plan.value.shapes.find((shape) => shape.layer === 'outline')?.points ?? [])
const far = computed(() => ({ x: Math.max(...ring.value.map((p) => p[0]), 1), y: -Math.min(...ring.value.map((p) => p[1]), -1) }))

const inner = (id: string) => id.replace('/hole/', '/post/').replace(/\/beam\/([^/]+)\/.*$/, '/beam/$1').replace(/\/joist-\d+$/, '/joists').replace(/\/(block|boards)\/.*$/, '/joists').replace(/\/guard\/.*$/, '/guard').replace(/\/(stair\/[^/]+)\/.*$/, '/$1').replace(/\/sill-\d+$/, '/sills').replace(/\/ledger\/\d+$/, '/ledger')
const handleOf = (id: string) => props.sheet.handles.find((item) => item.id === inner(id)) ?? null
const axis = (handle: Handle) => (handle.line.endsWith('/x') ? 'x' : 'y')
function place(event: PointerEvent, handle: Handle): number {
  const at = svg.value!.getBoundingClientRect()
  return axis(handle) === 'x' ? (event.clientX - at.left - x0.value) / scale.value : (event.clientY - at.top - y0.value) / scale.value
}
function take(handle: Handle, event: PointerEvent): void {
  if (event.button !== 0) return
  event.preventDefault()
  held.value = { handle, at: handle.station_m, offset: handle.station_m - place(event, handle) }
  heldBox.value = [...plan.value.bounds]
  svg.value?.setPointerCapture(event.pointerId)
}
function grab(id: string, event: PointerEvent): void {
  emit('select', inner(id))
  const handle = handleOf(id)
  if (handle) take(handle, event)
}
let moved = false
function drag(event: PointerEvent): void {
  if (!held.value) return
  const at = toMark(place(event, held.value.handle) + held.value.offset, props.tape)
  if (Math.abs(at - held.value.at) < 1e-6) return
  moved = true
  held.value = { ...held.value, at }
  emit('drag', held.value.handle, at)
}
function drop(): void {
  if (held.value && moved) emit('drop', held.value.handle, held.value.at)
  held.value = null
  heldBox.value = null
  moved = false
}
useEventListener('keydown', (event: KeyboardEvent) => {
  if (event.key !== 'Escape' || !held.value) return
  held.value = null
  heldBox.value = null
  moved = false
  emit('cancel')
})
/** Wide, unseen places to take hold of: a beam is a few pixels thick on the screen. */
const holds = computed(() =>
  props.sheet.handles
    .filter((handle) => !handle.id.includes('/edge/'))
    .map((handle) => {
      const name = handle.id.split('/').pop()!
      const post = handle.id.includes('/post/')
      const row = props.sheet.posts.filter((item) => (post ? item.id === handle.id : item.id.includes(`/post/${name}-`)))
      const shapes = plan.value.shapes.filter((shape) => row.some((item) => item.id === shape.id) && shape.layer === 'post')
      const xs = shapes.flatMap((shape) => shape.points.map((p) => p[0]))
      const ys = shapes.flatMap((shape) => shape.points.map((p) => -p[1]))
      const pad = post ? 6 : 4
      return { handle, post, x: X(Math.min(...xs)) - pad, y: Y(Math.min(...ys)) - pad, w: (Math.max(...xs) - Math.min(...xs)) * scale.value + 2 * pad, h: (Math.max(...ys) - Math.min(...ys)) * scale.value + 2 * pad, ok: xs.length > 0 }
    })
    .filter((item) => item.ok)
    .sort((a, b) => Number(a.post) - Number(b.post)),
)
const edges = computed(() => props.sheet.handles.filter((handle) => handle.id.includes('/edge/')))
</script>

<template>
  <div ref="box" class="canvas">
    <svg v-if="width > 50 && plan && section" ref="svg" :width="width" :height="height" role="group" aria-label="Framing plan and section on one scale" @pointermove="drag" @pointerup="drop" @pointercancel="drop">
      <rect x="0" y="0" :width="width" :height="RULE" class="tape" /><rect x="0" y="0" :width="RULE + 8" :height="planBottom" class="tape" />
      <g class="ticks">
        <template v-for="tick in rule(far.x)" :key="'x' + tick.at"><path :d="`M${X(tick.at)} ${RULE}v${tick.long ? -12 : -6}`" /><text v-if="tick.long" :x="X(tick.at) + 3" y="16">{{ tick.label }}</text></template>
        <template v-for="tick in rule(far.y)" :key="'y' + tick.at"><path :d="`M${RULE + 8} ${Y(tick.at)}h${tick.long ? -12 : -6}`" /><text v-if="tick.long" x="4" :y="Y(tick.at) + 4">{{ tick.label }}</text></template>
      </g>
      <ViewShapes :view="shown(plan)" :sx="scale" :sy="scale" :x0="x0" :y0="y0" :selected="selected" @grab="grab" @pick="emit('select', inner($event))" />
      <g class="edges">
        <rect v-for="edge in edges" :key="edge.id" :class="axis(edge)" :x="axis(edge) === 'x' ? X(edge.station_m) - 5 : X(0)" :y="axis(edge) === 'x' ? Y(0) : Y(edge.station_m) - 5" :width="axis(edge) === 'x' ? 10 : far.x * scale" :height="axis(edge) === 'x' ? far.y * scale : 10" @pointerdown="take(edge, $event)"><title>pull to resize</title></rect>
      </g>
      <g class="holds">
        <rect v-for="item in holds" :key="item.handle.id" :x="item.x" :y="item.y" :width="item.w" :height="item.h" :class="axis(item.handle)" :data-hold="item.handle.id" @pointerdown="grab(item.handle.id, $event)"><title>{{ item.post ? 'pull along the beam' : 'pull the beam' }}</title></rect>
      </g>
      <g v-if="held" class="pointer">
        <path :d="axis(held.handle) === 'x' ? `M${X(held.at)} ${RULE}V${planBottom}` : `M${RULE} ${Y(held.at)}H${width}`" />
        <text :x="axis(held.handle) === 'x' ? X(held.at) + 5 : RULE + 14" :y="axis(held.handle) === 'x' ? RULE + 16 : Y(held.at) - 5">{{ showDistance(held.at, tape) }}</text>
      </g>
      <path :d="fits.beside ? `M${planRight} ${RULE}V${height}` : `M0 ${planBottom}H${width}`" class="split" />
      <text :x="fits.beside ? planRight + 16 : 16" :y="fits.beside ? RULE + 20 : planBottom + 20" class="title">Section along the joists <tspan class="soft">same scale</tspan></text>
      <ViewShapes :view="shown(section)" :sx="scale" :sy="scale" :x0="sx0" :y0="sy0" :selected="selected" @grab="(id) => emit('select', inner(id))" @pick="emit('select', inner($event))" />
    </svg>
  </div>
</template>

<style scoped>
.canvas { position: relative; flex: 1; min-height: 0; overflow: hidden; background: var(--ground); }
svg { display: block; user-select: none; touch-action: none; }
.tape { fill: var(--tape); }
.ticks path { stroke: var(--ink); }
.ticks text, .soft { font-size: 12px; fill: var(--ink-2); font-weight: 400; }
.title { font-size: 13px; font-weight: 600; fill: var(--ink); }
.split { stroke: var(--line); stroke-width: 1.5; }
.edges rect { fill: transparent; }
.holds rect { fill: transparent; }
.holds rect:hover { fill: var(--chalk); opacity: 0.22; }
.holds .x { cursor: ew-resize; } .holds .y { cursor: ns-resize; }
.edges rect:hover { fill: var(--chalk); opacity: 0.25; }
.edges .x { cursor: ew-resize; } .edges .y { cursor: ns-resize; }
.pointer path { stroke: var(--chalk); stroke-dasharray: 4 3; }
.pointer text { font-size: 13px; font-weight: 600; fill: var(--chalk); paint-order: stroke; stroke: var(--paper); stroke-width: 4px; }
</style>
