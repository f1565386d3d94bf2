<script setup lang="ts">
import DayField from '@/components/DayField.vue'
import Button from 'primevue/button'
import InputText from 'primevue/inputtext'
import { computed, reactive, ref } from 'vue'
import { api, ask, done } from '@/api/client'
import { sendReceipt } from '@/api/photos'
import FilePick from '@/components/FilePick.vue'
import DataList, { type ListColumn } from '@/components/DataList.vue'
import SelectBox from '@/components/SelectBox'
import type { CostRow } from '@/api/types'
import type { LedgerUse } from '@/composables/useLedger'
import { today } from '@/logic/days'

/** What the job has cost: receipts and hours, against the estimate; nothing here changes what the client pays. */
const props = defineProps<{ use: LedgerUse }>()
const ledger = computed(() => props.use.ledger.data.value)
const structures = computed(() => props.use.store.document?.structures ?? [])
const name = (id: string) => structures.value.find((item) => item.spec.id === id)?.name ?? (id || 'the whole job')
const KINDS = [
  ['material', 'Materials'],
  ['labour', 'Hours'],
  ['other', 'Other'],
] as const
const entry = reactive({
  kind: 'material',
  on: today(),
  structure: '',
  who: '',
  note: '',
  hours: '',
  wage: '',
  amount: '',
})
const number = (text: string) => Number(text.replace(/,/g, '')) || 0
async function add(): Promise<void> {
  const body = { ...entry, hours: number(entry.hours), wage: number(entry.wage), amount: number(entry.amount) }
  const made = await props.use.act(() => ask(api.POST('/api/quotes/{job_id}/costs', { ...props.use.path.value, body })))
  if (made) Object.assign(entry, { note: '', hours: '', amount: '' })
}
const remove = (row: CostRow) =>
  props.use.act(() =>
    done(
      api.DELETE('/api/quotes/{job_id}/costs/{entry}', {
        params: { path: { job_id: props.use.store.id, entry: row.id } },
      }),
    ),
  )
const receipt = (row: CostRow) => `/api/quotes/${props.use.store.id}/costs/${row.id}/receipt`
const photograph = (row: CostRow, [file]: File[]) =>
  file && props.use.act(() => sendReceipt(props.use.store.id, row.id, file))
const wage = ref('')
const setWage = () =>
  props.use.act(() =>
    ask(api.PUT('/api/quotes/{job_id}/costs/wage', { ...props.use.path.value, body: { wage: number(wage.value) } })),
  )
const COLUMNS: ListColumn[] = [
  { key: 'on', label: 'Date', by: 'on' },
  { key: 'kind', label: 'Kind', by: 'kind' },
  { key: 'structure', label: 'For', by: 'structure' },
  { key: 'who', label: 'Supplier or person', by: 'who' },
  { key: 'hours', label: 'Hours', figure: true, by: 'hours' },
  { key: 'amount', label: 'Amount', figure: true, by: 'amount' },
  { key: 'receipt', label: 'Receipt' },
  { key: 'act', label: '' },
]
const AGAINST: ListColumn[] = [
  { key: 'says', label: '', strong: true },
  { key: 'planned', label: 'Estimate', figure: true, quiet: true },
  { key: 'spent', label: 'So far', figure: true },
]
const BY_STRUCTURE: ListColumn[] = [
  { key: 'name', label: 'Structure', strong: true, by: 'name' },
  { key: 'sold', label: 'Sold for', figure: true, quiet: true, by: 'sold' },
  { key: 'total', label: 'So far', figure: true, by: 'total' },
  { key: 'margin', label: 'Margin so far', figure: true, by: 'margin' },
]
const against = computed(() => {
  const found = ledger.value
  if (!found) return []
  const { cost, estimate } = found
  return [
    {
      says: 'Materials',
      planned: estimate && props.use.money(estimate.materials),
      spent: props.use.money(cost.material),
    },
    { says: 'Hours', planned: estimate && `${estimate.hours.toFixed(1)} h`, spent: `${cost.hours.toFixed(1)} h` },
    { says: 'Labor', planned: null, spent: props.use.money(cost.labour) },
    { says: 'Other', planned: null, spent: props.use.money(cost.other) },
  ]
})
</script>

<template>
  <section v-if="ledger" aria-label="Cost">
    <h2>Cost so far</h2>
    <DataList :rows="against" :columns="AGAINST" label="Cost against the estimate" row-key="says">
      <template #planned="{ row }">{{ row.planned ?? '\u2014' }}</template>
      <template #foot-says>Total</template>
      <template #foot-spent>{{ use.money(ledger.cost.total) }}</template>
    </DataList>
    <template v-if="ledger.by_structure.length">
      <p class="small">By structure, before tax</p>
      <DataList :rows="ledger.by_structure" :columns="BY_STRUCTURE" label="By structure, before tax" row-key="id">
        <template #sold="{ row }">{{ row.sold === null ? '\u2014' : use.money(row.sold) }}</template>
        <template #total="{ row }">{{ use.money(row.total) }}</template>
        <template #margin="{ row }">{{ row.margin === null ? '\u2014' : use.money(row.margin) }}</template>
      </DataList>
    </template>
    <form class="add" @submit.prevent="add">
      <label class="small"
        >Kind
        <SelectBox v-model="entry.kind">
          <option v-for="[key, says] in KINDS" :key="key" :value="key">{{ says }}</option>
        </SelectBox>
      </label>
      <DayField v-model="entry.on" label="Date" />
      <label class="small"
        >For
        <SelectBox v-model="entry.structure">
          <option value="">The whole job</option>
          <option v-for="item in structures" :key="item.spec.id" :value="item.spec.id">{{ item.name }}</option>
        </SelectBox>
      </label>
      <label class="small"
        >{{ entry.kind === 'labour' ? 'Person' : 'Supplier' }}
        <InputText v-model="entry.who" maxlength="120" size="small"
      /></label>
      <template v-if="entry.kind === 'labour'">
        <label class="small"
          >Hours <InputText v-model="entry.hours" inputmode="decimal" class="short" required size="small"
        /></label>
        <label class="small"
          >Wage an hour <InputText v-model="entry.wage" inputmode="decimal" class="short" size="small"
        /></label>
      </template>
      <label v-else class="small"
        >Amount <InputText v-model="entry.amount" inputmode="decimal" class="short" required size="small"
      /></label>
      <label class="small">Note <InputText v-model="entry.note" maxlength="200" size="small" /></label>
      <Button size="small" type="submit" :disabled="use.busy.value">Add cost</Button>
    </form>
    <form v-if="ledger.cost.unpriced_hours" class="add" @submit.prevent="setWage">
      <p class="small wait">{{ ledger.cost.unpriced_hours.toFixed(1) }} hours from the site have no wage yet.</p>
      <label class="small"
        >Wage an hour <InputText v-model="wage" inputmode="decimal" class="short" required size="small"
      /></label>
      <Button size="small" severity="secondary" outlined type="submit" :disabled="use.busy.value">Set wage</Button>
    </form>
    <DataList v-if="ledger.entries.length" :rows="ledger.entries" :columns="COLUMNS" label="Costs" row-key="id">
      <template #kind="{ row }">{{ KINDS.find(([key]) => key === row.kind)?.[1] }}</template>
      <template #structure="{ row }">{{ name(row.structure) }}</template>
      <template #who="{ row }"
        >{{ row.who }}<span v-if="row.note" class="quiet"> {{ row.note }}</span></template
      >
      <template #hours="{ row }">{{ row.hours ? row.hours.toFixed(2) : '' }}</template>
      <template #amount="{ row }">{{ use.money(row.amount) }}</template>
      <template #receipt="{ row }">
        <a v-if="row.receipt" :href="receipt(row)" target="_blank" rel="noreferrer"
          ><img :src="receipt(row) + '?small=true'" :alt="`Receipt of ${row.on}`" width="48" height="36" loading="lazy"
        /></a>
        <FilePick
          v-else-if="row.kind !== 'labour'"
          says="Add photo"
          accept="image/*"
          :busy="use.busy.value"
          @picked="photograph(row, $event)"
        />
      </template>
      <template #act="{ row }">
        <Button text size="small" :aria-label="`delete the cost of ${row.on}`" @click="remove(row)">Delete</Button>
      </template>
    </DataList>
    <p v-else class="small quiet">No costs yet. Enter receipts and hours as they come.</p>
    <p class="small">
      All rows of money for your accountant: <a :href="use.file('money.csv')">CSV</a>,
      <a :href="use.file('money.xlsx')">XLSX</a>
    </p>
  </section>
</template>

<style scoped>
.strong {
  font-weight: 700;
}
.add {
  display: flex;
  flex-wrap: wrap;
  gap: 10px;
  align-items: end;
  margin: 14px 0;
}
.wait {
  margin: 0 0 8px;
}
.short {
  width: 90px;
}
</style>
