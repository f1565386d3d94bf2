<script setup lang="ts">
import { computed, toRef } from 'vue'
import type { Sheet } from '@/api/types'
import PickField from '@/components/PickField.vue'
import { useDeck } from '@/kinds/deck/useDeck'

/** Beam lines that are not as all the others. */
const props = defineProps<{ structure: string; sheet: Sheet | null; sticks: { value: string; says: string }[] }>()
const { spec, edit } = useDeck(toRef(props, 'structure'))
const lines = computed(() => [
  ...new Set(
    (props.sheet?.members ?? [])
      .filter((item) => item.what === 'beam')
      .map((item) =>
        item.id
          .split('/')
          .pop()!
          .replace(/[a-h]$/, ''),
      ),
  ),
])
const ownLine = (line: string) =>
  (spec.value?.beam_lines ?? []).find((item) => item.id === line) ?? { id: line, beam: '', plies: null }
function putLine(line: string, change: { beam?: string; plies?: number | null }): void {
  const made = { ...ownLine(line), ...change }
  edit(
    (at) =>
      void (at.beam_lines = [
        ...(at.beam_lines ?? []).filter((item) => item.id !== line),
        ...(made.beam || made.plies ? [made] : []),
      ]),
    line.replace('-', ' '),
  )
}
const plies = [1, 2, 3, 4, 5].map((value) => ({ value, says: String(value) }))
</script>

<template>
  <details v-if="lines.length > 1" class="lines">
    <summary>Override one beam line</summary>
    <div v-for="line in lines" :key="line" class="two">
      <PickField
        :label="line.replace('beam-', 'Beam ')"
        :model-value="ownLine(line).beam || ''"
        :options="[{ value: '', says: 'as all' }, ...sticks]"
        @update:model-value="putLine(line, { beam: String($event) })"
      />
      <PickField
        label="Plies"
        :model-value="ownLine(line).plies ?? 0"
        :options="[{ value: 0, says: 'as all' }, ...plies]"
        @update:model-value="putLine(line, { plies: Number($event) || null })"
      />
    </div>
  </details>
</template>

<style scoped>
summary {
  cursor: pointer;
  font-size: 12.5px;
  color: var(--ink-2);
}
.two {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 8px;
  margin-top: 5px;
}
</style>
