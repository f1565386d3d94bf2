<script setup lang="ts">
import { computed } from 'vue'

/** Which part of a drawing shows while it is drawn larger than its paper; pulled, another part comes. */
const props = defineProps<{
  part: { left: number; top: number; right: number; bottom: number } /** shares of the whole drawing */
  shape: number /** how wide it is for its height */
}>()
const emit = defineEmits<{ show: [x: number, y: number] /** shares of the whole: the middle of what is to show */ }>()
const HIGH = 26
const wide = computed(() => Math.max(60, Math.min(170, HIGH * props.shape)))
function pull(event: PointerEvent): void {
  if (event.type === 'pointerdown') (event.currentTarget as Element).setPointerCapture(event.pointerId)
  else if (!event.buttons) return
  const box = (event.currentTarget as Element).getBoundingClientRect()
  emit('show', (event.clientX - box.left) / box.width, (event.clientY - box.top) / box.height)
}
const per = (share: number) => `${Math.round(share * 100)} %`
</script>

<template>
  <svg
    class="overview"
    :width="wide"
    :height="HIGH"
    role="img"
    :aria-label="`${per(part.left)} to ${per(part.right)} of the drawing shows`"
    @pointerdown="pull"
    @pointermove="pull"
  >
    <rect x="0.5" y="0.5" :width="wide - 1" :height="HIGH - 1" class="whole" />
    <rect
      :x="part.left * wide"
      :y="part.top * HIGH"
      :width="Math.max(3, (part.right - part.left) * wide)"
      :height="Math.max(3, (part.bottom - part.top) * HIGH)"
      class="part"
    />
  </svg>
</template>

<style scoped>
.overview {
  cursor: grab;
  touch-action: none;
  flex: none;
}
.whole {
  fill: var(--paper);
  stroke: var(--line);
}
.part {
  fill: color-mix(in srgb, var(--chalk) 22%, transparent);
  stroke: var(--chalk);
}
</style>
