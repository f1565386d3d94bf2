<script setup lang="ts">
import Checkbox from 'primevue/checkbox'
import { computed, toRef } from 'vue'
import type { FenceSpec } from '@/api/types'
import CountField from '@/components/CountField.vue'
import RatingField from '@/components/RatingField.vue'
import { useFence } from '@/kinds/fence/useFence'
import { useJob } from '@/stores/job'

/** Who and what pushes at a fence besides the wind, and which advice the crew has taken in as limits of its own. */
type Advice = NonNullable<FenceSpec['own_limits']>[number]
const props = defineProps<{ structure: string }>()
const store = useJob()
const { spec, path, set } = useFence(toRef(props, 'structure'))
const ADVICE: { value: Advice; says: string }[] = [
  { value: 'a person leaning', says: 'horizontal point load (person leaning)' },
  { value: 'sag', says: 'sag' },
  { value: 'wobble', says: 'wobble' },
]
const taken = computed(() => new Set(spec.value?.own_limits ?? []))
function take(value: Advice, on: boolean): void {
  set(
    'own_limits',
    ADVICE.map((item) => item.value).filter((item) => (item === value ? on : taken.value.has(item))),
    'limits of our own',
  )
}
</script>

<template>
  <template v-if="spec">
    <label class="tick small"
      ><Checkbox
        binary
        :model-value="spec.guards_drop"
        @update:model-value="set('guards_drop', $event, 'beside a drop')"
      />
      Beside a drop: design as a guard</label
    >
    <RatingField
      v-if="!spec.guards_drop"
      label="Person leaning (recommended check)"
      kind="force"
      empty="nobody leans on it"
      :model-value="spec.lean_n || null"
      :tape="store.tape"
      :path="path + '/lean_n'"
      @update:model-value="set('lean_n', $event ?? 0, 'person load')"
    />
    <p v-else class="small quiet">The code's guard load counts.</p>
    <RatingField
      label="Livestock load at mid-height"
      kind="force"
      empty="no stock"
      :model-value="spec.stock_n || null"
      :tape="store.tape"
      :path="path + '/stock_n'"
      @update:model-value="set('stock_n', $event ?? 0, 'stock pushing')"
    />
    <CountField
      label="Ground falls away before it, %"
      percent
      empty="level"
      :model-value="spec.falls_away || null"
      :path="path + '/falls_away'"
      @update:model-value="set('falls_away', $event ?? 0, 'ground falling away')"
    />
    <fieldset>
      <legend class="small">Recommendations to enforce</legend>
      <label v-for="item in ADVICE" :key="item.value" class="tick small"
        ><Checkbox binary :model-value="taken.has(item.value)" @update:model-value="take(item.value, $event)" />
        {{ item.says }}</label
      >
    </fieldset>
  </template>
</template>

<style scoped>
.tick {
  display: flex;
  gap: 6px;
  align-items: center;
  color: var(--ink-2);
}
fieldset {
  border: 0;
  padding: 0;
  margin: 4px 0 0;
  display: grid;
  gap: 3px;
}
fieldset .tick {
  min-height: 26px;
  align-items: center;
}
legend {
  padding: 0;
  color: var(--ink-2);
}
p {
  margin: 0;
}
</style>
