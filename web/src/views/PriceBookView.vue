<script setup lang="ts">
import Button from 'primevue/button'
import InputText from 'primevue/inputtext'
import { useQuery } from '@tanstack/vue-query'
import { computed, ref } from 'vue'
import { api, ask } from '@/api/client'
import type { BookPrice, Crew, PricesRead } from '@/api/types'
import { useAct } from '@/composables/useAct'
import DataList, { type ListColumn } from '@/components/DataList.vue'
import FilePick from '@/components/FilePick.vue'
import { today } from '@/logic/days'
import { exact, parsePrice } from '@/logic/money'
import { inTurn } from '@/logic/turns'
import { FT, showLength } from '@/logic/units'

/** What the crew pays: by item and length, with its supplier and its date. */
const { data, error, refetch } = useQuery({
  queryKey: ['crew'],
  queryFn: async () => (await ask(api.GET('/api/crew'))) as Crew,
})
const { fault, said, act } = useAct(refetch)

const prices = computed<BookPrice[]>(() => data.value?.prices ?? [])
const sought = ref('')
const COLUMNS: ListColumn[] = [
  { key: 'says', label: 'Item', by: 'says', strong: true },
  { key: 'long', label: 'Length', by: 'length_m', figure: true },
  { key: 'price', label: 'Price', by: 'price', figure: true },
  { key: 'supplier', label: 'From', by: 'supplier' },
  { key: 'on', label: 'Price date', by: 'on' },
  { key: 'remove', label: '' },
]
const shown = computed(() =>
  prices.value
    .map((row) => ({
      ...row,
      says: data.value?.says[row.item] ?? row.item,
      long: long(row),
      key: `${row.item} ${row.length_m} ${row.supplier}`,
    }))
    .filter((row) => `${row.item} ${row.says}`.toLowerCase().includes(sought.value.toLowerCase().trim())),
)
/** A length on sale in the unit that it is sold by: what is whole in feet is sold in feet. */
function long(row: BookPrice): string {
  if (row.length_m == null) return 'by the pack'
  const feet = row.length_m / FT
  const whole = Math.abs(feet - Math.round(feet)) < 0.01
  return showLength(row.length_m, whole ? { system: 'imperial', mark_m: 0.0016 } : { system: 'metric', mark_m: 0.001 })
}
const told = ref<PricesRead | null>(null)
async function file([picked]: File[]): Promise<void> {
  const workbook = picked!.name.toLowerCase().endsWith('.xlsx')
  const text = workbook ? await base64(picked!) : await picked!.text()
  const body = { text, brought_as: workbook ? ('xlsx' as const) : ('csv' as const), bare: 'ft' as const }
  await act(async () => {
    told.value = (await ask(api.POST('/api/crew/prices/import', { body }))) as PricesRead
  }, '')
}
async function base64(picked: File): Promise<string> {
  const bytes = new Uint8Array(await picked.arrayBuffer())
  let text = ''
  for (const byte of bytes) text += String.fromCharCode(byte)
  return btoa(text)
}
const same = (a: BookPrice, b: BookPrice) => a.item === b.item && a.length_m === b.length_m
/**
 * One change after another, each made in the book as the server has it by then: prices are typed faster than they are
 * kept, and not by one person alone.
 */
const turn = inTurn()
function reprice(edit: (rows: BookPrice[]) => BookPrice[], done: string): void {
  void turn(() =>
    act(async () => {
      const { prices } = (await ask(api.GET('/api/crew'))) as Crew
      await ask(api.PUT('/api/crew/prices', { body: { prices: edit(prices) } }))
    }, done),
  )
}
function type(row: BookPrice, field: HTMLInputElement): void {
  const value = parsePrice(field.value)
  field.setCustomValidity(value === null ? 'Write a price, like 41.50' : '')
  if (value === null) {
    field.reportValidity()
    return
  }
  const on = today()
  reprice((rows) => rows.map((one) => (same(one, row) ? { ...one, price: value, on } : one)), 'Saved.')
}
const merchant = () =>
  act(
    async () => ask(api.POST('/api/integrations/supplier', { body: { metric: false, keep: true } })),
    "The supplier's prices are in the price book.",
  )
const drop = (row: BookPrice) => reprice((rows) => rows.filter((one) => !same(one, row)), 'Removed.')
</script>

<template>
  <main class="page">
    <header class="page-head"><h1>Price book</h1></header>
    <p v-if="error" class="fault">{{ error.message }}</p>
    <p v-if="fault" class="fault" role="alert">{{ fault }}</p>
    <p v-if="said" class="small" role="status">{{ said }}</p>
    <template v-if="data">
      <p class="small">
        {{ prices.length ? `${prices.length} prices.` : 'Empty yet: jobs are priced from a made-up sample list.' }}
        Jobs keep what they were priced with until you price them again, under Materials.
      </p>
      <p class="row small">
        <a href="/api/crew/prices/prices.csv?sample=true">Full price list template (CSV)</a> ·
        <a href="/api/crew/prices/prices.xlsx?sample=true">XLSX</a>
        <template v-if="prices.length">
          · <a href="/api/crew/prices/prices.csv">our book, CSV</a> ·
          <a href="/api/crew/prices/prices.xlsx">XLSX</a></template
        >
      </p>
      <p>
        <Button severity="secondary" outlined size="small" @click="merchant">Get supplier prices</Button>
        <span class="small quiet"> a stand-in, under <router-link to="/connections">Connections</router-link></span>
      </p>
      <FilePick says="Import prices (CSV or XLSX)" accept=".csv,.txt,.xlsx" @picked="file" />
      <div v-if="told" role="status">
        <p class="small">{{ told.taken === 1 ? '1 price' : `${told.taken} prices` }} taken.</p>
        <ul v-if="told.problems.length" class="small fault">
          <li v-for="(problem, index) in told.problems.slice(0, 30)" :key="index">
            Row {{ problem.row }}: {{ problem.message }}{{ problem.text ? ` (${problem.text})` : '' }}
          </li>
        </ul>
      </div>
      <template v-if="prices.length">
        <label class="small find">Find <InputText v-model="sought" type="search" size="small" /></label>
        <DataList :rows="shown" :columns="COLUMNS" label="Prices" row-key="key" paged>
          <template #price="{ row }">
            <InputText
              class="price"
              :model-value="exact(row.price)"
              :aria-label="`Price of ${row.says} ${row.long}`"
              size="small"
              @change="type(row, $event.target as HTMLInputElement)"
            />
          </template>
          <template #remove="{ row }">
            <Button text size="small" severity="danger" :aria-label="`Remove ${row.says}`" @click="drop(row)"
              >Remove</Button
            >
          </template>
        </DataList>
      </template>
    </template>
  </main>
</template>

<style scoped>
.price {
  width: 96px;
  text-align: right;
}
.find {
  display: block;
  margin: 12px 0 8px;
}
.find input {
  width: 260px;
}
</style>
