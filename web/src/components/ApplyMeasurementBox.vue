<script setup lang="ts">
import Button from 'primevue/button'
import StateTag from '@/components/StateTag.vue'
import { stateLabel } from '@/logic/states'
import type { MeasurementImpact } from '@/api/types'
import PieceChanges from '@/components/PieceChanges.vue'

/** What taking a reading into the plan would change, before anybody says so. */
defineProps<{ found: MeasurementImpact; what: string /** the reading in words */ }>()
const emit = defineEmits<{ take: []; leave: [] }>()
</script>

<template>
  <section class="take" aria-label="Preview changes">
    <h2>Preview changes</h2>
    <p>
      {{ what }}: <StateTag :state="found.verdict" /><template v-if="found.was !== found.verdict">
        (today: {{ stateLabel(found.was) }})</template
      >. {{ found.hours_now.toFixed(1) }} hours in all<template
        v-if="Math.abs(found.hours_now - found.hours_was) > 0.05"
      >
        ({{ found.hours_was.toFixed(1) }} today)</template
      >.
    </p>
    <ul v-if="found.conflicts.length" class="fault">
      <li v-for="text in found.conflicts" :key="text">{{ text }}</li>
    </ul>
    <template v-if="found.up.length">
      <h3>Already installed</h3>
      <ul>
        <li v-for="(row, index) in found.up" :key="index">{{ row.where }}: {{ row.says }}</li>
      </ul>
    </template>
    <PieceChanges v-if="found.pieces.length" :pieces="found.pieces" />
    <p v-else class="quiet">No piece changes.</p>
    <p class="row">
      <Button @click="emit('take')">Apply to plan</Button>
      <Button severity="secondary" outlined @click="emit('leave')">Keep current plan</Button>
    </p>
  </section>
</template>

<style scoped>
.take {
  border: 1px solid var(--line);
  border-left: 5px solid var(--flag);
  background: var(--paper);
  padding: 12px 18px;
  margin: 14px 0;
  max-width: 760px;
}
.take h2 {
  margin: 0 0 6px;
}
.row {
  display: flex;
  gap: 10px;
  margin: 12px 0 0;
}
</style>
