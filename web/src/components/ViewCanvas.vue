<script setup lang="ts">
import { useElementSize, useEventListener, useScroll } from '@vueuse/core'
import { computed, nextTick, ref, watch } from 'vue'
import type { DragHandle, Sheet, View } from '@/api/types'
import CanvasScale from '@/components/canvas/CanvasScale.vue'
import GridPointer from '@/components/canvas/GridPointer.vue'
import GridRulers from '@/components/canvas/GridRulers.vue'
import LineOverview from '@/components/canvas/LineOverview.vue'
import PickedOnLine from '@/components/canvas/PickedOnLine.vue'
import PulledTo from '@/components/canvas/PulledTo.vue'
import TapePointer from '@/components/canvas/TapePointer.vue'
import LengthField from '@/components/LengthField.vue'
import LineTape from '@/components/LineTape.vue'
import PaperOverview from '@/components/PaperOverview.vue'
import ViewLabels from '@/components/ViewLabels.vue'
import ViewShapes from '@/components/ViewShapes.vue'
import { useNamed } from '@/composables/useNamed'
import { usePart } from '@/composables/usePart'
import { useDrag } from '@/composables/useDrag'
import { keptFor } from '@/logic/kept'
import { isTrueScale, keepTrueScale } from '@/logic/lineScale'
import { boxOf, place } from '@/logic/labels'
import {
  gridLayout,
  lineLayout,
  RULE,
  WHOLE,
  zoomed,
  type GridLayout,
  type LineLayout,
  type Pane,
  type Viewport,
  PICTURE,
  pictured,
} from '@/logic/panes'
import { type Tape } from '@/logic/units'
import { titleOf, wordsOf } from '@/logic/words'

/** Every view that a sheet names: along a line under each other, or on a grid beside each other. */
const props = defineProps<{
  sheet: Sheet
  tape: Tape
  selected: string
  hidden: string[] /** layers left out */
  tools: string /** where its buttons stand */
}>()
const emit = defineEmits<{
  select: [id: string]
  open: [id: string]
  drag: [handle: DragHandle, at_m: number]
  drop: [handle: DragHandle, at_m: number]
  cancel: []
}>()

const box = ref<HTMLElement>()
const svg = ref<SVGSVGElement>()
const { width, height } = useElementSize(box)
const paper = computed(() => ({ width: width.value, height: height.value }))
const at = ref<Viewport>(WHOLE)
const trueScale = ref(isTrueScale())
watch(trueScale, keepTrueScale)
watch(
  () => props.sheet.id,
  () => (at.value = WHOLE),
)

/** Views without what is hidden; one that did not change stays the same, and is not drawn again. */
const without = computed(() => {
  const hidden = new Set(props.hidden)
  return keptFor((view: View) => ({ ...view, shapes: view.shapes.filter((shape) => !hidden.has(shape.layer)) }) as View)
})
const views = computed(() => (props.sheet.views as View[]).map(without.value))
const above = computed(() => views.value.find((view) => view.how === 'above straight') ?? null)
const side = computed(() => views.value.find((view) => view.how === 'side straight') ?? null)
const grid = computed(() => (above.value && side.value ? [] : views.value.filter((view) => view.layout === 'grid')))
/** While something is held every view stays where it is, at its scale: nothing moves away under the finger. */
const kept = ref<{ line: LineLayout | null; grid: GridLayout | null } | null>(null)
const line = computed<LineLayout | null>(() => {
  if (!above.value || !side.value) return null
  const held = kept.value?.line
  if (held) return { ...held, above: { ...held.above, view: above.value }, side: { ...held.side, view: side.value } }
  return lineLayout(above.value, side.value, props.sheet.line_m, paper.value, at.value, trueScale.value)
})
const laid = computed<GridLayout | null>(() => {
  if (!grid.value.length) return null
  const held = kept.value?.grid
  if (held) return { ...held, panes: held.panes.map((pane, i) => ({ ...pane, view: grid.value[i] ?? pane.view })) }
  return gridLayout(grid.value, [...grid.value[0]!.bounds], paper.value, at.value)
})
const showsPicture = computed(() => at.value.zoom === 1 && !!laid.value && pictured(grid.value, paper.value))
const panes = computed<Pane[]>(() => (line.value ? [line.value.above, line.value.side] : (laid.value?.panes ?? [])))
const main = computed(() => panes.value[0] ?? null)
const wide = computed(() => line.value?.wide ?? width.value)
const X = (x: number) => main.value!.x0 + x * main.value!.sx
const Y = (y: number) => main.value!.y0 + y * main.value!.sy

const axisOf = (handle: DragHandle) => (handle.axis === 'y' ? 'y' : 'x')
const {
  held,
  at: pulled,
  take,
  drag,
  drop,
  cancel,
  shifted,
} = useDrag({
  svg,
  tape: () => props.tape,
  along: (handle, x, y) =>
    axisOf(handle) === 'x' ? (x - main.value!.x0) / main.value!.sx : (y - main.value!.y0) / main.value!.sy,
  most: (handle) => (handle.axis === 'line' ? props.sheet.line_m + 30 : Infinity),
  least: (handle) => (handle.axis === 'line' ? 0 : -Infinity),
  start: () => {
    kept.value = { line: line.value, grid: laid.value }
    named.value = null
  },
  end: () => (kept.value = null),
  drag: (handle, to) => emit('drag', handle, to),
  drop: (handle, to) => emit('drop', handle, to),
  cancel: () => emit('cancel'),
})
const handleOf = (id: string) => props.sheet.handles.find((item) => item.id === id) ?? null
const grabs = computed(() => new Set(props.sheet.handles.map((handle) => handle.id)))
function grab(id: string, event: PointerEvent): void {
  const handle = handleOf(id)
  emit('select', id) // what is taken hold of is what is meant: no click follows
  if (handle) take(handle, event)
}

/**
 * On a grid: wide, unseen places to take hold of (a beam is a few pixels thick), and edges that no piece stands for.
 */
const holds = computed(() => {
  const view = laid.value?.panes[0]?.view
  if (!view) return []
  return props.sheet.handles
    .map((handle) => {
      const shapes = view.shapes.filter(
        (shape) => (shape.about || shape.id) === handle.id && shape.layer !== 'hole' && shape.kind !== 'text',
      )
      const xs = shapes.flatMap((shape) => shape.points.map((p) => p[0]))
      const ys = shapes.flatMap((shape) => shape.points.map((p) => -p[1]))
      const small = Math.max(...xs) - Math.min(...xs) < 0.4 && Math.max(...ys) - Math.min(...ys) < 0.4
      const pad = small ? 6 : 4
      return {
        handle,
        small,
        ok: xs.length > 0,
        x: X(Math.min(...xs)) - pad,
        y: Y(Math.min(...ys)) - pad,
        w: (Math.max(...xs) - Math.min(...xs)) * laid.value!.scale + 2 * pad,
        h: (Math.max(...ys) - Math.min(...ys)) * laid.value!.scale + 2 * pad,
      }
    })
    .filter((item) => item.ok)
    .sort((a, b) => Number(a.small) - Number(b.small))
})
const edges = computed(() =>
  laid.value ? props.sheet.handles.filter((handle) => !holds.value.some((item) => item.handle.id === handle.id)) : [],
)
const ring = computed(() => laid.value?.panes[0]?.view.shapes.find((shape) => shape.layer === 'outline')?.points ?? [])
const far = computed(() => ({
  x: Math.max(...ring.value.map((p) => p[0]), 1),
  y: -Math.min(...ring.value.map((p) => p[1]), -1),
}))
const imperial = computed(() => props.tape.system === 'imperial')
const ruled = computed(() => grid.value[0]?.how === 'above')
const ruleBottom = computed(() =>
  laid.value?.split.beside || !laid.value ? height.value : Math.min(height.value, laid.value.split.at),
)

/** Along a line: the post or bay that is picked, with its lengths, and the posts' numbers over their heads. */
const post = computed(() => props.sheet.posts.find((item) => item.id === props.selected) ?? null)
const bay = computed(() => props.sheet.bays.find((item) => item.id === props.selected) ?? null)
const numbers = computed(() =>
  !line.value
    ? []
    : place(
        props.sheet.posts.map((item) => ({
          id: item.id,
          x: X(item.station_m),
          y: line.value!.side.y0 - (item.ground_m + item.cut_height_m) * line.value!.side.sy - 7,
          text: String(item.number),
          size: 12,
          anchor: 'middle' as const,
          weight: item.id === props.selected ? 9 : 1,
        })),
        { steps: 0 },
      ),
)
const words = computed(() => {
  // A line's own string and boards are read along: no word stands on them.
  const string = line.value
    ? [{ left: 0, right: wide.value, top: line.value.above.y0 - 5, bottom: line.value.above.y0 + 5 }]
    : []
  return wordsOf(panes.value, [...string, ...numbers.value.map(boxOf)])
})
watch([width, height], shifted)
useEventListener('scroll', shifted, { capture: true, passive: true })
const hover = ref<number | null>(null)
/** Asked by whoever draws it alone: it changes with every move. */
const pulledTo = () => pulled.value
const under = () => (held.value ? pulled.value : hover.value)
const { named, name, thingAt } = useNamed(
  () => props.sheet,
  () => views.value,
  () => !!held.value,
)
function point(event: PointerEvent): void {
  if (held.value) return drag(event)
  const rect = svg.value!.getBoundingClientRect()
  name(event, rect)
  if (line.value) {
    const station = (event.clientX - rect.left - line.value.pad) / line.value.above.sx
    hover.value = station >= 0 && station <= props.sheet.line_m ? station : null
  }
  if (panning.value) {
    at.value = {
      ...at.value,
      dx: panning.value.dx + event.clientX - panning.value.x,
      dy: panning.value.dy + event.clientY - panning.value.y,
    }
  }
}
const panning = ref<{ x: number; y: number; dx: number; dy: number } | null>(null)
function pan(event: PointerEvent): void {
  const empty = event.target === svg.value || (event.target as Element).matches('.soil, .decking, .slat, .tread, .wall')
  if (!laid.value || at.value.zoom === 1 || event.button !== 0 || !empty) return
  panning.value = { x: event.clientX, y: event.clientY, dx: at.value.dx, dy: at.value.dy }
  svg.value?.setPointerCapture(event.pointerId)
}
function release(): void {
  panning.value = null
  drop()
}
function zoom(factor: number, x = width.value / 2, y = height.value / 2): void {
  at.value = zoomed(at.value, factor, x, y)
}
function wheel(event: WheelEvent): void {
  if (!event.ctrlKey && !event.metaKey) return
  event.preventDefault()
  const rect = svg.value!.getBoundingClientRect()
  zoom(Math.exp(-event.deltaY / 300), event.clientX - rect.left, event.clientY - rect.top)
}
/** Which part of the whole drawing is on the paper, where that is not all of it. */
const { x: scrolled } = useScroll(box)
const { part, show } = usePart(at, paper, () => line.value?.wide ?? null, scrolled)
/** True scale first; who would rather see the whole line at once gets it the next time, too. */
function fit(): void {
  at.value = WHOLE
  trueScale.value = false
}
useEventListener('keydown', (event: KeyboardEvent) => {
  if (event.key === 'Escape' && held.value) cancel()
  const where = event.target as HTMLElement
  if (where.matches('input, textarea, select') || where.closest('[role=dialog]') || event.ctrlKey || event.metaKey)
    return
  if (event.key.toLowerCase() === 't' && line.value) trueScale.value = !trueScale.value
  else if (event.key === '+' || event.key === '=') zoom(1.4)
  else if (event.key === '-') zoom(1 / 1.4)
  else if (event.key === '0') fit()
})
watch([() => props.selected, trueScale, () => at.value.zoom], async () => {
  const station = post.value?.station_m ?? bay.value?.from_m
  if (!line.value || station === undefined || line.value.wide <= width.value) return
  await nextTick()
  // What is in sight stays where it is, under the pointer that picked it.
  const from = X(station) - scrolled.value
  if (from >= 0 && from <= width.value) return
  box.value?.scrollTo({ left: X(station) - width.value / 2, behavior: 'auto' })
})
function reread(value: number | null): void {
  const handle = post.value && handleOf(post.value.id)
  if (handle && value !== null) emit('drop', handle, value)
}
</script>

<template>
  <div
    ref="box"
    class="canvas"
    :class="{ scrolls: wide > width }"
    :tabindex="wide > width ? 0 : undefined"
    :role="wide > width ? 'region' : undefined"
    :aria-label="wide > width ? 'Drawing' : undefined"
  >
    <svg
      v-if="width > 50 && main"
      ref="svg"
      :width="wide"
      :height="height"
      class="paper"
      role="group"
      :class="{ free: laid && at.zoom > 1 }"
      :aria-label="
        line
          ? 'Plan, tape and elevation on one scale'
          : `${panes.map((pane) => pane.view.title).join(' and ')}, on one scale`
      "
      @pointerdown="pan"
      @pointermove="point"
      @pointerup="release"
      @pointercancel="release"
      @pointerleave="((hover = null), (named = null))"
      @dblclick="emit('open', thingAt($event) || selected)"
      @wheel="wheel"
    >
      <g v-for="pane in panes" :key="pane.view.name">
        <ViewShapes
          :view="pane.view"
          :sx="pane.sx"
          :sy="pane.sy"
          :x0="pane.x0"
          :y0="pane.y0"
          :selected="selected"
          :grabs="grabs"
          :texts="false"
          @grab="grab"
          @pick="emit('select', $event)"
        />
        <text v-if="pane.title" :x="pane.title[0]" :y="pane.title[1]" class="title">
          {{ titleOf(pane)[0] }}
          <tspan class="soft">{{ titleOf(pane)[1] }}</tspan>
        </text>
      </g>
      <ViewLabels :labels="words" />
      <template v-if="line">
        <g v-if="held" class="barred">
          <rect
            v-for="([a, b], i) in held.handle.blocked_m"
            :key="i"
            :x="X(a)"
            :y="24"
            :width="Math.max(1, (b - a) * line.above.sx)"
            :height="height - 24"
          />
        </g>
        <LineTape
          :sheet="sheet"
          :tape="tape"
          :selected="selected"
          :top="line.tapeTop"
          :wide="wide"
          :x0="line.pad"
          :sx="line.above.sx"
          @select="emit('select', $event)"
        />
        <TapePointer :under="under" :tape="tape" :top="line.tapeTop" :wide="wide" :x0="line.pad" :sx="line.above.sx" />
        <text
          v-for="label in numbers"
          :key="'n' + label.id"
          v-memo="[label.x, label.y, label.text, label.id === selected]"
          :x="label.x"
          :y="label.y"
          text-anchor="middle"
          class="number"
          :class="{ on: label.id === selected }"
        >
          {{ label.text }}
        </text>
        <PickedOnLine :post="post" :bay="bay" :line="line" />
      </template>
      <template v-else-if="laid">
        <GridRulers
          v-if="ruled && main"
          :pane="main"
          :far="far"
          :wide="width"
          :bottom="ruleBottom"
          :imperial="imperial"
        />
        <g class="edges">
          <rect
            v-for="edge in edges"
            :key="edge.id"
            :class="axisOf(edge)"
            :x="axisOf(edge) === 'x' ? X(edge.station_m) - 5 : X(0)"
            :y="axisOf(edge) === 'x' ? Y(0) : Y(edge.station_m) - 5"
            :width="axisOf(edge) === 'x' ? 10 : far.x * laid.scale"
            :height="axisOf(edge) === 'x' ? far.y * laid.scale : 10"
            @pointerdown="take(edge, $event)"
          >
            <title>pull to resize</title>
          </rect>
        </g>
        <g class="holds">
          <rect
            v-for="item in holds"
            :key="item.handle.id"
            :x="item.x"
            :y="item.y"
            :width="item.w"
            :height="item.h"
            :class="axisOf(item.handle)"
            :data-hold="item.handle.id"
            @pointerdown="grab(item.handle.id, $event)"
          >
            <title>pull it {{ axisOf(item.handle) === 'x' ? 'along' : 'in or out' }}</title>
          </rect>
        </g>
        <GridPointer
          v-if="held && main"
          :pane="main"
          :axis="axisOf(held.handle)"
          :under="pulledTo"
          :wide="width"
          :bottom="ruleBottom"
          :tape="tape"
        />
        <path
          v-if="at.zoom === 1 && panes.length > 1"
          :d="laid.split.beside ? `M${laid.split.at} ${RULE}V${height}` : `M0 ${laid.split.at}H${width}`"
          class="split"
        />
      </template>
    </svg>
    <div
      v-if="showsPicture"
      class="picture no-print"
      :style="{ left: `${laid!.split.at}px`, width: `${width - laid!.split.at}px`, height: `${PICTURE}px` }"
    >
      <slot name="picture" />
    </div>
    <div
      v-if="line && post && handleOf(post.id) && !held"
      class="over"
      :style="{ left: `${Math.min(Math.max(X(post.station_m) - 52, 4), wide - 112)}px`, top: `${line.tapeTop + 24}px` }"
    >
      <LengthField
        :model-value="post.station_m"
        :tape="tape"
        :label="`Post ${post.number} stands at`"
        hide-label
        @update:model-value="reread"
      />
    </div>
    <p
      v-if="named && !held"
      class="named"
      aria-hidden="true"
      :style="{ left: `${named.x + 12}px`, top: `${named.y + 14}px` }"
    >
      {{ named.says }}
    </p>
    <!-- Beside the ways of looking, not on the paper: a hole's bottom is never under a button. -->
    <Teleport defer :to="tools">
      <PaperOverview v-if="part && !line" :part="part" :shape="width / height" @show="show" />
      <CanvasScale
        :line="!!line"
        :zoom="at.zoom"
        :true-scale="trueScale"
        @fit="fit"
        @true-scale="trueScale = true"
        @zoom="zoom"
      />
    </Teleport>
    <Teleport defer to="#whole-line">
      <LineOverview
        v-if="line && part && width"
        :sheet="sheet"
        :part="part"
        :width="width"
        :pad="line.pad / line.wide"
        :selected="selected"
        @show="show($event, 0.5)"
        @select="emit('select', $event)"
      />
    </Teleport>
    <PulledTo v-if="held" :under="pulledTo" :tape="tape" />
  </div>
</template>

<style scoped>
.picture {
  position: absolute;
  bottom: 0;
  padding: 0 12px 12px;
}
.named {
  position: absolute;
  margin: 0;
  padding: 1px 6px;
  background: var(--ink);
  color: var(--paper);
  font-size: 12px;
  pointer-events: none;
  white-space: nowrap;
}
.canvas {
  position: relative;
  flex: 1;
  min-height: 0;
  overflow: hidden;
  background: var(--ground);
}
.canvas.scrolls {
  overflow-x: auto;
}
.paper {
  display: block;
  user-select: none;
}
.paper.free {
  cursor: grab;
  touch-action: none;
}
.title {
  font-size: 13px;
  font-weight: 600;
  fill: var(--ink);
  stroke: var(--ground);
  stroke-width: 4px;
}
.soft {
  font-weight: 400;
  fill: var(--ink-2);
  font-size: 12px;
}
.number {
  font-size: 12px;
  fill: var(--ink);
  stroke: var(--ground);
  stroke-width: 4px;
}
.number.on {
  font-weight: 600;
  fill: var(--chalk);
}
.barred rect {
  fill: url(#over);
  opacity: 0.35;
}
.split {
  stroke: var(--line);
  stroke-width: 1.5;
}
.edges rect,
.holds rect {
  fill: transparent;
  touch-action: none;
}
.holds rect:hover {
  fill: var(--chalk);
  opacity: 0.22;
}
.edges rect:hover {
  fill: var(--chalk);
  opacity: 0.25;
}
.holds .x,
.edges .x {
  cursor: ew-resize;
}
.holds .y,
.edges .y {
  cursor: ns-resize;
}
.over {
  position: absolute;
  width: 104px;
}
.over :deep(.box) {
  text-align: center;
  border-color: var(--chalk);
  color: var(--chalk);
  padding: 2px 4px;
}
.over :deep(.fault) {
  background: var(--paper);
  border: 1px solid var(--fail);
  padding: 4px 6px;
  width: 220px;
}
</style>
