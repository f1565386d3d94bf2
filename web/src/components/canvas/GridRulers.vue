<script setup lang="ts">
import { computed } from 'vue'
import { divisions, RULE, type Pane } from '@/logic/panes'

/** Two tapes along the edges of a drawing from above, their zeros at its first corner. */
const props = defineProps<{
  pane: Pane
  far: { x: number; y: number } /** how far the structure reaches (m) */
  wide: number
  bottom: number
  imperial: boolean
}>()
const X = (x: number) => props.pane.x0 + x * props.pane.sx
const Y = (y: number) => props.pane.y0 + y * props.pane.sy
/** Drawn in, either tape ends where the other begins. */
const rules = computed(() => ({
  x: divisions(props.far.x, props.pane.sx, props.imperial).filter((tick) => X(tick.at) >= RULE + 8),
  y: divisions(props.far.y, props.pane.sx, props.imperial).filter((tick) => Y(tick.at) >= RULE),
}))
</script>

<template>
  <g class="ticks">
    <rect x="0" y="0" :width="wide" :height="RULE" class="tape" />
    <rect x="0" y="0" :width="RULE + 8" :height="Math.max(0, bottom)" class="tape" />
    <template v-for="tick in rules.x" :key="'x' + tick.at">
      <path :d="`M${X(tick.at)} ${RULE}v${tick.long ? -12 : -6}`" />
      <text v-if="tick.long" :x="X(tick.at) + 3" y="16">{{ tick.label }}</text>
    </template>
    <template v-for="tick in rules.y" :key="'y' + tick.at">
      <path :d="`M${RULE + 8} ${Y(tick.at)}h${tick.long ? -12 : -6}`" />
      <text v-if="tick.long" x="4" :y="Y(tick.at) + 4">{{ tick.label }}</text>
    </template>
  </g>
</template>

<style scoped>
.tape {
  fill: var(--tape);
}
.ticks path {
  stroke: var(--ink);
}
.ticks text {
  font-size: 12px;
  fill: var(--ink-2);
}
</style>
