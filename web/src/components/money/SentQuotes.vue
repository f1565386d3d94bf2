<script setup lang="ts">
import DayField from '@/components/DayField.vue'
import Button from 'primevue/button'
import Dialog from 'primevue/dialog'
import InputText from 'primevue/inputtext'
import { computed, ref, watch } from 'vue'
import { api, ask } from '@/api/client'
import SelectBox from '@/components/SelectBox'
import type { LedgerUse } from '@/composables/useLedger'
import type { ChangeOrder } from '@/api/types'
import PieceChanges from '@/components/PieceChanges.vue'
import { today } from '@/logic/days'

/** Offers as they were sent; one of them is accepted, by the client's link or by a signature on paper. */
const props = defineProps<{ use: LedgerUse; ready: boolean; begin?: boolean /** an offer is to be made and sent */ }>()
const emit = defineEmits<{ begun: [] }>()
const rows = computed(() => props.use.quotes.data.value ?? [])
const accepted = computed(() => rows.value.some((row) => row.accepted_on))
const saved = computed(() => props.use.store.saved === 'saved')
const keep = () => props.use.act(() => ask(api.POST('/api/quotes/{job_id}', props.use.path.value)))
const at = (number: number) => ({ params: { path: { job_id: props.use.store.id, number } } })
const accepting = ref(0)
const by = ref('')
const on = ref(today())
const option = ref(0)
async function accept(): Promise<void> {
  const number = accepting.value
  const body = { by: by.value, on: on.value, option: option.value }
  const done = await props.use.act(() =>
    ask(api.PUT('/api/quotes/{job_id}/{number}/accepted', { ...at(number), body })),
  )
  if (done) accepting.value = 0
}
const changes = ref<{ number: number; order: ChangeOrder } | null>(null)
async function compare(number: number): Promise<void> {
  const order = await props.use.act(() => ask(api.GET('/api/quotes/{job_id}/{number}/changes', at(number))))
  changes.value = order ? { number, order: order as ChangeOrder } : null
}
/** What was sent, to copy into an e-mail: the link in it is made new each time, and can be revoked. */
const sending = ref(0)
const to = ref('')
const copied = ref(false)
const sent = ref<{ subject: string; body: string; answered: string } | null>(null)
async function send(): Promise<void> {
  const found = await props.use.act(() =>
    ask(api.POST('/api/quotes/{job_id}/{number}/message', { ...at(sending.value), body: { to: to.value } })),
  )
  if (found) sent.value = found as { subject: string; body: string; answered: string }
}
function open(number: number): void {
  sending.value = number
  sent.value = null
  copied.value = false
}
watch(
  () => !!props.begin && props.ready && saved.value && !props.use.busy.value && !!props.use.quotes.data.value,
  async (now) => {
    if (!now) return
    emit('begun')
    const newest = rows.value[0]
    // An offer of this very revision is sent again, not saved twice.
    const same = newest && newest.revision === props.use.store.revision && !newest.withdrawn && !newest.accepted_on
    const made = same ? newest : await keep()
    if (made) open(made.number)
  },
  { immediate: true },
)
async function copy(): Promise<void> {
  await navigator.clipboard.writeText(sent.value!.body)
  copied.value = true
}
const mail = computed(() => {
  const address = to.value.includes('@') ? encodeURIComponent(to.value) : ''
  const { subject = '', body = '' } = sent.value ?? {}
  return `mailto:${address}?subject=${encodeURIComponent(subject)}&body=${encodeURIComponent(body)}`
})
const withdraw = (number: number) =>
  props.use.act(() => ask(api.PUT('/api/quotes/{job_id}/{number}/withdrawn', at(number))))
</script>

<template>
  <section class="sent" aria-label="Sent">
    <h2>Offers</h2>
    <p>
      <Button :disabled="use.busy.value || !ready || !saved" :outlined="accepted" @click="keep">Save as sent</Button>
      <span v-if="!saved" class="small quiet"> once all is saved</span>
    </p>
    <ul v-if="rows.length" class="list">
      <li v-for="quote in rows" :key="quote.number">
        <b>Quote {{ quote.number }}</b
        >, {{ quote.made_at.slice(0, 10) }}, {{ use.money(quote.total, quote.currency) }}, from revision
        {{ quote.revision }}.
        <template v-if="quote.accepted_on">
          <b>Accepted by {{ quote.accepted_by }}, {{ quote.accepted_on }}</b
          >{{ quote.signed ? ', signed on the link' : '' }}.
        </template>
        <template v-else-if="quote.withdrawn">Withdrawn.</template>
        <a :href="use.file(`${quote.number}/quote.pdf`)">PDF</a>
        <template v-if="!quote.accepted_on && !quote.withdrawn && !accepted">
          <Button size="small" @click="open(quote.number)">Send…</Button>
          <Button text size="small" @click="compare(quote.number)">View changes</Button>
          <Button text size="small" @click="accepting = quote.number">Record acceptance…</Button>
          <Button text size="small" severity="secondary" @click="withdraw(quote.number)">Withdraw</Button>
        </template>
        <form v-if="accepting === quote.number" class="accept" @submit.prevent="accept">
          <label class="small">By <InputText v-model="by" maxlength="120" required size="small" /></label>
          <DayField v-model="on" label="On" />
          <label v-if="quote.options.length > 1" class="small"
            >Which
            <SelectBox v-model.number="option">
              <option v-for="(name, index) in quote.options" :key="index" :value="index">{{ name }}</option>
            </SelectBox>
          </label>
          <Button size="small" :disabled="use.busy.value" type="submit">Save acceptance</Button>
          <Button severity="secondary" outlined size="small" type="button" @click="accepting = 0">Not yet</Button>
        </form>
      </li>
    </ul>
    <Dialog
      v-if="sending"
      visible
      modal
      :header="`Send quote ${sending}`"
      :style="{ width: '560px' }"
      @update:visible="sending = 0"
    >
      <form v-if="!sent" class="send" @submit.prevent="send">
        <label for="offer-to">Client's e-mail or number (leave empty to copy the text)</label>
        <InputText id="offer-to" v-model="to" maxlength="200" fluid />
        <p class="small quiet">
          The client gets a link to read the offer, choose an option, and sign. You can revoke it on this page.
        </p>
        <Button type="submit" :disabled="use.busy.value">{{ to ? 'Send offer' : 'Write the text' }}</Button>
      </form>
      <template v-else>
        <p v-if="sent.answered" role="status">{{ sent.answered }}.</p>
        <p class="small">
          <b>{{ sent.subject }}</b>
        </p>
        <pre tabindex="0" aria-label="Text of the offer's message">{{ sent.body }}</pre>
        <div class="acts">
          <Button @click="copy">{{ copied ? 'Copied' : 'Copy text' }}</Button>
          <a :href="mail">Open in my e-mail</a>
        </div>
      </template>
    </Dialog>
    <div v-if="changes" class="changes" role="region" aria-label="Changes">
      <h3>Since quote {{ changes.number }}</h3>
      <p>
        {{ use.money(changes.order.price_was) }} becomes <b>{{ use.money(changes.order.price_now) }}</b>;
        {{ Math.round(changes.order.hours_was) }} hours become {{ Math.round(changes.order.hours_now) }}.
      </p>
      <ul>
        <li v-for="text in changes.order.words" :key="text">{{ text }}</li>
      </ul>
      <p v-if="!changes.order.words.length" class="quiet">No change to the work.</p>
      <PieceChanges v-if="changes.order.pieces.length" :pieces="changes.order.pieces" />
    </div>
    <p v-else-if="!rows.length" class="small quiet">
      None yet. A quote that was sent is kept as it was, whatever is drawn after it.
    </p>
  </section>
</template>

<style scoped>
.list {
  padding-left: 18px;
}
.list li {
  margin-bottom: 8px;
}
.send {
  display: grid;
  gap: 8px;
}
pre {
  white-space: pre-wrap;
  font: inherit;
  font-size: 14px;
  background: var(--paper);
  border: 1px solid var(--line);
  padding: 8px 12px;
}
.accept {
  display: flex;
  flex-wrap: wrap;
  gap: 10px;
  align-items: end;
  margin-top: 6px;
}
</style>
