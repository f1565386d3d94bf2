<script setup lang="ts">
import DataList, { type ListColumn } from '@/components/DataList.vue'
import Button from 'primevue/button'
import Checkbox from 'primevue/checkbox'
import { useQuery } from '@tanstack/vue-query'
import { refDebounced } from '@vueuse/core'
import { computed, ref } from 'vue'
import { api, ask } from '@/api/client'
import type { Job, JobList } from '@/api/types'
import AccessBox from '@/components/AccessBox.vue'
import ArrivalsBox from '@/components/ArrivalsBox.vue'
import BillTable from '@/components/BillTable.vue'
import ConcreteBox from '@/components/ConcreteBox.vue'
import CutPlanTable from '@/components/CutPlanTable.vue'
import TreatmentBox from '@/components/TreatmentBox.vue'
import OrdersBox from '@/components/OrdersBox.vue'
import { exact } from '@/logic/money'
import { mass, showLength } from '@/logic/units'
import { useJob } from '@/stores/job'
import { sentence } from '@/logic/sentence'

/** One buying list and one cut plan over the whole job, or over chosen structures and stages of it. */
type Stage = 'dig' | 'posts' | 'frame' | 'close'
const STAGES: [Stage, string][] = [
  ['dig', 'into the ground'],
  ['posts', 'posts'],
  ['frame', 'frame'],
  ['close', 'boards and infill'],
]
const store = useJob()
const off = ref<string[]>([])
const stages = ref<Stage[]>(STAGES.map(([key]) => key))
const every = computed(() => store.document?.structures ?? [])
const chosen = computed(() => every.value.map((item) => item.spec.id).filter((id) => !off.value.includes(id)))
const asked = refDebounced(
  computed(() => ({
    document: store.document!,
    structures: off.value.length ? chosen.value : [],
    stages: stages.value.length === STAGES.length ? [] : stages.value,
  })),
  150,
)
const some = computed(() => chosen.value.length > 0 && stages.value.length > 0)
const { data, error } = useQuery({
  queryKey: computed(() => ['list', asked.value]),
  queryFn: async () => (await ask(api.POST('/api/designs/job-takeoff', { body: asked.value }))) as JobList,
  enabled: computed(() => !!store.document && some.value),
  placeholderData: (last) => last,
})
const list = computed(() => (some.value ? (data.value ?? null) : null))
const held = computed(
  () => list.value?.shares.flatMap((share) => (share.held ?? []).map((why) => `${share.name}: ${why}`)) ?? [],
)
function toggle(id: string): void {
  off.value = off.value.includes(id) ? off.value.filter((one) => one !== id) : [...off.value, id]
}
const unpriced = ref('')
/** The crew's own price book, onto this job: kept with it until it is priced again. */
async function price(): Promise<void> {
  unpriced.value = ''
  try {
    const found = (await ask(api.POST('/api/crew/reprice', { body: { document: store.document! } }))) as {
      document: Job
    }
    store.change((job) => (job.yard = found.document.yard), 'Priced from the price book')
  } catch (fault) {
    unpriced.value = (fault as Error).message
  }
}
const STAGED: ListColumn[] = [
  { key: 'says', label: 'Stage' },
  { key: 'mass_kg', label: 'Weight', figure: true },
  { key: 'longest_m', label: 'Longest', figure: true },
]
const SHARED: ListColumn[] = [
  { key: 'name', label: 'Structure', by: 'name' },
  { key: 'total', label: 'Materials', by: 'total', figure: true },
]
const file = (name: string) => `/api/jobs/${store.id}/documents/${name}`
</script>

<template>
  <main v-if="store.document" class="page">
    <h1>Job materials</h1>
    <div class="choose">
      <fieldset>
        <legend>For</legend>
        <label v-for="item in every" :key="item.spec.id">
          <Checkbox binary :model-value="!off.includes(item.spec.id)" @change="toggle(item.spec.id)" />
          {{ item.name }}
        </label>
      </fieldset>
      <fieldset>
        <legend>Stages</legend>
        <label v-for="[key, says] in STAGES" :key="key">
          <Checkbox v-model="stages" :value="key" /> {{ sentence(says) }}
        </label>
      </fieldset>
    </div>
    <p v-if="!every.length" class="quiet">Nothing is laid out yet: start a structure on the Overview.</p>
    <p v-else-if="!some" class="quiet">Tick a structure and a stage to see what they take.</p>
    <p v-if="error" class="fault" role="alert">{{ error.message }}</p>
    <p v-if="!list && some && !error" class="quiet" aria-busy="true">Counting pieces and planning the cuts.</p>
    <template v-if="list">
      <p v-for="share in list.shares.filter((one) => one.failed)" :key="share.id" class="fault">
        {{ share.name }} is left out: {{ share.failed }}
      </p>
      <p v-if="!list.bill.complete" class="fault">
        Something on this list cannot be cut from what is on sale: see the cut plan.
      </p>
      <div class="cols">
        <section aria-label="What to buy">
          <BillTable :bill="list.bill" caption="What to buy for the whole job" />
          <p v-if="store.document.came.length" class="small">
            What came is in hand and not bought: the rest is still to buy.
          </p>
          <p v-else-if="list.shares.length > 1" class="small">
            {{
              list.saved >= 0.005 ? `Bought together this saves ${exact(list.saved)} against` : 'This costs as much as'
            }}
            {{ list.shares.length }} separate lists.
          </p>
          <p class="small">
            <template v-if="list.differences.length">
              <strong class="fault">Material list and drawing do not match</strong>:
              <span v-for="one in list.differences" :key="one.what"
                >{{ one.what }}: {{ one.listed_count }} listed, {{ one.drawn_count }} drawn;
              </span>
            </template>
            <template v-else>
              Cross-checked: parts list against 3D model: all {{ list.counted }} kinds agree.
            </template>
          </p>
          <ConcreteBox v-if="list.concrete" :concrete="list.concrete" />
          <p class="small">
            <template v-if="store.document.yard.priced_on">Priced on {{ store.document.yard.priced_on }}.</template>
            <template v-else>Priced from a made-up sample list.</template>
            <Button text size="small" @click="price">Update prices from price book</Button>
            <span v-if="unpriced" class="fault" role="alert"
              >{{ unpriced }} <router-link to="/price-book">Price book</router-link></span
            >
          </p>
          <p>
            <a :href="file('list.csv')">CSV</a> · <a :href="file('list.xlsx')">XLSX</a>
            <span class="quiet small"> of the whole job as it is saved</span>
          </p>
        </section>
        <aside>
          <section>
            <h2>Deliveries by stage</h2>
            <DataList :rows="list.deliveries" :columns="STAGED" label="Deliveries by stage" row-key="stage">
              <template #mass_kg="{ row }">{{ mass(row.mass_kg, store.tape) }}</template>
              <template #longest_m="{ row }">{{ row.longest_m ? showLength(row.longest_m, store.tape) : '' }}</template>
              <template #foot-says>Total</template>
              <template #foot-mass_kg>{{ mass(list.mass_kg, store.tape) }}</template>
            </DataList>
          </section>
          <section v-if="list.shares.length > 1">
            <h2>By structure</h2>
            <DataList :rows="list.shares" :columns="SHARED" label="By structure" row-key="id">
              <template #name="{ row }"
                ><router-link :to="{ name: 'structure-materials', params: { structure: row.id } }">{{
                  row.name
                }}</router-link></template
              >
              <template #total="{ row }">{{ row.failed ? 'left out' : exact(row.total) }}</template>
            </DataList>
          </section>
          <AccessBox :notes="list.access" />
          <TreatmentBox :rows="list.treatments" />
          <ArrivalsBox :list="list" />
          <OrdersBox :orders="list.orders" :balances="list.balances" :held="held" />
        </aside>
      </div>
      <h2>Cutting plan</h2>
      <CutPlanTable :cuts="list.cuts" :tape="store.tape" />
    </template>
  </main>
</template>

<style scoped>
.page {
  overflow-y: auto;
  width: 100%;
}
.choose {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 32px;
  margin: 4px 0 14px;
}
fieldset {
  border: 0;
  padding: 0;
  display: flex;
  flex-wrap: wrap;
  gap: 4px 16px;
}
legend {
  font-size: 12.5px;
  color: var(--ink-2);
  padding: 0;
}
.cols {
  display: grid;
  grid-template-columns: minmax(0, 1.6fr) minmax(280px, 1fr);
  gap: 28px;
}
aside {
  display: grid;
  gap: 20px;
  align-content: start;
}
aside table {
  width: 100%;
}
.n {
  text-align: right;
  white-space: nowrap;
}
@media (max-width: 860px) {
  .cols {
    grid-template-columns: 1fr;
  }
}
</style>
