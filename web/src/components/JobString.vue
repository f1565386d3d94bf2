<script setup lang="ts">
import { computed } from 'vue'
import type { JobCard } from '@/api/types'

/** How far a job is along: six stakes on a string, filled as they are driven, with the flag where the work is now. */
const props = defineProps<{ status: JobCard['status']; structures: number; small?: boolean }>()
const STAKES = ['Measured', 'Designed', 'Sold', 'Ordered', 'Built', 'Handed over']
const REACHED: Record<JobCard['status'], number> = {
  planning: 1,
  quoted: 2,
  agreed: 3,
  building: 4,
  done: 6,
  archived: 6,
}
const at = computed(() => (props.structures ? REACHED[props.status] : 0))
const says = computed(() => (at.value < STAKES.length ? `Next: ${STAKES[at.value]!.toLowerCase()}` : 'Handed over'))
</script>

<template>
  <div class="string" :class="{ small }" role="img" :aria-label="says" :title="says">
    <span v-for="(name, k) in STAKES" :key="name" class="stake" :class="{ driven: k < at, here: k === at }">
      <svg viewBox="0 0 20 24" aria-hidden="true">
        <path d="M6 8h8v8l-4 6-4-6Z" />
        <path v-if="k === at" class="flag" d="M10 8V1l9 3-9 3" />
      </svg>
      <span v-if="!small" class="name">{{ name }}</span>
    </span>
  </div>
</template>

<style scoped>
.string {
  position: relative;
  display: flex;
  justify-content: space-between;
}
.string::before {
  content: '';
  position: absolute;
  left: 5%;
  right: 5%;
  top: 14px;
  border-top: 1.5px solid var(--line);
}
.stake {
  position: relative;
  flex: 1;
  display: flex;
  flex-direction: column;
  align-items: center;
  font-size: 13px;
  color: var(--ink-2);
}
svg {
  width: 20px;
  height: 24px;
  overflow: visible;
  fill: var(--paper);
  stroke: var(--ink-2);
  stroke-width: 1.5;
}
.driven svg {
  fill: var(--ink);
  stroke: var(--ink);
}
.here {
  color: var(--ink);
  font-weight: 600;
}
.flag {
  fill: var(--flag);
  stroke: none;
}
.small svg {
  width: 15px;
  height: 18px;
}
.small::before {
  top: 10px;
}
@media (max-width: 560px) {
  .name {
    font-size: 11px;
  }
}
</style>
