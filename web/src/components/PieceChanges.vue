<script setup lang="ts">
import DataList, { type ListColumn } from '@/components/DataList.vue'

/** Pieces that one design has and another has not, with how many of each. */
defineProps<{ pieces: readonly { says: string; was: number; now: number }[] }>()
const COLUMNS: ListColumn[] = [
  { key: 'says', label: 'Piece', by: 'says' },
  { key: 'was', label: 'was', figure: true, by: 'was' },
  { key: 'now', label: 'now', figure: true, by: 'now' },
]
</script>

<template>
  <DataList :rows="pieces" :columns="COLUMNS" label="Pieces that change" row-key="says" />
</template>
