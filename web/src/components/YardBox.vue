<script setup lang="ts">
import CountField from '@/components/CountField.vue'
import Button from 'primevue/button'
import { computed, ref } from 'vue'
import type { Takeoff } from '@/api/types'
import LengthField from '@/components/LengthField.vue'
import PickField from '@/components/PickField.vue'
import { sized } from '@/logic/sticks'
import { showLength } from '@/logic/units'
import { useJob } from '@/stores/job'
import { useReference } from '@/stores/reference'

/** What the crew has or keeps to: one length of a timber alone, and sticks in hand. */
const props = defineProps<{ takeoff: Takeoff }>()
const store = useJob()
const reference = useReference()
const items = computed(() =>
  [
    ...new Map(
      props.takeoff.cuts.map((cut) => [
        sized(cut.item).like,
        reference.reference?.items.find((item) => item.key === sized(cut.item).like)?.says ?? cut.says,
      ]),
    ).entries(),
  ].map(([value, says]) => ({ value, says })),
)
const item = ref('')
const chosen = computed(() => item.value || items.value[0]?.value || '')
const length = ref<number | null>(null)
const count = ref(1)
const yard = computed(() => store.document!.yard)
const says = (key: string) => items.value.find((row) => row.value === key)?.says ?? key
function keep(): void {
  const at = length.value
  if (at === null) return
  store.change(
    (job) => {
      job.yard.only = [
        ...(job.yard.only ?? []).filter((row) => !(row.item === chosen.value && Math.abs(row.length_m - at) < 1e-4)),
        { item: chosen.value, length_m: at },
      ]
    },
    `keep to one length of ${says(chosen.value)}`,
  )
}
function rack(): void {
  const at = length.value
  if (at === null || !(count.value >= 1)) return
  store.change(
    (job) =>
      void (job.yard.rack = [
        ...(job.yard.rack ?? []),
        { item: chosen.value, length_m: at, count: Math.round(count.value) },
      ]),
    `${says(chosen.value)} in hand`,
  )
}
function drop(list: 'only' | 'rack', index: number): void {
  store.change(
    (job) => {
      if (list === 'only') job.yard.only = (job.yard.only ?? []).filter((_, k) => k !== index)
      else job.yard.rack = (job.yard.rack ?? []).filter((_, k) => k !== index)
    },
    list === 'only' ? 'Clear length restriction' : 'took off the rack',
  )
}
</script>

<template>
  <section aria-label="What you have and keep to">
    <h2>Stock on hand and fixed lengths</h2>
    <ul v-if="takeoff.near?.length" class="near">
      <li v-for="text in takeoff.near" :key="text">{{ text }}.</li>
    </ul>
    <div class="row">
      <PickField label="Timber" :model-value="chosen" :options="items" @update:model-value="item = String($event)" />
      <LengthField
        label="Length"
        :model-value="length"
        :tape="store.tape"
        optional="as 8 ft"
        @update:model-value="length = $event"
      />
      <CountField label="Sticks" :model-value="count" @update:model-value="count = $event ?? 1" />
    </div>
    <p class="acts">
      <Button severity="secondary" outlined size="small" :disabled="length === null" @click="keep"
        >Buy this length only</Button
      >
      <Button severity="secondary" outlined size="small" :disabled="length === null" @click="rack"
        >Add to stock on hand</Button
      >
    </p>
    <ul v-if="yard.only?.length || yard.rack?.length" class="kept">
      <li v-for="(row, i) in yard.only" :key="'o' + i">
        {{ says(row.item) }}: {{ showLength(row.length_m, store.tape) }} only
        <Button text size="small" :aria-label="`any length of ${says(row.item)}`" @click="drop('only', i)">
          Clear length restriction
        </Button>
      </li>
      <li v-for="(row, i) in yard.rack" :key="'r' + i">
        {{ row.count }} × {{ says(row.item) }}, {{ showLength(row.length_m, store.tape) }}, in hand
        <Button text size="small" :aria-label="`take ${says(row.item)} off the rack`" @click="drop('rack', i)">
          Remove
        </Button>
      </li>
    </ul>
  </section>
</template>

<style scoped>
section {
  display: grid;
  gap: 8px;
  align-content: start;
}
.row {
  display: grid;
  grid-template-columns: minmax(0, 2fr) minmax(0, 1fr) 80px;
  gap: 10px;
  align-items: end;
}
label {
  display: grid;
  gap: 2px;
  font-size: 12.5px;
  color: var(--ink-2);
}
input {
  padding: 5px 7px;
  border: 1px solid var(--line);
  border-radius: 3px;
  background: var(--paper);
  color: var(--ink);
  font-weight: 600;
  font-size: 14px;
  min-width: 0;
}
.near {
  margin: 0;
  padding: 6px 12px 6px 28px;
  background: var(--ground-2);
  border-left: 3px solid var(--flag);
}
.kept {
  margin: 0;
  padding-left: 18px;
}
.acts {
  margin: 0;
}
</style>
