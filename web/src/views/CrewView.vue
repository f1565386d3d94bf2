<script setup lang="ts">
import Button from 'primevue/button'
import InputText from 'primevue/inputtext'
import Textarea from 'primevue/textarea'
import { useQuery } from '@tanstack/vue-query'
import { computed, ref, watch } from 'vue'
import { api, ask } from '@/api/client'
import type { BookPrice, Crew, PricesRead } from '@/api/types'
import FilePick from '@/components/FilePick.vue'
import PeopleBox from '@/components/PeopleBox.vue'
import YouBox from '@/components/YouBox.vue'
import { today } from '@/logic/days'
import { useSession } from '@/stores/session'
import { exact, parsePrice } from '@/logic/money'
import { inTurn } from '@/logic/turns'
import { FT, showLength } from '@/logic/units'

const session = useSession()
if (!session.session?.signed_in) void session.look()
const sees = computed(() => session.session?.sees_prices !== false)
const owns = computed(() => session.session?.may.includes('people') ?? true)

/** The crew: what stands at the head of its quotes, who is in it, and its price book. */
const { data, error, refetch } = useQuery({
  queryKey: ['crew'],
  queryFn: async () => (await ask(api.GET('/api/crew'))) as Crew,
})
const name = ref('')
const head = ref({ name: '', address: '', reach: '', small_print: '' })
/** What was typed and is not kept yet stays, whatever is asked for anew meanwhile. */
let heard = ''
const typed = () => JSON.stringify([name.value, head.value])
watch(
  data,
  (crew) => {
    if (!crew || (heard && typed() !== heard)) return
    name.value = crew.name
    head.value = { ...crew.letterhead }
    heard = typed()
  },
  { immediate: true },
)
const fault = ref('')
const said = ref('')
async function act(work: () => Promise<unknown>, done: string): Promise<void> {
  fault.value = said.value = ''
  try {
    await work()
    said.value = done
  } catch (error) {
    fault.value = (error as Error).message
  }
  await refetch()
}
const keep = () =>
  act(async () => {
    await ask(api.PUT('/api/crew', { body: { name: name.value, letterhead: head.value } }))
    heard = typed()
  }, 'Kept.')

const prices = computed<BookPrice[]>(() => data.value?.prices ?? [])
const sought = ref('')
const shown = computed(() => prices.value.filter((row) => row.item.includes(sought.value.toLowerCase().trim())))
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
  reprice((rows) => rows.map((one) => (same(one, row) ? { ...one, price: value, on } : one)), 'Kept.')
}
const merchant = () =>
  act(
    async () => ask(api.POST('/api/integrations/supplier', { body: { metric: false, keep: true } })),
    "The supplier's prices are in the price book.",
  )
const drop = (row: BookPrice) => reprice((rows) => rows.filter((one) => !same(one, row)), 'Taken away.')
</script>

<template>
  <main class="page">
    <p><router-link to="/">All jobs</router-link></p>
    <h1>Crew</h1>
    <p v-if="error" class="fault">{{ error.message }}</p>
    <p v-if="fault" class="fault" role="alert">{{ fault }}</p>
    <p v-if="said" class="small" role="status">{{ said }}</p>
    <div v-if="data" class="columns">
      <section aria-label="Letterhead">
        <h2>Letterhead</h2>
        <form @submit.prevent="keep">
          <label>Crew name <InputText v-model="name" maxlength="120" required size="small" /></label>
          <label>Name on quotes <InputText v-model="head.name" maxlength="120" size="small" /></label>
          <label>Address <Textarea v-model="head.address" rows="3" maxlength="1000" /></label>
          <label>Contact details <Textarea v-model="head.reach" rows="2" maxlength="1000" /></label>
          <label>Terms <Textarea v-model="head.small_print" rows="3" maxlength="1000" /></label>
          <Button v-if="owns" type="submit">Keep it</Button>
        </form>
        <template v-if="sees">
          <h2>Crew defaults</h2>
          <p class="small">
            <router-link to="/crew/usual">How every job starts</router-link>: rules, tape, hours, wages, and what each
            kind of structure is made of.
          </p>
        </template>
        <h2>Calendar</h2>
        <p class="small"><a href="/api/crew/calendar.ics">The days of all our jobs</a>, as one calendar file.</p>
        <PeopleBox />
        <YouBox />
      </section>
      <section v-if="sees" aria-label="Price book">
        <h2>Price book</h2>
        <p class="small">
          {{ prices.length ? `${prices.length} prices.` : 'Empty yet: jobs are priced from a made-up sample list.' }}
          Jobs keep what they were priced with until you price them again, under List.
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
          <span class="small quiet"> a stand-in, under <router-link to="/outside">Connections</router-link></span>
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
          <table>
            <thead>
              <tr>
                <th scope="col">Item</th>
                <th scope="col">Length</th>
                <th scope="col" class="n">Price</th>
                <th scope="col">From</th>
                <th scope="col">Price date</th>
                <th scope="col"><span class="visually-hidden">Remove</span></th>
              </tr>
            </thead>
            <tbody>
              <tr v-for="row in shown.slice(0, 200)" :key="`${row.item}${row.length_m}${row.supplier}`">
                <td>{{ row.item }}</td>
                <td>{{ long(row) }}</td>
                <td class="n">
                  <InputText
                    class="price"
                    :model-value="exact(row.price)"
                    :aria-label="`Price of ${row.item} ${long(row)}`"
                    size="small"
                    @change="type(row, $event.target as HTMLInputElement)"
                  />
                </td>
                <td>{{ row.supplier }}</td>
                <td>{{ row.on }}</td>
                <td>
                  <Button text size="small" :aria-label="`Remove ${row.item}`" @click="drop(row)">remove</Button>
                </td>
              </tr>
            </tbody>
          </table>
        </template>
      </section>
    </div>
  </main>
</template>

<style scoped>
.page {
  padding: 18px 26px 60px;
  max-width: 1200px;
}
.columns {
  display: grid;
  grid-template-columns: minmax(260px, 1fr) minmax(0, 2fr);
  gap: 40px;
}
h1 {
  margin-bottom: 14px;
}
h2 {
  margin: 14px 0 6px;
}
form {
  display: grid;
  gap: 12px;
  justify-items: start;
}
form label {
  width: 100%;
}
label input,
label textarea {
  display: block;
  width: 100%;
  font: inherit;
  padding: 7px 8px;
  border: 1px solid var(--line);
  border-radius: 3px;
  background: var(--paper);
  color: var(--ink);
}
table {
  width: 100%;
  border-collapse: collapse;
  margin-top: 10px;
}
th {
  text-align: left;
}
td,
th {
  border-bottom: 1px solid var(--line);
  padding: 4px;
}
.n {
  text-align: right;
}
.price {
  width: 96px;
  text-align: right;
}
.find {
  display: block;
  margin-top: 10px;
}
.find input {
  display: inline-block;
  width: 260px;
}
@media (max-width: 860px) {
  .page {
    padding: 14px;
  }
  .columns {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
