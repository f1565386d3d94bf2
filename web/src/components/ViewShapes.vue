<script setup lang="ts">
import { computed, watch } from 'vue'
import type { Shape, View } from '@/api/types'
import ViewLabels from '@/components/ViewLabels.vue'
import { labelsOf, place } from '@/logic/labels'

const props = withDefaults(
  defineProps<{
    view: View
    sx: number /** pixels a metre along the line */
    sy: number /** pixels a metre upward */
    x0: number /** pixel of station 0 */
    y0: number /** pixel of height 0 */
    selected?: string
    hover?: string
    texts?: boolean
    from?: number /** only shapes that reach into this stretch are painted */
    to?: number
    grabs?: Set<string> /** ids of what can be taken hold of */
  }>(),
  { selected: '', hover: '', texts: true, from: -1e9, to: 1e9, grabs: () => new Set<string>() },
)
const emit = defineEmits<{ grab: [id: string, event: PointerEvent]; pick: [id: string] }>()

const X = (x: number) => Math.round((props.x0 + x * props.sx) * 100) / 100
const Y = (y: number) => Math.round((props.y0 - y * props.sy) * 100) / 100

/** Paths of shapes that did not change are not written again while something is pulled. */
let written = new WeakMap<Shape, string>()
watch(
  () => [props.sx, props.sy, props.x0, props.y0],
  () => (written = new WeakMap()),
  { flush: 'sync' },
)
function path(shape: Shape): string {
  let d = written.get(shape)
  if (d === undefined) written.set(shape, (d = pathOf(shape)))
  return d
}
function pathOf(shape: Shape): string {
  let d = ''
  for (let k = 0; k < shape.count; k++) {
    d += shape.points
      .map(([x, y], i) => `${i ? 'L' : 'M'}${X(x + k * shape.step[0])} ${Y(y + k * shape.step[1])}`)
      .join('')
    if (shape.kind === 'polygon') d += 'Z'
  }
  return d
}
const reaches = (shape: Shape) => {
  const xs = shape.points.map((p) => p[0])
  const more = (shape.count - 1) * shape.step[0]
  return Math.max(...xs) + Math.max(0, more) >= props.from && Math.min(...xs) + Math.min(0, more) <= props.to
}
const drawn = computed(() =>
  props.view.shapes
    .filter((shape) => shape.kind !== 'text' && reaches(shape))
    .map((shape) => ({
      id: shape.id,
      about: shape.about || shape.id,
      layer: shape.layer,
      d: shape.kind === 'circle' ? '' : path(shape),
      cx: X(shape.points[0]![0]),
      cy: Y(shape.points[0]![1]),
      rx: shape.size * props.sx,
      ry: shape.size * props.sy,
      grab: props.grabs.has(shape.about || shape.id),
    })),
)
const labels = computed(() =>
  props.texts ? place(labelsOf({ ...props.view, shapes: props.view.shapes.filter(reaches) }, X, Y)) : [],
)
</script>

<template>
  <g class="shapes">
    <template v-for="(shape, index) in drawn" :key="shape.id + shape.layer + index">
      <ellipse
        v-if="!shape.d"
        :cx="shape.cx"
        :cy="shape.cy"
        :rx="shape.rx"
        :ry="shape.ry"
        :class="['s', shape.layer]"
        :data-id="shape.id"
        :data-about="shape.about"
        @click="emit('pick', shape.about)"
      />
      <path
        v-else
        :d="shape.d"
        :class="[
          's',
          shape.layer,
          { on: shape.about === selected || shape.id === selected, hover: shape.id === hover, grab: shape.grab },
        ]"
        :data-id="shape.id"
        :data-about="shape.about"
        @pointerdown="shape.grab && emit('grab', shape.about, $event)"
        @click="emit('pick', shape.about)"
      />
    </template>
    <ViewLabels :labels="labels" />
  </g>
</template>

<style>
.s.string {
  pointer-events: none; /* a hair over everything else: what lies under it is meant */
}
.s {
  fill: none;
  stroke: var(--ink-2);
  stroke-width: 1;
  vector-effect: non-scaling-stroke;
}
.s.on.post {
  fill: var(--flag);
}
.s.on.joist,
.s.on.beam,
.s.on.ledger,
.s.on.rafter,
.s.on.purlin,
.s.on.hip {
  stroke: var(--chalk);
  stroke-width: 3;
}
.s.grab {
  cursor: ew-resize;
  touch-action: none;
}
.s.hover.post {
  stroke: var(--chalk);
  stroke-width: 3;
}
.s.on {
  stroke: var(--chalk);
  stroke-width: 1.4;
}
.s.on.post,
.s.on.leaf,
.s.on.zone {
  stroke: var(--ink);
  stroke-width: 3;
  stroke-dasharray: none;
}
.t {
  font-size: 12px;
  fill: var(--ink);
  stroke: var(--ground);
  stroke-width: 4px;
  stroke-linejoin: round;
  pointer-events: none;
}
.t.dimension,
.t.level {
  fill: var(--chalk);
  font-weight: 600;
}
.t.post-number {
  font-weight: 600;
  fill: #fff;
  stroke: var(--post);
  stroke-width: 3px;
}
.t.post-place,
.t.depth {
  font-size: 12px;
}
.t.zone-label {
  fill: var(--zone);
  font-weight: 600;
}
</style>
