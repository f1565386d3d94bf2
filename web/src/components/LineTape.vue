<script setup lang="ts">
import { computed } from 'vue'
import type { Sheet } from '@/api/types'
import { place } from '@/logic/labels'
import { namedEvery, TAPE } from '@/logic/panes'
import { FT, type Tape } from '@/logic/units'

/** The tape between a line's two views: its divisions, a mark and a reading for each post. */
const props = defineProps<{
  sheet: Sheet
  tape: Tape
  selected: string
  top: number /** pixels from the paper's top */
  wide: number
  x0: number /** pixel of the line's start */
  sx: number /** pixels a metre */
}>()
const emit = defineEmits<{ select: [id: string] }>()
const X = (station: number) => props.x0 + station * props.sx
const step = computed(() => (props.tape.system === 'imperial' ? FT : 0.5))
const ticks = computed(() => {
  const found: { x: number; long: boolean; label: string }[] = []
  const imperial = props.tape.system === 'imperial'
  const name = (k: number) => (imperial ? `${k}′` : `${k * step.value} m`)
  const last = Math.floor(props.sheet.line_m / step.value)
  const every = namedEvery(imperial ? [10, 20, 50, 100] : [4, 10, 20, 40], name(last), step.value * props.sx)
  for (let k = 0; k * step.value <= props.sheet.line_m + 1e-6; k++) {
    const long = k % every === 0
    if (!long && step.value * props.sx < 3.4) continue
    found.push({
      x: X(k * step.value),
      long,
      label: long ? name(k) : '',
    })
  }
  return found
})
const tickPath = computed(() => ticks.value.map((tick) => `M${tick.x} ${props.top}v${tick.long ? 13 : 6}`).join(''))
const named = computed(() => ticks.value.filter((tick) => tick.long))
const WEIGHT: Record<string, number> = { end: 4, corner: 3, gate: 2, locked: 2 }
const readings = computed(() =>
  place(
    props.sheet.posts.map((item) => ({
      id: item.id,
      x: X(item.station_m),
      y: props.top + 41,
      text: item.reading,
      size: 12,
      anchor: 'middle' as const,
      weight: item.id === props.selected ? 9 : (WEIGHT[item.kind] ?? 1),
    })),
    { steps: 0 },
  ),
)
</script>

<template>
  <g>
    <rect x="0" :y="top" :width="wide" :height="TAPE" class="tape" />
    <path :d="`M0 ${top}H${wide}M0 ${top + TAPE}H${wide}`" class="edge" />
    <g class="ticks">
      <path :d="tickPath" />
      <text v-for="tick in named" :key="tick.label" :x="tick.x + 3" :y="top + 22" class="soft">{{ tick.label }}</text>
    </g>
    <g class="marks">
      <path
        v-for="item in sheet.posts"
        :key="item.id"
        v-memo="[X(item.station_m), top, item.id === selected]"
        :d="`M${X(item.station_m) - 5} ${top + TAPE}h10l-5 -9z`"
        :class="{ on: item.id === selected }"
        @click="emit('select', item.id)"
      />
      <text
        v-for="label in readings"
        :key="label.id"
        v-memo="[label.x, label.y, label.text, label.id === selected]"
        :x="label.x"
        :y="label.y"
        text-anchor="middle"
        :class="{ on: label.id === selected }"
        >{{ label.text }}</text
      >
    </g>
  </g>
</template>

<style scoped>
.tape {
  fill: var(--tape);
}
.edge {
  stroke: color-mix(in srgb, var(--line) 80%, #7a6f42);
}
.ticks path {
  stroke: var(--ink);
  stroke-width: 1;
}
.soft {
  font-weight: 400;
  fill: var(--ink-2);
  font-size: 12px;
}
.marks path {
  fill: var(--ink);
  cursor: pointer;
}
.marks path.on {
  fill: var(--chalk);
}
.marks text {
  font-size: 12px;
  font-weight: 600;
  fill: var(--ink);
}
.marks text.on {
  visibility: hidden;
}
</style>
