<script setup lang="ts">
import { computed } from 'vue'
import type { Job, Takeoff } from '@/api/types'
import { useJob } from '@/stores/job'
import { FT } from '@/logic/units'
import PickField from '@/components/PickField.vue'
import PlainField from '@/components/PlainField.vue'
import { money, parsePrice } from '@/logic/money'

type Terms = NonNullable<Job['quote']>
type Typed = Exclude<keyof Terms, 'dig_soil' | 'dig_tool' | 'concrete'>
defineProps<{ quote: Takeoff['quote']; stands?: string }>()
const store = useJob()
/**
 * What is kept by the metre, shown by the foot or yard to a crew that reads feet: its words, and the factor on what is
 * kept.
 */
const IN_FEET: Partial<Record<keyof Terms, [string, number]>> = {
  spoil_price_per_m3: ['Spoil disposal, per loose yd³', 27 * FT ** 3],
  old_fence_m: ['Old fence to remove, ft', 1 / FT],
  old_fence_price_per_m: ['Fence removal, per ft', FT],
}
/** Shares that are typed in per cent, and the most of each. */
const MOST: Partial<Record<keyof Terms, number>> = { burden_ratio: 100, contingency_ratio: 50, overhead_ratio: 100 }
const share = (ratio: number) => `${(100 * ratio).toFixed(1)} %`
const feet = computed(() => store.tape.system === 'imperial')
const factor = (name: Typed) => (name in MOST ? 100 : feet.value ? (IN_FEET[name]?.[1] ?? 1) : 1)
const FIELDS: [Typed, string, 'count' | 'price' | 'maybe'][] = [
  ['crew_count', 'People in the crew', 'count'],
  ['post_min', 'Minutes a post with a usual hole, one person', 'price'],
  ['rail_min', 'Minutes a rail', 'price'],
  ['board_min', 'Minutes a board', 'price'],
  ['leaf_min', 'Minutes a gate leaf', 'price'],
  ['finish_min', 'Minutes a litre of finish', 'price'],
  ['setup_min', 'Set-up and clean-up, minutes a person and day', 'price'],
  ['travel_min', 'Travel, minutes a person and day', 'price'],
  ['wage', 'Wage, an hour', 'price'],
  ['burden_ratio', "Employer's costs on the wage, %", 'price'],
  ['contingency_ratio', 'Contingency, %', 'price'],
  ['overhead_ratio', 'Overhead, %', 'price'],
  ['delivery_price', 'Delivery', 'maybe'],
  ['spoil_price_per_m3', 'Spoil away, a loose m³', 'maybe'],
  ['old_fence_m', 'Old fence to remove, m', 'price'],
  ['old_fence_price_per_m', 'Old fence, a metre', 'maybe'],
  ['stumps_count', 'Old stumps', 'count'],
  ['stump_price', 'A stump', 'maybe'],
  ['least_charge', 'Minimum charge', 'price'],
]
const plain = (...values: string[]) => values.map((value) => ({ value, says: value }))
const CHOICES: ['dig_soil' | 'dig_tool' | 'concrete', string, { value: string; says: string }[]][] = [
  ['dig_soil', 'Soil that is dug', plain('sand', 'loam', 'clay', 'stony', 'hardpan')],
  ['dig_tool', 'Holes are dug', plain('by hand', 'one-man auger', 'two-man auger', 'skid auger')],
  ['concrete', 'Concrete is mixed', plain('by hand', 'mixer', 'dry', 'from a truck')],
]
const choose = (name: 'dig_soil' | 'dig_tool' | 'concrete', value: unknown) =>
  store.change((job) => void ((job.quote as Record<string, unknown>)[name] = value), 'terms of the quote')
/** Takes what was typed, or says what is wrong with it and leaves it where it is. */
const read =
  (name: Typed, kind: string) =>
  (text: string): string => {
    if (!text && kind !== 'maybe') return 'Write a number'
    const value = !text ? null : Number(text) === 0 ? 0 : parsePrice(text)
    if (text && value === null) return 'Write a number, like 41.50'
    const most = MOST[name]
    if (most !== undefined && value !== null && value > most) return `Write ${most} % at most`
    if (kind === 'count' && !Number.isInteger(value)) return 'Write a whole number'
    store.change(
      (job) => void ((job.quote as Record<string, unknown>)[name] = value === null ? null : value / factor(name)),
      'terms of the quote',
    )
    return ''
  }
function shown(name: Typed): string {
  const kept = store.document?.quote?.[name]
  return kept === null || kept === undefined ? '' : String(Math.round(kept * factor(name) * 1e4) / 1e4)
}
</script>

<template>
  <section aria-label="The price">
    <h2>Cost estimate</h2>
    <table>
      <tbody>
        <tr v-for="line in quote.lines" :key="line.says">
          <td>{{ line.says }}</td>
          <td class="n">{{ money(line.amount) }}</td>
          <td class="small quiet">{{ line.note }}</td>
        </tr>
      </tbody>
      <tfoot>
        <tr>
          <th>Cost</th>
          <td class="n strong">{{ money(quote.cost) }}</td>
          <td class="small quiet">
            {{ money(quote.cost_low) }} to {{ money(quote.cost_high) }} on good and bad days,
            {{ quote.days_low.toFixed(1) }} to {{ quote.days_high.toFixed(1) }} days of the crew
          </td>
        </tr>
        <tr>
          <th>Price before tax</th>
          <td class="n strong">{{ money(quote.price) }}</td>
          <td class="small quiet">
            <template v-if="quote.per_says">{{ quote.per_says }}; </template>margin {{ share(quote.margin_ratio) }}, a
            markup of {{ share(quote.markup_ratio) }}: set under
            <router-link :to="{ name: 'estimate' }">Estimate &amp; contract</router-link>
          </td>
        </tr>
      </tfoot>
    </table>
    <p v-if="stands" class="small">
      <b>{{ stands }}.</b> Say so to whoever pays for it.
    </p>
    <p class="small"><b>Exclusions:</b> {{ quote.out.join('; ') }}.</p>
    <details>
      <summary>Your terms: minutes, hours, what else you charge</summary>
      <p class="small quiet">
        Minutes are an estimate to start from, not data. Type what your own crew takes. An empty price is left out of
        the quote, and named.
      </p>
      <div class="terms">
        <PlainField
          v-for="[name, says, kind] in FIELDS"
          :key="name"
          wide
          :label="feet ? (IN_FEET[name]?.[0] ?? says) : says"
          :shown="shown(name)"
          :read="read(name, kind)"
          :path="`quote/${name}`"
          :empty="kind === 'maybe' ? 'not in' : ''"
        />
        <PickField
          v-for="[name, says, choices] in CHOICES"
          :key="name"
          :label="says"
          :model-value="String(store.document?.quote?.[name] ?? '')"
          :options="choices"
          :path="`quote/${name}`"
          @update:model-value="choose(name, $event)"
        />
      </div>
    </details>
  </section>
</template>

<style scoped>
.n {
  text-align: right;
  white-space: nowrap;
  padding-left: 14px;
}
.terms {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(150px, 1fr));
  align-items: end;
  gap: 8px;
  margin-top: 6px;
}
summary {
  cursor: pointer;
  font-size: 13px;
}
</style>
