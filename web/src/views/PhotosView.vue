<script setup lang="ts">
import { computed } from 'vue'
import { api, ask } from '@/api/client'
import type { Calendar } from '@/api/types'
import DecisionsBox from '@/components/DecisionsBox.vue'
import InspectionBox from '@/components/InspectionBox.vue'
import PageTabs from '@/components/PageTabs.vue'
import PhotoBox from '@/components/PhotoBox.vue'
import { useJobAnswer } from '@/composables/useJobAnswer'
import { useJob } from '@/stores/job'

/** Photos, inspections with the work that waits for them, and open decisions. */
const store = useJob()
const { data } = useJobAnswer(
  'calendar',
  async (document) =>
    (await ask(api.POST('/api/schedule', { body: { document, job: store.id } }))).calendar as Calendar,
)
const tasks = computed(() =>
  (data.value?.tasks ?? [])
    .filter((task) => task.hold && task.structure)
    .map((task) => ({ value: task.id, says: `${task.name}: ${task.hold}` })),
)
const abouts = computed(() =>
  (store.document?.structures ?? []).map((item) => ({ value: item.spec.id, says: item.name })),
)
</script>

<template>
  <main v-if="store.document" class="page">
    <header class="page-head"><h1>Site record</h1></header>
    <PageTabs place="record" label="Pages of the site record" />
    <PhotoBox class="panel-box" :job="store.id" :abouts="abouts" />
    <InspectionBox class="panel-box" :job="store.id" :tasks="tasks" />
    <DecisionsBox class="panel-box" />
  </main>
</template>

<style scoped>
.page > section {
  margin-top: 16px;
}
</style>
