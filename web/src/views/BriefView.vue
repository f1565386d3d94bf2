<script setup lang="ts">
import StateMark from '@/components/StateMark.vue'
import StateTag from '@/components/StateTag.vue'
import { useStates } from '@/composables/useStates'
import Button from 'primevue/button'
import InputText from 'primevue/inputtext'
import Textarea from 'primevue/textarea'
import { computed, onMounted } from 'vue'
import { api, ask } from '@/api/client'
import type { Copied, Job } from '@/api/types'
import DimensionsBox from '@/components/DimensionsBox.vue'
import StartStructure from '@/components/start/StartStructure.vue'
import NotesBox from '@/components/NotesBox.vue'
import KeptSums from '@/components/KeptSums.vue'
import KeptInput from '@/components/KeptInput.vue'
import PickField from '@/components/PickField.vue'
import { useJob } from '@/stores/job'
import { useReference } from '@/stores/reference'

const store = useJob()
const { stateOf, headlineOf } = useStates()
const reference = useReference()
onMounted(() => void reference.load())
const text = (name: 'name' | 'place' | 'client' | 'wanted') => (value: string | undefined) => {
  if (name === 'name' && !value?.trim()) return
  store.change((job) => void (job[name] = value ?? ''), name)
}
const USES = [
  { value: 'house', says: 'A house of one or two families' },
  { value: 'farm', says: 'A farm' },
  { value: 'workplace', says: 'A workplace' },
  { value: 'public', says: 'Public use (engineer required)' },
]
const codes = computed(() => reference.reference?.codes ?? [])
/** Readings by their finest mark. */
const marksOf = computed(() =>
  (reference.reference?.marks ?? []).map(({ says, reading }) => ({ value: reading.mark_m, says, reading })),
)
function marks(value: string | number): void {
  const found = marksOf.value.find((item) => item.value === value)
  if (found) store.change((job) => void (job.reading = { ...found.reading }), 'units')
}
/** Another school knows other soils, winds and bags: the core says where what it does not know goes. */
async function school(value: Job['school']): Promise<void> {
  void reference.load(value)
  const body = { document: store.document!, school: value }
  const { document } = (await ask(api.POST('/api/designs/localize', { body }))) as { document: Job }
  store.change((job) => {
    job.school = document.school
    job.reading = document.reading
    job.yard.bag = document.yard.bag
    const { soil, exposure, wind_speed_m_per_s, wind_pressure_pa } = document.site
    Object.assign(job.site, { soil, exposure, wind_speed_m_per_s, wind_pressure_pa })
  }, 'code')
}
/** Another structure like one, with the ground that was read under it, beside it on the site. */
async function copy(id: string): Promise<void> {
  const body = { document: store.document!, structure: id }
  const made = (await ask(api.POST('/api/structure-types/copy', { body }))) as Copied
  store.change((job) => {
    job.structures.splice(made.place, 0, made.structure as Job['structures'][number])
    job.site.grounds.push(...made.grounds)
  }, 'copied a structure')
}
function rename(id: string, name: string): void {
  const found = store.document?.structures.find((item) => item.spec.id === id)
  if (!found || !name.trim() || found.name === name.trim()) return
  store.change((job) => {
    job.structures.find((item) => item.spec.id === id)!.name = name.trim()
  }, 'name of a structure')
}
function remove(id: string): void {
  store.change(
    (job) => void (job.structures = job.structures.filter((item) => item.spec.id !== id)),
    'removed a structure',
  )
}
</script>

<template>
  <main v-if="store.document" class="page">
    <h1>Overview</h1>
    <div class="two">
      <section>
        <h2>{{ store.document.structures.length ? 'Structures' : 'What to build' }}</h2>
        <ul v-if="store.document.structures.length" class="list">
          <li v-for="item in store.document.structures" :key="item.spec.id">
            <KeptInput
              :value="item.name"
              :aria-label="`Name of ${item.name}`"
              maxlength="60"
              class="named"
              @change="rename(item.spec.id, ($event.target as HTMLInputElement).value)"
            />
            <span class="state">
              <StateMark v-if="stateOf(item.spec.id)" :state="stateOf(item.spec.id)" />
              <StateTag :state="stateOf(item.spec.id)" />
            </span>
            <router-link
              :to="{ name: 'set-out', params: { structure: item.spec.id } }"
              :aria-label="`Open ${item.name}`"
              >Open</router-link
            >
            <Button text size="small" :aria-label="`Copy ${item.name}`" @click="copy(item.spec.id)">Copy</Button>
            <Button
              text
              size="small"
              severity="danger"
              :aria-label="`Remove ${item.name}`"
              @click="remove(item.spec.id)"
              >Remove</Button
            >
            <p v-if="headlineOf(item.spec.id)" class="headline small quiet">{{ headlineOf(item.spec.id) }}.</p>
          </li>
        </ul>
        <p v-if="store.document.structures.length" class="onward">
          <router-link :to="{ name: 'place' }">Open site plan</router-link>
        </p>
        <p v-else class="quiet">Pick a type, then type its line or start from an example.</p>
        <h3 v-if="store.document.structures.length" class="another">Add a structure</h3>
        <StartStructure />
        <KeptSums />
        <h2>Export</h2>
        <p>
          <a :href="`/api/jobs/${store.id}/job.json`">Download job file</a> ·
          <a href="/schema/job.json" target="_blank">File format (schema)</a>
        </p>
      </section>
      <section class="form" aria-label="The job">
        <label for="name">Job</label
        ><InputText
          id="name"
          :model-value="store.document.name"
          maxlength="120"
          @change="text('name')(($event.target as HTMLInputElement).value)"
        />
        <label for="place">Place</label
        ><InputText
          id="place"
          :model-value="store.document.place"
          maxlength="200"
          @change="text('place')(($event.target as HTMLInputElement).value)"
        />
        <label for="client">Client</label
        ><InputText
          id="client"
          :model-value="store.document.client"
          maxlength="120"
          @change="text('client')(($event.target as HTMLInputElement).value)"
        />
        <label for="wanted">Scope of work</label
        ><Textarea
          id="wanted"
          :model-value="store.document.wanted"
          rows="3"
          maxlength="2000"
          @change="text('wanted')(($event.target as HTMLTextAreaElement).value)"
        />
        <PickField
          label="Occupancy"
          :model-value="store.document.site.use"
          :options="USES"
          @update:model-value="store.change((job) => void (job.site.use = $event as never), 'who uses it')"
        />
        <p v-if="store.document.site.use === 'public'" class="strong">
          Public use: marks and pieces only. Nothing here will say that it passes; ask an engineer.
        </p>
        <p v-if="store.document.site.use === 'workplace'" class="small">
          Workplace: ask the local office which rules and licences apply before building.
        </p>
        <PickField
          label="Building code"
          :model-value="store.document.school"
          :options="codes"
          @update:model-value="school($event as Job['school'])"
        />
        <p v-if="store.document.school === 'ca'" class="small">
          Canada asks for the hourly wind pressure of the place, under Ground: no speed.
        </p>
        <PickField
          label="Tape and units"
          :model-value="store.document.reading.mark_m"
          :options="marksOf"
          @update:model-value="marks"
        />
      </section>
    </div>
    <div class="said">
      <NotesBox />
      <DimensionsBox />
    </div>
  </main>
</template>

<style scoped>
.named {
  flex: 1;
  min-width: 0;
  border: 1px solid transparent;
  background: none;
  border-radius: 3px;
  padding: 2px 4px;
  font-weight: 600;
}
.named:hover,
.named:focus {
  border-color: var(--chalk);
  background: var(--paper);
}
.said {
  display: grid;
  gap: 22px;
  margin: 22px 0 40px;
}
.two {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 290px;
  gap: 40px;
  margin-top: 14px;
}
.form {
  display: grid;
  gap: 6px;
  align-content: start;
}
.form > label {
  font-size: 12.5px;
  color: var(--ink-2);
  margin-top: 6px;
  margin-bottom: -4px;
}
.list {
  list-style: none;
  padding: 0;
  margin: 8px 0 0;
}
.list li {
  display: flex;
  flex-wrap: wrap;
  gap: 12px;
  align-items: center;
  padding: 8px 0;
  border-bottom: 1px solid var(--line);
}
.state {
  display: inline-flex;
  align-items: center;
  gap: 6px;
}
.headline {
  flex-basis: 100%;
  margin: -4px 5px 0;
}
.page {
  max-width: 1180px;
}
.onward {
  margin: 10px 5px 0;
}
.another {
  margin: 18px 0 8px;
}
@media (max-width: 560px) {
  .list li {
    gap: 2px 12px;
  }
  .named {
    flex-basis: 100%;
  }
}
@media (max-width: 900px) {
  .two {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
