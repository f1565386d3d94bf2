<script setup lang="ts">
import Panel from 'primevue/panel'
import type { JobList } from '@/api/types'
import MessageBox from '@/components/MessageBox.vue'
import { exact } from '@/logic/money'
import { mass, showLength } from '@/logic/units'
import { useJob } from '@/stores/job'

/** What is still to buy as one order for each supplier of the price book, each with its text to copy or send. */
defineProps<{ orders: JobList['orders']; held: string[] }>()
const store = useJob()
const heading = (order: JobList['orders'][number]) => order.supplier || 'No supplier in the price book'
</script>

<template>
  <section aria-label="Orders by supplier">
    <template v-if="orders.length > 1">
      <h2>Orders by supplier</h2>
      <Panel v-for="order in orders" :key="order.supplier" toggleable collapsed :header="heading(order)">
        <p class="small">
          {{ order.lines.length }} {{ order.lines.length === 1 ? 'line' : 'lines' }}, {{ exact(order.total)
          }}<template v-if="order.sticks_kg"
            >; sticks {{ mass(order.sticks_kg, store.tape) }}, longest
            {{ showLength(order.longest_m, store.tape) }}</template
          >
        </p>
        <MessageBox :message="order.message" :held="[]" :to="order.supplier" />
      </Panel>
    </template>
    <MessageBox v-else :message="orders[0]?.message ?? ''" :held="held" :to="orders[0]?.supplier ?? ''" />
  </section>
</template>
