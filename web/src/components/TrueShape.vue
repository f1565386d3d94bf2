<script setup lang="ts">
import { computed } from 'vue'
import type { Sheet } from '@/api/types'
import ViewShapes from '@/components/ViewShapes.vue'

/** A line as it really lies, from above, beside its drawing that is pulled straight; only where it bends. */
const props = defineProps<{ sheet: Sheet; selected: string; wide: number }>()
const emit = defineEmits<{ select: [id: string] }>()
const MOST = 170
const PAD = 8
const view = computed(() => props.sheet.views.find((item) => item.layout === 'free') ?? null)
const bends = computed(() => props.sheet.posts.some((post) => post.kind === 'corner' || post.kind === 'bend'))
const drawn = computed(() => {
  if (!view.value || !bends.value) return null
  const [left, low, right, top] = view.value.bounds as [number, number, number, number]
  const scale = Math.min((props.wide - 2 * PAD) / (right - left), (MOST - 2 * PAD) / Math.max(top - low, 0.5))
  const high = (top - low) * scale + 2 * PAD
  return { scale, high, x0: (props.wide - (right + left) * scale) / 2, y0: PAD + top * scale }
})
</script>

<template>
  <figure v-if="view && drawn" class="shape">
    <figcaption class="small quiet">Plan shape</figcaption>
    <svg :width="wide" :height="drawn.high" role="img" aria-label="The line in its true shape, from above">
      <ViewShapes
        :view="view"
        :sx="drawn.scale"
        :sy="drawn.scale"
        :x0="drawn.x0"
        :y0="drawn.y0"
        :selected="selected"
        :texts="false"
        @pick="emit('select', $event)"
      />
    </svg>
  </figure>
</template>

<style scoped>
.shape {
  margin: 8px 0 12px;
}
</style>
