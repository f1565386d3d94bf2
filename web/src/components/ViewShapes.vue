<script setup lang="ts">
import { computed } from 'vue'
import type { Shape, View } from '@/api/types'
import ViewLabels from '@/components/ViewLabels.vue'
import { keptFor } from '@/logic/kept'
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

const hundredth = (pixels: number) => Math.round(pixels * 100) / 100
const X = (x: number) => hundredth(props.x0 + x * props.sx)
const Y = (y: number) => hundredth(props.y0 - y * props.sy)

type Paper = { sx: number; sy: number; x0: number; y0: number }
/** A shape as it is written on this paper, and how far it reaches along it. */
interface Drawn {
  id: string
  about: string
  layer: string
  d: string
  left: number
  right: number
}
/** Shapes that did not change are not written again while something is pulled; at another scale every one is. */
const drawnOf = computed(() => {
  const paper = { sx: props.sx, sy: props.sy, x0: props.x0, y0: props.y0 } // read once: every look at a property costs
  return keptFor((shape: Shape): Drawn => {
    const xs = shape.points.map((p) => p[0])
    const more = (shape.count - 1) * shape.step[0]
    return {
      id: shape.id,
      about: shape.about || shape.id,
      layer: shape.layer,
      d: shape.kind === 'circle' ? roundOf(shape, paper) : shape.kind === 'text' ? '' : pathOf(shape, paper),
      left: Math.min(...xs) + Math.min(0, more),
      right: Math.max(...xs) + Math.max(0, more),
    }
  })
})
function pathOf(shape: Shape, { sx, sy, x0, y0 }: Paper): string {
  let d = ''
  for (let k = 0; k < shape.count; k++) {
    const [dx, dy] = [k * shape.step[0], k * shape.step[1]]
    let pen = 'M'
    for (const [x, y] of shape.points) {
      d += `${pen}${hundredth(x0 + (x + dx) * sx)} ${hundredth(y0 - (y + dy) * sy)}`
      pen = 'L'
    }
    if (shape.kind === 'polygon') d += 'Z'
  }
  return d
}
/** A circle, or an ellipse where the scales differ: two halves, from its left end and back. */
function roundOf(shape: Shape, { sx, sy }: Paper): string {
  const [x, y] = shape.points[0]!
  const [rx, ry] = [hundredth(shape.size * sx), hundredth(shape.size * sy)]
  return `M${X(x - shape.size)} ${Y(y)}a${rx} ${ry} 0 1 0 ${2 * rx} 0a${rx} ${ry} 0 1 0 ${-2 * rx} 0Z`
}
const shown = computed(() => {
  const { from, to } = props
  return props.view.shapes.filter((shape) => {
    const { left, right } = drawnOf.value(shape)
    return right >= from && left <= to
  })
})
const drawn = computed(() => shown.value.filter((shape) => shape.kind !== 'text').map(drawnOf.value))
/** A name for each: where one more board comes in, those behind it stay what they are and are not made anew. */
const keys = computed(() => {
  const before = new Map<string, number>()
  return drawn.value.map(({ id, layer }) => {
    const name = id + layer
    const count = before.get(name) ?? 0
    before.set(name, count + 1)
    return count ? `${name} ${count}` : name
  })
})
const labels = computed(() => (props.texts ? place(labelsOf({ ...props.view, shapes: shown.value }, X, Y)) : []))
</script>

<template>
  <g class="shapes">
    <path
      v-for="(shape, index) in drawn"
      :key="keys[index]"
      v-memo="[shape, shape.about === selected || shape.id === selected, shape.id === hover, grabs.has(shape.about)]"
      :d="shape.d"
      :class="[
        's',
        shape.layer,
        {
          on: shape.about === selected || shape.id === selected,
          hover: shape.id === hover,
          grab: grabs.has(shape.about),
        },
      ]"
      :data-id="shape.id"
      :data-about="shape.about"
      @pointerdown="grabs.has(shape.about) && emit('grab', shape.about, $event)"
      @click="emit('pick', shape.about)"
    />
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
