<script setup lang="ts">
import Button from 'primevue/button'
import Checkbox from 'primevue/checkbox'
import InputText from 'primevue/inputtext'
import SelectBox from '@/components/SelectBox'
import Textarea from 'primevue/textarea'
import { useQuery } from '@tanstack/vue-query'
import { computed, ref } from 'vue'
import { api, ask } from '@/api/client'
import type { ChangeOrder, Job, ClientQuote, SentQuote } from '@/api/types'
import CountField from '@/components/CountField.vue'
import JobPage from '@/components/JobPage.vue'
import PieceChanges from '@/components/PieceChanges.vue'
import NumberField from '@/components/NumberField.vue'
import WordsField from '@/components/WordsField.vue'
import { useJobAnswer } from '@/composables/useJobAnswer'
import { today } from '@/logic/days'
import { exact } from '@/logic/money'
import { useJob } from '@/stores/job'

/** The client's quote: as it stands while its terms are typed, as it was sent, accepted, and what has changed since. */
const store = useJob()
const { data, error } = useJobAnswer(
  'offer',
  async (document) => (await ask(api.POST('/api/quotes/offer', { body: { document } }))) as ClientQuote,
  (job) => job.structures.length > 0,
)
const path = computed(() => ({ params: { path: { job_id: store.id } } }))
const quotes = useQuery({
  queryKey: computed(() => ['quotes', store.id]),
  queryFn: async () => (await ask(api.GET('/api/quotes/{job_id}', path.value))).quotes as SentQuote[],
  enabled: computed(() => !!store.id),
})
type Terms = Job['offer']
const terms = computed(() => store.document?.offer ?? null)
const edit = (change: (terms: Terms) => void, says: string) => store.change((job) => change(job.offer), says)
const FIELDS: [keyof Terms, string, 'number' | 'share' | 'count' | 'words'][] = [
  ['level_ratio', 'Price within range', 'number'],
  ['markup_ratio', 'Markup', 'share'],
  ['tax_name', 'Tax name', 'words'],
  ['tax_ratio', 'Tax', 'share'],
  ['currency', 'Currency', 'words'],
  ['round_to', 'Round lines up to', 'number'],
  ['payment_round_to', 'Round payments to', 'number'],
  ['valid_days', 'Valid for (days)', 'count'],
]
const put = (name: keyof Terms, value: unknown) =>
  edit((at) => Object.assign(at, { [name]: value }), 'Terms of the quote')
const money = (value: number, currency: string) => `${currency}${exact(value).replace(/\.00$/, '')}`

const fault = ref('')
const busy = ref(false)
async function act<T>(work: () => Promise<T>): Promise<T | null> {
  fault.value = ''
  busy.value = true
  try {
    return await work()
  } catch (error) {
    fault.value = (error as Error).message
    return null
  } finally {
    busy.value = false
    await quotes.refetch()
  }
}
const saved = computed(() => store.saved === 'saved')
const keep = () => act(async () => ask(api.POST('/api/quotes/{job_id}', path.value)))
const accepting = ref(0)
const by = ref('')
const on = ref(today())
const option = ref(0)
async function accept(): Promise<void> {
  const number = accepting.value
  const body = { by: by.value, on: on.value, option: option.value }
  const params = { path: { job_id: store.id, number } }
  const done = await act(async () => ask(api.PUT('/api/quotes/{job_id}/{number}/accepted', { params, body })))
  if (done) accepting.value = 0
}
const changes = ref<{ number: number; order: ChangeOrder } | null>(null)
async function compare(number: number): Promise<void> {
  const params = { path: { job_id: store.id, number } }
  const order = await act(async () => ask(api.GET('/api/quotes/{job_id}/{number}/changes', { params })))
  changes.value = order ? { number, order: order as ChangeOrder } : null
}
const paper = computed(() => (store.tape.system === 'imperial' ? 'letter' : 'a4'))
const pdf = (number: number, name: string) => `/api/quotes/${store.id}/${number}/${name}.pdf?paper=${paper.value}`

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
  <JobPage v-if="terms" label="Terms of the quote">
    <template #panel>
      <h1>Estimate &amp; contract</h1>
      <p class="small quiet">
        The hours and prices behind it stand under <router-link :to="{ name: 'list' }">List</router-link> and each
        structure's Materials page. The head of the page is the <router-link to="/crew">crew's letterhead</router-link>.
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
      </template>
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
            Remove it
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
    </template>
    <p v-if="error" class="fault" role="alert">{{ error.message }}</p>
    <p v-if="!every.length" class="empty">
      Nothing to quote yet. <router-link :to="{ name: 'brief' }">Start a structure in the brief</router-link>.
    </p>
    <p v-for="text in data?.stale ?? []" :key="text" class="stale small">
      {{ text }}. <router-link to="/crew">The price book</router-link>
    </p>
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
      <p v-if="data.included.length" class="small"><b>In it:</b> {{ data.included.join('; ') }}.</p>
      <p class="small"><b>Exclusions:</b> {{ data.excluded.join('; ') }}.</p>
    </article>
    <section class="sent" aria-label="Sent">
      <h2>Sent</h2>
      <p v-if="fault" class="fault" role="alert">{{ fault }}</p>
      <p>
        <Button :disabled="busy || !data || !saved" @click="keep">Save as sent</Button>
        <span v-if="!saved" class="small quiet"> once all is saved</span>
      </p>
      <ul v-if="quotes.data.value?.length" class="list">
        <li v-for="quote in quotes.data.value" :key="quote.number">
          <b>Quote {{ quote.number }}</b
          >, {{ quote.made_at.slice(0, 10) }}, {{ money(quote.total, quote.currency) }}, from revision
          {{ quote.revision }}.
          <template v-if="quote.accepted_on"
            ><b>Accepted by {{ quote.accepted_by }}, {{ quote.accepted_on }}</b
            >.</template
          >
          <a :href="pdf(quote.number, 'quote')">PDF</a>
          <Button text size="small" @click="compare(quote.number)">View changes</Button>
          <Button v-if="!quote.accepted_on" text size="small" @click="accepting = quote.number">
            Record acceptance…
          </Button>
          <form v-if="accepting === quote.number" class="accept" @submit.prevent="accept">
            <label class="small">By <InputText v-model="by" maxlength="120" required size="small" /></label>
            <label class="small">On <InputText v-model="on" type="date" required size="small" /></label>
            <label v-if="quote.options.length > 1" class="small"
              >Which
              <SelectBox v-model.number="option">
                <option v-for="(name, index) in quote.options" :key="index" :value="index">{{ name }}</option>
              </SelectBox>
            </label>
            <Button size="small" :disabled="busy" type="submit">Save acceptance</Button>
            <Button severity="secondary" outlined size="small" type="button" @click="accepting = 0">Not yet</Button>
          </form>
        </li>
      </ul>
      <p v-else class="small quiet">None yet. A quote that was sent is kept as it was, whatever is drawn after it.</p>
    </section>
    <section v-if="changes" class="changes" aria-label="Changes">
      <h2>Since quote {{ changes.number }}</h2>
      <p>
        {{ money(changes.order.price_was, data?.currency ?? '') }} becomes
        <b>{{ money(changes.order.price_now, data?.currency ?? '') }}</b>;
        {{ Math.round(changes.order.hours_was) }} hours become {{ Math.round(changes.order.hours_now) }}.
      </p>
      <ul>
        <li v-for="text in changes.order.words" :key="text">{{ text }}</li>
      </ul>
      <p v-if="!changes.order.words.length" class="quiet">No change to the work.</p>
      <details v-if="changes.order.pieces.length">
        <summary>{{ changes.order.pieces.length }} kinds of pieces</summary>
        <PieceChanges :pieces="changes.order.pieces" />
      </details>
      <p><a :href="pdf(changes.number, 'changes')">The change order, PDF</a></p>
    </section>
  </JobPage>
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
.sent,
.changes {
  margin-top: 18px;
  max-width: 900px;
}
.list {
  padding-left: 18px;
}
.list li {
  margin-bottom: 8px;
}
.accept {
  display: flex;
  flex-wrap: wrap;
  gap: 10px;
  align-items: end;
  margin-top: 6px;
}
@media (max-width: 860px) {
  .sheet {
    padding: 14px;
  }
}
</style>
