<script setup lang="ts">
import Button from 'primevue/button'
import Checkbox from 'primevue/checkbox'
import SelectBox from '@/components/SelectBox'
import { useQuery } from '@tanstack/vue-query'
import { computed } from 'vue'
import { api, ask } from '@/api/client'
import type { MarkRow } from '@/api/types'
import DataList, { type ListColumn } from '@/components/DataList.vue'
import { useJob } from '@/stores/job'

interface Taped {
  from_end: boolean
  to: 'centre' | 'near face' | 'far face'
  mirrored: boolean
}
/** Every post's mark, read off the tape from either end. */
const props = defineProps<{ structure: string; selected: string; file: string /** the same as CSV */ }>()
const emit = defineEmits<{ select: [id: string] }>()
const taped = defineModel<Taped>({ required: true })
const store = useJob()
const { data, error } = useQuery({
  queryKey: computed(() => ['marks', props.structure, taped.value, store.document]),
  queryFn: async () =>
    (
      await ask(
        api.POST('/api/designs/marks', {
          body: { document: store.document!, structure: props.structure, ...taped.value },
        }),
      )
    ).marks as MarkRow[],
  enabled: computed(() => !!store.document),
  placeholderData: (last) => last,
})
const COLUMNS: ListColumn[] = [
  { key: 'number', label: 'Post', by: 'number' },
  { key: 'reading', label: 'Mark', figure: true, strong: true },
  { key: 'leg_reading', label: 'On this run', figure: true },
  { key: 'hole_near', label: 'Hole from', figure: true },
  { key: 'hole_far', label: 'to', figure: true },
  { key: 'ground_tape', label: 'Distance along slope', figure: true },
  { key: 'note', label: 'Note', by: 'kind', quiet: true },
]
const set = (change: Partial<Taped>) => (taped.value = { ...taped.value, ...change })
</script>

<template>
  <p class="choices small">
    <label
      >Zero at
      <SelectBox :model-value="taped.from_end" @update:model-value="set({ from_end: $event === 'true' })">
        <option :value="false">The start</option>
        <option :value="true">The end</option>
      </SelectBox></label
    >
    <label
      >Marks to the
      <SelectBox :model-value="taped.to" @update:model-value="set({ to: $event as Taped['to'] })">
        <option value="centre">Centre</option>
        <option value="near face">Near face</option>
        <option value="far face">Far face</option>
      </SelectBox></label
    >
    <label
      ><Checkbox binary :model-value="taped.mirrored" @update:model-value="set({ mirrored: $event })" /> Mirror (read
      from the other side)</label
    >
    <a :href="file">CSV</a>
  </p>
  <p v-if="error" class="fault">{{ error.message }}</p>
  <DataList
    :rows="data ?? []"
    :columns="COLUMNS"
    label="Marks"
    row-key="id"
    :on="(row) => row.id === selected"
    @pick="emit('select', $event.id)"
  >
    <template #number="{ row }"
      ><Button unstyled class="pick" @click.stop="emit('select', row.id)">{{ row.number }}</Button></template
    >
    <template #ground_tape="{ row }">{{ row.ground_tape || 'not read' }}</template>
    <template #note="{ row }">{{ row.kind === 'line' ? '' : row.label || row.kind }}</template>
  </DataList>
</template>

<style scoped>
.choices {
  display: flex;
  gap: 18px;
  align-items: baseline;
  margin: 4px 0;
  position: sticky;
  left: 0;
}
.choices select {
  border: 1px solid var(--line);
  border-radius: 3px;
  background: var(--paper);
  padding: 2px 4px;
}
</style>
