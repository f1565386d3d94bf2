<script setup lang="ts">
import Button from 'primevue/button'
import { useElementSize } from '@vueuse/core'
import { computed, ref, watch } from 'vue'
import { useRouter } from 'vue-router'
import { rings } from '@/api/adapt'
import type { SiteClearance, Shady, SitePlan, SiteFeature, PlacedOutline, SitePlacement } from '@/api/types'
import LengthField from '@/components/LengthField.vue'
import ViewShapes from '@/components/ViewShapes.vue'
import { FULL, mm, usePlacing } from '@/components/place/usePlacing'
import type { SiteThings } from '@/components/place/useSiteThings'
import type { Under } from '@/components/place/useUnder'
import { boxOf, labelsOf, place } from '@/logic/labels'
import { divisions } from '@/logic/panes'
import { outermost, snapShift, targetsOf, type At, type Targets } from '@/logic/snap'
import { FT } from '@/logic/units'
import { useJob } from '@/stores/job'

/** The site from above: structures are pulled and turned, what lies there is drawn and pulled by its corners. */
const props = defineProps<{
  plan: SitePlan
  site: SiteThings
  under: Under
  shade: Shady | null
  selected: string
  thing: SiteFeature | null /** what is selected, if it lies there */
  near: SiteClearance[] /** distances that are drawn */
  amiss: Map<string, number>
}>()
const emit = defineEmits<{ select: [id: string] }>()
const store = useJob()
const { standing, put } = usePlacing()
const { drawing, points } = props.site
const { under: laid, asking, taps, says, full, missing, pale, address } = props.under
const site = props.site
const box = ref<HTMLElement>()
const paper = ref<SVGSVGElement>()
const { width, height } = useElementSize(box)

/** Pixels a metre under which names of what lies there would only cover it: they are told when it is picked. */
const LABELLED = 9
const EDGE = 64
/** While something is held the paper stays where it is. */
const kept = ref<number[] | null>(null)
const bounds = computed(() => (kept.value ?? props.plan.bounds) as [number, number, number, number])
const scale = computed(() => {
  const [left, low, right, high] = bounds.value
  return Math.max(
    2,
    Math.min(
      90,
      (width.value - 2 * EDGE) / Math.max(1, right - left),
      (height.value - 2 * EDGE) / Math.max(1, high - low),
    ),
  )
})
const x0 = computed(() => width.value / 2 - ((bounds.value[0] + bounds.value[2]) / 2) * scale.value)
const y0 = computed(() => height.value / 2 + ((bounds.value[1] + bounds.value[3]) / 2) * scale.value)
const X = (x: number) => x0.value + x * scale.value
const Y = (y: number) => y0.value - y * scale.value
const path = (rings: number[][][]) =>
  rings.map((ring) => `M${ring.map(([x, y]) => `${X(x!).toFixed(1)} ${Y(y!).toFixed(1)}`).join('L')}Z`).join('')
const imperial = computed(() => store.tape.system === 'imperial')
const ruler = computed(() => divisions(Math.min(30, (width.value * 0.3) / scale.value), scale.value, imperial.value))

const labelled = computed(() => {
  let last = -Infinity
  return ruler.value.filter(
    (mark) => mark.long && mark.at * scale.value - last >= 34 && ((last = mark.at * scale.value), true),
  )
})

/** Names of the structures, kept off each other and off the site's own labels. */
const names = computed(() =>
  place(
    props.plan.stands.map((stand) => ({
      stand,
      x: X(stand.middle[0]!),
      y: Y(stand.middle[1]!) - 8,
      text: stand.name,
      size: 13.5,
      anchor: 'middle' as const,
      weight: 1,
      down: true,
    })),
    { steps: 12, keep: scale.value > LABELLED ? labelsOf(props.plan.lies, X, Y).map(boxOf) : [] },
  ),
)

/** So near (pixels) corners and lines of others draw what is pulled onto them; Alt leaves it where it is. */
const DRAWS = 12
function others(apart: string): Targets {
  const found: Targets = { points: [], lines: [] }
  const add = (rings: readonly (readonly At[])[], closed: boolean) => {
    const more = targetsOf(rings, closed)
    found.points.push(...more.points)
    found.lines.push(...more.lines)
  }
  for (const stand of props.plan.stands ?? [])
    if (stand.id !== apart && stand.on !== apart) {
      const corners = outermost(rings(stand.outlines).flat())
      add([corners], true)
      add(rings(stand.walls), true)
    }
  for (const item of site.things.value)
    if (item.id !== apart)
      add([item.points.map(({ x_m, y_m }) => [x_m, y_m] as const)], site.rowOf(item.kind)?.drawn === 'area')
  return found
}

const held = ref<{ id: string; x: number; y: number; dx: number; dy: number } | null>(null)
/** What stands on another moves with it. */
const carrier = (stand: PlacedOutline) => props.plan.stands.find((item) => item.id === stand.on) ?? stand
const shift = (stand: PlacedOutline) =>
  held.value?.id === carrier(stand).id ? `translate(${held.value.dx} ${held.value.dy})` : undefined
function take(stand: PlacedOutline, event: PointerEvent): void {
  if (drawing.value || asking.value) return
  emit('select', stand.id)
  held.value = { id: carrier(stand).id, x: event.clientX, y: event.clientY, dx: 0, dy: 0 }
  kept.value = [...bounds.value]
  ;(event.currentTarget as Element).setPointerCapture(event.pointerId)
}
const corner = ref<{ id: string; index: number; at: At } | null>(null)
function takeCorner(index: number, event: PointerEvent): void {
  if (!props.thing) return
  kept.value = [...bounds.value]
  corner.value = { id: props.thing.id, index, at: where(event) }
  ;(event.currentTarget as Element).setPointerCapture(event.pointerId)
}
function drag(event: PointerEvent): void {
  if (held.value) held.value = { ...held.value, dx: event.clientX - held.value.x, dy: event.clientY - held.value.y }
  if (corner.value) corner.value = { ...corner.value, at: met(where(event), corner.value.id, event.altKey) }
  if (drawing.value) pointer.value = met(where(event), '', event.altKey)
}
function drop(event: PointerEvent): void {
  const last = held.value
  const stand = props.plan.stands.find((item) => item.id === last?.id)
  const pulled = corner.value
  held.value = null
  corner.value = null
  kept.value = null
  if (pulled)
    site.change(
      pulled.id,
      (item) => (item.points[pulled.index] = { x_m: mm(pulled.at[0]), y_m: mm(pulled.at[1]) }),
      'A corner moved',
    )
  if (last && stand && Math.abs(last.dx) + Math.abs(last.dy) > 3) {
    const [dx, dy] = [last.dx / scale.value, -last.dy / scale.value]
    const corners = outermost(rings(stand.outlines).flat()).map(([x, y]): At => [x + dx, y + dy])
    const more = event.altKey ? null : snapShift(corners, others(stand.id), DRAWS / scale.value)
    put(stand, { x_m: stand.stands.x_m + dx + (more?.[0] ?? 0), y_m: stand.stands.y_m + dy + (more?.[1] ?? 0) })
  }
}
function keys(chosen: PlacedOutline, event: KeyboardEvent): void {
  const stand = carrier(chosen)
  const step = (imperial.value ? FT : 0.25) * (event.shiftKey ? 10 : 1)
  const now = standing(stand)
  const ways: Record<string, Partial<SitePlacement>> = {
    ArrowLeft: { x_m: now.x_m - step },
    ArrowRight: { x_m: now.x_m + step },
    ArrowUp: { y_m: now.y_m + step },
    ArrowDown: { y_m: now.y_m - step },
    '[': { turn_rad: (now.turn_rad + Math.PI / 36) % FULL },
    ']': { turn_rad: (now.turn_rad - Math.PI / 36) % FULL },
  }
  if (event.key === 'Enter') void openSheet(chosen)
  const way = ways[event.key]
  if (!way) return
  event.preventDefault()
  put(stand, way)
}
const router = useRouter()
const openSheet = (stand: PlacedOutline) =>
  router.push({ name: 'design', params: { job: store.id, structure: stand.id } }).catch(() => undefined)

const pointer = ref<At | null>(null)
function where(event: MouseEvent): At {
  const at = paper.value!.getBoundingClientRect()
  return [(event.clientX - at.left - x0.value) / scale.value, (y0.value - (event.clientY - at.top)) / scale.value]
}
function met(at: At, apart: string, alone: boolean): At {
  const more = alone ? null : snapShift([at], others(apart), DRAWS / scale.value)
  return more ? [at[0] + more[0], at[1] + more[1]] : at
}
function stop(): void {
  site.start('')
  kept.value = null
  pointer.value = null
}
function done(): void {
  const id = site.finish()
  stop()
  if (id) emit('select', id)
}
function click(event: MouseEvent): void {
  if (asking.value) {
    // Where a point belongs is drawn onto corners; the picture's own points are where they are seen.
    const place = asking.value === 'places' && taps.value.length % 2 === 1
    props.under.tap(place ? met(where(event), '', event.altKey) : where(event))
    return
  }
  if (!drawing.value) return
  const at = met(where(event), '', event.altKey)
  const last = points.value.at(-1)
  if (last && (Math.abs(at[0] - last[0]) + Math.abs(at[1] - last[1])) * scale.value < 3) return
  points.value = [...points.value, [mm(at[0]), mm(at[1])]]
  if (site.rowOf(drawing.value)?.drawn === 'point') done()
}
function paperKeys(event: KeyboardEvent): void {
  if (asking.value && event.key === 'Escape') props.under.begin('')
  if (!drawing.value) return
  if (event.key === 'Escape') stop()
  else if (event.key === 'Enter') done()
  else if (event.key === 'Backspace') points.value = points.value.slice(0, -1)
  else return
  event.preventDefault()
}
const sketch = computed(() => {
  const all: At[] = pointer.value ? [...points.value, pointer.value] : points.value
  return all.map(([x, y], k) => `${k ? 'L' : 'M'}${X(x)} ${Y(y)}`).join('')
})
const north = computed(
  () => `translate(${width.value - 40} ${height.value - 56}) rotate(${(-(props.plan.north_rad ?? 0) * 180) / Math.PI})`,
)
/** A picture's own axes run right and down, in pixels. */
const lay = computed(() => {
  if (!laid.value) return ''
  const { x_m, y_m, turn_rad, m_per_px } = laid.value
  const turned = (-(turn_rad ?? 0) * 180) / Math.PI
  return `translate(${X(x_m)} ${Y(y_m)}) rotate(${turned}) scale(${m_per_px * scale.value})`
})
/** Cells of a row that are about as dark, as one strip. */
const strips = computed(() => {
  const map = props.shade
  if (!map) return []
  const found: { x: number; y: number; w: number; h: number; dark: number }[] = []
  const size = map.cell_m * scale.value
  for (let row = 0; row < map.rows; row++)
    for (let column = 0; column < map.columns;) {
      const dark = Math.round(map.shares[row * map.columns + column]! * 10)
      let end = column + 1
      while (end < map.columns && Math.round(map.shares[row * map.columns + end]! * 10) === dark) end++
      if (dark)
        found.push({
          x: X(map.left_m + column * map.cell_m),
          y: Y(map.low_m + (row + 1) * map.cell_m),
          w: (end - column) * size,
          h: size,
          dark: dark / 10,
        })
      column = end
    }
  return found
})
watch([drawing, asking], ([kind, way]) => {
  kind ||= way
  if (!kind) kept.value = null
  if (!kind) return
  kept.value = [...bounds.value]
  paper.value?.focus({ preventScroll: true })
})
</script>

<template>
  <p v-if="drawing" class="drawing" role="status">
    {{ site.rowOf(drawing)?.says }}:
    {{ site.rowOf(drawing)?.drawn === 'point' ? 'tap where it is' : 'tap its points one after another, then Enter' }}
    <Button size="small" :disabled="!site.enough.value" @click="done">Done</Button>
    <Button severity="secondary" outlined size="small" @click="stop">Leave it</Button>
  </p>
  <p v-if="asking" class="drawing" role="status">
    <span v-if="!full">{{ says }}</span>
    <LengthField
      v-else
      class="apart"
      :model-value="null"
      :tape="store.tape"
      label="Actual distance"
      @update:model-value="(length) => length && under.done(length)"
    />
    <Button severity="secondary" outlined size="small" @click="under.begin('')">Leave it</Button>
  </p>
  <div ref="box" class="paper">
    <svg
      v-if="width > 50"
      ref="paper"
      :width="width"
      :height="height"
      role="group"
      tabindex="-1"
      aria-label="The site from above"
      :class="{ drawn: drawing || asking }"
      @pointermove="drag"
      @pointerup="drop"
      @pointercancel="((held = null), (corner = null))"
      @click="click"
      @dblclick="drawing && done()"
      @keydown="paperKeys"
    >
      <image
        v-if="laid && address && !missing"
        :href="address"
        :width="laid.wide_px"
        :height="laid.high_px"
        :transform="lay"
        :opacity="pale"
        preserveAspectRatio="none"
        class="under"
        @error="missing = true"
      />
      <g v-if="shade" class="shade" aria-hidden="true" shape-rendering="crispEdges">
        <rect
          v-for="(strip, index) in strips"
          :key="index"
          :x="strip.x"
          :y="strip.y"
          :width="strip.w"
          :height="strip.h"
          :opacity="strip.dark * 0.55"
        />
      </g>
      <ViewShapes
        :view="plan.lies"
        :sx="scale"
        :sy="scale"
        :x0="x0"
        :y0="y0"
        :selected="selected"
        :texts="scale > LABELLED"
        @pick="!drawing && !asking && emit('select', $event)"
      />
      <g
        v-for="stand in plan.stands"
        :key="stand.id"
        class="stand"
        :class="{ on: stand.id === selected, loose: !stand.placed, amiss: amiss.get(stand.id) }"
        tabindex="0"
        role="button"
        :aria-label="`${stand.name}${stand.placed ? '' : ', not placed yet'}`"
        :transform="shift(stand)"
        @pointerdown="take(stand, $event)"
        @keydown="keys(stand, $event)"
        @focus="!drawing && emit('select', stand.id)"
        @dblclick="!drawing && openSheet(stand)"
      >
        <path :d="path(stand.outlines as number[][][])" class="reach" />
        <path :d="path(stand.walls as number[][][])" class="wall" />
        <path :d="path(stand.outlines as number[][][])" class="piece" />
      </g>
      <!-- Drawn last, over every structure. -->
      <g class="names" aria-hidden="true">
        <text
          v-for="name in names"
          :key="name.stand.id"
          :x="name.x"
          :y="name.y"
          :transform="shift(name.stand)"
          text-anchor="middle"
        >
          {{ name.text }}
        </text>
      </g>
      <g v-for="(place, index) in shade?.places ?? []" :key="'s' + index" class="shadiest" aria-hidden="true">
        <rect
          :x="X(place.left_m)"
          :y="Y(place.high_m)"
          :width="(place.right_m - place.left_m) * scale"
          :height="(place.high_m - place.low_m) * scale"
        />
        <text :x="X((place.left_m + place.right_m) / 2)" :y="Y(place.high_m) - 5" text-anchor="middle">
          {{ Math.round(place.share * 100) }} %
        </text>
      </g>
      <g v-if="!held" class="near" aria-hidden="true">
        <template v-for="item in near" :key="item.thing">
          <path
            v-if="item.distance_m > 0.02"
            :d="`M${X(item.here[0]!)} ${Y(item.here[1]!)}L${X(item.there[0]!)} ${Y(item.there[1]!)}`"
            :class="{ amiss: item.amiss }"
          />
        </template>
      </g>
      <g v-if="thing && !drawing && !asking" class="corners">
        <circle
          v-for="(point, index) in thing.points"
          :key="index"
          :cx="X(corner?.index === index ? corner.at[0] : point.x_m)"
          :cy="Y(corner?.index === index ? corner.at[1] : point.y_m)"
          r="7"
          @pointerdown.stop="takeCorner(index, $event)"
        />
      </g>
      <path v-if="drawing" :d="sketch" class="sketch" aria-hidden="true" />
      <g v-if="asking" class="taps" aria-hidden="true">
        <template v-for="([x, y], index) in taps" :key="index">
          <path :d="`M${X(x) - 9} ${Y(y)}h18M${X(x)} ${Y(y) - 9}v18`" />
          <text :x="X(x) + 8" :y="Y(y) - 8">{{ asking === 'places' ? Math.floor(index / 2) + 1 : index + 1 }}</text>
        </template>
      </g>
      <g :transform="north" class="north" aria-hidden="true">
        <path d="M0 -20L7 12L0 6L-7 12Z" />
        <text y="-26" text-anchor="middle">N</text>
      </g>
      <g class="ruler" :transform="`translate(24 ${height - 26})`" aria-hidden="true">
        <path :d="`M0 0H${(ruler.at(-1)?.at ?? 0) * scale}`" />
        <template v-for="mark in ruler" :key="mark.at"><path :d="`M${mark.at * scale} 0v-6`" /></template>
        <template v-for="mark in labelled" :key="`says-${mark.at}`">
          <text :x="mark.at * scale" y="14" text-anchor="middle">{{ mark.label }}</text>
        </template>
      </g>
    </svg>
  </div>
</template>

<style scoped>
.paper {
  flex: 1;
  min-height: 320px;
  position: relative;
  overflow: hidden;
  background: var(--ground);
}
.paper svg {
  position: absolute;
  inset: 0;
  display: block;
}
.stand {
  cursor: move;
  touch-action: none;
}
.reach {
  fill: transparent;
  stroke: transparent;
  stroke-width: 14;
}
.piece {
  fill: var(--board);
  stroke: var(--ink);
  stroke-width: 0.6;
  pointer-events: none;
}
.wall {
  fill: var(--ink-2);
  opacity: 0.35;
}
.drawn {
  cursor: crosshair;
}
.drawn .stand {
  pointer-events: none;
}
.sketch {
  fill: none;
  stroke: var(--flag);
  stroke-width: 2;
  pointer-events: none;
}
.under {
  pointer-events: none;
}
.shade rect {
  fill: var(--chalk);
}
.shade,
.shadiest {
  pointer-events: none;
}
.shadiest rect {
  fill: none;
  stroke: var(--flag);
  stroke-width: 2.5;
}
.shadiest text {
  font-size: 13px;
  font-weight: 600;
  fill: var(--ink);
  stroke: var(--ground);
  stroke-width: 4px;
}
.taps path {
  stroke: var(--flag);
  stroke-width: 2;
}
.taps text {
  font-size: 14px;
  font-weight: 600;
  fill: var(--flag);
}
.near path {
  stroke: var(--chalk);
  stroke-dasharray: 3 3;
}
.near .amiss {
  stroke: var(--fail);
}
.corners circle {
  fill: var(--paper);
  stroke: var(--flag);
  stroke-width: 2;
  cursor: move;
  touch-action: none;
}
.stand.amiss .piece {
  stroke: var(--fail);
}
.stand.on .piece {
  stroke: var(--flag);
  stroke-width: 1.2;
}
.stand.loose .piece {
  opacity: 0.62;
}
.stand:focus-visible {
  outline: 2px solid var(--chalk);
  outline-offset: 4px;
}
.names {
  pointer-events: none;
}
.names text {
  font-size: 13px;
  font-weight: 600;
  fill: var(--ink);
  stroke: var(--ground);
  stroke-width: 4px;
}
.north path {
  fill: var(--ink);
}
.north text,
.ruler text {
  font-size: 12px;
  fill: var(--ink);
}
.ruler path {
  stroke: var(--ink);
  fill: none;
}
.drawing {
  display: flex;
  gap: 10px;
  align-items: center;
  flex-wrap: wrap;
  margin: 0;
  padding: 6px 12px;
  background: var(--chalk-soft);
}
.apart {
  display: flex;
  gap: 8px;
  align-items: center;
}
@media (max-width: 860px) {
  .names text {
    font-size: 10.5px;
  }
}
</style>
