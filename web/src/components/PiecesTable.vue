<script setup lang="ts">
import type { Takeoff } from '@/api/types'
import { showRating } from '@/logic/ratings'
import { showLength, type Tape } from '@/logic/units'

type Piece = Takeoff['pieces'][number]
/** Every kind of piece to cut: how many, how long, its cuts and what one weighs. */
defineProps<{ pieces: Piece[] | null; selected: string; tape: Tape; file: string /** the same as CSV */ }>()
const emit = defineEmits<{ select: [id: string] }>()
const degrees = (rad: number) => `${Math.abs((rad * 180) / Math.PI).toFixed(1)}°`
function ripped(row: Piece, tape: Tape): string {
  if (row.tapers_to_m !== null && row.tapers_to_m !== undefined)
    return `, ripped from ${showLength(row.width_m, tape)} to ${showLength(row.tapers_to_m, tape)}`
  return row.width_m ? `, ripped to ${showLength(row.width_m, tape)}` : ''
}
</script>

<template>
  <p class="choices small"><a :href="file">CSV</a></p>
  <table v-if="pieces">
    <thead>
      <tr>
        <th>Piece</th>
        <th>Of</th>
        <th>Count</th>
        <th>Length</th>
        <th>From stock</th>
        <th>End cuts</th>
        <th>Each</th>
      </tr>
    </thead>
    <tbody>
      <tr
        v-for="row in pieces"
        :key="row.id"
        :class="{ on: row.abouts.includes(selected) || row.places.includes(selected) }"
        @click="emit('select', row.abouts[0] ?? '')"
      >
        <td>{{ row.role }}{{ ripped(row, tape) }}</td>
        <td>{{ row.says }}</td>
        <td class="strong">{{ row.count }}</td>
        <td class="strong">{{ showLength(row.length_m, tape) }}</td>
        <td>{{ showLength(row.stick_m, tape) }}</td>
        <td>{{ row.bevel_rad ? `${degrees(row.bevel_rad)} bevel` : 'square' }}</td>
        <td>{{ showRating(row.mass_kg, 'mass', tape) }}</td>
      </tr>
    </tbody>
  </table>
  <p v-else class="quiet">Counting the pieces.</p>
</template>
