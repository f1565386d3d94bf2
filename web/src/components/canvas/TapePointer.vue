<script setup lang="ts">
import { computed } from 'vue'
import { TAPE } from '@/logic/panes'
import { showDistance, type Tape } from '@/logic/units'

/** Where the pointer is on a line's tape: drawn by itself, so that the tape under it is not drawn again as it moves. */
const props = defineProps<{
  under: () =>
    number | null /** station under the pointer; asked here, so that nothing else is drawn again as it moves */
  tape: Tape
  top: number /** pixels from the paper's top */
  wide: number
  x0: number /** pixel of the line's start */
  sx: number /** pixels a metre */
}>()
const at = computed(() => props.under())
const x = computed(() => props.x0 + (at.value ?? 0) * props.sx)
const right = computed(() => x.value > props.wide - 70)
</script>

<template>
  <g v-if="at !== null" class="tape-pointer">
    <path :d="`M${x} ${top}v${TAPE}`" />
    <text :x="x + (right ? -4 : 4)" :text-anchor="right ? 'end' : 'start'" :y="top + 11">{{
      showDistance(at, tape)
    }}</text>
  </g>
</template>

<style scoped>
.tape-pointer path {
  stroke: var(--chalk);
}
.tape-pointer text {
  font-size: 12px;
  font-weight: 600;
  fill: var(--chalk);
  stroke: var(--tape);
  stroke-width: 4px;
}
</style>
