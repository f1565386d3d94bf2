<script setup lang="ts">
import { computed, ref } from 'vue'
import type { Takeoff } from '@/api/types'
import DataList, { type ListColumn } from '@/components/DataList.vue'
import KeptInput from '@/components/KeptInput.vue'
import { exact, parsePrice, pricesShown } from '@/logic/money'
import { useJob } from '@/stores/job'

/**
 * A buying list with the crew's own prices typed in it: kept with the job. What is no price is refused at its field.
 */
type Line = Takeoff['bill']['lines'][number]
const props = defineProps<{ bill: Takeoff['bill']; caption: string }>()
const store = useJob()
const wrong = ref<Record<string, string>>({})
const key = (line: Line) => `${line.item} ${line.length_m ?? ''}`
function price(line: Line, text: string): void {
  const value = parsePrice(text)
  if (value === null || value > 100000) {
    wrong.value[key(line)] = 'Write a price above 0, like 41.50'
    return
  }
  delete wrong.value[key(line)]
  const length_m = line.length_m ?? null
  store.change((job) => {
    const was = job.yard.prices.find((own) => own.item === line.item && (own.length_m ?? null) === length_m)
    job.yard.prices = job.yard.prices.filter((own) => !(own.item === line.item && (own.length_m ?? null) === length_m))
    job.yard.prices.push({ item: line.item, price: value, length_m, supplier: was?.supplier ?? '' })
  }, `price of ${line.says}`)
}
const own = (line: Line) =>
  !!store.document?.yard.prices.some(
    (one) => one.item === line.item && (one.length_m ?? null) === (line.length_m ?? null),
  )
/** A column of notes only where there is one. */
const columns = computed<ListColumn[]>(() => [
  { key: 'says', label: 'Item', by: 'says' },
  { key: 'count', label: 'Quantity', by: 'count', figure: true },
  { key: 'price', label: 'Unit price', by: 'price', figure: true },
  { key: 'total', label: 'Total', by: 'total', figure: true },
  ...(props.bill.lines.some((line) => line.note || own(line)) ? [{ key: 'note', label: 'Note', quiet: true }] : []),
])
</script>

<template>
  <DataList class="bill" :rows="bill.lines" :columns="columns" :label="caption" row-key="says">
    <template #count="{ row }">{{ row.count }} {{ row.count === 1 ? row.unit.replace(/s$/, '') : row.unit }}</template>
    <template #price="{ row }">
      <template v-if="!pricesShown">{{ exact(row.price) }}</template>
      <KeptInput
        v-else
        :value="exact(row.price)"
        :aria-label="`Price of ${row.says}`"
        :aria-invalid="!!wrong[key(row)]"
        inputmode="decimal"
        @change="price(row, ($event.target as HTMLInputElement).value)"
      />
      <span v-if="wrong[key(row)]" class="fault small" role="alert">{{ wrong[key(row)] }}</span>
    </template>
    <template #total="{ row }">{{ exact(row.total) }}</template>
    <template #note="{ row }"
      >{{ own(row) ? 'your price' : '' }}{{ own(row) && row.note ? '; ' : '' }}{{ row.note }}</template
    >
    <template #foot-says
      >Materials<span v-if="pricesShown && bill.per_says" class="per"> ({{ bill.per_says }})</span></template
    >
    <template #foot-total
      ><span class="strong">{{ exact(bill.total) }}</span></template
    >
  </DataList>
</template>

<style scoped>
.per {
  font-weight: 400;
}
.fault {
  display: block;
  white-space: normal;
}
.bill :deep(input) {
  width: 80px;
  text-align: right;
  border: 1px solid transparent;
  background: none;
  border-radius: 3px;
  padding: 2px 4px;
}
.bill :deep(input:hover),
.bill :deep(input:focus) {
  border-color: var(--chalk);
  background: var(--paper);
}
.bill :deep(input[aria-invalid='true']) {
  border-color: var(--fail);
}
@media (max-width: 620px) {
  .bill :deep(.quiet) {
    display: none;
  }
  .bill :deep(input) {
    width: 62px;
  }
}
</style>
