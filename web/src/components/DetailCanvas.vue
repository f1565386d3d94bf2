<script setup lang="ts">
import { useWindowSize } from '@vueuse/core'
import { computed, ref } from 'vue'
import { points } from '@/api/adapt'
import type { View } from '@/api/types'

const props = withDefaults(
  defineProps<{
    view: View
    stretch?: boolean /** heights drawn larger than lengths */
    small?: boolean /** half a sheet wide */
    grab?: string /** end of the id that can be pulled */
  }>(),
  { stretch: false, small: false, grab: '' },
)
const emit = defineEmits<{ pull: [x: number, done: boolean] }>()
const { width: screen } = useWindowSize()
/** A narrow screen draws on a narrower sheet, so that words keep their size. */
const W = computed(() => (props.small ? 320 : screen.value < 620 ? 400 : 620))
const box = computed(() => {
  const [left, low, right, top] = props.view.bounds
  const width = right - left || 1
  const height = top - low || 1
  const H = props.stretch ? 190 : props.small ? 250 : 470
  const sx = props.stretch
    ? (W.value - (props.small ? 64 : 120)) / width
    : Math.min((W.value - (props.small ? 40 : W.value > 500 ? 290 : 190)) / width, (H - 70) / height)
  const sy = props.stretch ? Math.min((H - 70) / height, sx * 6) : sx
  const x0 = (W.value - width * sx) / 2 - left * sx
  return { sx, sy, x0, y0: 40 + top * sy, H: height * sy + 84 }
})
const X = (x: number) => box.value.x0 + x * box.value.sx
const Y = (y: number) => box.value.y0 - y * box.value.sy
const d = (points: number[][], close: boolean) =>
  points.map(([x, y], i) => `${i ? 'L' : 'M'}${X(x!).toFixed(1)} ${Y(y!).toFixed(1)}`).join('') + (close ? 'Z' : '')
const svg = ref<SVGSVGElement>()
let pulling = false
function at(event: PointerEvent): number {
  const frame = svg.value!.getBoundingClientRect()
  return (((event.clientX - frame.left) / frame.width) * W.value - box.value.x0) / box.value.sx
}
function down(event: PointerEvent, id: string): void {
  if (!props.grab || !id.endsWith(props.grab)) return
  pulling = true
  svg.value?.setPointerCapture(event.pointerId)
  event.preventDefault()
}
function move(event: PointerEvent): void {
  if (pulling) emit('pull', at(event), false)
}
function up(event: PointerEvent): void {
  if (pulling) emit('pull', at(event), true)
  pulling = false
}
</script>

<template>
  <svg
    ref="svg"
    :viewBox="`0 0 ${W} ${box.H}`"
    role="img"
    :aria-label="view.title"
    @pointermove="move"
    @pointerup="up"
    @pointercancel="up"
  >
    <template v-for="(shape, i) in view.shapes" :key="i">
      <path
        v-if="shape.kind !== 'text'"
        :d="d(points(shape.points), shape.kind === 'polygon')"
        :class="[shape.layer.startsWith('partner') ? 's' : 'd', shape.layer, { grab: grab && shape.id.endsWith(grab) }]"
        @pointerdown="down($event, shape.id)"
      />
    </template>
    <template v-for="(shape, i) in view.shapes" :key="'t' + i">
      <text
        v-if="shape.kind === 'text'"
        :x="X(shape.points[0]![0]) + shape.shift[0]"
        :y="Y(shape.points[0]![1]) - shape.shift[1]"
        :text-anchor="shape.anchor"
      >
        {{ shape.text }}
      </text>
    </template>
  </svg>
</template>

<style scoped>
svg {
  width: 100%;
  height: auto;
  display: block;
  touch-action: pan-y;
}
.d {
  fill: none;
  stroke: var(--ink-2);
  stroke-width: 1.2;
}
.bar-stile,
.bar-rail {
  fill: var(--board);
  stroke: var(--board-line);
}
.bar-strut {
  fill: var(--rail);
  stroke: color-mix(in srgb, var(--rail) 60%, #000);
}
.bar-open {
  fill: none;
  stroke: var(--post);
  stroke-dasharray: 4 3;
}
.bar-cable {
  fill: var(--ink-2);
  stroke: var(--ink);
}
.squeezed {
  stroke: var(--flag);
  stroke-width: 2.6;
  stroke-linejoin: round;
}
.pulled {
  stroke: var(--chalk);
  stroke-width: 2.6;
  stroke-dasharray: 5 2.5;
}
.push {
  stroke: var(--ink);
  stroke-width: 1.8;
}
.ground-line {
  stroke: #6b5836;
  stroke-width: 2.4;
}
.leaf-edge {
  stroke: var(--post);
  stroke-width: 2.4;
}
.nearest {
  stroke: var(--flag);
  stroke-dasharray: 3 3;
}
.water-line {
  stroke: var(--chalk);
  stroke-width: 1.8;
}
.round {
  stroke: var(--ink-2);
  fill: color-mix(in srgb, var(--chalk) 14%, transparent);
}
.grab {
  cursor: ew-resize;
}
text {
  font-size: 12px;
  fill: var(--ink);
  stroke: var(--paper);
  stroke-width: 4px;
  stroke-linejoin: round;
}
</style>
