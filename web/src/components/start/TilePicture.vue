<script setup lang="ts">
import { computed } from 'vue'
import type { Tile } from '@/api/types'

/** A structure from above a corner, as the core draws it. */
const props = defineProps<{ tile: Tile; label?: string }>()
const PAD = 0.03
const box = computed(() => {
  const [left, top, width, height] = props.tile.box as [number, number, number, number]
  const pad = Math.max(width, height) * PAD
  return `${left - pad} ${top - pad} ${width + 2 * pad} ${height + 2 * pad}`
})
</script>

<template>
  <svg
    class="tile-picture"
    :viewBox="box"
    preserveAspectRatio="xMidYMid meet"
    :role="label ? 'img' : undefined"
    :aria-label="label"
    :aria-hidden="label ? undefined : 'true'"
  >
    <path v-for="(part, k) in tile.drawn" :key="k" :d="part.path" :fill="part.fill" :stroke="part.fill" />
  </svg>
</template>

<style scoped>
.tile-picture {
  display: block;
  width: 100%;
  height: 100%;
}
.tile-picture path {
  stroke-width: 0.3;
  vector-effect: non-scaling-stroke;
  stroke-linejoin: round;
}
</style>
