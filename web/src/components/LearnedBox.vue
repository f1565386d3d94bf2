<script setup lang="ts">
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
    <table v-if="data?.length">
      <thead>
        <tr>
          <th scope="col">What</th>
          <th scope="col">Median</th>
          <th scope="col">Middle 50%</th>
          <th scope="col">Cases</th>
          <th scope="col">Current value</th>
          <th scope="col"><span class="visually-hidden">Use it</span></th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="row in data" :key="row.key">
          <td>{{ row.says }}</td>
          <td>
            <b>{{ shown(row, row.middle) }}</b>
          </td>
          <td>{{ shown(row, row.low) }}, {{ shown(row, row.high) }}</td>
          <td>{{ row.cases_count }}</td>
          <td>{{ shown(row, row.shipped) }}</td>
          <td><Button text size="small" @click="take(row)">use it in this job</Button></td>
        </tr>
      </tbody>
    </table>
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
        empty="not counted"
        @update:model-value="put(item.spec.id, $event)"
      />
    </div>
  </section>
</template>

<style scoped>
table {
  width: 100%;
  border-collapse: collapse;
  margin-bottom: 10px;
}
td,
th {
  text-align: left;
  border-bottom: 1px solid var(--line);
  padding: 5px 4px;
  white-space: normal;
}
.bags {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(280px, 1fr));
  gap: 8px 24px;
}
</style>
