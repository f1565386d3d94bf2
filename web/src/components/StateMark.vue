<script setup lang="ts">
import { stateLabel } from '@/logic/states'

/** A state as a mark: each has its own shape, so that colour is never all that tells it. */
defineProps<{ state: string; size?: number }>()
const SHAPE: Record<string, string> = {
  pass: 'round',
  pass_as_specified: 'round',
  at_limit: 'round',
  pass_by_practice: 'ring',
  fail: 'octagon',
  conflict: 'octagon',
  to_answer: 'triangle',
  not_checked: 'diamond',
}
</script>

<template>
  <svg
    class="mark"
    :class="state"
    :width="size ?? 16"
    :height="size ?? 16"
    viewBox="0 0 16 16"
    role="img"
    :aria-label="stateLabel(state)"
  >
    <circle v-if="SHAPE[state] === 'round'" cx="8" cy="8" r="7" />
    <circle v-else-if="SHAPE[state] === 'ring'" cx="8" cy="8" r="6" class="open" />
    <path v-else-if="SHAPE[state] === 'octagon'" d="M5 1h6l4 4v6l-4 4H5l-4-4V5Z" />
    <path v-else-if="SHAPE[state] === 'triangle'" d="M8 1 15.5 14.5H.5Z" />
    <path v-else d="M8 .7 15.3 8 8 15.3.7 8Z" />
    <path v-if="SHAPE[state] === 'round'" d="m4.6 8.3 2.3 2.3 4.5-4.8" class="glyph" />
    <path v-else-if="SHAPE[state] === 'octagon'" d="m5.4 5.4 5.2 5.2m0-5.2-5.2 5.2" class="glyph" />
    <path v-else-if="SHAPE[state] === 'triangle'" d="M8 5.6v4m0 1.7v.6" class="glyph" />
    <path v-else-if="SHAPE[state]" d="M8 4.6v4m0 2v.6" class="glyph" />
  </svg>
</template>

<style scoped>
.mark {
  flex: none;
  fill: var(--ink-2);
}
.pass,
.pass_as_specified,
.at_limit {
  fill: var(--pass);
}
.fail,
.conflict {
  fill: var(--fail);
}
.to_answer {
  fill: var(--spare);
}
.open {
  fill: none;
  stroke: var(--pass);
  stroke-width: 2;
}
.glyph {
  fill: none;
  stroke: var(--paper);
  stroke-width: 1.8;
}
</style>
