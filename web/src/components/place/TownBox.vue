<script setup lang="ts">
import { useQuery, useQueryClient } from '@tanstack/vue-query'
import AutoComplete from 'primevue/autocomplete'
import Button from 'primevue/button'
import Tag from 'primevue/tag'
import { computed, ref } from 'vue'
import { api, ask } from '@/api/client'
import type { Proposal, Town } from '@/api/types'
import PinMap from '@/components/place/PinMap.vue'
import { useAnswer } from '@/composables/useAnswer'
import { PSF, showLength, showSpeed } from '@/logic/units'
import { useJob } from '@/stores/job'

/** A site's town: sets place and clock at once, and proposes frost, snow and wind, each with what it rests on. */
const store = useJob()
const client = useQueryClient()
const site = computed(() => store.document!.site)
const school = computed(() => store.document!.school)
const named = (town: Town) => [town.name, town.region, town.country].filter(Boolean).join(', ')

const wanted = ref<string | Town>(site.value.town ?? '')
const { found, look } = useAnswer(
  async (text: string): Promise<Town[]> =>
    (await ask(api.GET('/api/designs/towns', { params: { query: { text, school: school.value } } }))).towns,
  [],
)
function pick(town: Town): void {
  store.change((job) => {
    const { latitude_rad, longitude_rad, time_zone } = town
    Object.assign(job.site, { latitude_rad, longitude_rad, time_zone, town: named(town) })
    job.place ||= named(town)
  }, `town: ${town.name}`)
  wanted.value = named(town)
}

/** A pin away from any town keeps its own place; its clock, and what is proposed, are those of the town nearest to it. */
function pinned(at: { latitude_rad: number; longitude_rad: number }, near: Town): void {
  store.change(
    (job) => Object.assign(job.site, { ...at, time_zone: near.time_zone, town: named(near) }),
    `pin near ${near.name}`,
  )
  wanted.value = named(near)
}

const query = computed(() => ({
  school: school.value,
  town: site.value.town ?? '',
  latitude_rad: site.value.latitude_rad ?? null,
  longitude_rad: site.value.longitude_rad ?? null,
}))
const { data } = useQuery({
  queryKey: computed(() => ['town', query.value]),
  queryFn: async () =>
    (await ask(api.GET('/api/designs/town-values', { params: { query: query.value } }))).proposals as Proposal[],
  enabled: computed(() => !!site.value.town),
})
const LABELS: Record<Proposal['field'], string> = {
  frost_m: 'Frost depth',
  ground_snow_pa: 'Ground snow',
  rain_snow_pa: 'Rain on snow',
  wind_speed_m_per_s: 'Wind speed',
  wind_pressure_pa: 'Wind pressure',
  seismic: 'Seismic category',
}
const metric = computed(() => store.tape.system === 'metric')
function shown(row: Proposal): string {
  if (typeof row.value === 'string') return row.value
  if (row.field === 'frost_m') return showLength(row.value, store.tape)
  if (row.field === 'wind_speed_m_per_s') return showSpeed(row.value, store.tape.system)
  return metric.value || school.value === 'ca'
    ? `${(row.value / 1000).toFixed(2)} kPa`
    : `${(row.value / PSF).toFixed(0)} psf`
}
const same = (row: Proposal) =>
  typeof row.value === 'string'
    ? site.value.seismic === row.value
    : Math.abs(Number(site.value[row.field] ?? 0) - row.value) < 1e-6
const take = (rows: Proposal[]) =>
  store.change(
    (job) => {
      for (const row of rows) Object.assign(job.site, { [row.field]: row.value })
      if (rows.some((row) => row.field.startsWith('wind')))
        job.site.assumed = (job.site.assumed ?? []).filter((one) => one !== 'wind')
    },
    rows.length > 1 ? `values for ${site.value.town}` : LABELS[rows[0]!.field]!.toLowerCase(),
  )
const open = computed(() => (data.value ?? []).filter((row) => !same(row)))

const kept = ref('')
/** What stands on the page now, for the crew's next job in this town; what nobody has said is not kept. */
async function keep(): Promise<void> {
  const { frost_m, ground_snow_pa, rain_snow_pa, wind_speed_m_per_s, wind_pressure_pa, seismic, none_here, assumed } =
    site.value
  const none = none_here ?? []
  const values = {
    frost_m: frost_m || none.includes('frost') ? frost_m : null,
    ground_snow_pa: ground_snow_pa || none.includes('snow') ? ground_snow_pa : null,
    rain_snow_pa: rain_snow_pa || null,
    wind_speed_m_per_s: (assumed ?? []).includes('wind') || school.value === 'ca' ? null : wind_speed_m_per_s,
    wind_pressure_pa: wind_pressure_pa || null,
    seismic: seismic || null,
  }
  try {
    await ask(api.PUT('/api/crew/towns', { body: { school: school.value, town: site.value.town!, values } }))
    kept.value = `Kept: the next job in ${site.value.town} is offered these values.`
    await client.invalidateQueries({ queryKey: ['town'] })
  } catch (fault) {
    kept.value = (fault as Error).message
  }
}
</script>

<template>
  <div class="town">
    <label for="town">Town</label>
    <AutoComplete
      v-model="wanted"
      input-id="town"
      :suggestions="found"
      :option-label="named"
      placeholder="Type a few letters: aurora, co"
      size="small"
      fluid
      @complete="look($event.query)"
      @option-select="pick($event.value)"
    />
    <p v-if="site.town" class="small quiet">
      {{ site.town }} · clocks {{ site.time_zone }}. Frost, snow, wind and seismic category are proposed, never taken:
      the local office confirms them.
    </p>
    <p v-else class="small quiet">
      A town or a pin sets the sun and the clock, and proposes frost, snow, wind and seismic category.
    </p>
    <PinMap @pick="pinned" />
    <ul v-if="data?.length" aria-label="Values for this town">
      <li v-for="row in data" :key="row.field">
        <span
          >{{ LABELS[row.field] }} <strong>{{ shown(row) }}</strong></span
        >
        <Tag severity="secondary" :value="row.basis" />
        <span class="quiet small source">{{ row.source }}</span>
        <span v-if="same(row)" class="small">In use</span>
        <Button v-else size="small" outlined :aria-label="`Use ${LABELS[row.field]}`" @click="take([row])">Use</Button>
      </li>
    </ul>
    <p v-else-if="site.town && data" class="small">
      No table here proposes values for this code: type what the local office says, then keep it for the town.
    </p>
    <div v-if="site.town" class="acts">
      <Button v-if="open.length > 1" size="small" @click="take(open)">Use all {{ open.length }}</Button>
      <Button size="small" severity="secondary" outlined @click="keep">Keep for this town</Button>
    </div>
    <p v-if="kept" class="small" role="status">{{ kept }}</p>
  </div>
</template>

<style scoped>
.town {
  display: grid;
  gap: 6px;
  margin-bottom: 12px;
}
ul {
  list-style: none;
  margin: 0;
  padding: 0;
}
li {
  display: grid;
  grid-template-columns: 1fr auto auto;
  gap: 2px 8px;
  align-items: center;
  padding: 4px 0;
  border-bottom: 1px solid var(--line);
}
p {
  margin: 0;
}
.source {
  grid-row: 2;
  grid-column: 1 / -1;
}
</style>
