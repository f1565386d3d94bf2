<script setup lang="ts">
import Button from 'primevue/button'
import PrimeAutoComplete from 'primevue/autocomplete'
import InputText from 'primevue/inputtext'
import { computed, ref } from 'vue'
import { api, ask } from '@/api/client'
import type { ClimatePlace, Job } from '@/api/types'
import PickField from '@/components/PickField.vue'
import { staying } from '@/components/staying'
import { useAnswer } from '@/composables/useAnswer'
import { useJob } from '@/stores/job'
import { showLength } from '@/logic/units'

/**
 * What a code asks of the wind besides its speed: a mapped pressure, importance, another life, a crest; and places to
 * pick from.
 */
const AutoComplete = staying(PrimeAutoComplete)
const store = useJob()
const site = computed(() => store.document!.site)
const school = computed(() => store.document!.school)
const asksPressure = computed(() => school.value === 'ca' || school.value === 'uk')
const PRESSURE_SAYS: Record<string, string> = {
  ca: 'Hourly wind pressure, 1 in 50, kPa',
  uk: 'Peak wind pressure from the charts, kPa (0: by the speed)',
}
/** Importance category, where a code has a factor for it. */
const IMPORTANCE: Partial<Record<string, { value: number; says: string }[]>> = {
  ca: [
    { value: 1, says: 'usual importance, 1.0' },
    { value: 0.8, says: 'low hazard: a fence or shed, 0.8' },
  ],
  nz: [
    { value: 1, says: 'usual importance, 1.0' },
    { value: 0.83, says: 'level 1, low hazard: a fence, about 0.83' },
  ],
}

type Field = 'wind_pressure_pa' | 'crest_factor' | 'wind_return_years'
const typed = ref<Partial<Record<Field, string>>>({})
const faults = ref<Partial<Record<Field, string>>>({})
const LIMITS: Record<Field, { least: number; most: number; size: number; says: string }> = {
  wind_pressure_pa: { least: 0, most: 10, size: 1000, says: 'a pressure of 0 to 10 kPa' },
  crest_factor: { least: 1, most: 3, size: 1, says: 'a factor of 1 to 3' },
  wind_return_years: { least: 0, most: 500, size: 1, says: '0, or years from 2 to 500' },
}
type Asked = { field: Field; id: string; label: string; says: string }
const fields = computed<Asked[]>(() => [
  ...(asksPressure.value
    ? [
        {
          field: 'wind_pressure_pa' as const,
          id: 'wind-pressure',
          label: PRESSURE_SAYS[school.value]!,
          says: 'wind pressure',
        },
      ]
    : []),
  ...(school.value === 'uk'
    ? [
        {
          field: 'wind_return_years' as const,
          id: 'years',
          label: "Life it is built for, years (0: the map's 50)",
          says: 'years of life',
        },
      ]
    : []),
  {
    field: 'crest_factor',
    id: 'crest',
    label: "On a crest or bank: factor on the wind's pressure by the code's own figure (1: level ground)",
    says: 'crest',
  },
])
const shown = (field: Field) => String(Number((site.value[field] / LIMITS[field].size).toFixed(3)))
function take(field: Field, says: string): void {
  const value = Number(typed.value[field] ?? shown(field))
  const { least, most, size, says: what } = LIMITS[field]
  const good =
    Number.isFinite(value) &&
    value >= least &&
    value <= most &&
    !(field === 'wind_return_years' && value > 0 && value < 2)
  faults.value = { ...faults.value, [field]: good ? '' : `Write ${what}` }
  if (good) store.change((job) => void (job.site[field] = value * size), says)
}

const wanted = ref('')
const { found, look } = useAnswer(async (query: string): Promise<ClimatePlace[]> => {
  const params = { query: { school: school.value, text: query } }
  return (await ask(api.GET('/api/designs/climate-locations', { params }))).places
}, [])
function pick(place: ClimatePlace): void {
  store.change((job: Job) => {
    const { ground_snow_pa, rain_snow_pa, wind_pressure_pa, latitude_rad, longitude_rad } = place
    Object.assign(job.site, { ground_snow_pa, rain_snow_pa, wind_pressure_pa, latitude_rad, longitude_rad })
    job.place ||= place.name
  }, `climate of ${place.name}`)
  wanted.value = place.name
  picked.value = place
}
/** Frost is never taken without being asked for: what is usual there is offered beside it. */
const picked = ref<ClimatePlace | null>(null)
const usualFrost = computed(() => picked.value?.usual_frost_m ?? 0)
function takeFrost(): void {
  store.change((job) => void (job.site.frost_m = usualFrost.value), 'frost')
}
const kPa = (pa: number) => (pa / 1000).toFixed(2)
</script>

<template>
  <template v-if="school === 'ca'">
    <label for="climate">Climate of a place: type a few letters</label>
    <AutoComplete
      v-model="wanted"
      input-id="climate"
      :suggestions="found"
      option-label="name"
      size="small"
      @complete="look($event.query)"
      @option-select="pick($event.value)"
    >
      <template #option="{ option }">
        <span
          >{{ option.name }}
          <span class="quiet small"
            >snow {{ kPa(option.ground_snow_pa) }}, wind {{ kPa(option.wind_pressure_pa) }} kPa</span
          ></span
        >
      </template>
    </AutoComplete>
    <p v-if="usualFrost" class="small" role="status">
      Frost in {{ picked!.name }} usually goes {{ showLength(usualFrost, store.tape) }} deep: practice, the local office
      confirms it.
      <Button v-if="site.frost_m !== usualFrost" text size="small" @click="takeFrost">Take it</Button>
    </p>
  </template>
  <template v-if="IMPORTANCE[school]">
    <PickField
      label="Importance category"
      :model-value="site.wind_importance"
      :options="IMPORTANCE[school]!"
      @update:model-value="store.change((job) => void (job.site.wind_importance = Number($event)), 'importance')"
    />
  </template>
  <template v-for="item in fields" :key="item.field">
    <label :for="item.id">{{ item.label }}</label>
    <InputText
      :id="item.id"
      :model-value="shown(item.field)"
      inputmode="decimal"
      :aria-invalid="!!faults[item.field]"
      @update:model-value="typed = { ...typed, [item.field]: $event ?? '' }"
      @change="take(item.field, item.says)"
    />
    <p v-if="faults[item.field]" class="fault" role="alert">{{ faults[item.field] }}</p>
  </template>
</template>
