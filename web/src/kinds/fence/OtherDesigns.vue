<script setup lang="ts">
import DataList, { type ListColumn } from '@/components/DataList.vue'
import { usedOf } from '@/logic/units'
import Button from 'primevue/button'
import { watchDebounced } from '@vueuse/core'
import { toRef, watch } from 'vue'
import { api, ask } from '@/api/client'
import type { Job, Sheet } from '@/api/types'
import { useAnswer } from '@/composables/useAnswer'
import { type Leaf, type Opening, useLeaf } from '@/kinds/fence/useLeaf'
import { figure } from '@/logic/formula'
import { useJob } from '@/stores/job'

/** Other designs beside this one, each planned whole: what they do to the brace, the sag and the posts. */
const props = defineProps<{ structure: string; id: string }>()
const store = useJob()
const { leaf, openingOf } = useLeaf(toRef(props, 'structure'), toRef(props, 'id'))
interface Beside {
  says: string
  change: Change
  sheet: Sheet | null
}
const turned = (at: Opening) => void (at.swing = at.swing === 'in' ? 'out' : 'in')
const rehung = (at: Leaf) => void (at.hung = at.hung === 'start' ? 'end' : 'start')
const designs: [string, (at: Leaf, opening: Opening) => void][] = [
  ['this design', () => undefined],
  ['strut corner to corner', (at) => void Object.assign(at, { brace: 'strut', way: 'corner', reach_m: null })],
  ['strut near 45°', (at) => void Object.assign(at, { brace: 'strut', way: '45 degrees', reach_m: null })],
  ['cable', (at) => void Object.assign(at, { brace: 'cable', way: 'corner', reach_m: null })],
  ['hung on the other post', rehung],
  ['swings the other way', (_, opening) => turned(opening)],
  ['other post, other way', (at, opening) => (rehung(at), turned(opening))],
]
const COLUMNS: ListColumn[] = [
  { key: 'says', label: 'First leaf', strong: true },
  { key: 'brace', label: 'Brace' },
  { key: 'sag', label: 'Sag later', figure: true },
  { key: 'gap', label: 'Least gap at hinge', figure: true },
  { key: 'governing', label: 'Governing', figure: true },
  { key: 'use', label: '' },
]
type Change = (typeof designs)[number][1]
const apply = (change: Change) => (job: Job) => {
  const opening = openingOf(job)
  change(opening.leaf as Leaf, opening)
}
async function planned(change: Change): Promise<Sheet | null> {
  const document = JSON.parse(JSON.stringify(store.document)) as Job
  apply(change)(document)
  const body = { document, structure: props.structure, selected: `${props.structure}/gate/${props.id}` }
  return ask(api.POST('/api/designs/plan', { body })).then(
    (sheet) => sheet as Sheet,
    () => null,
  )
}
const {
  found: beside,
  busy: comparing,
  look: compare,
  clear,
} = useAnswer<Beside[]>(
  async () =>
    store.document && leaf.value
      ? Promise.all(designs.map(async ([says, change]) => ({ says, change, sheet: await planned(change) })))
      : [],
  [],
)
watch([() => props.structure, () => props.id], clear)
watchDebounced(
  () => store.document,
  () => beside.value.length && void compare(),
  { debounce: 400 },
)
/** As fine as anybody measures it: an angle to a degree, a sag to two digits, a force to three. */
function read(symbol: string, value: number, unit: string): string {
  if (unit === 'deg') return `${Math.round(value)}°`
  return `${figure(Number(value.toPrecision(symbol === 'd' ? 2 : 3)))} ${unit}`
}
/** The last fact of its first leaf that goes by this symbol. */
const fact = (at: Sheet | null, symbol: string) => {
  const step = at?.details[0]?.facts.filter((item) => item.symbol === symbol).at(-1)
  return step ? read(symbol, step.value, step.unit) : ''
}
const worst = (at: Sheet | null) => (at ? [...at.checks].sort((a, b) => b.use - a.use)[0] : undefined)
</script>

<template>
  <Button severity="secondary" outlined :disabled="comparing" @click="compare()">Compare designs</Button>
  <DataList v-if="beside.length" :rows="beside" :columns="COLUMNS" label="Other designs" row-key="says">
    <template #brace="{ row }">{{ fact(row.sheet, 'F') }}, {{ fact(row.sheet, 'a') }}</template>
    <template #sag="{ row }">{{ fact(row.sheet, 'd') }}</template>
    <template #gap="{ row }">{{ fact(row.sheet, 'z_0') || 'not read' }}</template>
    <template #governing="{ row }">
      <span :title="worst(row.sheet)?.name">{{ worst(row.sheet) ? usedOf(worst(row.sheet)!.use) : '' }}</span>
    </template>
    <template #use="{ row }">
      <Button
        v-if="row !== beside[0] && row.sheet"
        text
        size="small"
        :aria-label="`Use: ${row.says}`"
        @click="store.change(apply(row.change), row.says)"
        >Use</Button
      >
    </template>
  </DataList>
</template>

<style scoped>
table {
  margin-top: 10px;
  width: 100%;
  font-size: 12.5px;
}
th {
  white-space: normal;
  text-align: left;
}
tbody th {
  font-weight: 400;
}
</style>
