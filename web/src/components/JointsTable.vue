<script setup lang="ts">
import { usedOf } from '@/logic/units'
import { useQuery } from '@tanstack/vue-query'
import Button from 'primevue/button'
import { computed } from 'vue'
import { api, ask } from '@/api/client'
import type { JointRow } from '@/api/types'
import DataList, { type ListColumn } from '@/components/DataList.vue'
import StateTag from '@/components/StateTag.vue'
import { useJob } from '@/stores/job'

/** Each different joint of a structure once: how its pieces meet, over what area, with what, and how it stands. */
const props = defineProps<{ structure: string; selected: string }>()
const emit = defineEmits<{ select: [id: string] }>()
const store = useJob()
const { data, error } = useQuery({
  queryKey: computed(() => ['joints', props.structure, store.document]),
  queryFn: async () =>
    (
      await ask(
        api.POST('/api/designs/joints', {
          body: { document: store.document!, structure: props.structure, selected: '' },
        }),
      )
    ).joints as JointRow[],
  enabled: computed(() => !!store.document),
  placeholderData: (last) => last,
})
const COLUMNS: ListColumn[] = [
  { key: 'place', label: 'Joint', by: 'place', strong: true },
  { key: 'how', label: 'How they meet', by: 'how' },
  { key: 'count', label: 'How many', by: 'count', figure: true },
  { key: 'contact', label: 'Contact', figure: true },
  { key: 'fixings', label: 'Fixings' },
  { key: 'verdict', label: 'Checked', by: 'use' },
  { key: 'governed_by', label: 'By', quiet: true },
]
const rows = computed(() => data.value ?? [])
const wrong = computed(() => rows.value.filter((row) => row.conflict).length)
</script>

<template>
  <p v-if="error" class="fault" role="alert">{{ error.message }}</p>
  <p v-if="wrong" class="fault" role="alert">
    {{ wrong === 1 ? 'At one sort of joint' : `At ${wrong} sorts of joints` }} pieces take up the same space as drawn:
    cut them to fit, or move one.
  </p>
  <DataList
    :rows="rows"
    :columns="COLUMNS"
    label="Joints"
    row-key="id"
    :on="(row) => row.pieces.includes(selected)"
    @pick="emit('select', $event.pieces[0]!)"
  >
    <template #place="{ row }"
      ><Button unstyled class="pick strong" @click.stop="emit('select', row.pieces[0]!)">{{
        row.place
      }}</Button></template
    >
    <template #verdict="{ row }">
      <StateTag v-if="row.conflict" state="conflict" label="Overlaps as drawn" />
      <StateTag v-else-if="row.verdict" :state="row.verdict" />
      <span v-else class="quiet">No check of its own</span>
    </template>
    <template #governed_by="{ row }">{{
      row.use ? `${usedOf(row.use)}, ${row.governed_by}` : row.governed_by
    }}</template>
  </DataList>
</template>
