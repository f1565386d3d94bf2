<script setup lang="ts">
import { computed } from 'vue'
import type { LedgerUse } from '@/composables/useLedger'

/** Estimate, contract and cost in one row, and what is left. */
const props = defineProps<{ use: LedgerUse }>()
const found = computed(() => props.use.ledger.data.value)
const tiles = computed(() => {
  const at = found.value
  if (!at) return []
  const { contract, margin } = at
  const change = contract?.changes ? `, changes ${props.use.money(contract.changes)}` : ''
  return [
    [
      'Estimate',
      at.estimate ? props.use.money(at.estimate.total) : '\u2014',
      at.estimate ? 'as planned today' : at.estimate_why,
    ],
    [
      'Contract',
      contract ? props.use.money(contract.total) : '\u2014',
      contract ? `quote ${contract.quote}${change}` : 'nothing accepted yet',
    ],
    [
      'Invoiced',
      contract ? props.use.money(contract.invoiced) : '\u2014',
      contract ? `${props.use.money(contract.paid)} paid, ${props.use.money(contract.unpaid)} open` : '',
    ],
    ['Cost so far', props.use.money(at.cost.total), `${at.cost.hours.toFixed(1)} hours`],
    [
      'Margin so far',
      margin ? props.use.money(margin.amount) : '\u2014',
      margin?.expected != null
        ? `expected ${props.use.money(margin.expected)}, ${Math.round(100 * margin.expected_ratio!)}%`
        : margin
          ? 'expected once hours are entered'
          : 'needs a contract',
    ],
  ] as [string, string, string][]
})
</script>

<template>
  <p v-if="!found && !use.ledger.error.value" class="quiet" role="status" aria-busy="true">Calculating…</p>
  <p v-else-if="!found" class="fault" role="alert">{{ use.ledger.error.value?.message }}</p>
  <dl v-else-if="tiles.length" class="sums" aria-label="Money of the job">
    <div v-for="[says, value, note] in tiles" :key="says">
      <dt>{{ says }}</dt>
      <dd class="value">{{ value }}</dd>
      <dd class="small quiet">{{ note }}</dd>
    </div>
  </dl>
</template>

<style scoped>
.sums {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(150px, 1fr));
  gap: 1px;
  margin: 0;
  background: var(--line);
  border: 1px solid var(--line);
  border-radius: 4px;
  overflow: hidden;
}
.sums > div {
  background: var(--paper);
  padding: 8px 14px;
}
dt {
  font-size: 12.5px;
  color: var(--ink-2);
}
dd {
  margin: 0;
}
.value {
  font-size: 20px;
  font-weight: 650;
  font-variant-numeric: tabular-nums;
}
</style>
