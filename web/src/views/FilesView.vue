<script setup lang="ts">
import { computed } from 'vue'
import { api, ask } from '@/api/client'
import type { Calendar } from '@/api/types'
import InspectionBox from '@/components/InspectionBox.vue'
import LearnedBox from '@/components/LearnedBox.vue'
import LinkBox from '@/components/LinkBox.vue'
import DecisionsBox from '@/components/DecisionsBox.vue'
import PackBox from '@/components/PackBox.vue'
import PhotoBox from '@/components/PhotoBox.vue'
import VersionsBox from '@/components/VersionsBox.vue'
import UpkeepBox from '@/components/UpkeepBox.vue'
import { useJobAnswer } from '@/composables/useJobAnswer'
import { useJob } from '@/stores/job'

/** The job's file: photos, inspections, what the client may look at, and all of it on paper. */
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
const paper = computed(() => (store.tape.system === 'imperial' ? 'letter' : 'a4'))
</script>

<template>
  <main v-if="store.document" class="page">
    <h1>Job file</h1>
    <ul class="papers">
      <li>
        <PackBox :job="store.id" :paper="paper" />
        <span class="small quiet">site plan, days, list, every structure's sheets and their working, in one PDF</span>
      </li>
      <li>
        <a :href="`/api/jobs/${store.id}/documents/handover.pdf?paper=${paper}`">Handover document</a>
        <span class="small quiet">what was built, how to keep it, photos and inspections, for the client</span>
      </li>
      <li>
        <a :href="`/api/jobs/${store.id}/documents/upkeep.ics`">Maintenance schedule</a>
        <span class="small quiet">what it asks for over five years, as calendar entries</span>
      </li>
    </ul>
    <DecisionsBox />
    <PhotoBox :job="store.id" :abouts="abouts" />
    <InspectionBox :job="store.id" :tasks="tasks" />
    <UpkeepBox :job="store.id" />
    <VersionsBox />
    <LinkBox :job="store.id" />
    <LearnedBox />
  </main>
</template>

<style scoped>
.page {
  flex: 1;
  overflow-y: auto;
  padding: 18px 26px 60px;
}
.papers {
  list-style: none;
  padding: 0;
  margin: 10px 0 16px;
}
.papers li {
  padding: 3px 0;
  display: flex;
  flex-wrap: wrap;
  gap: 2px 10px;
  align-items: baseline;
}
.page > section > :deep(h2) {
  margin: 4px 0 10px;
}
.page > section {
  max-width: 980px;
  border-top: 1px solid var(--line);
  padding: 12px 0;
}
@media (max-width: 860px) {
  .page {
    padding: 14px;
  }
}
</style>
