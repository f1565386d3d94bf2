<script setup lang="ts">
import Button from 'primevue/button'
import Checkbox from 'primevue/checkbox'
import SelectBox from '@/components/SelectBox'
import { useQuery } from '@tanstack/vue-query'
import { computed } from 'vue'
import { api, ask } from '@/api/client'
import type { MarkRow } from '@/api/types'
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
const set = (change: Partial<Taped>) => (taped.value = { ...taped.value, ...change })
</script>

<template>
  <p class="choices small">
    <label
      >Zero at
      <SelectBox :model-value="taped.from_end" @update:model-value="set({ from_end: $event === 'true' })">
        <option :value="false">the start</option>
        <option :value="true">the end</option>
      </SelectBox></label
    >
    <label
      >Marks to the
      <SelectBox :model-value="taped.to" @update:model-value="set({ to: $event as Taped['to'] })">
        <option>centre</option>
        <option>near face</option>
        <option>far face</option>
      </SelectBox></label
    >
    <label
      ><Checkbox binary :model-value="taped.mirrored" @update:model-value="set({ mirrored: $event })" /> Mirror (read
      from the other side)</label
    >
    <a :href="file">CSV</a>
  </p>
  <p v-if="error" class="fault">{{ error.message }}</p>
  <table>
    <thead>
      <tr>
        <th>Post</th>
        <th>Mark</th>
        <th>On this run</th>
        <th>Hole from</th>
        <th>to</th>
        <th>Distance along slope</th>
        <th />
      </tr>
    </thead>
    <tbody>
      <tr v-for="row in data ?? []" :key="row.id" :class="{ on: row.id === selected }" @click="emit('select', row.id)">
        <td>
          <Button unstyled class="pick" @click.stop="emit('select', row.id)">{{ row.number }}</Button>
        </td>
        <td class="strong">{{ row.reading }}</td>
        <td>{{ row.leg_reading }}</td>
        <td>{{ row.hole_near }}</td>
        <td>{{ row.hole_far }}</td>
        <td>{{ row.ground_tape || 'not read' }}</td>
        <td class="quiet">{{ row.kind === 'line' ? '' : row.label || row.kind }}</td>
      </tr>
    </tbody>
  </table>
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
