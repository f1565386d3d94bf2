<script setup lang="ts">
import { computed, onMounted, ref } from 'vue'
import KeptInput from '@/components/KeptInput.vue'
import QuoteBox from '@/components/QuoteBox.vue'
import YardBox from '@/components/YardBox.vue'
import CutPlanTable from '@/components/CutPlanTable.vue'
import PickField from '@/components/PickField.vue'
import { useJobSheet } from '@/composables/useJobSheet'
import { useTakeoff } from '@/composables/useTakeoff'
import { uiOf } from '@/kinds'
import { useJob } from '@/stores/job'
import { useReference } from '@/stores/reference'

const store = useJob()
const reference = useReference()
const { structure } = useJobSheet()
onMounted(() => void reference.load())
const { takeoff, fault: miscounted } = useTakeoff(
  structure,
  computed(() => true),
)
const copyFault = ref('')
const fault = computed(() => miscounted.value || copyFault.value)
const ui = computed(() =>
  uiOf(store.document?.structures.find((item) => item.spec.id === structure.value)?.spec.kind ?? ''),
)
const money = (value: number) => value.toLocaleString('en-US', { minimumFractionDigits: 2, maximumFractionDigits: 2 })
function price(item: string, text: string, length_m: number | null, says: string): void {
  const value = Number(text)
  if (!(value > 0)) return
  store.change((job) => {
    job.yard.prices = job.yard.prices.filter((own) => !(own.item === item && (own.length_m ?? null) === length_m))
    job.yard.prices.push({ item, price: value, length_m })
  }, `price of ${says}`)
}
const copied = ref(false)
async function copy(text: string): Promise<void> {
  try {
    await navigator.clipboard.writeText(text)
    copied.value = true
    setTimeout(() => (copied.value = false), 2500)
  } catch {
    copyFault.value = 'This browser does not let a page copy: select the message and copy it by hand'
  }
}
const bags = () => (reference.reference?.bags ?? []).map((bag) => ({ value: bag.key, says: bag.says }))

const SPARES = [0, 0.03, 0.05, 0.1, 0.15].map((ratio) => ({
  says: ratio ? `${ratio * 100} %` : 'none',
  value: String(ratio),
}))
</script>

<template>
  <main v-if="store.document" class="page">
    <h1>Buy</h1>
    <p v-if="fault" class="fault" role="alert">{{ fault }}</p>
    <p v-if="!takeoff && !fault" class="quiet" aria-busy="true">Counting pieces and planning the cuts.</p>
    <template v-if="takeoff">
      <p v-if="takeoff.bill.sample_prices" class="note">
        Prices come from the sample list, made up for the demo. Type your merchant's own; each is kept with this job.
      </p>
      <p v-if="!takeoff.bill.complete" class="fault">
        Something on this list cannot be cut from what is on sale: see the cut plan.
      </p>
      <table class="bill">
        <thead>
          <tr>
            <th>What</th>
            <th class="n">How many</th>
            <th class="n">Price each</th>
            <th class="n">In all</th>
            <th />
          </tr>
        </thead>
        <tbody>
          <tr v-for="line in takeoff.bill.lines" :key="line.says">
            <td>{{ line.says }}</td>
            <td class="n">{{ line.count }} {{ line.count === 1 ? line.unit.replace(/s$/, '') : line.unit }}</td>
            <td class="n">
              <KeptInput
                :value="money(line.price)"
                :aria-label="`Price of ${line.says}`"
                inputmode="decimal"
                @change="price(line.item, ($event.target as HTMLInputElement).value, line.length_m ?? null, line.says)"
              />
            </td>
            <td class="n">{{ money(line.total) }}</td>
            <td class="quiet small">{{ line.note }}</td>
          </tr>
        </tbody>
        <tfoot>
          <tr>
            <th>Materials</th>
            <td />
            <td />
            <td class="n strong">{{ money(takeoff.bill.total) }}</td>
            <td class="small">{{ takeoff.bill.per_says }}</td>
          </tr>
        </tfoot>
      </table>
      <p class="small quiet">
        In: timber, wire and panels, what fills the holes, screws and hardware, gates with theirs, the finish. The rest
        is in the price below. Rounded at each hole the concrete would be {{ takeoff.bill.bags_each_hole }} bags.
      </p>
      <div class="pick">
        <PickField
          label="Bags of"
          :model-value="store.document.yard.bag"
          :options="bags()"
          @update:model-value="store.change((job) => void (job.yard.bag = String($event)), 'bag')"
        />
      </div>
      <div class="pick">
        <PickField
          label="Boards over, for those that split"
          :model-value="String(store.document.yard.spare_ratio)"
          :options="SPARES"
          @update:model-value="store.change((job) => void (job.yard.spare_ratio = Number($event)), 'spare boards')"
        />
      </div>
      <div class="dealings">
        <div>
          <QuoteBox :quote="takeoff.quote" :stands="takeoff.stands" />
          <section aria-label="To the merchant">
            <h2>To the merchant</h2>
            <template v-if="takeoff.message">
              <pre class="message" tabindex="0" aria-label="Message to the merchant">{{ takeoff.message }}</pre>
              <p>
                <button class="plain" @click="copy(takeoff.message)">
                  {{ copied ? 'Copied' : 'Copy as a text message' }}
                </button>
              </p>
            </template>
            <ul v-else class="held">
              <li v-for="text in takeoff.held" :key="text">The list is held. {{ text }}.</li>
            </ul>
          </section>
          <YardBox :takeoff="takeoff" />
          <component :is="ui.swap" v-if="ui.swap" :structure="structure" :total="takeoff.bill.total" />
        </div>
        <component
          :is="ui.approve"
          v-if="takeoff.look && ui.approve"
          :structure="structure"
          :look="takeoff.look"
          :held="takeoff.held ?? []"
        />
      </div>
      <h2>How to cut it</h2>
      <CutPlanTable :cuts="takeoff.cuts" :tape="store.tape" />
    </template>
  </main>
</template>

<style scoped>
.page {
  overflow-y: auto;
  width: 100%;
}
.note {
  background: var(--ground-2);
  border-left: 3px solid var(--flag);
  padding: 6px 12px;
}
.n {
  text-align: right;
  white-space: nowrap;
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
.dealings {
  display: grid;
  grid-template-columns: minmax(0, 1.3fr) minmax(300px, 1fr);
  gap: 40px;
  margin: 8px 0 20px;
}
.dealings > div {
  display: grid;
  gap: 18px;
  align-content: start;
}
.message {
  background: var(--paper);
  border: 1px solid var(--line);
  border-radius: 3px;
  padding: 8px 12px;
  white-space: pre-wrap;
  font: inherit;
  font-size: 14px;
  max-height: 220px;
  overflow-y: auto;
  margin: 4px 0;
}
.held {
  color: var(--fail);
  font-weight: 600;
  padding-left: 18px;
  margin: 4px 0;
}
@media (max-width: 860px) {
  .dealings {
    grid-template-columns: 1fr;
  }
}
.pick {
  width: 260px;
  margin: 12px 0 20px;
}
</style>
