<script setup lang="ts">
import Button from 'primevue/button'
import DayField from '@/components/DayField.vue'
import { useQuery } from '@tanstack/vue-query'
import { refDebounced } from '@vueuse/core'
import { computed, ref, watch } from 'vue'
import { api, ask } from '@/api/client'
import type { Shady } from '@/api/types'
import LengthField from '@/components/LengthField.vue'
import NumberField from '@/components/NumberField.vue'
import SunYearTable from '@/components/place/SunYearTable.vue'
import { FT } from '@/logic/units'
import { useJob } from '@/stores/job'

/** Shade map on a day between two hours, and where something of a size stands in it best. */
const emit = defineEmits<{ found: [map: Shady | null] }>()
const store = useJob()
const year = new Date().getFullYear()
const metric = computed(() => store.tape.system === 'metric')
const asked = ref({
  on: `${year}-07-21`,
  from_h: 14,
  to_h: 17,
  utc_h: null as number | null /** none: the site's time zone says */,
  wide_m: metric.value ? 1.5 : 5 * FT,
  deep_m: metric.value ? 1 : 3 * FT,
})
const rested = refDebounced(
  computed(() => ({ document: store.document!, ask: { ...asked.value } })),
  200,
)
const { data, error } = useQuery({
  queryKey: computed(() => ['shady', rested.value]),
  queryFn: async () => (await ask(api.POST('/api/views/shade-map', { body: rested.value }))) as Shady,
  placeholderData: (last) => last,
  retry: false,
})
watch([data, error], () => emit('found', error.value ? null : (data.value ?? null)), { immediate: true })
/** The place whose year is shown. */
const chosen = ref<number | null>(null)
const rect = computed(() => {
  const place = chosen.value === null ? undefined : data.value?.places[chosen.value]
  return place
    ? {
        left_m: place.left_m,
        low_m: place.low_m,
        wide_m: place.right_m - place.left_m,
        deep_m: place.high_m - place.low_m,
      }
    : null
})
const put = (name: 'from_h' | 'to_h' | 'utc_h' | 'wide_m' | 'deep_m') => (value: number | null) => {
  if (value !== null) asked.value = { ...asked.value, [name]: value }
}
function day(text: string): void {
  if (text) asked.value = { ...asked.value, on: text }
}
</script>

<template>
  <section class="shady" aria-label="Shade map">
    <div class="fields">
      <DayField label="On" :model-value="asked.on" @update:model-value="day($event)" />
      <NumberField label="From (hour)" :model-value="asked.from_h" @update:model-value="put('from_h')($event)" />
      <NumberField label="To" :model-value="asked.to_h" @update:model-value="put('to_h')($event)" />
      <NumberField
        v-if="!store.document!.site.time_zone"
        label="Clock ahead of UTC"
        :model-value="asked.utc_h ?? data?.utc_h ?? null"
        @update:model-value="put('utc_h')($event)"
      />
      <LengthField
        inline
        label="A place of"
        :model-value="asked.wide_m"
        :tape="store.tape"
        @update:model-value="put('wide_m')($event)"
      />
      <LengthField
        inline
        label="By"
        :model-value="asked.deep_m"
        :tape="store.tape"
        @update:model-value="put('deep_m')($event)"
      />
    </div>
    <p v-if="error" class="small fault" role="alert">
      {{ error.message }} <router-link :to="{ name: 'ground' }">The ground</router-link>
    </p>
    <p v-else-if="data" class="small" role="status">
      {{ data.says }}. Hours by {{ data.clock }}.
      <Button
        v-for="(place, i) in data.places"
        :key="i"
        text
        size="small"
        :aria-pressed="chosen === i"
        @click="chosen = chosen === i ? null : i"
        >Place {{ i + 1 }} through the year</Button
      >
    </p>
    <SunYearTable v-if="rect" :rect="rect" :utc_h="asked.utc_h" />
  </section>
</template>

<style scoped>
.shady {
  padding: 6px 12px;
  background: var(--paper);
  border-bottom: 1px solid var(--line);
}
.fields {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 22px;
  align-items: center;
}
.fields > * {
  max-width: 230px;
}
.shady p {
  margin: 4px 0 0;
}
</style>
