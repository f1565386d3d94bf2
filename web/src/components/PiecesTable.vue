<script setup lang="ts">
import type { Takeoff } from '@/api/types'
import DataList, { type ListColumn } from '@/components/DataList.vue'
import { showRating } from '@/logic/ratings'
import { showLength, type Tape } from '@/logic/units'

type Piece = Takeoff['pieces'][number]
/** Every kind of piece to cut: how many, how long, its cuts and what one weighs. */
defineProps<{ pieces: Piece[] | null; selected: string; tape: Tape; file: string /** the same as CSV */ }>()
const emit = defineEmits<{ select: [id: string] }>()
const COLUMNS: ListColumn[] = [
  { key: 'role', label: 'Piece', by: 'role' },
  { key: 'says', label: 'Of', by: 'says' },
  { key: 'count', label: 'Count', by: 'count', figure: true, strong: true },
  { key: 'length_m', label: 'Length', by: 'length_m', figure: true, strong: true },
  { key: 'stick_m', label: 'From stock', by: 'stick_m', figure: true },
  { key: 'bevel_rad', label: 'End cuts', by: 'bevel_rad' },
  { key: 'mass_kg', label: 'Each', by: 'mass_kg', figure: true },
]
const degrees = (rad: number) => `${Math.abs((rad * 180) / Math.PI).toFixed(1)}°`
function ripped(row: Piece, tape: Tape): string {
  if (row.tapers_to_m !== null && row.tapers_to_m !== undefined)
    return `, ripped from ${showLength(row.width_m, tape)} to ${showLength(row.tapers_to_m, tape)}`
  return row.width_m ? `, ripped to ${showLength(row.width_m, tape)}` : ''
}
/** What is cut where it stands goes up longer than it ends. */
function inPlace(row: Piece, tape: Tape): string {
  if (!row.cut_to_m) return ''
  const [low, high] = row.cut_to_m.map((length) => showLength(length, tape))
  return low === high ? `, cut in place to ${low}` : `, cut in place, ${low} to ${high}`
}
</script>

<template>
  <p class="choices small"><a :href="file">CSV</a></p>
  <DataList
    v-if="pieces"
    :rows="pieces"
    :columns="COLUMNS"
    label="Pieces to cut"
    row-key="id"
    :on="(row) => row.abouts.includes(selected) || row.places.includes(selected)"
    @pick="emit('select', $event.abouts[0] ?? '')"
  >
    <template #role="{ row }"
      >{{ row.role }}{{ ripped(row, tape) }}{{ inPlace(row, tape)
      }}{{ row.crown ? `, crown ${row.crown}` : '' }}</template
    >
    <template #length_m="{ row }">{{ showLength(row.length_m, tape) }}</template>
    <template #stick_m="{ row }">{{ showLength(row.stick_m, tape) }}</template>
    <template #bevel_rad="{ row }">{{ row.bevel_rad ? `${degrees(row.bevel_rad)} bevel` : 'square' }}</template>
    <template #mass_kg="{ row }">{{ showRating(row.mass_kg, 'mass', tape) }}</template>
  </DataList>
  <p v-else class="quiet">Counting the pieces.</p>
</template>
