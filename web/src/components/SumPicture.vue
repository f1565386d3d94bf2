<script setup lang="ts">
import { computed } from 'vue'
import { PICTURES, type Mark } from '@/logic/pictures'

const props = defineProps<{ name: string }>()
const marks = computed<Mark[]>(() => PICTURES[props.name] ?? [])
const words = computed(() =>
  marks.value
    .flatMap((mark) => mark.filter((part): part is string => typeof part === 'string').slice(1))
    .filter(Boolean),
)
</script>

<template>
  <svg v-if="marks.length" viewBox="0 -6 320 172" role="img" :aria-label="`Drawing: ${words.join(', ')}`">
    <defs>
      <marker
        id="sum-tip"
        viewBox="0 0 8 8"
        refX="7"
        refY="4"
        markerWidth="7"
        markerHeight="7"
        orient="auto-start-reverse"
      >
        <path d="M0 0 8 4 0 8Z" class="tip" />
      </marker>
      <marker id="sum-tick" viewBox="0 0 8 8" refX="4" refY="4" markerWidth="8" markerHeight="8" orient="auto">
        <path d="M4 0V8" class="tick" />
      </marker>
    </defs>
    <g v-for="(mark, i) in marks" :key="i">
      <line
        v-if="mark[0] === 'line' || mark[0] === 'thin'"
        :x1="mark[1]"
        :y1="mark[2]"
        :x2="mark[3]"
        :y2="mark[4]"
        :class="mark[0]"
      />
      <rect
        v-else-if="mark[0] === 'wood' || mark[0] === 'block'"
        :x="mark[1]"
        :y="mark[2]"
        :width="mark[3]"
        :height="mark[4]"
        :class="mark[0]"
      />
      <template v-else-if="mark[0] === 'dim'">
        <line
          :x1="mark[1]"
          :y1="mark[2]"
          :x2="mark[3]"
          :y2="mark[4]"
          class="dim"
          marker-start="url(#sum-tick)"
          marker-end="url(#sum-tick)"
        />
        <text v-if="mark[1] === mark[3]" :x="mark[1] + 5" :y="(mark[2] + mark[4]) / 2 + 4">{{ mark[5] }}</text>
        <text v-else :x="(mark[1] + mark[3]) / 2" :y="mark[2] - 4" text-anchor="middle">{{ mark[5] }}</text>
      </template>
      <template v-else-if="mark[0] === 'force'">
        <line :x1="mark[1]" :y1="mark[2]" :x2="mark[3]" :y2="mark[4]" class="force" marker-end="url(#sum-tip)" />
        <text :x="mark[1]" :y="mark[2] - 5" text-anchor="middle">{{ mark[5] }}</text>
      </template>
      <template v-else-if="mark[0] === 'even'">
        <line :x1="mark[1]" :y1="mark[3] - 22" :x2="mark[2]" :y2="mark[3] - 22" class="force" />
        <line
          v-for="k in 7"
          :key="k"
          :x1="mark[1] + ((mark[2] - mark[1]) * (k - 1)) / 6"
          :y1="mark[3] - 22"
          :x2="mark[1] + ((mark[2] - mark[1]) * (k - 1)) / 6"
          :y2="mark[3] + 4"
          class="force"
          marker-end="url(#sum-tip)"
        />
        <text :x="(mark[1] + mark[2]) / 2" :y="mark[3] - 27" text-anchor="middle">{{ mark[4] }}</text>
      </template>
      <path v-else-if="mark[0] === 'support'" :d="`M${mark[1]} ${mark[2]}l-8 14h16z`" class="block" />
      <path v-else-if="mark[0] === 'ground'" :d="`M10 ${mark[1]}H310`" class="ground" />
      <text v-else-if="mark[0] === 'text'" :x="mark[1]" :y="mark[2]">{{ mark[3] }}</text>
    </g>
  </svg>
</template>

<style scoped>
svg {
  width: 100%;
  max-width: 360px;
  height: auto;
  display: block;
  background: var(--ground-2);
  border: 1px solid var(--line);
}
text {
  font-size: 11px;
  fill: var(--ink);
  stroke: var(--ground-2);
  stroke-width: 3px;
}
.line {
  stroke: var(--ink);
  stroke-width: 1.6;
}
.thin {
  stroke: var(--ink-2);
  stroke-width: 1;
  stroke-dasharray: 4 3;
}
.wood {
  fill: var(--paper);
  stroke: var(--ink);
  stroke-width: 1.3;
}
.block {
  fill: var(--line);
  stroke: var(--ink-2);
  stroke-width: 1;
}
.dim {
  stroke: var(--chalk);
  stroke-width: 1;
}
.tick {
  stroke: var(--chalk);
  stroke-width: 1.6;
}
.force {
  stroke: var(--flag);
  stroke-width: 1.6;
}
.tip {
  fill: var(--flag);
}
.ground {
  stroke: var(--ink-2);
  stroke-width: 2;
}
</style>
