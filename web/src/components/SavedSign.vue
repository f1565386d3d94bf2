<script setup lang="ts">
import { useIntervalFn } from '@vueuse/core'
import { computed, ref } from 'vue'
import { useJob } from '@/stores/job'

const job = useJob()
const now = ref(Date.now())
useIntervalFn(() => (now.value = Date.now()), 1000)
const text = computed(() => {
  const words: Record<string, string> = {
    waiting: 'Not saved yet',
    saving: 'Saving',
    'no signal': 'No signal: kept here, trying again',
    refused: 'Not saved: see the field in red',
    conflict: 'Two versions: choose',
  }
  if (job.saved !== 'saved') return words[job.saved] ?? ''
  const seconds = job.savedAt ? Math.max(0, Math.round((now.value - job.savedAt.getTime()) / 1000)) : 0
  if (seconds < 60) return `Saved ${seconds} s ago`
  if (seconds < 3600) return `Saved ${Math.round(seconds / 60)} min ago`
  return `Saved ${job.savedAt?.toLocaleDateString()}`
})
</script>

<template>
  <span class="sign" :class="job.saved.replace(' ', '-')" role="status">{{ text }}</span>
</template>

<style scoped>
.sign {
  font-size: 13px;
  white-space: nowrap;
}
.no-signal,
.refused,
.conflict {
  color: #ffb98a;
  font-weight: 600;
}
</style>
