<script setup lang="ts">
import { computed } from 'vue'
import type { Sheet } from '@/api/types'
import type { LineLayout } from '@/logic/panes'

/** Lengths of what is picked on a line: how wide a bay is, how deep a post's hole. */
const props = defineProps<{
  post: Sheet['posts'][number] | null
  bay: Sheet['bays'][number] | null
  line: LineLayout
}>()
const X = (station: number) => props.line.above.x0 + station * props.line.above.sx
/** A dimension's line with a tick at either end: across, and down. */
const between = (a: number, b: number, y: number) => `M${a} ${y + 4}v-8M${b} ${y + 4}v-8M${a} ${y}H${b}`
const down = (x: number, y: number, deep: number) => `M${x} ${y}h8m-4 0v${deep}m-4 0h8`
const beside = computed(() => (props.post && X(props.post.station_m) > props.line.wide - 84 ? -28 : 20))
</script>

<template>
  <g>
    <g v-if="bay" class="dimension">
      <path :d="between(X(bay.from_m), X(bay.to_m), line.sideTop + 44)" />
      <text :x="(X(bay.from_m) + X(bay.to_m)) / 2" :y="line.sideTop + 38" text-anchor="middle">
        {{ bay.width }}
      </text>
    </g>
    <g v-if="post" class="dimension">
      <path
        :d="down(X(post.station_m) + beside, line.side.y0 - post.ground_m * line.side.sy, post.hole_m * line.side.sy)"
      />
      <text
        :x="X(post.station_m) + beside + (beside < 0 ? -4 : 10)"
        :text-anchor="beside < 0 ? 'end' : 'start'"
        :y="line.side.y0 - (post.ground_m - post.hole_m / 2) * line.side.sy + 4"
      >
        {{ post.hole }}
      </text>
    </g>
  </g>
</template>

<style scoped>
.dimension path {
  stroke: var(--chalk);
  fill: none;
  stroke-width: 1.5;
}
.dimension text {
  font-size: 13px;
  font-weight: 600;
  fill: var(--chalk);
  stroke: var(--paper);
  stroke-width: 5px;
}
</style>
