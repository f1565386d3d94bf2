<script setup lang="ts">
import { computed } from 'vue'
import type { View } from '@/api/types'
import ViewShapes from '@/components/ViewShapes.vue'

const props = defineProps<{ view: View }>()
const W = 480
const H = 104
const box = computed(() => {
  const [left, low, right, top] = props.view.bounds
  const tall = (H - 10) / (top - low)
  // A long line is drawn higher than it is; anything that fits is drawn true, in the middle.
  const sx = Math.min((W - 12) / (right - left), tall)
  const sy = Math.min(tall, sx * 4)
  return { sx, sy, x0: (W - sx * (left + right)) / 2, y0: 5 + top * sy }
})
</script>

<template>
  <svg :viewBox="`0 0 ${W} ${H}`" role="img" aria-label="Elevation of the first structure">
    <ViewShapes :view="view" :sx="box.sx" :sy="box.sy" :x0="box.x0" :y0="box.y0" :texts="false" />
  </svg>
</template>
