<script setup lang="ts">
import DataList, { type ListColumn } from '@/components/DataList.vue'
import Button from 'primevue/button'
import { computed } from 'vue'
import { api, ask } from '@/api/client'
import type { CrewRate } from '@/api/types'
import CountField from '@/components/CountField.vue'
import { useJobAnswer } from '@/composables/useJobAnswer'
import { write } from '@/logic/paths'
import { useJob } from '@/stores/job'

/** What the crew's own records say beside what this job calculates with; used only when somebody says so. */
const store = useJob()
const { data } = useJobAnswer(
  'learned',
  async (document) => (await ask(api.POST('/api/crew/rates', { body: { document } }))).learned as CrewRate[],
)
const COLUMNS: ListColumn[] = [
  { key: 'says', label: 'What', by: 'says' },
  { key: 'middle', label: 'Median', figure: true, strong: true },
  { key: 'half', label: 'Middle 50%', figure: true },
  { key: 'cases_count', label: 'Cases', by: 'cases_count', figure: true },
  { key: 'shipped', label: 'Current value', figure: true },
  { key: 'use', label: '' },
]
const structures = computed(() => store.document?.structures ?? [])
const used = (id: string) => store.document?.bags_used.find((row) => row.structure === id)?.count ?? null
function put(id: string, count: number | null): void {
  store.change((job) => {
    const rest = job.bags_used.filter((row) => row.structure !== id)
    job.bags_used = count && count > 0 ? [...rest, { structure: id, count }] : rest
  }, 'Bags really used')
}
const shown = (row: CrewRate, value: number) =>
  row.key.endsWith('_min') ? `${value < 10 ? value.toFixed(1) : Math.round(value)} min` : value.toFixed(2)
function take(row: CrewRate): void {
  store.change((job) => {
    const [path, value] = row.sets as [string, number]
    write(job, path, value)
  }, row.says)
}
</script>

<template>
  <section aria-label="Crew rates from records">
    <h2>Crew rates from records</h2>
    <DataList v-if="data?.length" :rows="data" :columns="COLUMNS" label="Crew rates from records" row-key="key">
      <template #middle="{ row }">{{ shown(row, row.middle) }}</template>
      <template #half="{ row }">{{ shown(row, row.low) }}, {{ shown(row, row.high) }}</template>
      <template #shipped="{ row }">{{ shown(row, row.shipped) }}</template>
      <template #use="{ row }"><Button text size="small" @click="take(row)">Use in this job</Button></template>
    </DataList>
    <p v-else class="small quiet">
      Too little yet: posts, rails and boards ticked on the phone tell how long one takes, bags really used how much the
      holes take in this soil, a gate's log how far gates of ours come down.
    </p>
    <div class="bags">
      <CountField
        v-for="item in structures"
        :key="item.spec.id"
        :label="`Bags used, ${item.name}`"
        :model-value="used(item.spec.id)"
        empty="none"
        @update:model-value="put(item.spec.id, $event)"
      />
    </div>
  </section>
</template>

<style scoped>
.bags {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(280px, 1fr));
  gap: 8px 24px;
}
</style>
