<script setup lang="ts">
import { computed } from 'vue'
import { RULE, type Pane } from '@/logic/panes'
import { showDistance, type Tape } from '@/logic/units'

/** Where what is pulled about a grid stands by now: a line across it and its length, drawn by themselves. */
const props = defineProps<{
  pane: Pane
  axis: 'x' | 'y'
  under: () => number /** place along its axis (m) */
  wide: number
  bottom: number /** pixel where the rulers end */
  tape: Tape
}>()
const at = computed(() => props.under())
const x = computed(() => props.pane.x0 + at.value * props.pane.sx)
const y = computed(() => props.pane.y0 - at.value * props.pane.sy)
</script>

<template>
  <g class="pointer">
    <path :d="axis === 'x' ? `M${x} ${RULE}V${bottom}` : `M${RULE} ${y}H${wide}`" />
    <text :x="axis === 'x' ? x + 5 : RULE + 14" :y="axis === 'x' ? bottom - 8 : y - 5">{{
      showDistance(at, tape)
    }}</text>
  </g>
</template>

<style scoped>
.pointer path {
  stroke: var(--chalk);
  stroke-dasharray: 4 3;
}
.pointer text {
  font-size: 13px;
  font-weight: 600;
  fill: var(--chalk);
  stroke: var(--paper);
  stroke-width: 4px;
}
</style>
