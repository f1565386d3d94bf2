<script setup lang="ts">
import PageTabs from '@/components/PageTabs.vue'
import StructurePick from '@/components/StructurePick.vue'
import Button from 'primevue/button'
import Checkbox from 'primevue/checkbox'
import RadioButton from 'primevue/radiobutton'
import InputText from 'primevue/inputtext'
import Textarea from 'primevue/textarea'
import { computed, onMounted, ref, watch } from 'vue'
import { api, ask } from '@/api/client'
import type { GroundRead } from '@/api/types'
import AngleField from '@/components/AngleField.vue'
import LengthField from '@/components/LengthField.vue'
import PickField from '@/components/PickField.vue'
import SiteGap from '@/components/place/SiteGap.vue'
import TownBox from '@/components/place/TownBox.vue'
import ZoneField from '@/components/place/ZoneField.vue'
import WindFields from '@/components/WindFields.vue'
import ViewShapes from '@/components/ViewShapes.vue'
import { useJobSheet } from '@/composables/useJobSheet'
import { useJob } from '@/stores/job'
import { useReference } from '@/stores/reference'
import { MPH, PSF, showDistance, showLength } from '@/logic/units'

const store = useJob()
const reference = useReference()
const { structure, sheet } = useJobSheet()
onMounted(() => void reference.load())
watch(
  () => store.document?.school,
  () => void reference.load(),
)

const site = computed(() => store.document!.site)
const shots = computed(() => site.value.grounds.find((item) => item.line === structure.value)?.shots ?? [])
const soils = computed(() => (reference.reference?.soils ?? []).map((soil) => ({ value: soil.name, says: soil.says })))
const known = computed(() =>
  soils.value.some((soil) => soil.value === site.value.soil)
    ? soils.value
    : [...soils.value, { value: site.value.soil, says: site.value.soil }],
)
const metric = computed(() => store.tape.system === 'metric')
const speedUnit = computed(() =>
  metric.value ? { says: 'm/s', size: 1, most: 110 } : { says: 'mph', size: MPH, most: 245 },
)
const speed = ref('')
const speedFault = ref('')
/** Zones that the school calls by name; a speed that is none of theirs was read somewhere else. */
const OTHER = 'another speed'
const zones = computed(() => {
  const found = reference.reference?.wind_zones ?? []
  const named = found.map(({ name, speed_m_per_s }) => ({ value: name, says: `${name}, ${speed_m_per_s} m/s` }))
  return named.length ? [...named, { value: OTHER, says: OTHER }] : []
})
const seismic = computed(() => reference.reference?.seismic_categories ?? [])
const zone = computed(
  () =>
    reference.reference?.wind_zones.find((item) => Math.abs(item.speed_m_per_s - site.value.wind_speed_m_per_s) < 0.01)
      ?.name ?? OTHER,
)
function takeZone(name: string | number): void {
  const found = reference.reference?.wind_zones.find((item) => item.name === name)
  if (found) store.change((job) => void (job.site.wind_speed_m_per_s = found.speed_m_per_s), 'wind zone')
}
const shownSpeed = computed(() =>
  String(Number((site.value.wind_speed_m_per_s / speedUnit.value.size).toFixed(metric.value ? 1 : 0))),
)
function wind(): void {
  const value = Number(speed.value || shownSpeed.value)
  const { says, size, most } = speedUnit.value
  speedFault.value = value >= 1 && value <= most ? '' : `Write a speed between 1 and ${most} ${says}`
  if (!speedFault.value) store.change((job) => void (job.site.wind_speed_m_per_s = value * size), 'wind speed')
}
const exposures = computed(() => reference.reference?.exposures ?? [])
const editions = computed(() => (reference.reference?.editions ?? []).map((value) => ({ value, says: value })))
const shelters = computed(() => reference.reference?.roof_shelters ?? [])
const cohesion = ref('')
const cohesionFault = ref('')
function strength(): void {
  const value = Number(cohesion.value)
  cohesionFault.value =
    Number.isFinite(value) && value >= 0 && value <= 500
      ? ''
      : 'Write the measured strength in kPa, 0 to 500; 0: not measured'
  if (!cohesionFault.value) store.change((job) => void (job.site.cohesion_pa = value * 1000), 'strength of the clay')
}

/** Whether it stands along a line: only there the ground is read along one tape. */
const along = computed(() => !sheet.value || sheet.value.views.some((view) => view.layout === 'line'))
const pressure = computed(() =>
  metric.value ? { says: 'kPa', size: 1000, most: 30 } : { says: 'psf', size: PSF, most: 600 },
)
type Weight = 'ground_snow_pa' | 'rain_snow_pa' | 'bearing_pa'
const WEIGHTS: { key: Weight; says: string }[] = [
  { key: 'ground_snow_pa', says: 'Snow on the ground' },
  { key: 'rain_snow_pa', says: 'Rain-on-snow load' },
  { key: 'bearing_pa', says: 'Tested soil bearing (0 = use soil type)' },
]
const weights = computed(() =>
  WEIGHTS.filter(({ key }) => key !== 'rain_snow_pa' || reference.reference?.asks_rain_on_snow),
)
const typedWeight = ref<Partial<Record<Weight, string>>>({})
const weightFault = ref<Partial<Record<Weight, string>>>({})
const weight = (key: Weight) => String(Number((site.value[key] / pressure.value.size).toFixed(2)))
function weigh(key: Weight, says: string): void {
  const value = Number(typedWeight.value[key] ?? weight(key))
  const most = key === 'bearing_pa' ? 40000 / (pressure.value.size / 47.88) : pressure.value.most
  const good = Number.isFinite(value) && value >= 0 && value <= most
  weightFault.value = {
    ...weightFault.value,
    [key]: good ? '' : `Write a number of ${pressure.value.says} from 0 to ${Math.round(most)}`,
  }
  if (good) store.change((job) => void (job.site[key] = value * pressure.value.size), says.toLowerCase())
}
const pasted = ref('')
const kind = ref<'height' | 'rod'>('height')
const instrument = ref<number | null>(1.524)
const read = ref<GroundRead | null>(null)
const fault = ref('')
async function take(text: string): Promise<void> {
  fault.value = ''
  try {
    const found = await ask(
      api.POST('/api/designs/level-readings', {
        body: {
          text,
          kind: kind.value,
          instrument_m: instrument.value ?? 0,
          bare: store.tape.system === 'metric' ? 'm' : 'ft',
        },
      }),
    )
    read.value = found
    if (found.shots.length) put(found.shots)
  } catch (error) {
    fault.value = (error as Error).message
  }
}
async function file([picked]: File[]): Promise<void> {
  pasted.value = await picked!.text()
  await take(pasted.value)
}
type Shot = { at_m: number; height_m: number }
function put(list: Shot[]): void {
  store.change((job) => {
    job.site.grounds = job.site.grounds.filter((item) => item.line !== structure.value)
    job.site.grounds.push({ line: structure.value, shots: [...list].sort((a, b) => a.at_m - b.at_m) })
  }, 'ground readings')
}
function edit(index: number, field: 'at_m' | 'height_m', value: number | null): void {
  if (value === null) return
  put(shots.value.map((shot, i) => (i === index ? { ...shot, [field]: value } : shot)))
}
function add(): void {
  const last = shots.value[shots.value.length - 1]
  put([...shots.value, { at_m: last ? last.at_m + 3.048 : 0, height_m: last?.height_m ?? 0 }])
}
const view = computed(
  () => sheet.value?.views.find((item) => item.name === 'elevation' || item.name === 'section') ?? null,
)
const W = 900
const drawing = computed(() => {
  if (!view.value) return null
  const [left, low, right, top] = view.value.bounds
  const fit = (W - 20) / (right - left)
  // Along a line heights are drawn larger, to be seen; a roof or deck keeps its true shape.
  const sy = along.value ? Math.min(150 / (top - low), fit * 4) : Math.min(220 / (top - low), fit)
  const sx = along.value ? fit : sy
  const x0 = along.value ? 10 - left * sx : (W - (left + right) * sx) / 2
  return { sx, sy, x0, y0: 6 + top * sy, h: (top - low) * sy + 12 }
})
const direction = ref('')
function north(): void {
  const value = Number(direction.value)
  if (Number.isFinite(value) && Math.abs(value) <= 360)
    store.change((job) => void (job.site.north_rad = (value * Math.PI) / 180), 'north')
}
</script>

<template>
  <main v-if="store.document" class="page wide">
    <header class="page-head">
      <h1>Site</h1>
      <span class="end"><StructurePick /></span>
    </header>
    <PageTabs place="site" label="Site pages" />
    <svg
      v-if="view && drawing"
      class="line"
      :viewBox="`0 0 ${W} ${drawing.h}`"
      role="img"
      aria-label="The line on its ground"
    >
      <ViewShapes :view="view" :sx="drawing.sx" :sy="drawing.sy" :x0="drawing.x0" :y0="drawing.y0" :texts="false" />
    </svg>
    <div class="three">
      <section>
        <h2>Level readings</h2>
        <p v-if="structure && !along" class="quiet">
          A {{ sheet?.called }} stands on no line: its heights above the ground stand beside its drawing. Readings along
          a line are for what follows one.
        </p>
        <p v-else-if="!structure" class="quiet">
          Start a structure on the overview; its line is what the ground is read along.
        </p>
        <template v-else>
          <table v-if="shots.length">
            <thead>
              <tr>
                <th>Level distance</th>
                <th>Height</th>
                <th><span class="visually-hidden">remove</span></th>
              </tr>
            </thead>
            <tbody>
              <tr v-for="(shot, i) in shots" :key="i">
                <td>
                  <LengthField
                    hide-label
                    :label="`Distance ${i + 1}`"
                    :model-value="shot.at_m"
                    :tape="store.tape"
                    :bare="store.tape.system === 'metric' ? 'm' : 'ft'"
                    @update:model-value="edit(i, 'at_m', $event)"
                  />
                </td>
                <td>
                  <LengthField
                    hide-label
                    :label="`Height ${i + 1}`"
                    :model-value="shot.height_m"
                    :tape="store.tape"
                    bare="in"
                    @update:model-value="edit(i, 'height_m', $event)"
                  />
                </td>
                <td>
                  <Button
                    text
                    size="small"
                    :aria-label="`Remove reading ${i + 1}`"
                    @click="put(shots.filter((_, k) => k !== i))"
                  >
                    Remove
                  </Button>
                </td>
              </tr>
            </tbody>
          </table>
          <p v-else class="quiet">No level readings yet. Ground is assumed level; all heights are estimates.</p>
          <p><Button severity="secondary" outlined size="small" @click="add">Add a reading</Button></p>
        </template>
      </section>
      <section v-if="structure && along">
        <h2>Import readings</h2>
        <p class="small quiet">
          Two columns a row: level distance, then height (down is minus) or rod reading. Any way of writing lengths.
        </p>
        <p class="row">
          <label><RadioButton v-model="kind" value="height" /> Heights</label>
          <label><RadioButton v-model="kind" value="rod" /> Rod readings</label>
        </p>
        <LengthField
          v-if="kind === 'rod'"
          v-model="instrument"
          label="Instrument height above datum"
          :tape="store.tape"
        />
        <label for="paste" class="small quiet">Rows</label>
        <Textarea
          id="paste"
          v-model="pasted"
          rows="7"
          class="rows"
          :placeholder="
            store.tape.system === 'metric'
              ? '0, 0\n2.4 m, -40 mm\n4.8 m, -110 mm'
              : '0, 0\n12\', -2 in\n24\', -7 1/2 in'
          "
          spellcheck="false"
        />
        <p class="acts">
          <Button :disabled="!pasted.trim()" @click="take(pasted)">Import</Button>
          <FilePick says="From a CSV file" accept=".csv,text/csv,text/plain" @picked="file" />
        </p>
        <p v-if="fault" class="fault" role="alert">{{ fault }}</p>
        <p v-if="read" class="small" role="status">
          {{ read.shots.length }} readings taken<template v-if="read.shots.length"
            >, {{ showDistance(read.shots[0]!.at_m, store.tape) }} to
            {{ showDistance(read.shots[read.shots.length - 1]!.at_m, store.tape) }}</template
          >.
        </p>
        <ul v-if="read?.problems.length" class="faults">
          <li v-for="item in read.problems" :key="item.row" class="fault">Row {{ item.row }}: {{ item.message }}</li>
        </ul>
      </section>
      <section class="form">
        <h2>Town, soil, frost and wind</h2>
        <TownBox />
        <PickField
          label="Soil"
          :model-value="site.soil"
          :options="known"
          path="site/soil"
          @update:model-value="store.change((job) => void (job.site.soil = String($event)), 'soil')"
        />
        <SiteGap of="soil" />
        <LengthField
          label="Frost depth"
          bare="in"
          :model-value="site.frost_m"
          :tape="store.tape"
          path="site/frost_m"
          @update:model-value="store.change((job) => void (job.site.frost_m = $event ?? 0), 'frost')"
        />
        <SiteGap of="frost" :zero="!site.frost_m" />
        <template v-for="field in weights" :key="field.key"
          ><label :for="field.key">{{ field.says }}, {{ pressure.says }}</label
          ><InputText
            :id="field.key"
            :model-value="weight(field.key)"
            inputmode="decimal"
            :aria-invalid="!!weightFault[field.key]"
            @update:model-value="typedWeight = { ...typedWeight, [field.key]: $event ?? '' }"
            @change="weigh(field.key, field.says)" />
          <p v-if="weightFault[field.key]" class="fault" role="alert">{{ weightFault[field.key] }}</p>
          <SiteGap v-if="field.key === 'ground_snow_pa'" of="snow" :zero="!site.ground_snow_pa"
        /></template>
        <PickField
          v-if="shelters.length && site.ground_snow_pa"
          label="Roof wind and snow shelter"
          :model-value="site.roof_shelter"
          :options="shelters"
          path="site/roof_shelter"
          @update:model-value="
            store.change((job) => void (job.site.roof_shelter = $event as never), 'shelter of roofs')
          "
        />
        <LengthField
          label="Local minimum embedment"
          bare="in"
          optional="none"
          :model-value="site.embedment_least_m || null"
          :tape="store.tape"
          path="site/embedment_least_m"
          @update:model-value="store.change((job) => void (job.site.embedment_least_m = $event ?? 0), 'local least')"
        />
        <PickField
          v-if="zones.length"
          label="Wind zone"
          :model-value="zone"
          :options="zones"
          @update:model-value="takeZone"
        />
        <template v-if="store.document.school !== 'ca'"
          ><label for="wind">{{ reference.reference?.wind_says ?? 'Wind speed' }}, {{ speedUnit.says }}</label
          ><InputText
            id="wind"
            :model-value="shownSpeed"
            inputmode="numeric"
            @update:model-value="speed = $event ?? ''"
            @change="wind"
        /></template>
        <p v-if="speedFault" class="fault">{{ speedFault }}</p>
        <PickField
          v-if="exposures.length"
          label="Exposure"
          :model-value="site.exposure"
          :options="exposures"
          @update:model-value="store.change((job) => void (job.site.exposure = $event as never), 'exposure')"
        />
        <WindFields />
        <SiteGap of="wind" />
        <PickField
          v-if="seismic.length"
          label="Seismic category"
          :model-value="site.seismic ?? ''"
          :options="[{ value: '', says: 'not known' }, ...seismic]"
          path="site/seismic"
          @update:model-value="store.change((job) => void (job.site.seismic = String($event)), 'seismic category')"
        />
        <p v-if="seismic.length && !site.seismic" class="small quiet">
          Earthquake is not calculated; from category D or zone 3 on, the papers say so and ask the local office.
        </p>
        <PickField
          v-if="editions.length"
          label="Edition"
          :model-value="site.edition"
          :options="editions"
          @update:model-value="store.change((job) => void (job.site.edition = $event as never), 'edition')"
        />
        <template v-if="store.document.school === 'nz' || store.document.school === 'ca'"
          ><label for="clay">Clay shear strength (vane test), kPa</label
          ><InputText
            id="clay"
            :model-value="String(site.cohesion_pa / 1000)"
            inputmode="numeric"
            :aria-invalid="!!cohesionFault"
            @update:model-value="cohesion = $event ?? ''"
            @change="strength"
          /><label
            ><Checkbox
              binary
              :model-value="site.clay_shrinks"
              @update:model-value="store.change((job) => void (job.site.clay_shrinks = $event), 'clay that shrinks')"
            />
            Shrinkable clay: ignore the upper soil layer</label
          ></template
        >
        <p v-if="cohesionFault" class="fault" role="alert">{{ cohesionFault }}</p>
        <AngleField
          label="Latitude (° N)"
          empty="not known"
          :model-value="site.latitude_rad ?? null"
          path="site/latitude_rad"
          @update:model-value="store.change((job) => void (job.site.latitude_rad = $event), 'latitude')"
        />
        <AngleField
          label="Longitude (° E)"
          empty="not known"
          :model-value="site.longitude_rad ?? null"
          path="site/longitude_rad"
          @update:model-value="store.change((job) => void (job.site.longitude_rad = $event), 'longitude')"
        />
        <ZoneField />
        <label for="north">North angle from line start (° counterclockwise)</label
        ><InputText
          id="north"
          :model-value="((site.north_rad * 180) / Math.PI).toFixed(0)"
          inputmode="numeric"
          @update:model-value="direction = $event ?? ''"
          @change="north"
        />
        <p class="small quiet">
          Speed and exposure are those of the local office's map. What is typed here is taken as it is:
          {{ showLength(site.frost_m, store.tape) }} of frost{{
            store.document.school === 'ca' ? '' : `, ${shownSpeed} ${speedUnit.says}`
          }}.
        </p>
      </section>
    </div>
  </main>
</template>

<style scoped>
.wide {
  max-width: 1180px;
  width: 100%;
  overflow-y: auto;
}
.line {
  width: 100%;
  height: auto;
  background: var(--ground-2);
  margin: 10px 0 18px;
}
.three {
  display: grid;
  grid-template-columns: 1.1fr 1fr 0.9fr;
  gap: 34px;
}
.form {
  display: grid;
  gap: 8px;
  align-content: start;
}
.form > :deep(label) {
  font-size: 12.5px;
  color: var(--ink-2);
  margin-bottom: -6px;
}
.form > :deep(.p-autocomplete) {
  display: grid;
}
.rows {
  width: 100%;
  font-size: 14px;
}
.row {
  display: flex;
  gap: 14px;
}
.file {
  cursor: pointer;
}
.file:focus-within {
  outline: 2px solid var(--chalk);
  outline-offset: 2px;
}
.faults {
  padding-left: 16px;
}
td {
  border: 0;
  padding: 2px 8px 2px 0;
}
@media (max-width: 860px) {
  .three {
    grid-template-columns: 1fr;
  }
}
</style>
