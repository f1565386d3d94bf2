<script setup lang="ts">
import Button from 'primevue/button'
import Checkbox from 'primevue/checkbox'
import Tab from 'primevue/tab'
import TabList from 'primevue/tablist'
import Tabs from 'primevue/tabs'
import Skeleton from 'primevue/skeleton'
import Textarea from 'primevue/textarea'
import { computed, ref } from 'vue'
import { useRoute } from 'vue-router'
import { api, ask } from '@/api/client'
import type { Job, ClientQuote } from '@/api/types'
import CountField from '@/components/CountField.vue'
import JobPage from '@/components/JobPage.vue'
import LinkBox from '@/components/LinkBox.vue'
import ChangeOrders from '@/components/money/ChangeOrders.vue'
import CostBox from '@/components/money/CostBox.vue'
import InvoiceList from '@/components/money/InvoiceList.vue'
import MoneySums from '@/components/money/MoneySums.vue'
import SentQuotes from '@/components/money/SentQuotes.vue'
import StopBox from '@/components/money/StopBox.vue'
import NumberField from '@/components/NumberField.vue'
import PickField from '@/components/PickField.vue'
import WordsField from '@/components/WordsField.vue'
import { useJobAnswer } from '@/composables/useJobAnswer'
import { useLedger } from '@/composables/useLedger'
import { useJob } from '@/stores/job'

/** The client's quote: as it stands while its terms are typed, as it was sent, accepted, and what has changed since. */
const store = useJob()
const { data, error } = useJobAnswer(
  'offer',
  async (document) => (await ask(api.POST('/api/quotes/offer', { body: { document } }))) as ClientQuote,
  (job) => job.structures.length > 0,
)
const use = useLedger()
const TABS = ['estimate', 'contract', 'cost'] as const
const route = useRoute()
const tab = ref<string>(TABS.includes(route.query.part as never) ? String(route.query.part) : 'estimate')
/** Saves the offer as it stands and opens it for sending, on the Contract tab. */
const begin = ref(false)
function offer(): void {
  begin.value = true
  tab.value = 'contract'
}
type Terms = Job['offer']
const terms = computed(() => store.document?.offer ?? null)
const edit = (change: (terms: Terms) => void, says: string) => store.change((job) => change(job.offer), says)
const FIELDS: [keyof Terms, string, 'number' | 'share' | 'count' | 'words'][] = [
  ['margin_ratio', 'Margin, of the price', 'share'],
  ['tax_name', 'Tax name', 'words'],
  ['tax_ratio', 'Tax', 'share'],
  ['currency', 'Currency', 'words'],
  ['round_to', 'Round the price up to', 'number'],
  ['payment_round_to', 'Round payments to', 'number'],
  ['valid_days', 'Valid for (days)', 'count'],
]
const put = (name: keyof Terms, value: unknown) =>
  edit((at) => Object.assign(at, { [name]: value }), 'Terms of the quote')
const TAXED = [
  { value: 'all', says: 'the whole price' },
  { value: 'materials', says: 'materials' },
  { value: 'labour', says: 'labour and all else' },
]
const percent = (ratio: number) => `${(100 * ratio).toFixed(1)} %`
const money = use.money
const own = (option_: { structures?: string[] }, id: string) =>
  !option_.structures?.length || option_.structures.includes(id)
const every = computed(() => store.document?.structures ?? [])
function toggle(index: number, id: string): void {
  edit((at) => {
    const it = at.options[index]!
    const now = every.value.map((item) => item.spec.id).filter((one) => own(it, one) !== (one === id))
    if (now.length) it.structures = now
  }, 'An option of the quote')
}
function addOption(): void {
  const names = ['As drawn', 'The other way', 'A third way', 'A fourth way']
  edit((at) => {
    const more = at.options.length ? 1 : 2
    for (let k = 0; k < more; k++) at.options.push({ name: names[at.options.length]!, structures: [] })
  }, 'An option of the quote')
}
const lines = (texts: string[]) => texts.join('\n')
const split = (text: string) =>
  text
    .split('\n')
    .map((line) => line.trim().slice(0, 200))
    .filter(Boolean)
    .slice(0, 20)
</script>

<template>
  <div class="money">
    <header class="top">
      <div class="page-head">
        <h1>Estimate &amp; contract</h1>
        <span class="end">
          <Button v-if="!use.ledger.data.value?.contract" :disabled="!every.length" label="Send offer" @click="offer" />
        </span>
      </div>
      <MoneySums :use="use" />
      <Tabs id="money" v-model:value="tab">
        <TabList>
          <Tab value="estimate">Estimate</Tab>
          <Tab value="contract">Contract</Tab>
          <Tab value="cost">Cost</Tab>
        </TabList>
      </Tabs>
    </header>
    <main v-if="tab !== 'estimate'" class="ledger">
      <div :id="`money_tabpanel_${tab}`" role="tabpanel" :aria-label="tab">
        <p v-if="use.fault.value" class="fault" role="alert">{{ use.fault.value }}</p>
        <template v-if="tab === 'contract'">
          <StopBox :use="use" />
          <SentQuotes :use="use" :ready="!!data" :begin="begin" @begun="begin = false" />
          <ChangeOrders v-if="use.ledger.data.value?.contract" :use="use" />
          <InvoiceList :use="use" />
          <LinkBox :job="store.id" />
        </template>
        <CostBox v-else :use="use" />
      </div>
    </main>
    <JobPage v-if="terms && tab === 'estimate'" id="money_tabpanel_estimate" label="Terms of the quote">
      <template #panel>
        <p class="small quiet">
          The hours and prices behind it stand under
          <router-link :to="{ name: 'materials' }">Materials</router-link> and each structure's Materials page. The head
          of the page is the <router-link to="/crew">crew's letterhead</router-link>.
        </p>
        <template v-for="[name, label, sort] in FIELDS" :key="name">
          <WordsField
            v-if="sort === 'words'"
            :label="label"
            :model-value="String(terms[name])"
            :longest="name === 'currency' ? 8 : 40"
            :path="`offer/${name}`"
            @update:model-value="put(name, $event)"
          />
          <component
            :is="sort === 'number' ? NumberField : CountField"
            v-else
            :label="label"
            :percent="sort === 'share' || undefined"
            :model-value="terms[name] as number"
            :path="`offer/${name}`"
            @update:model-value="$event !== null && put(name, $event)"
          />
          <p v-if="name === 'margin_ratio'" class="small quiet">
            A margin of {{ percent(terms.margin_ratio) }} of the price is a markup of
            {{ percent(terms.margin_ratio / (1 - terms.margin_ratio)) }} on the cost.
          </p>
        </template>
        <PickField
          v-if="terms.tax_ratio"
          inline
          label="Taxed"
          :model-value="terms.tax_on"
          :options="TAXED"
          path="offer/tax_on"
          @update:model-value="put('tax_on', $event)"
        />
        <fieldset class="box">
          <legend>Payments</legend>
          <div v-for="(payment, index) in terms.payments" :key="index" class="option">
            <WordsField
              :label="`Payment ${index + 1}, when`"
              :model-value="payment.when"
              :longest="80"
              :path="`offer/payments/${index}/when`"
              @update:model-value="$event && edit((at) => (at.payments[index]!.when = $event), 'The payments')"
            />
            <CountField
              label="Share of the whole"
              percent
              :model-value="payment.share_ratio"
              :path="`offer/payments/${index}/share_ratio`"
              @update:model-value="
                $event !== null && edit((at) => (at.payments[index]!.share_ratio = $event!), 'The payments')
              "
            />
            <Button text size="small" @click="edit((at) => at.payments.splice(index, 1), 'A payment removed')">
              Remove payment {{ index + 1 }}
            </Button>
          </div>
          <Button
            v-if="terms.payments.length < 10"
            severity="secondary"
            outlined
            size="small"
            @click="edit((at) => at.payments.push({ when: 'before the boards', share_ratio: 0.1 }), 'A payment')"
          >
            Add payment
          </Button>
          <p class="small quiet">Balance on completion.</p>
        </fieldset>
        <fieldset class="box">
          <legend>Options, side by side</legend>
          <div v-for="(item, index) in terms.options" :key="index" class="option">
            <WordsField
              :label="`Option ${index + 1}`"
              :model-value="item.name ?? ''"
              :longest="80"
              @update:model-value="edit((at) => (at.options[index]!.name = $event), 'An option of the quote')"
            />
            <label v-for="structure in every" :key="structure.spec.id" class="small">
              <Checkbox binary :model-value="own(item, structure.spec.id)" @change="toggle(index, structure.spec.id)" />
              {{ structure.name }}
            </label>
            <Button text size="small" @click="edit((at) => at.options.splice(index, 1), 'An option removed')">
              Remove option
            </Button>
          </div>
          <Button v-if="terms.options.length < 4" severity="secondary" outlined size="small" @click="addOption">
            {{ terms.options.length ? 'Another option' : 'Offer two designs' }}
          </Button>
        </fieldset>
        <label class="small"
          >Included (one per line)
          <Textarea
            rows="3"
            :model-value="lines(terms.included)"
            @change="
              edit((at) => (at.included = split(($event.target as HTMLTextAreaElement).value)), 'What is in the quote')
            "
          ></Textarea>
        </label>
        <label class="small"
          >Exclusions
          <Textarea
            rows="3"
            :model-value="lines(terms.excluded)"
            @change="
              edit((at) => (at.excluded = split(($event.target as HTMLTextAreaElement).value)), 'What is not in it')
            "
          ></Textarea>
        </label>
        <label class="small"
          >Warranty (one per line)
          <Textarea
            rows="3"
            :model-value="lines(terms.warranty ?? [])"
            @change="edit((at) => (at.warranty = split(($event.target as HTMLTextAreaElement).value)), 'Warranty')"
          ></Textarea>
        </label>
      </template>
      <p v-if="error" class="fault" role="alert">{{ error.message }}</p>
      <p v-if="!every.length" class="empty">
        Nothing to quote yet. <router-link :to="{ name: 'overview' }">Start a structure on the overview</router-link>.
      </p>
      <p v-for="text in data?.stale ?? []" :key="text" class="stale small">
        {{ text }}. <router-link to="/price-book">The price book</router-link>
      </p>
      <article v-if="!data && !error && every.length" class="sheet" aria-label="Quote preview" aria-busy="true">
        <Skeleton width="40%" height="28px" />
        <Skeleton v-for="n in 6" :key="n" height="20px" />
        <p class="small quiet">Pricing every structure…</p>
      </article>
      <article v-if="data" class="sheet" aria-label="Quote preview">
        <h2>{{ store.document?.name }}</h2>
        <p>{{ [data.client && `For ${data.client}`, data.place].filter(Boolean).join(', ') }}</p>
        <p class="small quiet">Valid until {{ data.valid_until }}</p>
        <div class="options">
          <section v-for="(priced, index) in data.options" :key="index">
            <h3 v-if="priced.name">{{ priced.name }}</h3>
            <table>
              <tbody>
                <tr v-for="(line, at) in priced.lines" :key="at">
                  <th scope="row">
                    {{ line.says }} <span class="small quiet">{{ line.note }}</span>
                  </th>
                  <td class="n">{{ money(line.price, data.currency) }}</td>
                </tr>
                <tr v-if="data.tax_says">
                  <th scope="row">{{ data.tax_says }}</th>
                  <td class="n">{{ money(priced.tax, data.currency) }}</td>
                </tr>
              </tbody>
              <tfoot>
                <tr>
                  <th scope="row">Total</th>
                  <td class="n strong">{{ money(priced.total, data.currency) }}</td>
                </tr>
              </tfoot>
            </table>
            <p class="small">
              {{
                (priced.payments as [string, number][])
                  .map(([when, price]) => `${money(price, data!.currency)} ${when}`)
                  .join('; ')
              }}.
            </p>
          </section>
        </div>
        <p v-if="data.included.length" class="small"><b>Included:</b> {{ data.included.join('; ') }}.</p>
        <p class="small"><b>Exclusions:</b> {{ data.excluded.join('; ') }}.</p>
        <p v-if="data.warranty?.length" class="small"><b>Warranty:</b> {{ data.warranty.join('; ') }}.</p>
      </article>
    </JobPage>
  </div>
</template>

<style scoped>
label textarea {
  width: 100%;
  font: inherit;
}
.box {
  border: 1px solid var(--line);
  padding: 6px 10px 10px;
  display: grid;
  gap: 6px;
}
.option {
  display: grid;
  gap: 4px;
  border-bottom: 1px solid var(--line);
  padding-bottom: 6px;
}
.money {
  flex: 1;
  min-height: 0;
  display: flex;
  flex-direction: column;
}
.top {
  padding: 12px 20px 0;
  border-bottom: 1px solid var(--line);
}
.top .page-head {
  margin-bottom: 8px;
}
.top :deep(.p-tablist),
.top :deep(.p-tablist-tab-list),
.top :deep(.p-tablist-content) {
  background: none;
  border: 0;
}
.top :deep(.p-tab) {
  padding: 10px 16px;
}
.ledger {
  flex: 1;
  min-height: 0;
  overflow-y: auto;
  padding: 16px 20px;
}
.ledger :deep(section) {
  max-width: 1000px;
  background: var(--paper);
  border: 1px solid var(--line);
  border-radius: 6px;
  padding: 12px 18px 16px;
  margin-bottom: 14px;
}
.ledger :deep(section.stops) {
  background: none;
  border: 0;
  padding: 0;
}
.ledger :deep(h2) {
  margin: 0 0 8px;
}
.ledger :deep(form label) {
  display: grid;
  gap: 3px;
}
.ledger :deep(form label:has(input[type='checkbox'])) {
  display: flex;
  align-items: center;
  gap: 6px;
}
.sheet {
  background: var(--paper);
  border: 1px solid var(--line);
  padding: 22px 28px;
  max-width: 900px;
}
.sheet h2 {
  font-size: 22px;
  margin: 0 0 4px;
}
.sheet p {
  margin: 4px 0;
}
.options {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(300px, 1fr));
  gap: 24px;
}
table {
  width: 100%;
  border-collapse: collapse;
  margin: 10px 0;
}
th {
  text-align: left;
  font-weight: 600;
  white-space: normal;
  color: var(--ink);
}
th .small {
  display: block;
  font-weight: 400;
}
td,
th {
  border-bottom: 1px solid var(--line);
  padding: 6px 4px;
  vertical-align: top;
}
tfoot td,
tfoot th {
  border-top: 2px solid var(--ink);
  border-bottom: 0;
}
.n {
  text-align: right;
  font-variant-numeric: tabular-nums;
}
.strong {
  font-weight: 700;
}
.stale {
  color: var(--spare);
}
@media (max-width: 860px) {
  .sheet {
    padding: 14px;
  }
}
</style>
