<script setup lang="ts">
import PrimeMultiSelect from 'primevue/multiselect'
import { computed, toRef } from 'vue'
import type { FenceSpec } from '@/api/types'
import FoldSection from '@/components/FoldSection.vue'
import PickField from '@/components/PickField.vue'
import { staying } from '@/components/staying'
import { useFence } from '@/kinds/fence/useFence'

/** What the fence is for: each purpose is held against a table of heights, gaps and what can be climbed. */
type Purpose = NonNullable<FenceSpec['purposes']>[number]
const props = defineProps<{ structure: string }>()
const MultiSelect = staying(PrimeMultiSelect)
const { spec, path, set } = useFence(toRef(props, 'structure'))
const PURPOSES: { value: Purpose; says: string }[] = [
  { value: 'privacy', says: 'privacy' },
  { value: 'pool', says: 'a pool' },
  ...(
    [
      'small dog',
      'large dog',
      'jumping or digging dog',
      'sheep',
      'goat',
      'pig',
      'cattle',
      'horse',
      'deer',
      'poultry',
      'rabbit',
    ] as Purpose[]
  ).map((value) => ({ value, says: value })),
]
const KEEPS = ['nothing', 'a small animal', 'a rooting animal', 'a child'].map((value) => ({ value, says: value }))
const NOBODY = 'not said'
const SIDES = [
  { value: NOBODY, says: NOBODY },
  { value: 'left', says: 'left, along the line' },
  { value: 'right', says: 'right, along the line' },
]
const pool = computed(() => spec.value?.purposes?.includes('pool') ?? false)
</script>

<template>
  <FoldSection v-if="spec" title="What it is for">
    <label class="field small" :data-path="path + '/purposes'"
      >Purposes
      <MultiSelect
        :model-value="spec.purposes ?? []"
        :options="PURPOSES"
        option-label="says"
        option-value="value"
        :show-toggle-all="false"
        :max-selected-labels="3"
        aria-label="Purposes"
        placeholder="None chosen"
        size="small"
        fluid
        @update:model-value="set('purposes', $event, 'what the fence is for')"
      />
    </label>
    <PickField
      v-if="pool"
      inline
      label="The pool lies"
      :model-value="spec.inside ?? NOBODY"
      :options="SIDES"
      :path="path + '/inside'"
      @update:model-value="
        set('inside', $event === NOBODY ? null : ($event as FenceSpec['inside']), 'side of the pool')
      "
    />
    <PickField
      inline
      label="Contains"
      :model-value="spec.keeps ?? 'nothing'"
      :options="KEEPS"
      :path="path + '/keeps'"
      @update:model-value="set('keeps', $event as FenceSpec['keeps'], 'what the fence keeps in')"
    />
    <p v-if="pool" class="small quiet">Compared with the table entered here. The local office decides.</p>
  </FoldSection>
</template>

<style scoped>
.field {
  grid-column: 1 / -1;
  display: grid;
  gap: 3px;
  color: var(--ink-2);
}
p {
  margin: 0;
}
</style>
