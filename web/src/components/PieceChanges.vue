<script setup lang="ts">
import type { MeasurementImpact } from '@/api/types'

/** Pieces that differ between two states, before and after. */
defineProps<{ pieces: MeasurementImpact['pieces'] }>()
</script>

<template>
  <table>
    <thead>
      <tr>
        <th scope="col">Piece</th>
        <th scope="col" class="n">was</th>
        <th scope="col" class="n">now</th>
      </tr>
    </thead>
    <tbody>
      <tr v-for="piece in pieces" :key="piece.says">
        <td>{{ piece.says }}</td>
        <td class="n">{{ piece.was }}</td>
        <td class="n">{{ piece.now }}</td>
      </tr>
    </tbody>
  </table>
</template>

<style scoped>
.n {
  text-align: right;
}
</style>
