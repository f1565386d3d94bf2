<script setup lang="ts">
import Button from 'primevue/button'
import Textarea from 'primevue/textarea'
import { computed, ref } from 'vue'
import { api, ask } from '@/api/client'
import type { SurveyRead } from '@/api/types'
import SelectBox from '@/components/SelectBox'
import FilePick from '@/components/FilePick.vue'
import type { SiteThings } from '@/components/place/useSiteThings'
import { useJob } from '@/stores/job'

/** A survey that somebody brings: pasted rows, or a CSV, GeoJSON or DXF file. What can't be read is told row by row. */
const props = defineProps<{ site: SiteThings }>()
const store = useJob()
const text = ref('')
const told = ref<SurveyRead | null>(null)
const taken = ref(0)
const fault = ref('')
const busy = ref(false)
type As = 'points' | 'geojson' | 'dxf'
const WAYS: [string, As][] = [
  ['.geojson', 'geojson'],
  ['.json', 'geojson'],
  ['.dxf', 'dxf'],
]

type Role = NonNullable<SurveyRead['columns']>['roles'][number]
const ROLES: [Role, string][] = [
  ['none', 'Not used'],
  ['kind', 'What it is'],
  ['name', 'Name or number'],
  ['x', 'x (east, right)'],
  ['y', 'y (north, up)'],
  ['height', 'Height'],
  ['code', 'Description'],
]
/** The role of each column, as read or as chosen, and the text that it belongs to. */
const roles = ref<Role[]>([])
const held = ref('')
const columns = computed(() => (told.value?.problems.length ? told.value.columns : null))
const width = computed(() =>
  Math.max(columns.value?.headings.length ?? 0, ...(columns.value?.sample ?? []).map((row) => row.length)),
)
function fresh(): void {
  roles.value = []
  told.value = null
}
function choose(at: number, role: Role): void {
  roles.value = Array.from({ length: width.value }, (_, k) => (k === at ? role : (roles.value[k] ?? 'none')))
}

async function take(brought: string, brought_as: As, chosen: Role[] = []): Promise<void> {
  busy.value = true
  fault.value = ''
  told.value = null
  try {
    const bare: 'ft' | 'm' = store.tape.system === 'imperial' ? 'ft' : 'm'
    const body = { document: store.document!, text: brought, brought_as, bare, roles: chosen }
    const found = (await ask(api.POST('/api/views/survey', { body }))) as SurveyRead
    told.value = found
    if (found.columns && !chosen.length) roles.value = [...found.columns.roles]
    taken.value = found.things.length
    if (found.things.length) props.site.add(found.things, found)
    held.value = brought_as === 'points' && found.problems.length ? brought : ''
    if (brought_as === 'points' && !found.problems.length) {
      text.value = ''
      roles.value = []
    }
  } catch (error) {
    fault.value = (error as Error).message
  } finally {
    busy.value = false
  }
}
/** The same file is read with the chosen columns: what was imported from it before is removed. */
async function again(): Promise<void> {
  const ids = (told.value?.things ?? []).map((thing) => thing.id)
  store.change(
    (job) => (job.site.things = job.site.things.filter((thing) => !ids.includes(thing.id))),
    'a survey read by other columns',
  )
  await take(held.value, 'points', [...roles.value])
}
async function file([picked]: File[]): Promise<void> {
  const way = WAYS.find(([end]) => picked!.name.toLowerCase().endsWith(end))?.[1] ?? 'points'
  fresh()
  await take(await picked!.text(), way)
}
</script>

<template>
  <details class="survey">
    <summary>Import survey</summary>
    <p class="small quiet">
      One point a row: what it is, its name, right, up, and a height where it has one. Three numbers alone are a spot
      height.
    </p>
    <label for="survey-rows" class="small">Rows</label>
    <Textarea
      id="survey-rows"
      v-model="text"
      rows="4"
      spellcheck="false"
      @input="fresh"
      placeholder="boundary, rear, 0, 40&#10;boundary, rear, 96, 44&#10;12, 20, 7 in"
    />
    <p class="row">
      <Button size="small" :disabled="busy || !text.trim()" @click="take(text, 'points')">Import</Button>
      <FilePick says="A file: CSV, GeoJSON, DXF" accept=".csv,.txt,.json,.geojson,.dxf" :busy="busy" @picked="file" />
    </p>
    <p v-if="fault" class="fault" role="alert">{{ fault }}</p>
    <div v-if="told" role="status">
      <p class="small">{{ taken === 1 ? '1 thing' : `${taken} things` }} taken onto the site.</p>
      <ul v-if="told.problems.length" class="small fault">
        <li v-for="(problem, index) in told.problems.slice(0, 20)" :key="index">
          {{ problem.row ? `Row ${problem.row}: ` : '' }}{{ problem.message
          }}{{ problem.text ? ` (${problem.text})` : '' }}
        </li>
      </ul>
      <template v-if="columns && width > 2">
        <p class="small">If a column was misread, choose what each one holds and import again.</p>
        <div v-for="k in width" :key="k" class="column small">
          <span>
            <b>{{ columns.headings[k - 1] || `Column ${k}` }}</b>
            <span class="quiet">{{ columns.sample.map((row) => row[k - 1] ?? '').join(', ') }}</span>
          </span>
          <SelectBox
            :model-value="roles[k - 1] ?? 'none'"
            :aria-label="`Column ${k} holds`"
            @update:model-value="choose(k - 1, $event as Role)"
          >
            <option v-for="[key, says] in ROLES" :key="key" :value="key">{{ says }}</option>
          </SelectBox>
        </div>
        <Button
          size="small"
          severity="secondary"
          outlined
          :disabled="busy || !roles.includes('x') || !roles.includes('y')"
          @click="again"
          >Import with these columns</Button
        >
      </template>
    </div>
  </details>
</template>

<style scoped>
.survey :deep(textarea) {
  width: 100%;
  font-size: 13px;
}
.column {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 150px;
  gap: 8px;
  align-items: center;
  margin-bottom: 4px;
}
.column span span {
  display: block;
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
</style>
