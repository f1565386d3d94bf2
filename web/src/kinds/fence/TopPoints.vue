<script setup lang="ts">
import Button from 'primevue/button'
import { computed, toRef } from 'vue'
import type { FenceSpec } from '@/api/types'
import LengthField from '@/components/LengthField.vue'
import PickField from '@/components/PickField.vue'
import { useFence } from '@/kinds/fence/useFence'
import { FT } from '@/logic/units'
import { useJob } from '@/stores/job'

/** The points that the top line runs through: where, how high over the ground there, and the way on to the next. */
type Point = NonNullable<FenceSpec['top_points']>[number]
const props = defineProps<{ structure: string }>()
const store = useJob()
const { spec, path, set } = useFence(toRef(props, 'structure'))
const points = computed(() => spec.value?.top_points ?? [])
const WAYS = [
  { value: 'straight', says: 'straight on' },
  { value: 'step', says: 'level, then a step' },
  { value: 'curve', says: 'in a curve' },
]
const put = (index: number, change: Partial<Point>) =>
  set(
    'top_points',
    points.value.map((point, k) => (k === index ? { ...point, ...change } : point)),
    'a point of the top',
  )
/** The next point stands a bay on, as high as the last. */
function add(): void {
  const last = points.value[points.value.length - 1]
  const fresh: Point = {
    at_m: last ? last.at_m + (spec.value?.bay_max_m ?? 8 * FT) : 0,
    height_m: last?.height_m ?? spec.value?.height_m ?? 6 * FT,
    way: last?.way ?? 'straight',
  }
  set('top_points', [...points.value, fresh], 'another point of the top')
}
const drop = (index: number) =>
  set(
    'top_points',
    points.value.filter((_, k) => k !== index),
    'a point of the top taken out',
  )
</script>

<template>
  <div class="points" role="group" aria-label="Points of the top">
    <fieldset v-for="(point, i) in points" :key="i">
      <legend class="small">Point {{ i + 1 }}</legend>
      <LengthField
        label="Along the line"
        :model-value="point.at_m"
        :tape="store.tape"
        :path="`${path}/top_points/${i}/at_m`"
        @update:model-value="$event !== null && put(i, { at_m: $event })"
      />
      <LengthField
        label="Over its ground"
        :model-value="point.height_m"
        :tape="store.tape"
        :path="`${path}/top_points/${i}/height_m`"
        @update:model-value="$event !== null && put(i, { height_m: $event })"
      />
      <PickField
        label="Then"
        :model-value="point.way ?? 'straight'"
        :options="WAYS"
        @update:model-value="put(i, { way: $event as Point['way'] })"
      />
      <Button text size="small" :disabled="points.length < 2" :aria-label="`Remove point ${i + 1}`" @click="drop(i)"
        >Remove</Button
      >
    </fieldset>
    <Button severity="secondary" outlined size="small" @click="add">Add a point</Button>
  </div>
</template>

<style scoped>
.points {
  grid-column: 1 / -1;
  display: grid;
  gap: 6px;
}
fieldset {
  border: 0;
  border-left: 2px solid var(--line);
  margin: 0;
  padding: 0 0 0 8px;
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 4px 10px;
  align-items: end;
}
</style>
