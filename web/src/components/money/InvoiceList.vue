<script setup lang="ts">
import DayField from '@/components/DayField.vue'
import Button from 'primevue/button'
import { computed, ref } from 'vue'
import { api, ask } from '@/api/client'
import DataList, { type ListColumn } from '@/components/DataList.vue'
import SelectBox from '@/components/SelectBox'
import type { InvoiceRow } from '@/api/types'
import type { LedgerUse } from '@/composables/useLedger'
import { today } from '@/logic/days'

/** Invoices by the payments that were agreed; the day each was paid. */
const props = defineProps<{ use: LedgerUse }>()
const contract = computed(() => props.use.ledger.data.value?.contract ?? null)
const rows = computed(() => props.use.ledger.data.value?.invoices ?? [])
const step = ref<number | null>(null)
const reached = computed(() => Math.max(0, ...rows.value.map((row) => row.step)))
const chosen = computed({
  get: () => step.value ?? Math.min(reached.value + 1, contract.value?.payments.length ?? 1),
  set: (value: number) => (step.value = Number(value)),
})
const on = ref(today())
async function send(): Promise<void> {
  const body = { step: chosen.value, on: on.value }
  const done = await props.use.act(() =>
    ask(api.POST('/api/quotes/{job_id}/invoices', { ...props.use.path.value, body })),
  )
  if (done) step.value = null
}
const pay = (row: InvoiceRow) =>
  props.use.act(() =>
    ask(
      api.PUT('/api/quotes/{job_id}/invoices/{number}/paid', {
        params: { path: { job_id: props.use.store.id, number: row.number } },
        body: { on: row.paid_on ? '' : today() },
      }),
    ),
  )
const COLUMNS: ListColumn[] = [
  { key: 'number', label: 'Invoice', by: 'number' },
  { key: 'sent_on', label: 'Dated', by: 'sent_on' },
  { key: 'amount', label: 'Amount', figure: true, by: 'amount' },
  { key: 'paid', label: 'Paid', by: 'paid_on' },
  { key: 'paper', label: '' },
]
</script>

<template>
  <section v-if="contract" aria-label="Invoices">
    <h2>Invoices</h2>
    <DataList v-if="rows.length" :rows="rows" :columns="COLUMNS" label="Invoices" row-key="number">
      <template #number="{ row }">{{ row.amount < 0 ? 'Credit note' : 'Invoice' }} {{ row.number }}</template>
      <template #amount="{ row }">{{ use.money(row.amount) }}</template>
      <template #paid="{ row }">
        {{ row.paid_on ?? 'open' }}
        <Button text size="small" :aria-label="`invoice ${row.number}`" @click="pay(row)">{{
          row.paid_on ? 'Not paid' : 'Paid today'
        }}</Button>
      </template>
      <template #paper="{ row }"><a :href="use.file(`invoices/${row.number}/invoice.pdf`)">PDF</a></template>
    </DataList>
    <form v-if="contract.to_invoice !== 0" class="make" @submit.prevent="send">
      <label class="small"
        >Up to payment
        <SelectBox v-model="chosen">
          <option v-for="([when, price], k) in contract.payments" :key="k" :value="k + 1">
            {{ use.money(price) }} {{ when }}
          </option>
        </SelectBox>
      </label>
      <DayField v-model="on" label="Dated" />
      <Button size="small" type="submit" :disabled="use.busy.value">Create invoice</Button>
    </form>
    <p v-else class="small quiet">All of the contract is invoiced.</p>
  </section>
</template>

<style scoped>
.make {
  display: flex;
  flex-wrap: wrap;
  gap: 10px;
  align-items: end;
  margin: 8px 0;
}
</style>
