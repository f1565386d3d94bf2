<script setup lang="ts">
import Button from 'primevue/button'
import Textarea from 'primevue/textarea'
import { ref } from 'vue'
import { api, ask } from '@/api/client'
import type { SurveyRead } from '@/api/types'
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

async function take(brought: string, brought_as: As): Promise<void> {
  busy.value = true
  fault.value = ''
  told.value = null
  try {
    const bare = store.tape.system === 'imperial' ? 'ft' : 'm'
    const body = { document: store.document!, text: brought, brought_as, bare } as const
    const found = (await ask(api.POST('/api/views/survey', { body }))) as SurveyRead
    told.value = found
    taken.value = found.things.length
    if (found.things.length) props.site.add(found.things, found)
    if (brought_as === 'points' && !found.problems.length) text.value = ''
  } catch (error) {
    fault.value = (error as Error).message
  } finally {
    busy.value = false
  }
}
async function file([picked]: File[]): Promise<void> {
  const way = WAYS.find(([end]) => picked!.name.toLowerCase().endsWith(end))?.[1] ?? 'points'
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
    </div>
  </details>
</template>

<style scoped>
.survey :deep(textarea) {
  width: 100%;
  font-size: 13px;
}
</style>
