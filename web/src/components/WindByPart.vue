<script setup lang="ts">
import Button from 'primevue/button'
import { watch } from 'vue'
import { api, askInTurn } from '@/api/client'
import type { WindByPart } from '@/api/types'
import DataList, { type ListColumn } from '@/components/DataList.vue'
import { useAnswer } from '@/composables/useAnswer'
import { showSpeed } from '@/logic/units'
import { useJob } from '@/stores/job'

/** What decides a structure's wind rating: line, ends and gate each by itself, and the assumption about the site that counts most. */
const props = defineProps<{ structure: string }>()
const store = useJob()
const { found, busy, fault, look, clear } = useAnswer(
  async (): Promise<WindByPart | null> =>
    (
      await askInTurn(() =>
        api.POST('/api/designs/wind-by-part', {
          body: { document: store.document!, structure: props.structure, selected: '' },
        }),
      )
    ).wind as WindByPart | null,
  null,
)
const speed = (m_per_s: number) => (m_per_s ? showSpeed(m_per_s, store.tape.system) : 'none')
const PARTS: ListColumn[] = [
  { key: 'part', label: 'Part', strong: true },
  { key: 'gust', label: 'Wind rating', figure: true, by: 'gust_m_per_s' },
  { key: 'gives', label: 'First to fail', quiet: true },
]
watch([() => store.document, () => props.structure], clear)
</script>

<template>
  <section class="parts" aria-label="What decides the wind rating">
    <Button v-if="!found" severity="secondary" outlined size="small" :loading="busy" @click="look()">
      {{ busy ? 'Checking each part…' : 'What decides the wind rating' }}
    </Button>
    <p v-if="fault" class="fault" role="alert">{{ fault }}</p>
    <template v-if="found">
      <h4>What decides the wind rating</h4>
      <p class="small">
        This place: {{ speed(found.place_gust_m_per_s) }} gust. <b v-if="found.decisive">{{ found.decisive }}.</b>
      </p>
      <DataList :rows="found.parts" :columns="PARTS" label="Wind rating of each part" row-key="part">
        <template #gust="{ row }">{{ speed(row.gust_m_per_s) }}</template>
        <template #gives="{ row }">{{ row.gives || 'nothing found' }}</template>
      </DataList>
      <ul v-if="found.assumptions.length" aria-label="What is assumed">
        <li v-for="one in found.assumptions" :key="one.key" class="small">
          {{ one.says }}: <b>{{ speed(one.gust_m_per_s) }}</b>. To know: {{ one.buys }}.
        </li>
      </ul>
      <p class="small quiet">No state changes by this: what is not known stays as calculated.</p>
    </template>
  </section>
</template>

<style scoped>
.parts {
  display: grid;
  gap: 6px;
  margin: 8px 0;
}
ul {
  margin: 0;
  padding-left: 18px;
}
p,
h4 {
  margin: 0;
}
</style>
