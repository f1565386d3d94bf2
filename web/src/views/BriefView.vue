<script setup lang="ts">
import InputText from 'primevue/inputtext'
import Textarea from 'primevue/textarea'
import { ref } from 'vue'
import { useRouter } from 'vue-router'
import { api, ask, Refused } from '@/api/client'
import type { FenceSpec, Job } from '@/api/types'
import DimensionsBox from '@/components/DimensionsBox.vue'
import NotesBox from '@/components/NotesBox.vue'
import KeptSums from '@/components/KeptSums.vue'
import PickField from '@/components/PickField.vue'
import { useJob } from '@/stores/job'
import { useReference } from '@/stores/reference'

const store = useJob()
const router = useRouter()
const reference = useReference()
const line = ref('')
const title = ref('')
const as = ref<'fence' | 'slat screen' | 'stock pen' | 'enclosure on blocks'>('fence')
const PRESETS = [
  { value: 'fence', says: 'a fence' }, { value: 'slat screen', says: 'a slat screen' }, { value: 'stock pen', says: 'a stock pen of welded panels' },
  { value: 'enclosure on blocks', says: 'an enclosure on loose blocks' },
]
const fault = ref('')
const busy = ref(false)

const text = (name: 'name' | 'place' | 'client' | 'wanted') => (value: string | undefined) => {
  if (name === 'name' && !value?.trim()) return
  store.change((job) => void (job[name] = value ?? ''), name)
}
const USES = [
  { value: 'house', says: 'A house of one or two families' }, { value: 'farm', says: 'A farm' },
  { value: 'workplace', says: 'A workplace' }, { value: 'public', says: 'The public: an engineer decides' },
]
const SCHOOLS = [
  { value: 'us', says: 'United States' }, { value: 'ca', says: 'Canada' },
  { value: 'nz', says: 'New Zealand and Australia' }, { value: 'uk', says: 'United Kingdom' },
]
const MARKS = [
  { value: 0.003175, says: 'feet and inches, to ⅛' }, { value: 0.0015875, says: 'feet and inches, to ¹⁄₁₆' }, { value: 0.001, says: 'millimetres' },
]
function marks(value: string | number): void {
  store.change((job) => void (job.reading = { system: value === 0.001 ? 'metric' : 'imperial', mark_m: Number(value) }), 'units')
}
/** Another school knows other soils, winds and bags: what it does not know goes to where its new jobs start. */
async function school(value: Job['school']): Promise<void> {
  await reference.load(value)
  const home = reference.of(value)
  store.change((job) => {
    job.school = value
    if (!home) return
    const { soil, exposure, wind_speed_m_per_s, bag } = home.usual
    if (home.wind_pressure_pa > 0 && !(job.site.wind_pressure_pa > 0)) job.site.wind_pressure_pa = home.wind_pressure_pa
    if (!(home.wind_pressure_pa > 0)) job.site.wind_pressure_pa = 0
    if (!home.soils.some((item) => item.name === job.site.soil)) Object.assign(job.site, { soil, wind_speed_m_per_s })
    if (home.exposures.length && !home.exposures.some((item) => item.value === job.site.exposure)) job.site.exposure = exposure as never
    if (!home.bags.some((item) => item.key === job.yard.bag)) job.yard.bag = bag
    if (!job.structures.length) job.reading = value === 'us' ? { system: 'imperial', mark_m: 0.0015875 } : { system: 'metric', mark_m: 0.001 }
  }, 'school of rules')
}
function freeId(job: Job, word = 'fence'): string {
  for (let k = 1; ; k++) if (!job.structures.some((item) => item.spec.id === `${word}-${k}`)) return `${word}-${k}`
}
async function add(words: string): Promise<void> {
  if (!store.document) return
  busy.value = true
  fault.value = ''
  try {
    const id = freeId(store.document)
    const spec = await ask(api.POST('/api/reckon/line', { body: { text: words, id, bare: store.tape.system === 'metric' ? 'm' : 'ft', school: store.document.school, preset: as.value } }))
    const laid = await cheapest(spec, id)
    store.change((job) => void job.structures.push({ name: title.value.trim() || `Fence ${job.structures.length + 1}`, spec: laid }), 'a new fence')
    await store.flush()
    await router.push({ name: 'set-out', params: { job: store.id, structure: id } })
  } catch (error) {
    fault.value = error instanceof Refused ? error.message : 'This did not work'
  } finally {
    busy.value = false
  }
}
/** A new fence opens on the cheapest design that passes; where there is none, as it was typed. */
async function cheapest(spec: FenceSpec, id: string): Promise<FenceSpec> {
  if (!store.document) return spec
  const document = { ...store.document, structures: [{ name: 'New', spec }] }
  try {
    const { start } = await ask(api.POST('/api/reckon/start', { body: { document, structure: id, which: 'cheapest', name: '' } }))
    return { ...spec, ...Object.fromEntries(start.change as unknown as [string, unknown][]) } as FenceSpec
  } catch {
    return spec
  }
}
const deckLine = ref('')
const deckTitle = ref('')
const deckFault = ref('')
async function addDeck(words: string, bridge = false): Promise<void> {
  if (!store.document) return
  busy.value = true
  deckFault.value = ''
  try {
    const id = freeId(store.document, bridge ? 'bridge' : 'deck')
    const spec = await ask(api.POST('/api/reckon/deck', { body: { text: words, id, bare: store.tape.system === 'metric' ? 'm' : 'ft', school: store.document.school, preset: 'fence' } }))
    if (bridge) Object.assign(spec, { attach: 'free', bridge: { people: 'walker', bearing_m: 0.15, water_m: null } })
    store.change((job) => void job.structures.push({ name: deckTitle.value.trim() || (bridge ? 'Footbridge' : `Deck ${job.structures.length + 1}`), spec }), bridge ? 'a new bridge' : 'a new deck')
    await store.flush()
    await router.push({ name: 'set-out', params: { job: store.id, structure: id } })
  } catch (error) {
    deckFault.value = error instanceof Refused ? error.message : 'This did not work'
  } finally {
    busy.value = false
  }
}
function remove(id: string): void {
  store.change((job) => void (job.structures = job.structures.filter((item) => item.spec.id !== id)), 'took a structure away')
}
</script>

<template>
  <main v-if="store.document" class="page">
    <h1>The brief</h1>
    <div class="two">
      <section class="form">
        <label for="name">Job</label><InputText id="name" :model-value="store.document.name" maxlength="120" @change="text('name')(($event.target as HTMLInputElement).value)" />
        <label for="place">Place</label><InputText id="place" :model-value="store.document.place" maxlength="200" @change="text('place')(($event.target as HTMLInputElement).value)" />
        <label for="client">Client</label><InputText id="client" :model-value="store.document.client" maxlength="120" @change="text('client')(($event.target as HTMLInputElement).value)" />
        <label for="wanted">What is wanted, and why</label><Textarea id="wanted" :model-value="store.document.wanted" rows="3" maxlength="2000" @change="text('wanted')(($event.target as HTMLTextAreaElement).value)" />
        <PickField label="Who uses it" :model-value="store.document.site.use" :options="USES" @update:model-value="store.change((job) => void (job.site.use = $event as never), 'who uses it')" />
        <p v-if="store.document.site.use === 'public'" class="strong">Public use: marks and pieces only. Nothing here will say that it passes; ask an engineer.</p>
        <p v-if="store.document.site.use === 'workplace'" class="small">Workplace: ask the local office which rules and licences apply before building.</p>
        <PickField label="School of rules that decides" :model-value="store.document.school" :options="SCHOOLS" @update:model-value="school($event as Job['school'])" />
        <p v-if="store.document.school === 'ca'" class="small">Canada asks for the hourly wind pressure of the place, under Ground: no speed.</p>
        <PickField label="The crew reads" :model-value="store.document.reading.mark_m" :options="MARKS" @update:model-value="marks" />
      </section>
      <section>
        <h2>Structures</h2>
        <ul v-if="store.document.structures.length" class="list">
          <li v-for="item in store.document.structures" :key="item.spec.id">
            <router-link :to="{ name: 'set-out', params: { structure: item.spec.id } }">{{ item.name }}</router-link>
            <button class="link small" :aria-label="`take away ${item.name}`" @click="remove(item.spec.id)">take away</button>
          </li>
        </ul>
        <p v-else class="quiet">Nothing to build yet. Walk the line with a tape and type what it reads, or start with a straight and pull it longer.</p>
        <form class="line" @submit.prevent="add(line)">
          <h3>A fence from running readings</h3>
          <label for="fence">Its name</label><InputText id="fence" v-model="title" maxlength="120" placeholder="Fence along the lane" />
          <PickField label="What it is" :model-value="as" :options="PRESETS" @update:model-value="as = $event as typeof as" />
          <label for="line">Readings along one tape</label>
          <InputText id="line" v-model="line" placeholder="0 c38 g4 c81 g11 118'6" autocomplete="off" spellcheck="false" :aria-invalid="!!fault" aria-describedby="how" />
          <p v-if="fault" class="fault" role="alert">{{ fault }}</p>
          <p id="how" class="small quiet"><b>c38</b> corner at 38 (c38r18: 18° right) · <b>g4</b> gate 4 clear from the last post · <b>g4@45'6</b> gate at 45' 6" · <b>g4+7</b> two leaves · <b>x61'3~2=water-main</b> no digging 2 each side · <b>p60</b> a post that stays · last, the end.</p>
          <p><button class="main" :disabled="busy || !line.trim()">Lay it out</button> <button class="plain" type="button" :disabled="busy" @click="add(store.tape.system === 'metric' ? '12' : '40')">Start with a {{ store.tape.system === 'metric' ? '12 m' : '40 ft' }} straight</button> <button class="plain" type="button" :disabled="busy" @click="add(store.tape.system === 'metric' ? '0 g1.2@0 1.34' : '0 g4@0 4\'5.5')">A gate on its own posts</button></p>
        </form>
        <form class="line" @submit.prevent="addDeck(deckLine)">
          <h3>A deck from its size</h3>
          <label for="deck">Its name</label><InputText id="deck" v-model="deckTitle" maxlength="120" placeholder="Deck outside the kitchen" />
          <label for="size">Along the house × out from it</label>
          <InputText id="size" v-model="deckLine" :placeholder="store.tape.system === 'metric' ? '5x3.6 up0.9' : '18x11 up3'" autocomplete="off" spellcheck="false" :aria-invalid="!!deckFault" aria-describedby="deck-how" />
          <p v-if="deckFault" class="fault" role="alert">{{ deckFault }}</p>
          <p id="deck-how" class="small quiet"><b>up3</b> height above the ground (up3+4: more at the outer edge) · <b>less4x3right</b> a piece off the outer right corner leaves an L · <b>corner2left</b> a corner cut off · <b>free</b> on its own posts.</p>
          <p><button class="main" :disabled="busy || !deckLine.trim()">Frame it</button> <button class="plain" type="button" :disabled="busy" @click="addDeck(store.tape.system === 'metric' ? '4.8x3.6 up0.9' : '18x11 up3')">Start with {{ store.tape.system === 'metric' ? '4.8 × 3.6 m' : '16 × 12 ft' }}</button> <button class="plain" type="button" :disabled="busy" @click="addDeck(store.tape.system === 'metric' ? '1.0x3.0 up0.3' : '3\'6x10 up1', true)">A footbridge</button></p>
        </form>
        <KeptSums />
        <h2>Take it along</h2>
        <p><a :href="`/api/jobs/${store.id}/job.json`">This job as a file</a> · <a href="/schema/job.json" target="_blank">how the file is built</a></p>
      </section>
    </div>
    <div class="said">
      <NotesBox />
      <DimensionsBox />
    </div>
  </main>
</template>

<style scoped>
.said { display: grid; gap: 22px; margin: 22px 0 40px; }
.two { display: grid; grid-template-columns: minmax(0, 1fr) minmax(0, 1.15fr); gap: 44px; margin-top: 14px; }
.form, .line { display: grid; gap: 6px; align-content: start; }
.form > label, .line > label { font-size: 12.5px; color: var(--ink-2); margin-top: 6px; margin-bottom: -4px; }
.list { list-style: none; padding: 0; margin: 8px 0 0; }
.list li { display: flex; justify-content: space-between; padding: 6px 0; border-bottom: 1px solid var(--line); }
.line { margin: 20px 0 26px; }
@media (max-width: 760px) { .two { grid-template-columns: minmax(0, 1fr); } }
</style>
