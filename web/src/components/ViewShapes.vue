<script setup lang="ts">
import { computed } from 'vue'
import type { Shape, View } from '@/api/types'
import { place } from '@/logic/labels'

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

function path(shape: Shape): string {
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
  !props.texts
    ? []
    : place(
        props.view.shapes
          .filter((shape) => shape.kind === 'text' && reaches(shape))
          .map((shape) => ({
            id: shape.id,
            layer: shape.layer,
            x: X(shape.points[0]![0]) + shape.shift[0],
            y: Y(shape.points[0]![1]) - shape.shift[1],
            text: shape.text,
            size: 12,
            anchor: shape.anchor,
            down: shape.shift[1] < 0 || shape.layer === 'zone-label',
            weight: shape.layer === 'zone-label' ? 3 : shape.layer === 'gate-label' ? 2 : 1,
          })),
      ),
)
</script>

<template>
  <g class="shapes">
    <template v-for="(shape, index) in drawn" :key="shape.id + shape.layer + index">
      <ellipse
        v-if="!shape.d" :cx="shape.cx" :cy="shape.cy" :rx="shape.rx" :ry="shape.ry" :class="['s', shape.layer]" :data-id="shape.id"
        @click="emit('pick', shape.about)"
      />
      <path
        v-else :d="shape.d" :class="['s', shape.layer, { on: shape.about === selected || shape.id === selected, hover: shape.id === hover, grab: shape.grab }]"
        :data-id="shape.id"
        @pointerdown="shape.grab && emit('grab', shape.about, $event)" @click="emit('pick', shape.about)"
      />
    </template>
    <text
      v-for="(label, index) in labels" :key="'t' + index" :x="label.x" :y="label.y" :class="['t', label.layer]"
      :text-anchor="label.anchor" :data-id="label.id"
    >{{ label.text }}</text>
  </g>
</template>

<style>
.s { fill: none; stroke: var(--ink-2); stroke-width: 1; vector-effect: non-scaling-stroke; }
.s.soil { fill: url(#soil); stroke: none; }
.s.ground-line { stroke: #6b5836; stroke-width: 1.5; }
.s.concrete { fill: var(--concrete); stroke: color-mix(in srgb, var(--concrete) 70%, #000); }
.s.sand { fill: url(#sand); stroke: color-mix(in srgb, var(--sand) 70%, #000); }
.s.slab { fill: var(--concrete); stroke: color-mix(in srgb, var(--concrete) 60%, #000); }
.s.block { fill: color-mix(in srgb, var(--concrete) 82%, #000); stroke: var(--ink-2); }
.s.way { fill: none; stroke: var(--zone); stroke-dasharray: 6 4; }
.s.paving { fill: color-mix(in srgb, var(--concrete) 45%, transparent); stroke: var(--ink-2); }
.s.again { fill: none; stroke: var(--post); stroke-dasharray: 4 3; }
.s.pipe { fill: var(--steel); stroke: color-mix(in srgb, var(--steel) 60%, #000); }
.s.wire { fill: url(#wire); stroke: color-mix(in srgb, var(--steel) 70%, #000); }
.s.gravel { fill: url(#gravel); stroke: color-mix(in srgb, var(--gravel) 70%, #000); }
.s.post { fill: var(--post); stroke: color-mix(in srgb, var(--post) 60%, #000); }
.s.rail, .s.header, .s.rung { fill: var(--rail); stroke: color-mix(in srgb, var(--rail) 70%, #000); stroke-width: 0.6; }
.s.board { fill: var(--board); stroke: var(--board-line); stroke-width: 0.6; }
.s.leaf { fill: color-mix(in srgb, var(--board) 45%, var(--ground)); stroke: var(--rail); stroke-width: 1.5; stroke-dasharray: 5 3; }
.s.leaf-part { fill: color-mix(in srgb, var(--rail) 35%, transparent); stroke: var(--rail); stroke-width: 0.6; pointer-events: none; }
.s.zone { fill: url(#zone); stroke: var(--zone); stroke-dasharray: 3 3; }
.s.zone-line { stroke: var(--zone); stroke-width: 2; stroke-dasharray: 8 4; }
.s.string { stroke: var(--chalk); stroke-width: 1.5; }
.s.hole { stroke: var(--ink-2); stroke-dasharray: 2 2; }
.s.swing { stroke: var(--ink-2); }
.s.swing-arc { stroke: var(--ink-2); stroke-dasharray: 3 3; }
.s.wall { fill: color-mix(in srgb, var(--ink-2) 45%, var(--ground)); stroke: var(--ink-2); }
.s.decking, .s.tread { fill: color-mix(in srgb, var(--board) 38%, transparent); stroke: color-mix(in srgb, var(--board-line) 55%, transparent); stroke-width: 0.5; pointer-events: none; }
.s.joist, .s.rim, .s.blocking { fill: var(--rail); stroke: color-mix(in srgb, var(--rail) 70%, #000); stroke-width: 0.6; }
.s.ledger { fill: color-mix(in srgb, var(--rail) 75%, #3a2208); stroke: color-mix(in srgb, var(--rail) 50%, #000); }
.s.beam, .s.sill { fill: color-mix(in srgb, var(--post) 55%, var(--rail)); stroke: color-mix(in srgb, var(--post) 60%, #000); stroke-width: 1.2; }
.s.brace, .s.stringer { fill: color-mix(in srgb, var(--rail) 60%, transparent); stroke: color-mix(in srgb, var(--rail) 60%, #000); stroke-width: 0.8; }
.s.guard-post, .s.guard-cap { fill: color-mix(in srgb, var(--board) 70%, transparent); stroke: var(--board-line); stroke-width: 0.8; }
.s.outline { stroke: var(--ink); stroke-width: 1; pointer-events: none; }
.s.dimension { stroke: var(--chalk); stroke-width: 1.2; }
.s.diagonal { stroke: var(--ink-2); stroke-dasharray: 6 4; pointer-events: none; }
.s.level { stroke: var(--chalk); stroke-dasharray: 2 4; }
.s.water { stroke: var(--chalk); stroke-width: 2.5; }
.s.on.post { fill: var(--flag); }
.s.on.joist, .s.on.beam, .s.on.ledger { stroke: var(--chalk); stroke-width: 3; }
.s.grab { cursor: ew-resize; touch-action: none; }
.s.hover.post { stroke: var(--chalk); stroke-width: 3; }
.s.on.post, .s.on.board, .s.on.leaf, .s.on.zone { stroke: var(--ink); stroke-width: 3; stroke-dasharray: none; }
.t { font-size: 12px; fill: var(--ink); paint-order: stroke; stroke: var(--ground); stroke-width: 4px; stroke-linejoin: round; pointer-events: none; }
.t.dimension, .t.level { fill: var(--chalk); font-weight: 600; }
.t.post-number { font-weight: 600; fill: #fff; stroke: var(--post); stroke-width: 3px; }
.t.post-place, .t.depth { font-size: 12px; }
.t.zone-label { fill: var(--zone); font-weight: 600; }
</style>
