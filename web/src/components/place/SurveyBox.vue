<script setup lang="ts">
import Textarea from 'primevue/textarea'
import { ref } from 'vue'
import { api, ask } from '@/api/client'
import type { SurveyRead } from '@/api/types'
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
    const found = (await ask(api.POST('/api/sights/survey', { body }))) as SurveyRead
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
async function file(event: Event): Promise<void> {
  const field = event.target as HTMLInputElement
  const picked = field.files?.[0]
  if (!picked) return
  const way = WAYS.find(([end]) => picked.name.toLowerCase().endsWith(end))?.[1] ?? 'points'
  await take(await picked.text(), way)
  field.value = ''
}
</script>

<template>
  <details class="survey">
    <summary>Bring a survey</summary>
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
      <button class="main small" :disabled="busy || !text.trim()" @click="take(text, 'points')">Take these rows</button>
      <label class="plain small file">
        A file: CSV, GeoJSON, DXF
        <input type="file" accept=".csv,.txt,.json,.geojson,.dxf" class="hidden" @change="file" />
      </label>
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
.file {
  cursor: pointer;
  padding: 6px 10px;
  border: 1px solid var(--line);
}
.file:focus-within {
  outline: 2px solid var(--chalk);
}
.hidden {
  position: absolute;
  width: 1px;
  height: 1px;
  opacity: 0;
}
</style>
