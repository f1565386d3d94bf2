<script setup lang="ts">
import { computed } from 'vue'
import type { Sheet } from '@/api/types'
import { FT, type Tape } from '@/logic/units'

/** The piece of tape around a post's mark. */
const props = defineProps<{ post: Sheet['posts'][number]; tape: Tape }>()
const W = 390
const ticks = computed(() => {
  const step = props.tape.system === 'imperial' ? FT : 0.25
  const px = props.tape.system === 'imperial' ? 104 : 80
  const around = props.post.station_m / step
  const found = []
  for (let k = Math.floor(around) - 3; k <= around + 3; k++)
    if (k >= 0)
      found.push({
        x: W / 2 + (k - around) * px,
        label: props.tape.system === 'imperial' ? `${k}′` : `${(k * step).toFixed(2)}`,
      })
  return found
})
</script>

<template>
  <svg class="strip" :viewBox="`0 0 ${W} 74`" aria-hidden="true">
    <rect :width="W" height="74" fill="var(--tape)" />
    <g v-for="t in ticks" :key="t.label">
      <path :d="`M${t.x} 0v30`" stroke="var(--ink)" stroke-width="2" />
      <path v-for="k in 3" :key="k" :d="`M${t.x + k * 26} 0v16`" stroke="var(--ink)" />
      <text :x="t.x + 5" y="30" class="foot">{{ t.label }}</text>
    </g>
    <path :d="`M${W / 2} 0V52`" stroke="var(--chalk)" stroke-width="3" />
    <path :d="`M${W / 2 - 11} 74h22l-11 -24z`" fill="var(--chalk)" />
  </svg>
</template>

<style scoped>
.strip {
  display: block;
  width: 100%;
}
.foot {
  font-size: 16px;
  fill: var(--ink);
}
</style>
