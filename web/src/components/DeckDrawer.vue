<script setup lang="ts">
import { useEventListener, watchDebounced } from '@vueuse/core'
import { computed, ref } from 'vue'
import { api, ask } from '@/api/client'
import type { Choice, Sheet, Takeoff } from '@/api/types'
import ChoiceTable from '@/components/ChoiceTable.vue'
import CutPlanTable from '@/components/CutPlanTable.vue'
import { useJob } from '@/stores/job'
import { showLength } from '@/logic/units'

const props = defineProps<{ sheet: Sheet; structure: string; selected: string; start: string }>()
const emit = defineEmits<{ select: [id: string]; preview: [choice: Choice | null]; take: [choice: Choice] }>()
const store = useJob()
const tab = ref(props.start)
const open = ref(true)
const choices = ref<Choice[]>([])
const takeoff = ref<Takeoff | null>(null)
const busy = ref(false)
const fault = ref('')
watchDebounced(
  [() => store.document, () => props.structure, tab],
  async () => {
    const document = store.document
    if (!document) return
    try {
      if (tab.value === 'joists' || tab.value === 'beams') {
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
  { debounce: 250, immediate: true },
)
const of = (group: string) => choices.value.filter((choice) => choice.group === group)
const beams = computed(() => props.sheet.members.filter((item) => item.what === 'beam').length)
const tabs = computed(() => [
  ['members', 'Members', String(props.sheet.members.length)], ['joists', 'Joists', ''], ...(beams.value ? [['beams', 'Beams', '']] : []),
  ['holes', 'Holes', String(props.sheet.posts.length)], ['pieces', 'Pieces', ''], ['cut plan', 'Cut plan', ''],
  ['cautions', 'Cautions', String(props.sheet.cautions.length + props.sheet.conflicts.length)],
])
function choose(name: string): void {
  open.value = !(open.value && tab.value === name)
  tab.value = name
}
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
        <button v-for="[name, says, count] in tabs" :id="'tab-' + name" :key="name" role="tab" :aria-selected="open && tab === name" aria-controls="panel" class="tab" @click="choose(name!)">{{ says }} <span class="quiet">{{ count }}</span></button>
      </div>
      <a class="file" :href="`/api/jobs/${store.id}/files/${structure}/sheets.pdf`" target="_blank">Site sheets</a>
      <a class="file" :href="`/api/jobs/${store.id}/files/${structure}/working.pdf`" target="_blank">The working</a>
    </div>
    <div v-if="open" id="panel" role="tabpanel" :aria-labelledby="'tab-' + tab" class="panel" tabindex="0">
      <p v-if="fault" class="fault">{{ fault }}</p>
      <table v-if="tab === 'members'">
        <thead><tr><th>Member</th><th>Sizes and places</th><th>Reckoned</th><th>Closest</th><th>Table</th></tr></thead>
        <tbody>
          <tr v-for="row in sheet.members" :key="row.id" :class="{ on: row.id === selected }" @click="emit('select', row.id)">
            <td><button class="pick strong" @click.stop="emit('select', row.id)">{{ row.name }}</button></td><td>{{ row.says }}</td>
            <td><span class="verdict" :class="row.verdict.split(' ')[0]">{{ row.verdict }}</span></td><td>{{ row.use ? `${(row.use * 100).toFixed(0)} %, ${row.governed_by}` : '' }}</td><td><span class="verdict" :class="row.table.split(' ')[0]">{{ row.table }}</span></td>
          </tr>
        </tbody>
      </table>
      <template v-else-if="tab === 'joists' || tab === 'beams'">
        <p v-if="tab === 'joists' && of('ways').length" class="ways small">
          <button v-for="way in of('ways')" :key="way.says" class="plain small" :class="{ on: way.chosen }" :aria-pressed="way.chosen" @click="emit('take', way)">{{ way.says }}, {{ way.whole }}{{ way.price_change ? `, ${way.price_change > 0 ? '+' : '−'}${Math.abs(way.price_change).toFixed(0)}` : '' }}</button>
        </p>
      <ChoiceTable :choices="of(tab)" :busy="busy" :what="tab === 'joists' ? 'joist' : 'beam'" @preview="emit('preview', $event)" @take="emit('take', $event)" />
      </template>
      <table v-else-if="tab === 'holes'">
        <thead><tr><th>Post</th><th>From the corner</th><th>Hole</th><th>Wide</th><th>Gravel</th><th>Governed by</th><th>Post</th><th>Top above ground</th><th>Bags</th></tr></thead>
        <tbody>
          <tr v-for="post in sheet.posts" :key="post.id" :class="{ on: post.id === selected }" @click="emit('select', post.id)">
            <td><button class="pick" @click.stop="emit('select', post.id)">{{ post.number }}</button></td><td class="strong">{{ post.reading }}</td><td class="strong">{{ post.hole }}</td><td>{{ post.hole_width }}</td><td>{{ post.gravel }}</td><td>{{ post.governs }}</td><td>{{ post.post_length }}</td><td>{{ post.cut_height }}</td><td>{{ post.bags.toFixed(1) }}</td>
          </tr>
        </tbody>
      </table>
      <template v-else-if="tab === 'pieces'">
        <p class="small"><a :href="`/api/jobs/${store.id}/files/${structure}/pieces.csv`">CSV</a></p>
        <table v-if="takeoff">
          <thead><tr><th>Piece</th><th>Of</th><th>Count</th><th>Length</th><th>Each</th></tr></thead>
          <tbody><tr v-for="row in takeoff.pieces" :key="row.id"><td>{{ row.role }}<template v-if="row.width_m">, ripped to {{ showLength(row.width_m, store.tape) }}</template></td><td>{{ row.says }}</td><td class="strong">{{ row.count }}</td><td class="strong">{{ showLength(row.length_m, store.tape) }}</td><td>{{ store.tape.system === 'imperial' ? `${(row.mass_kg / 0.45359237).toFixed(0)} lb` : `${row.mass_kg.toFixed(0)} kg` }}</td></tr></tbody>
        </table>
        <p v-else class="quiet">Counting the pieces.</p>
      </template>
      <template v-else-if="tab === 'cut plan'"><CutPlanTable v-if="takeoff" :cuts="takeoff.cuts" :tape="store.tape" /><p v-else class="quiet">Planning the cuts.</p></template>
      <ul v-else class="cautions">
        <li v-for="text in sheet.conflicts" :key="text" class="clash"><b>Clash.</b> {{ text }}</li>
        <li v-for="text in sheet.notes" :key="text"><b>Note.</b> {{ text }}</li>
        <li v-for="(caution, i) in sheet.cautions" :key="i"><b>{{ caution.kind }}.</b> {{ caution.text }} <span class="quiet small">{{ caution.source }}</span></li>
      </ul>
    </div>
  </section>
</template>

<style scoped>
.ways { display: flex; gap: 6px; margin: 6px 0; }
</style>
