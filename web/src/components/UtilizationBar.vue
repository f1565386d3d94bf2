<script setup lang="ts">
import { computed } from 'vue'

const props = defineProps<{ use: number; verdict: string /** the words decide the look; the bar repeats them */ }>()
// The notch stands at four fifths of the bar, so that what lies past the limit still has room to be seen.
const NOTCH = 80
const inside = computed(() => Math.min(props.use, 1) * NOTCH)
const beyond = computed(() => Math.min(Math.max(props.use - 1, 0) * NOTCH, 100 - NOTCH))
const state = computed(() => props.verdict)
</script>

<template>
  <svg class="bar" :class="state" viewBox="0 0 100 9" preserveAspectRatio="none" aria-hidden="true">
    <rect x="0" y="2" width="100" height="6" class="rail-bed" />
    <rect v-if="state !== 'not_checked' && state !== 'to_answer'" x="0" y="2" :width="inside" height="6" class="fill" />
    <rect v-if="beyond > 0" :x="NOTCH" y="2" :width="beyond" height="6" fill="url(#over)" />
    <path :d="`M${NOTCH} 0V9`" class="notch" />
  </svg>
</template>

<style scoped>
.bar {
  display: block;
  width: 100%;
  height: 10px;
}
.rail-bed {
  fill: color-mix(in srgb, var(--line) 55%, transparent);
}
.fill {
  fill: var(--pass);
}
.at_limit .fill,
.advisory .fill {
  fill: var(--spare);
}
.fail .fill {
  fill: var(--fail);
}
.practice .fill {
  fill: none;
  stroke: var(--practice);
  stroke-dasharray: 3 2;
  vector-effect: non-scaling-stroke;
}
.not_checked .rail-bed,
.to_answer .rail-bed {
  fill: none;
  stroke: var(--line);
  vector-effect: non-scaling-stroke;
}
.notch {
  stroke: var(--ink);
  stroke-width: 2;
  vector-effect: non-scaling-stroke;
}
</style>
