<script setup lang="ts">
import { ref } from 'vue'
import type { Takeoff } from '@/api/types'
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
    job.yard.prices = job.yard.prices.filter((own) => !(own.item === line.item && (own.length_m ?? null) === length_m))
    job.yard.prices.push({ item: line.item, price: value, length_m })
  }, `price of ${line.says}`)
}
const own = (line: Line) =>
  !!store.document?.yard.prices.some(
    (one) => one.item === line.item && (one.length_m ?? null) === (line.length_m ?? null),
  )
void props
</script>

<template>
  <table class="bill">
    <caption class="visually-hidden">
      {{
        caption
      }}
    </caption>
    <thead>
      <tr>
        <th>What</th>
        <th class="n">How many</th>
        <th class="n">Price each</th>
        <th class="n">Total</th>
        <th />
      </tr>
    </thead>
    <tbody>
      <tr v-for="line in bill.lines" :key="line.says">
        <td>{{ line.says }}</td>
        <td class="n">{{ line.count }} {{ line.count === 1 ? line.unit.replace(/s$/, '') : line.unit }}</td>
        <td class="n">
          <template v-if="!pricesShown">{{ exact(line.price) }}</template>
          <KeptInput
            v-else
            :value="exact(line.price)"
            :aria-label="`Price of ${line.says}`"
            :aria-invalid="!!wrong[key(line)]"
            inputmode="decimal"
            @change="price(line, ($event.target as HTMLInputElement).value)"
          />
          <span v-if="wrong[key(line)]" class="fault small" role="alert">{{ wrong[key(line)] }}</span>
        </td>
        <td class="n">{{ exact(line.total) }}</td>
        <td class="quiet small">
          {{ own(line) ? 'your price' : '' }}{{ own(line) && line.note ? '; ' : '' }}{{ line.note }}
        </td>
      </tr>
    </tbody>
    <tfoot>
      <tr>
        <th>Materials</th>
        <td />
        <td />
        <td class="n strong">{{ exact(bill.total) }}</td>
        <td class="small">{{ pricesShown ? bill.per_says : '' }}</td>
      </tr>
    </tfoot>
  </table>
</template>

<style scoped>
.n {
  text-align: right;
  white-space: nowrap;
}
.n .fault {
  display: block;
  white-space: normal;
}
.bill input {
  width: 80px;
  text-align: right;
  border: 1px solid transparent;
  background: none;
  border-radius: 3px;
  padding: 2px 4px;
}
.bill input:hover,
.bill input:focus {
  border-color: var(--chalk);
  background: var(--paper);
}
.bill input[aria-invalid='true'] {
  border-color: var(--fail);
}
@media (max-width: 620px) {
  .bill {
    width: 100%;
  }
  .bill thead th:last-child,
  .bill td:last-child {
    display: none;
  }
  .bill input {
    width: 62px;
  }
}
</style>
