<script setup lang="ts">
import Button from 'primevue/button'
import { useIntervalFn } from '@vueuse/core'
import { computed, ref } from 'vue'
import { onlyHere } from '@/logic/box'
import { saveAs } from '@/logic/save'
import { useJob } from '@/stores/job'

const job = useJob()
const now = ref(Date.now())
useIntervalFn(() => (now.value = Date.now()), 1000)
const text = computed(() => {
  if (job.says) return job.says
  const seconds = job.savedAt ? Math.max(0, Math.round((now.value - job.savedAt.getTime()) / 1000)) : 0
  if (seconds < 60) return `Saved ${seconds} s ago`
  if (seconds < 3600) return `Saved ${Math.round(seconds / 60)} min ago`
  return `Saved ${job.savedAt?.toLocaleDateString()}`
}) /** What the server will not take by itself. */
const mended = computed(() => ['refused', 'too much', 'not allowed', 'gone'].includes(job.saved))
const amiss = computed(() => !['saved', 'waiting', 'saving'].includes(job.saved) || !!job.fault || onlyHere.value > 0)
function file(): void {
  if (job.document)
    saveAs(`${job.document.name}, not saved.json`, JSON.stringify(job.document, null, 1), 'application/json')
}
</script>

<template>
  <span class="sign" :class="{ amiss }" role="status"
    >{{ text }}<template v-if="onlyHere">. This browser’s store is full: leave the page open until it is saved</template
    ><template v-if="job.saved === 'signed out'">
      <router-link :to="{ name: 'sign-in', query: { to: $route.fullPath } }">Sign in</router-link></template
    ><template v-if="mended">
      <Button text size="small" @click="file">Download a copy</Button>
      <Button text size="small" @click="job.step('undo')">Discard changes</Button></template
    ></span
  >
</template>

<style scoped>
.sign {
  font-size: 13px;
  white-space: nowrap;
}
.amiss {
  color: #ffb98a;
  font-weight: 600;
}
.amiss a,
.amiss .link {
  color: inherit;
  margin-left: 6px;
  min-height: 24px;
}
</style>
