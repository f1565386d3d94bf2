<script setup lang="ts">
import Button from 'primevue/button'
import Panel from 'primevue/panel'
import { computed } from 'vue'
import type { JobList } from '@/api/types'
import DataList, { type ListColumn } from '@/components/DataList.vue'
import MessageBox from '@/components/MessageBox.vue'
import { today } from '@/logic/days'
import { exact } from '@/logic/money'
import { mass, showLength } from '@/logic/units'
import { useJob } from '@/stores/job'

/** What nobody has ordered yet, an order for each supplier; what was ordered, and what of it is still to come. */
type Order = JobList['orders'][number]
const props = defineProps<{ orders: JobList['orders']; balances: JobList['balances']; held: string[] }>()
const store = useJob()
const heading = (order: Order) => order.supplier || 'No supplier in the price book'
const placed = computed(() => store.document?.placed ?? [])
const open = computed(() => props.balances.filter((line) => line.owed > 0 || line.surplus > 0 || line.returned > 0))
const COLUMNS: ListColumn[] = [
  { key: 'says', label: 'Ordered or here', by: 'says' },
  { key: 'ordered', label: 'Ordered', figure: true },
  { key: 'good', label: 'Good', figure: true },
  { key: 'owed', label: 'Owed', figure: true, strong: true },
  { key: 'surplus', label: 'Over', figure: true },
]
function place(order: Order, kind: 'order' | 'price request'): void {
  const row = {
    id: Date.now().toString(36),
    supplier: order.supplier,
    on: today(),
    kind,
    lines: order.lines.map((line) => ({ item: line.item, length_m: line.length_m ?? null, count: line.count })),
    note: '',
    cancelled: '',
  }
  store.change((job) => (job.placed = [...(job.placed ?? []), row]), `${kind} to ${heading(order)}`)
}
function cancel(id: string): void {
  store.change((job) => {
    const found = job.placed?.find((one) => one.id === id)
    if (found) found.cancelled = today()
  }, 'an order cancelled')
}
const file = (order: Order, kind: 'csv' | 'xlsx') =>
  `/api/jobs/${store.id}/documents/order.${kind}?` + new URLSearchParams({ supplier: order.supplier })
</script>

<template>
  <section aria-label="Orders by supplier">
    <h2>Orders</h2>
    <ul v-if="placed.length" class="small placed">
      <li v-for="one in placed" :key="one.id">
        <s v-if="one.cancelled">{{ one.kind }}, {{ one.supplier || 'no supplier' }}, {{ one.on }}</s>
        <template v-else>
          {{ one.kind === 'order' ? 'Ordered' : 'Price asked' }}, {{ one.supplier || 'no supplier' }}, {{ one.on }}:
          {{ one.lines?.length ?? 0 }} lines
          <Button text size="small" :aria-label="`Cancel the ${one.kind} of ${one.on}`" @click="cancel(one.id)"
            >Cancel</Button
          >
        </template>
      </li>
    </ul>
    <DataList v-if="open.length" :rows="open" :columns="COLUMNS" label="What was ordered" row-key="says" />
    <p v-if="placed.length && !orders.length && !held.length" class="small">Everything on the list is ordered.</p>
    <ul v-if="held.length" class="small">
      <li v-for="text in held" :key="text">Order on hold. {{ text }}.</li>
    </ul>
    <Panel
      v-for="order in orders"
      :key="order.supplier"
      toggleable
      :collapsed="orders.length > 1"
      :header="heading(order)"
    >
      <p class="small">
        {{ order.lines.length }} {{ order.lines.length === 1 ? 'line' : 'lines' }}, {{ exact(order.total)
        }}<template v-if="order.sticks_kg"
          >; sticks {{ mass(order.sticks_kg, store.tape) }}, longest
          {{ showLength(order.longest_m, store.tape) }}</template
        >. <a :href="file(order, 'csv')">CSV</a> · <a :href="file(order, 'xlsx')">XLSX</a>
      </p>
      <MessageBox :message="order.message" :held="[]" :to="order.supplier || 'the supplier'" />
      <p class="acts">
        <Button size="small" severity="secondary" outlined @click="place(order, 'price request')"
          >Record price request</Button
        >
        <Button size="small" severity="secondary" outlined @click="place(order, 'order')">Mark as ordered</Button>
      </p>
    </Panel>
  </section>
</template>

<style scoped>
.placed {
  padding-left: 18px;
}
.acts {
  display: flex;
  gap: 8px;
}
</style>
