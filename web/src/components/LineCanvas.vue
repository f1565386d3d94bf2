<script setup lang="ts">
import { useElementSize, useEventListener } from '@vueuse/core'
import { computed, nextTick, ref, watch } from 'vue'
import type { Handle, Sheet } from '@/api/types'
import LengthField from '@/components/LengthField.vue'
import ViewShapes from '@/components/ViewShapes.vue'
import { place } from '@/logic/labels'
import { showDistance, showLength, toMark, type Tape } from '@/logic/units'

const props = defineProps<{ sheet: Sheet; tape: Tape; selected: string; busy?: boolean /** a drag is being answered */ }>()
const emit = defineEmits<{
  select: [id: string]
  drag: [handle: Handle, station_m: number]
  drop: [handle: Handle, station_m: number]
  cancel: []
}>()

const box = ref<HTMLElement>()
const { width, height } = useElementSize(box)
const PAD = 46
const TAPE = 58
const trueScale = ref(false)
const hoverStation = ref<number | null>(null)
const held = ref<{ handle: Handle; station: number; offset: number } | null>(null)

const views = computed(() => Object.fromEntries(props.sheet.views.map((view) => [view.name, view])))
const plan = computed(() => views.value.plan!)
const elevation = computed(() => views.value.elevation!)
const planHeight = computed(() => Math.max(96, Math.min(170, height.value * 0.27)))
const tapeTop = computed(() => planHeight.value)
const elevationTop = computed(() => planHeight.value + TAPE)
const elevationHeight = computed(() => Math.max(120, height.value - elevationTop.value))
const tall = computed(() => elevation.value.bounds[3] - elevation.value.bounds[1])
const sy = computed(() => Math.min((elevationHeight.value - 54) / tall.value, 90))
// While something is held the scale stays: pulling the end longer must not shrink the paper under the finger.
const heldLine = ref<number | null>(null)
const lineHeld = computed(() => Math.max(heldLine.value ?? props.sheet.line_m, 0.5))
/** A short line is not stretched over the paper: it stands in the middle of it, no wider than it is high. */
const fit = computed(() => Math.max(1, Math.min(sy.value, (width.value - 2 * PAD) / lineHeld.value)))
const pad = computed(() => Math.max(PAD, (width.value - lineHeld.value * sx.value) / 2))
const sx = computed(() => (trueScale.value ? Math.max(sy.value, fit.value) : fit.value))
const vy = computed(() => (trueScale.value && sx.value === sy.value ? sy.value : Math.min(sy.value, sx.value * 4)))
const wide = computed(() => Math.max(width.value, props.sheet.line_m * sx.value + 2 * pad.value))
const stretch = computed(() => vy.value / sx.value)
const planScale = computed(() => Math.min(34, (planHeight.value - 30) / 2.6))
const X = (station: number) => pad.value + station * sx.value
const elevationZero = computed(() => elevationTop.value + 50 + elevation.value.bounds[3] * vy.value)
const stationOf = (event: PointerEvent) => {
  const at = svg.value!.getBoundingClientRect()
  return (event.clientX - at.left - pad.value) / sx.value
}
const svg = ref<SVGSVGElement>()

const post = computed(() => props.sheet.posts.find((item) => item.id === props.selected) ?? null)
const bay = computed(() => props.sheet.bays.find((item) => item.id === props.selected) ?? null)
/** Where the hole's dimension stands: right of its post, or left of it at the paper's edge. */
const beside = computed(() => (post.value && X(post.value.station_m) > wide.value - 84 ? -28 : 20))
const handleOf = (id: string) => props.sheet.handles.find((item) => item.id === id) ?? null

const step = computed(() => (props.tape.system === 'imperial' ? 0.3048 : 0.5))
const ticks = computed(() => {
  const found: { x: number; long: boolean; label: string }[] = []
  const every = props.tape.system === 'imperial' ? 10 : 4
  for (let k = 0; k * step.value <= props.sheet.line_m + 1e-6; k++) {
    const long = k % every === 0
    if (!long && step.value * sx.value < 3.4) continue
    found.push({ x: X(k * step.value), long, label: long ? (props.tape.system === 'imperial' ? `${k}′` : `${k * step.value} m`) : '' })
  }
  return found
})
const WEIGHT: Record<string, number> = { end: 4, corner: 3, gate: 2, locked: 2 }
const readings = computed(() =>
  place(
    props.sheet.posts.map((item) => ({
      id: item.id, x: X(item.station_m), y: tapeTop.value + 41, text: item.reading, size: 12, anchor: 'middle' as const,
      weight: item.id === props.selected ? 9 : (WEIGHT[item.kind] ?? 1),
    })),
    0,
  ),
)
const numbers = computed(() =>
  place(
    props.sheet.posts.map((item) => ({
      id: item.id, x: X(item.station_m), y: elevationZero.value - (item.ground_m + item.cut_height_m) * vy.value - 7,
      text: String(item.number), size: 12, anchor: 'middle' as const, weight: item.id === props.selected ? 9 : 1,
    })),
    0,
  ),
)

function grab(id: string, event: PointerEvent): void {
  const handle = handleOf(id)
  if (id.includes('/post/')) emit('select', id)
  const taken = handle
  if (!taken || event.button !== 0) return
  event.preventDefault()
  held.value = { handle: taken, station: taken.station_m, offset: taken.station_m - stationOf(event) }
  heldLine.value = props.sheet.line_m
  svg.value?.setPointerCapture(event.pointerId)
}
let moved = false
function drag(event: PointerEvent): void {
  hoverStation.value = stationOf(event)
  if (!held.value) return
  const station = Math.min(Math.max(0, toMark(stationOf(event) + held.value.offset, props.tape)), props.sheet.line_m + 30)
  if (Math.abs(station - held.value.station) < 1e-6) return
  moved = true
  held.value = { ...held.value, station }
  emit('drag', held.value.handle, station)
}
function drop(): void {
  if (held.value && moved) emit('drop', held.value.handle, held.value.station)
  held.value = null
  heldLine.value = null
  moved = false
}
function cancel(): void {
  if (!held.value) return
  held.value = null
  heldLine.value = null
  moved = false
  emit('cancel')
}
useEventListener('keydown', (event: KeyboardEvent) => {
  if (event.key === 'Escape') cancel()
  const at = event.target as HTMLElement
  if (event.key.toLowerCase() === 't' && !at.matches('input, textarea') && !event.ctrlKey && !event.metaKey) trueScale.value = !trueScale.value
})

watch([() => props.selected, trueScale], async () => {
  const station = post.value?.station_m ?? bay.value?.from_m
  if (station === undefined || !trueScale.value) return
  await nextTick()
  box.value?.scrollTo({ left: X(station) - width.value / 2, behavior: 'auto' })
})
const hovered = computed(() => (hoverStation.value !== null && hoverStation.value >= 0 && hoverStation.value <= props.sheet.line_m ? hoverStation.value : null))
const blocked = computed(() => held.value?.handle.blocked_m ?? [])
function reread(value: number | null): void {
  const handle = post.value && handleOf(post.value.id)
  if (handle && value !== null) emit('drop', handle, value)
}
</script>

<template>
  <div ref="box" class="canvas" :class="{ scrolls: wide > width }">
    <svg
      v-if="width > 50" ref="svg" :width="wide" :height="height" class="paper" role="group" aria-label="Plan, tape and elevation on one scale"
      @pointermove="drag" @pointerup="drop" @pointercancel="cancel" @pointerleave="hoverStation = null"
    >
      <text x="16" y="20" class="title">Plan <tspan class="soft">pulled straight; turns written at each bend</tspan></text>
      <ViewShapes :view="plan" :sx="sx" :sy="planScale" :x0="pad" :y0="planHeight / 2 + 12" :selected="selected" @grab="grab" @pick="emit('select', $event)" />
      <g v-if="held" class="barred">
        <rect v-for="([a, b], i) in blocked" :key="i" :x="X(a)" :y="24" :width="Math.max(1, (b - a) * sx)" :height="height - 24" />
      </g>
      <rect x="0" :y="tapeTop" :width="wide" :height="TAPE" class="tape" />
      <path :d="`M0 ${tapeTop}H${wide}M0 ${tapeTop + TAPE}H${wide}`" class="tape-edge" />
      <g class="ticks">
        <path v-for="(tick, i) in ticks" :key="i" :d="`M${tick.x} ${tapeTop}v${tick.long ? 13 : 6}`" />
        <template v-for="(tick, i) in ticks" :key="'l' + i"><text v-if="tick.long" :x="tick.x + 3" :y="tapeTop + 22" class="soft">{{ tick.label }}</text></template>
      </g>
      <g class="marks">
        <path
          v-for="item in sheet.posts" :key="item.id" :d="`M${X(item.station_m) - 5} ${tapeTop + TAPE}h10l-5 -9z`" :class="{ on: item.id === selected }" @click="emit('select', item.id)"
        />
        <text v-for="label in readings" :key="label.id" :x="label.x" :y="label.y" text-anchor="middle" :class="{ on: label.id === selected }">{{ label.text }}</text>
      </g>
      <text x="16" :y="elevationTop + 19" class="title">Elevation <tspan class="soft">{{ stretch > 1.05 ? `heights drawn ${stretch.toFixed(1)}× as tall as lengths` : 'true scale' }}</tspan></text>
      <ViewShapes :view="elevation" :sx="sx" :sy="vy" :x0="pad" :y0="elevationZero" :selected="selected" @grab="grab" @pick="emit('select', $event)" />
      <text v-for="label in numbers" :key="'n' + label.id" :x="label.x" :y="label.y" text-anchor="middle" class="number" :class="{ on: label.id === selected }">{{ label.text }}</text>
      <g v-if="bay" class="dimension">
        <path :d="`M${X(bay.from_m)} ${elevationTop + 48}V${elevationTop + 40}M${X(bay.to_m)} ${elevationTop + 48}V${elevationTop + 40}M${X(bay.from_m)} ${elevationTop + 44}H${X(bay.to_m)}`" />
        <text :x="(X(bay.from_m) + X(bay.to_m)) / 2" :y="elevationTop + 38" text-anchor="middle">{{ bay.width }}</text>
      </g>
      <g v-if="post" class="dimension">
        <path :d="`M${X(post.station_m) + beside} ${elevationZero - post.ground_m * vy}h8m-4 0v${post.hole_m * vy}m-4 0h8`" />
        <text :x="X(post.station_m) + beside + (beside < 0 ? -4 : 10)" :text-anchor="beside < 0 ? 'end' : 'start'" :y="elevationZero - (post.ground_m - post.hole_m / 2) * vy + 4">{{ post.hole }}</text>
      </g>
      <g v-if="hovered !== null" class="pointer">
        <path :d="`M${X(hovered)} ${tapeTop}v${TAPE}`" />
        <text :x="X(hovered) + (X(hovered) > wide - 70 ? -4 : 4)" :text-anchor="X(hovered) > wide - 70 ? 'end' : 'start'" :y="tapeTop + 11">{{ showDistance(held ? held.station : hovered, tape) }}</text>
      </g>
    </svg>
    <div v-if="post && handleOf(post.id) && !held" class="over" :style="{ left: `${Math.min(Math.max(X(post.station_m) - 52, 4), wide - 112)}px`, top: `${tapeTop + 24}px` }">
      <LengthField :model-value="post.station_m" :tape="tape" :label="`Post ${post.number} stands at`" hide-label @update:model-value="reread" />
    </div>
    <div class="scale no-print" role="group" aria-label="Scale">
      <button class="plain small" :class="{ on: !trueScale }" :aria-pressed="!trueScale" @click="trueScale = false">Whole line</button>
      <button class="plain small" :class="{ on: trueScale }" :aria-pressed="trueScale" @click="trueScale = true">True scale</button>
    </div>
    <p v-if="held" class="visually-hidden" role="status">{{ showLength(held.station, tape) }}</p>
  </div>
</template>

<style scoped>
.canvas { position: relative; flex: 1; min-height: 0; overflow: hidden; background: var(--ground); }
.canvas.scrolls { overflow-x: auto; }
.paper { display: block; user-select: none; }
.title { font-size: 13px; font-weight: 600; fill: var(--ink); }
.soft { font-weight: 400; fill: var(--ink-2); font-size: 12px; }
.tape { fill: var(--tape); }
.tape-edge { stroke: color-mix(in srgb, var(--line) 80%, #7a6f42); }
.ticks path { stroke: var(--ink); stroke-width: 1; }
.marks path { fill: var(--ink); cursor: pointer; }
.marks path.on { fill: var(--chalk); }
.marks text { font-size: 12px; font-weight: 600; fill: var(--ink); }
.marks text.on { visibility: hidden; }
.number { font-size: 12px; fill: var(--ink); paint-order: stroke; stroke: var(--ground); stroke-width: 4px; }
.number.on { font-weight: 600; fill: var(--chalk); }
.dimension path { stroke: var(--chalk); fill: none; stroke-width: 1.5; }
.dimension text { font-size: 13px; font-weight: 600; fill: var(--chalk); paint-order: stroke; stroke: var(--paper); stroke-width: 5px; }
.pointer path { stroke: var(--chalk); }
.pointer text { font-size: 12px; font-weight: 600; fill: var(--chalk); paint-order: stroke; stroke: var(--tape); stroke-width: 4px; }
.barred rect { fill: url(#over); opacity: 0.35; }
.over { position: absolute; width: 104px; }
.over :deep(.box) { text-align: center; border-color: var(--chalk); color: var(--chalk); padding: 2px 4px; }
.over :deep(.fault) { background: var(--paper); border: 1px solid var(--fail); padding: 4px 6px; width: 220px; }
.scale { position: sticky; left: 0; bottom: 8px; display: flex; width: max-content; margin: -40px 0 0 12px; }
.scale .plain { border-radius: 0; margin-left: -1px; }
</style>
