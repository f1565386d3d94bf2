<script setup lang="ts">
import { useEventListener, watchDebounced } from '@vueuse/core'
import { computed, ref } from 'vue'
import { api, ask } from '@/api/client'
import type { Choice, MarkRow, Sheet, Takeoff } from '@/api/types'
import ChoiceTable from '@/components/ChoiceTable.vue'
import LineTable from '@/components/LineTable.vue'
import CutPlanTable from '@/components/CutPlanTable.vue'
import { fenceOf } from '@/composables/useFence'
import { useJob } from '@/stores/job'
import { bayOf } from '@/logic/places'
import { showLength } from '@/logic/units'

const props = defineProps<{ sheet: Sheet; structure: string; selected: string; start: string }>()
const emit = defineEmits<{ select: [id: string]; preview: [choice: Choice | null]; take: [choice: Choice] }>()
const store = useJob()
const tab = ref(props.start)
const open = ref(true)
const fromEnd = ref(false)
const to = ref<'centre' | 'near face' | 'far face'>('centre')
const mirrored = ref(false)
const marks = ref<MarkRow[]>([])
const takeoff = ref<Takeoff | null>(null)
const choices = ref<Choice[]>([])
const busy = ref(false)
const fault = ref('')

watchDebounced(
  [() => store.document, () => props.structure, fromEnd, to, mirrored, tab],
  async () => {
    if (!store.document) return
    const document = store.document
    try {
      if (tab.value === 'marks')
        marks.value = (await ask(api.POST('/api/reckon/marks', { body: { document, structure: props.structure, from_end: fromEnd.value, to: to.value, mirrored: mirrored.value } }))).marks
      if (tab.value === 'ways') {
        busy.value = true
        choices.value = (await ask(api.POST('/api/reckon/choices', { body: { document, structure: props.structure, selected: '' } }))).choices as Choice[]
      }
      if (tab.value === 'pieces' || tab.value === 'cut plan')
        takeoff.value = await ask(api.POST('/api/reckon/takeoff', { body: { document, structure: props.structure, selected: '' } }))
      fault.value = ''
    } catch (error) {
      fault.value = (error as Error).message
    } finally {
      busy.value = false
    }
  },
  { debounce: 180, immediate: true },
)
const tabs = computed(() => [
  ['marks', 'Marks', String(props.sheet.posts.length)],
  ['line', 'Line', ''],
  ['ways', 'Ways', ''],
  ['holes', 'Holes', String(props.sheet.posts.length)],
  ['pieces', 'Pieces', takeoff.value ? String(takeoff.value.pieces.reduce((sum, row) => sum + row.count, 0)) : ''],
  ['cut plan', 'Cut plan', ''],
  ['cautions', 'Cautions', String(props.sheet.cautions.length + props.sheet.conflicts.length)],
])
function choose(name: string): void {
  open.value = !(open.value && tab.value === name)
  tab.value = name
}
/** Posts cut before they are set need a level for the bottom of every hole. */
const exact = computed(() => fenceOf(store.shown?.structures.find((item) => item.spec.id === props.structure)?.spec)?.posts_cut === 'exact')
const of = (group: string) => choices.value.filter((choice) => choice.group === group)
const holds = (places: string[]) => places.includes(props.selected) || places.some((id) => bayOf(id) === props.selected)
useEventListener('keydown', (event: KeyboardEvent) => {
  const at = event.target as HTMLElement
  if (at.matches('input, textarea') || event.ctrlKey || event.metaKey) return
  const picked = tabs.value[Number(event.key) - 1]
  if (picked) choose(picked[0]!)
})
</script>

<template>
  <section class="drawer no-print" :class="{ open }" aria-label="Tables">
    <div class="bar">
      <div class="tabs" role="tablist" aria-label="Tables">
      <button v-for="[name, says, count] in tabs" :id="'tab-' + name" :key="name" role="tab" :aria-selected="open && tab === name" :aria-controls="'panel'" class="tab" @click="choose(name!)">{{ says }} <span class="quiet">{{ count }}</span></button>
      </div>
      <a class="file" :href="`/api/jobs/${store.id}/files/${structure}/sheets.pdf?from_end=${fromEnd}&to=${to}&mirrored=${mirrored}`" target="_blank">Site sheets</a>
      <a class="file" :href="`/api/jobs/${store.id}/files/${structure}/working.pdf`" target="_blank">The working</a>
    </div>
    <div v-if="open" id="panel" role="tabpanel" :aria-labelledby="'tab-' + tab" class="panel" tabindex="0">
      <p v-if="fault" class="fault">{{ fault }}</p>
      <template v-if="tab === 'marks'">
        <p class="choices small">
          <label>Zero at <select v-model="fromEnd"><option :value="false">the start</option><option :value="true">the end</option></select></label>
          <label>Marks to the <select v-model="to"><option>centre</option><option>near face</option><option>far face</option></select></label>
          <label><input v-model="mirrored" type="checkbox" /> mirrored, for the far side of the string</label>
          <a :href="`/api/jobs/${store.id}/files/${structure}/marks.csv?from_end=${fromEnd}&to=${to}&mirrored=${mirrored}`">CSV</a>
        </p>
        <table>
          <thead><tr><th>Post</th><th>Mark</th><th>On this straight</th><th>Hole from</th><th>to</th><th>Tape on the ground</th><th /></tr></thead>
          <tbody>
            <tr v-for="row in marks" :key="row.id" :class="{ on: row.id === selected }" @click="emit('select', row.id)">
              <td><button class="pick" @click.stop="emit('select', row.id)">{{ row.number }}</button></td><td class="strong">{{ row.reading }}</td><td>{{ row.leg_reading }}</td><td>{{ row.hole_near }}</td><td>{{ row.hole_far }}</td><td>{{ row.ground_tape || 'not read' }}</td><td class="quiet">{{ row.kind === 'line' ? '' : row.label || row.kind }}</td>
            </tr>
          </tbody>
        </table>
      </template>
      <LineTable v-else-if="tab === 'line'" :structure="structure" />
      <div v-else-if="tab === 'ways'" class="side">
        <section><h3>Bays</h3><ChoiceTable :choices="of('bays')" :busy="busy" what="way of spacing the posts" whole="fence" @preview="emit('preview', $event)" @take="emit('take', $event)" /></section>
        <section><h3>What they stand in or on</h3><ChoiceTable :choices="of('feet')" :busy="busy" what="foot" whole="fence" @preview="emit('preview', $event)" @take="emit('take', $event)" /></section>
        <section><h3>What closes them</h3><ChoiceTable :choices="of('styles')" :busy="busy" what="style" whole="fence" @preview="emit('preview', $event)" @take="emit('take', $event)" /></section>
      </div>
      <table v-else-if="tab === 'holes'" class="tight">
        <thead><tr><th>Post</th><th>Hole</th><th>Embedment</th><th>Gravel</th><th>Width</th><th>Governed by</th><th>Post</th><th>Cut above ground</th><th>Bags</th><th v-if="exact">Bottom level</th><th>Against lifting</th><th /></tr></thead>
        <tbody>
          <tr v-for="post in sheet.posts" :key="post.id" :class="{ on: post.id === selected }" @click="emit('select', post.id)">
            <td><button class="pick" @click.stop="emit('select', post.id)">{{ post.number }}</button></td><td class="strong">{{ post.hole }}</td><td>{{ post.embedment }}</td><td>{{ post.gravel }}</td><td>{{ post.hole_width }}</td><td>{{ post.governs }}</td><td>{{ post.post_length }}</td><td>{{ post.cut_height }}</td><td>{{ post.bags.toFixed(1) }}</td><td v-if="exact" class="strong">{{ post.bottom }}</td><td>{{ post.pull_out.split(':')[0] }}</td><td class="strong">{{ post.hand_dug ? 'by hand' : '' }}</td>
          </tr>
        </tbody>
      </table>
      <template v-else-if="tab === 'pieces'">
        <p class="choices small"><a :href="`/api/jobs/${store.id}/files/${structure}/pieces.csv`">CSV</a></p>
        <table v-if="takeoff">
          <thead><tr><th>Piece</th><th>Of</th><th>Count</th><th>Length</th><th>Out of a stick</th><th>End cuts</th><th>Each</th></tr></thead>
          <tbody>
            <tr v-for="row in takeoff.pieces" :key="row.id" :class="{ on: holds(row.places) }" @click="emit('select', bayOf(row.places[0] ?? ''))">
              <td>{{ row.role }}<template v-if="row.tapers_to_m !== null && row.tapers_to_m !== undefined">, ripped from {{ showLength(row.width_m, store.tape) }} to {{ showLength(row.tapers_to_m, store.tape) }}</template><template v-else-if="row.width_m">, ripped to {{ showLength(row.width_m, store.tape) }}</template></td><td>{{ row.says }}</td><td class="strong">{{ row.count }}</td><td class="strong">{{ showLength(row.length_m, store.tape) }}</td><td>{{ showLength(row.stick_m, store.tape) }}</td><td>{{ row.bevel_rad ? `${Math.abs((row.bevel_rad * 180) / Math.PI).toFixed(1)}° bevel` : 'square' }}</td><td>{{ store.tape.system === 'imperial' ? `${(row.mass_kg / 0.45359237).toFixed(0)} lb` : `${row.mass_kg.toFixed(0)} kg` }}</td>
            </tr>
          </tbody>
        </table>
        <p v-else class="quiet">Counting the pieces.</p>
      </template>
      <template v-else-if="tab === 'cut plan'">
        <CutPlanTable v-if="takeoff" :cuts="takeoff.cuts" :tape="store.tape" />
        <p v-else class="quiet">Planning the cuts.</p>
      </template>
      <ul v-else class="cautions">
        <li v-for="text in sheet.conflicts" :key="text" class="clash"><b>Clash.</b> {{ text }}</li>
        <li v-for="text in sheet.notes" :key="text"><b>Note.</b> {{ text }}</li>
        <li v-for="(caution, i) in sheet.cautions" :key="i"><b>{{ caution.kind }}.</b> {{ caution.text }} <span class="quiet small">{{ caution.source }}</span></li>
      </ul>
    </div>
  </section>
</template>

<style scoped>
.tight td:not(:nth-child(6)) { white-space: nowrap; }
.side h3 { margin: 8px 0 2px; font-size: 13px; }
.choices { display: flex; gap: 18px; align-items: baseline; margin: 4px 0; position: sticky; left: 0; }
.choices select { border: 1px solid var(--line); border-radius: 3px; background: var(--paper); padding: 2px 4px; }
</style>
