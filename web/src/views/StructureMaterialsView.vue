<script setup lang="ts">
import { computed, onMounted } from 'vue'
import BillTable from '@/components/BillTable.vue'
import MessageBox from '@/components/MessageBox.vue'
import QuoteBox from '@/components/QuoteBox.vue'
import YardBox from '@/components/YardBox.vue'
import CutPlanTable from '@/components/CutPlanTable.vue'
import PickField from '@/components/PickField.vue'
import { useJobSheet } from '@/composables/useJobSheet'
import { provideProblems } from '@/composables/useProblems'
import { useTakeoff } from '@/composables/useTakeoff'
import { uiOf } from '@/kinds'
import { useJob } from '@/stores/job'
import { useReference } from '@/stores/reference'

const store = useJob()
const reference = useReference()
const { structure } = useJobSheet()
onMounted(() => void reference.load())
const { takeoff, fault, problems } = useTakeoff(
  structure,
  computed(() => true),
)
provideProblems(problems)
const ui = computed(() =>
  uiOf(store.document?.structures.find((item) => item.spec.id === structure.value)?.spec.kind ?? ''),
)
const bags = () => (reference.reference?.bags ?? []).map((bag) => ({ value: bag.key, says: bag.says }))

const SPARES = [0, 0.03, 0.05, 0.1, 0.15].map((ratio) => ({
  says: ratio ? `${ratio * 100} %` : 'none',
  value: String(ratio),
}))
</script>

<template>
  <main v-if="store.document" class="page">
    <h1>Materials</h1>
    <p v-if="store.document.structures.length > 1">
      <router-link :to="{ name: 'materials', params: { job: store.id } }">Job materials</router-link>
      <span class="quiet"> with one cut plan over its {{ store.document.structures.length }} structures</span>
    </p>
    <p v-if="fault" class="fault" role="alert">{{ fault }}</p>
    <p v-if="!takeoff && !fault" class="quiet" aria-busy="true">Counting pieces and planning the cuts.</p>
    <template v-if="takeoff">
      <p v-if="takeoff.bill.sample_prices" class="note">
        Prices come from the sample list, made up for the demo. Type your supplier's prices; each is kept with this job.
      </p>
      <p v-if="!takeoff.bill.complete" class="fault">
        Something on this list cannot be cut from what is on sale: see the cut plan.
      </p>
      <BillTable :bill="takeoff.bill" caption="What to buy for this structure" />
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
          label="Extra boards (waste)"
          :model-value="String(store.document.yard.spare_ratio)"
          :options="SPARES"
          @update:model-value="store.change((job) => void (job.yard.spare_ratio = Number($event)), 'spare boards')"
        />
      </div>
      <div class="dealings">
        <div>
          <QuoteBox :quote="takeoff.quote" :stands="takeoff.stands" />
          <MessageBox :message="takeoff.message ?? ''" :held="takeoff.held ?? []" />
          <YardBox :takeoff="takeoff" />
          <component :is="ui.swap" v-if="ui.swap" :structure="structure" :total="takeoff.bill.total" />
        </div>
        <component
          :is="ui.approve"
          v-if="takeoff.look && ui.approve"
          :structure="structure"
          :look="takeoff.look"
          :items="takeoff.look_items ?? []"
          :held="takeoff.held ?? []"
        />
      </div>
      <h2>Cutting plan</h2>
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
