<script setup lang="ts">
import DayField from '@/components/DayField.vue'
import Button from 'primevue/button'
import InputText from 'primevue/inputtext'
import { useQuery } from '@tanstack/vue-query'
import { computed, ref } from 'vue'
import { api, ask } from '@/api/client'
import type { ChangeOrder, ChangeRow } from '@/api/types'
import PieceChanges from '@/components/PieceChanges.vue'
import SelectBox from '@/components/SelectBox'
import type { LedgerUse } from '@/composables/useLedger'
import { today } from '@/logic/days'
import { sentence } from '@/logic/sentence'

/** What was changed since the contract: what a change order would say now, and those that were sent. */
const props = defineProps<{ use: LedgerUse }>()
const rows = computed(() => props.use.ledger.data.value?.changes ?? [])
const waits = computed(() => rows.value.find((row) => row.state === 'sent'))
const next = useQuery({
  queryKey: computed(() => ['next-change', props.use.store.id, props.use.store.revision, rows.value.length]),
  queryFn: async () => (await ask(api.GET('/api/quotes/{job_id}/changes/next', props.use.path.value))) as ChangeOrder,
  enabled: computed(() => !!props.use.ledger.data.value?.contract),
  retry: false,
})
const more = computed(() => (next.data.value ? next.data.value.price_now - next.data.value.price_was : 0))
const nothing = computed(() => !next.data.value?.words.length && !next.data.value?.pieces.length && !more.value)
const reason = ref('client')
const REASONS = [
  ['client', 'the client wishes it'],
  ['site', 'met on site'],
  ['crew', 'our own error, at our cost'],
] as const
const send = () =>
  props.use.act(() =>
    ask(api.POST('/api/quotes/{job_id}/changes', { ...props.use.path.value, body: { reason: reason.value } })),
  )
const by = ref('')
const on = ref(today())
const answering = ref(0)
async function answer(number: number, state: string): Promise<void> {
  const params = { path: { job_id: props.use.store.id, number } }
  const body = { state, by: by.value || (state === 'withdrawn' ? 'the crew' : ''), on: on.value }
  const done = await props.use.act(() => ask(api.PUT('/api/quotes/{job_id}/changes/{number}', { params, body })))
  if (done) answering.value = 0
}
const SAYS: Record<string, string> = {
  sent: 'waits for an answer',
  accepted: 'accepted',
  declined: 'declined',
  withdrawn: 'withdrawn',
  recorded: 'at our cost',
}
const told = (row: ChangeRow) =>
  row.answered_by && row.state !== 'withdrawn'
    ? `${SAYS[row.state]} by ${row.answered_by}, ${row.answered_on}`
    : SAYS[row.state]
const signed = (value: number) => `${value > 0 ? '+' : ''}${props.use.money(value)}`
</script>

<template>
  <section aria-label="Change orders">
    <h2>Change orders</h2>
    <ol v-if="rows.length" class="list">
      <li v-for="row in rows" :key="row.number" :value="row.number">
        <b>{{ signed(row.total) }}</b><template v-if="row.state === 'recorded'">
          (costs {{ use.money(row.cost) }})</template
        >, {{ told(row) }}. {{ row.words.slice(0, 4).join('; ') || 'Nothing that is built'
        }}{{ row.words.length > 4 ? '; …' : '' }}.
        <a :href="use.file(`changes/${row.number}/change.pdf`)">PDF</a>
        <template v-if="row.state === 'sent'">
          <Button text size="small" @click="answering = row.number">Record answer…</Button>
          <Button text size="small" severity="secondary" @click="answer(row.number, 'withdrawn')">Withdraw</Button>
        </template>
        <form v-if="answering === row.number" class="answer" @submit.prevent="answer(row.number, 'accepted')">
          <label class="small">By <InputText v-model="by" maxlength="120" required size="small" /></label>
          <DayField v-model="on" label="On" />
          <Button size="small" type="submit" :disabled="use.busy.value">Accepted</Button>
          <Button size="small" type="button" severity="secondary" outlined @click="answer(row.number, 'declined')">
            Declined
          </Button>
        </form>
      </li>
    </ol>
    <p v-if="nothing" class="small quiet">The plan is as it was agreed.</p>
    <div v-else-if="next.data.value && !waits" class="next">
      <p>
        Since it was agreed: <b>{{ signed(more) }}</b>, {{ Math.round(next.data.value.hours_was) }} hours become
        {{ Math.round(next.data.value.hours_now) }}.
      </p>
      <ul>
        <li v-for="text in next.data.value.words" :key="text">{{ text }}</li>
      </ul>
      <details v-if="next.data.value.pieces.length">
        <summary>{{ next.data.value.pieces.length }} kinds of pieces</summary>
        <PieceChanges :pieces="next.data.value.pieces" />
      </details>
      <form class="answer" @submit.prevent="send">
        <label class="small"
          >Reason
          <SelectBox v-model="reason">
            <option v-for="[key, says] in REASONS" :key="key" :value="key">{{ sentence(says) }}</option>
          </SelectBox>
        </label>
        <Button size="small" type="submit" :disabled="use.busy.value">
          {{ reason === 'crew' ? 'Record change' : 'Send change order' }}
        </Button>
      </form>
    </div>
  </section>
</template>

<style scoped>
.list {
  padding-left: 26px;
}
.list li {
  margin-bottom: 8px;
}
.answer {
  display: flex;
  flex-wrap: wrap;
  gap: 10px;
  align-items: end;
  margin: 8px 0;
}
.next {
  border-left: 3px solid var(--chalk);
  padding-left: 12px;
}
.next p {
  margin: 4px 0;
}
</style>
