<script setup lang="ts">
import { computed } from 'vue'
import { useLedger } from '@/composables/useLedger'

/** What the job sells for: the contract where there is one, else the estimate; and how much of it is paid. */
const { ledger, money } = useLedger()
const data = computed(() => ledger.data.value ?? null)
const contract = computed(() => data.value?.contract ?? null)
const rows = computed<[string, number][]>(() => {
  if (contract.value)
    return [
      ['Paid', contract.value.paid],
      ['Invoiced, open', contract.value.unpaid],
      ['Not invoiced yet', contract.value.to_invoice],
    ]
  const estimate = data.value?.estimate
  return estimate
    ? [
        ['Materials', estimate.materials],
        ['Margin', estimate.margin],
        ['Tax', estimate.tax],
      ]
    : []
})
const share = (part: number) =>
  contract.value?.total ? `${Math.max(0, Math.min(100, (100 * part) / contract.value.total))}%` : '0'
</script>

<template>
  <section v-if="data" class="panel-box">
    <h2>
      {{ contract ? 'Contract' : 'Estimate' }}
      <span v-if="contract || data.estimate" class="sum">{{ money((contract ?? data.estimate)!.total) }}</span>
    </h2>
    <p v-if="!contract && !data.estimate" class="small">{{ data.estimate_why }}</p>
    <div v-if="contract" class="bar" aria-hidden="true">
      <i :style="{ width: share(contract.paid) }" /><i class="open" :style="{ width: share(contract.unpaid) }" />
    </div>
    <dl>
      <template v-for="[says, value] in rows" :key="says">
        <dt>{{ says }}</dt>
        <dd>{{ money(value) }}</dd>
      </template>
    </dl>
    <p class="small"><router-link :to="{ name: 'estimate' }">Open estimate &amp; contract</router-link></p>
  </section>
</template>

<style scoped>
h2 {
  display: flex;
  justify-content: space-between;
}
.bar {
  display: flex;
  height: 10px;
  margin-bottom: 8px;
  background: var(--ground);
  border-radius: 3px;
  overflow: hidden;
}
i {
  background: var(--chalk);
}
.open {
  opacity: 0.45;
}
dl {
  display: grid;
  grid-template-columns: 1fr auto;
  gap: 3px 12px;
  margin: 0 0 8px;
}
dd {
  margin: 0;
  text-align: right;
}
p {
  margin: 0;
}
</style>
