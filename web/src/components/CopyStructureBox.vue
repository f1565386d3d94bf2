<script setup lang="ts">
import Button from 'primevue/button'
import { useQuery } from '@tanstack/vue-query'
import { computed, ref, watch } from 'vue'
import { api, ask } from '@/api/client'
import type { Job, JobCard } from '@/api/types'
import PickField from '@/components/PickField.vue'
import { useJob } from '@/stores/job'

/** A structure of another job of the crew, brought into this one. */
const store = useJob()
const open = ref(false)
const { data } = useQuery({
  queryKey: ['jobs-to-bring-from'],
  queryFn: async () => (await ask(api.GET('/api/jobs'))) as JobCard[],
  enabled: open,
})
const jobs = computed(() => (data.value ?? []).filter((card) => card.id !== store.id && card.structures.length))
const from = ref('')
const structure = ref('')
const fault = ref('')
const told = ref('')
const there = computed(() => jobs.value.find((card) => card.id === from.value)?.structures ?? [])
watch(jobs, (cards) => (from.value ||= cards[0]?.id ?? ''))
watch(there, (found) => (structure.value = found[0]?.id ?? ''))
async function bring(): Promise<void> {
  fault.value = told.value = ''
  try {
    const body = { document: store.document!, from_job: from.value, structure: structure.value }
    const found = (await ask(api.POST('/api/structure-types/copy-from-job', { body })))
      .structure as Job['structures'][number]
    store.change((job) => void job.structures.push(found), `${found.name} brought from another job`)
    told.value = `${found.name} is here; not yet placed on the site plan.`
  } catch (error) {
    fault.value = (error as Error).message
  }
}
</script>

<template>
  <details class="bring" @toggle="open = ($event.target as HTMLDetailsElement).open">
    <summary>Copy from another job</summary>
    <p v-if="data && !jobs.length" class="small quiet">No other job of the crew has a structure.</p>
    <template v-else-if="jobs.length">
      <PickField
        label="Job"
        :model-value="from"
        :options="jobs.map((card) => ({ value: card.id, says: card.name }))"
        @update:model-value="from = String($event)"
      />
      <PickField
        label="Structure"
        :model-value="structure"
        :options="there.map((item) => ({ value: item.id, says: item.name }))"
        @update:model-value="structure = String($event)"
      />
      <Button severity="secondary" outlined :disabled="!structure" @click="bring">Copy here</Button>
    </template>
    <p v-if="fault" class="fault" role="alert">{{ fault }}</p>
    <p v-if="told" class="small" role="status">{{ told }}</p>
  </details>
</template>

<style scoped>
.bring {
  margin: 10px 0;
}
.bring[open] {
  display: grid;
  gap: 8px;
}
</style>
