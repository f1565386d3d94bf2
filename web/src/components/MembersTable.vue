<script setup lang="ts">
import Button from 'primevue/button'
import StateTag from '@/components/StateTag.vue'
import type { MemberRow } from '@/api/types'

/** What a structure is made of: each member with its sizes, and how it stands by calculation and by table. */
defineProps<{ members: MemberRow[]; selected: string }>()
const emit = defineEmits<{ select: [id: string] }>()
</script>

<template>
  <table>
    <thead>
      <tr>
        <th>Member</th>
        <th>Sizes and places</th>
        <th>Calculated</th>
        <th>Governing</th>
        <th>Table</th>
      </tr>
    </thead>
    <tbody>
      <tr v-for="row in members" :key="row.id" :class="{ on: row.id === selected }" @click="emit('select', row.id)">
        <td>
          <Button unstyled class="pick strong" @click.stop="emit('select', row.id)">{{ row.name }}</Button>
        </td>
        <td>{{ row.says }}</td>
        <td>
          <StateTag :state="row.verdict" />
        </td>
        <td>{{ row.use ? `${(row.use * 100).toFixed(0)} %, ${row.governed_by}` : '' }}</td>
        <td>
          <StateTag :state="row.table" />
        </td>
      </tr>
    </tbody>
  </table>
</template>

<style scoped>
td {
  vertical-align: top; /* a name over two lines is a button: its baseline is that of its last line */
}
@media (max-width: 860px) {
  tr {
    display: grid;
    grid-template-columns: 1fr auto auto;
    column-gap: 12px;
    padding: 6px 0;
    border-bottom: 1px solid var(--line);
  }
  th,
  td {
    border: 0;
    padding: 0;
  }
  th:nth-child(2),
  th:nth-child(4) {
    display: none;
  }
  td:nth-child(2),
  td:nth-child(4) {
    grid-row: 2;
    grid-column: 1 / -1;
  }
  td:nth-child(4) {
    grid-row: 3;
    color: var(--ink-2);
  }
  .pick {
    text-align: left;
  }
}
</style>
