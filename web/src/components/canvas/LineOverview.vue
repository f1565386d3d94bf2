<script setup lang="ts">
import { computed } from 'vue'
import type { Sheet } from '@/api/types'

/** The whole line in one strip, with its posts, bends and gates; the part that shows is framed and can be pulled. */
const props = defineProps<{
  sheet: Sheet
  part: { left: number; right: number } /** shares of the whole drawing */
  width: number
  pad: number /** the margin at both ends, as a share of the whole drawing */
  selected: string
}>()
const emit = defineEmits<{ show: [share: number]; select: [id: string] }>()
const HIGH = 46
const MIDDLE = 25
const x = (station_m: number) =>
  (props.pad + (1 - 2 * props.pad) * (station_m / Math.max(props.sheet.line_m, 0.01))) * props.width
const gates = computed(() => props.sheet.bays.filter((bay) => bay.opening))
const frame = computed(() => ({
  x: props.part.left * props.width,
  w: (props.part.right - props.part.left) * props.width,
}))
const per = (share: number) => `${Math.round(share * 100)}%`
function pull(event: PointerEvent): void {
  if (event.type === 'pointerdown') (event.currentTarget as Element).setPointerCapture(event.pointerId)
  else if (!event.buttons) return
  const box = (event.currentTarget as Element).getBoundingClientRect()
  emit('show', (event.clientX - box.left) / box.width)
}
</script>

<template>
  <svg
    class="strip"
    :width="width"
    :height="HIGH"
    role="img"
    :aria-label="`The whole line; ${per(part.left)} to ${per(part.right)} of it shows`"
    @pointerdown="pull"
    @pointermove="pull"
  >
    <text x="12" y="13">Whole line</text>
    <path :d="`M${x(0)} ${MIDDLE}H${x(sheet.line_m)}`" class="line" />
    <path v-for="bay in gates" :key="bay.id" :d="`M${x(bay.from_m)} ${MIDDLE}H${x(bay.to_m)}`" class="gate" />
    <circle
      v-for="post in sheet.posts"
      :key="post.id"
      :cx="x(post.station_m)"
      :cy="MIDDLE"
      :r="post.id === selected ? 5 : 3"
      class="post"
      :class="{ on: post.id === selected, bend: post.kind === 'corner' || post.kind === 'bend' }"
    />
    <rect :x="frame.x + 1" y="1" :width="Math.max(4, frame.w - 2)" :height="HIGH - 2" class="part" />
  </svg>
</template>

<style scoped>
.strip {
  display: block;
  flex: none;
  background: var(--ground-2);
  border-bottom: 1px solid var(--line);
  cursor: grab;
  touch-action: none;
}
text {
  font-size: 12px;
  fill: var(--ink-2);
}
.line {
  stroke: var(--post);
  stroke-width: 3;
}
.gate {
  stroke: var(--ground-2);
  stroke-width: 4;
}
.post {
  fill: var(--post);
}
.bend {
  fill: var(--ink);
}
.on {
  fill: var(--chalk);
}
.part {
  fill: var(--chalk);
  fill-opacity: 0.08;
  stroke: var(--chalk);
  stroke-width: 1.5;
}
</style>
