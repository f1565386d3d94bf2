<script setup lang="ts">
import type { MemberRow } from '@/api/types'

/** What a structure is made of: each member with its sizes, and how it stands by reckoning and by table. */
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
        <th>Closest</th>
        <th>Table</th>
      </tr>
    </thead>
    <tbody>
      <tr v-for="row in members" :key="row.id" :class="{ on: row.id === selected }" @click="emit('select', row.id)">
        <td>
          <button class="pick strong" @click.stop="emit('select', row.id)">{{ row.name }}</button>
        </td>
        <td>{{ row.says }}</td>
        <td>
          <span class="verdict" :class="row.verdict.split(' ')[0]">{{ row.verdict }}</span>
        </td>
        <td>{{ row.use ? `${(row.use * 100).toFixed(0)} %, ${row.governed_by}` : '' }}</td>
        <td>
          <span class="verdict" :class="row.table.split(' ')[0]">{{ row.table }}</span>
        </td>
      </tr>
    </tbody>
  </table>
</template>
