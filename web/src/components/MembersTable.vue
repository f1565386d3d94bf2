<script setup lang="ts">
import { usedOf } from '@/logic/units'
import Button from 'primevue/button'
import { computed } from 'vue'
import type { MemberRow } from '@/api/types'
import DataList, { type ListColumn } from '@/components/DataList.vue'
import StateTag from '@/components/StateTag.vue'
import { rank } from '@/logic/states'

/** What a structure is made of: each member with its sizes, and how it stands by calculation and by table. */
const props = defineProps<{ members: MemberRow[]; selected: string }>()
const emit = defineEmits<{ select: [id: string] }>()
const COLUMNS: ListColumn[] = [
  { key: 'name', label: 'Member', by: 'name', strong: true },
  { key: 'says', label: 'Sizes and places' },
  { key: 'verdict', label: 'Calculated', by: 'worst' },
  { key: 'use', label: 'Utilization', by: 'use', figure: true },
  { key: 'governed_by', label: 'Governing' },
  { key: 'table', label: 'Table' },
]
const rows = computed(() => props.members.map((row) => ({ ...row, worst: rank(row.verdict) })))
</script>

<template>
  <DataList
    :rows="rows"
    :columns="COLUMNS"
    label="Members"
    row-key="id"
    :on="(row) => row.id === selected"
    @pick="emit('select', $event.id)"
  >
    <template #name="{ row }"
      ><Button unstyled class="pick strong" @click.stop="emit('select', row.id)">{{ row.name }}</Button></template
    >
    <template #verdict="{ row }"><StateTag :state="row.verdict" /></template>
    <template #use="{ row }">{{ row.use ? usedOf(row.use) : '' }}</template>
    <template #table="{ row }"><StateTag :state="row.table" /></template>
  </DataList>
</template>
