<script setup lang="ts">
import Button from 'primevue/button'
import { computed, ref } from 'vue'
import type { JobList } from '@/api/types'
import NumberField from '@/components/NumberField.vue'
import { exact } from '@/logic/money'
import { FT, volume } from '@/logic/units'
import { useJob } from '@/stores/job'

/** Bags beside ready-mix, from as many bags on as the crew has set; the truck's prices are typed once a job. */
defineProps<{ concrete: NonNullable<JobList['concrete']> }>()
const store = useJob()
const open = ref(false)
const load_m3 = computed(() => (store.tape.system === 'metric' ? 1 : (3 * FT) ** 3))
const unit = computed(() => (store.tape.system === 'metric' ? 'm³' : 'yd³'))
const prices = computed(() => store.document!.yard.ready_mix)
type Field = 'price_per_m3' | 'least_m3' | 'fee' | 'fee_under_m3'
const none = computed(() => ({ price_per_m3: 0, least_m3: load_m3.value, fee: 0, fee_under_m3: 0 }))
/** How many metres of volume a typed number stands for; a price is by the volume, a fee is neither. */
const scale = (field: Field) => (field === 'price_per_m3' ? 1 / load_m3.value : field === 'fee' ? 1 : load_m3.value)
const shown = (field: Field) => (prices.value ? prices.value[field]! / scale(field) : null)
function put(field: Field, value: number | null): void {
  store.change((job) => {
    const next = { ...none.value, ...job.yard.ready_mix, [field]: (value ?? 0) * scale(field) }
    job.yard.ready_mix = next.price_per_m3 > 0 ? next : null
  }, 'Ready-mix prices')
}
</script>

<template>
  <div class="concrete">
    <p class="small">
      <template v-if="concrete.ready_cost > 0">
        Concrete: {{ concrete.bags }} bags {{ exact(concrete.bags_cost) }}, or
        {{ volume(concrete.ready_m3, store.tape) }} of ready-mix {{ exact(concrete.ready_cost) }}.
        <strong>{{ concrete.cheaper === 'ready-mix' ? 'Ready-mix costs' : 'Bags cost' }} less</strong>; have the holes
        inspected before a truck is ordered.
      </template>
      <template v-else>
        {{ concrete.bags }} bags of concrete ({{ exact(concrete.bags_cost) }}): ask for a price of
        {{ volume(concrete.ready_m3, store.tape) }} of ready-mix beside them.
      </template>
      <Button text size="small" :aria-expanded="open" @click="open = !open">{{
        concrete.ready_cost > 0 ? 'Edit ready-mix prices' : 'Enter ready-mix price'
      }}</Button>
    </p>
    <div v-if="open" class="fields">
      <NumberField
        :label="`Price per ${unit}`"
        :model-value="shown('price_per_m3')"
        empty="not known"
        path="yard/ready_mix/price_per_m3"
        @update:model-value="put('price_per_m3', $event)"
      />
      <template v-if="prices">
        <NumberField
          :label="`Least load, ${unit}`"
          :model-value="shown('least_m3')"
          path="yard/ready_mix/least_m3"
          @update:model-value="put('least_m3', $event)"
        />
        <NumberField
          label="Short-load fee"
          :model-value="shown('fee')"
          path="yard/ready_mix/fee"
          @update:model-value="put('fee', $event)"
        />
        <NumberField
          :label="`Fee below, ${unit}`"
          :model-value="shown('fee_under_m3')"
          path="yard/ready_mix/fee_under_m3"
          @update:model-value="put('fee_under_m3', $event)"
        />
      </template>
      <NumberField
        label="Ask from, bags"
        :model-value="store.document!.yard.ready_mix_over_bags ?? 45"
        path="yard/ready_mix_over_bags"
        @update:model-value="
          store.change(
            (job) => void (job.yard.ready_mix_over_bags = Math.max(1, Math.round($event ?? 45))),
            'Ready-mix from',
          )
        "
      />
    </div>
  </div>
</template>

<style scoped>
.fields {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(150px, 1fr));
  gap: 4px 16px;
  max-width: 640px;
}
</style>
