<script setup lang="ts">
import Button from 'primevue/button'
import SelectBox from '@/components/SelectBox'
import StateTag from '@/components/StateTag.vue'
import { computed, ref, watch } from 'vue'
import { api, ask } from '@/api/client'
import type { FenceSpec, Job, Sheet, Takeoff } from '@/api/types'
import { useAnswer } from '@/composables/useAnswer'
import { fenceOf } from '@/kinds/fence/useFence'
import { useJob } from '@/stores/job'
import { useReference } from '@/stores/reference'
import { change } from '@/logic/money'

/** Supplier substitution: the whole plan is calculated again with it before anyone says yes. */
const props = defineProps<{ structure: string; total: number }>()
const store = useJob()
const reference = useReference()
const spec = computed(() => fenceOf(store.document?.structures.find((item) => item.spec.id === props.structure)?.spec))
type Slot = 'post' | 'rail' | 'board'
const slot = ref<Slot>('rail')
const to = ref('')
const offers = computed(() =>
  (reference.reference?.items ?? []).filter(
    (item) => item.role === slot.value && item.key !== spec.value?.[slot.value],
  ),
)
function swapped(): Job {
  const job = structuredClone(JSON.parse(JSON.stringify(store.document))) as Job
  ;(job.structures.find((item) => item.spec.id === props.structure)!.spec as FenceSpec)[slot.value] = to.value
  return job
}
interface Swapped {
  verdict: string
  headline: string
  price: number
  conflicts: string[]
}
const { found, busy, fault, look, clear } = useAnswer<Swapped | null>(async () => {
  if (!to.value) return null
  const { total } = props
  const body = { document: swapped(), structure: props.structure, selected: '' }
  const sheet = (await ask(api.POST('/api/designs/plan', { body }))) as Sheet
  const takeoff = (await ask(api.POST('/api/designs/takeoff', { body }))) as Takeoff
  const { verdict, headline, conflicts } = sheet
  return { verdict, headline, price: takeoff.bill.total - total, conflicts }
}, null)
function startAnew(): void {
  to.value = ''
  clear()
}
// Said of the plan as it was: of another it is asked again.
watch([() => store.document, () => props.structure], startAnew)
function take(): void {
  store.change(
    (job) =>
      void ((job.structures.find((item) => item.spec.id === props.structure)!.spec as FenceSpec)[slot.value] =
        to.value),
    `swapped the ${slot.value}s`,
  )
}
</script>

<template>
  <section v-if="spec" aria-label="Something else instead">
    <h2>Supplier substitution</h2>
    <p class="row">
      <label class="small"
        >Replace
        <SelectBox v-model="slot" @change="startAnew">
          <option value="post">Posts</option>
          <option value="rail">Rails</option>
          <option value="board">Boards</option>
        </SelectBox></label
      >
      <span class="small"
        >use
        <SelectBox v-model="to" aria-label="Use instead" @change="look()">
          <option value="" disabled>Pick one</option>
          <option v-for="item in offers" :key="item.key" :value="item.key">{{ item.says }}</option>
        </SelectBox></span
      >
    </p>
    <p v-if="busy" class="quiet small" aria-busy="true">Calculating the whole plan with it.</p>
    <p v-if="fault" class="fault" role="alert">{{ fault }}</p>
    <template v-if="found && !busy">
      <p><StateTag :state="found.verdict" /> {{ found.headline }}. Price {{ change(found.price, 2) }}.</p>
      <p v-for="text in found.conflicts" :key="text" class="fault small">{{ text }}</p>
      <p class="row">
        <Button severity="secondary" outlined @click="take">Apply to plan</Button>
        <span class="small quiet">The look is then shown and approved again.</span>
      </p>
    </template>
  </section>
</template>

<style scoped>
.row {
  display: flex;
  align-items: center;
  gap: 14px;
  flex-wrap: wrap;
}
select {
  border: 1px solid var(--line);
  border-radius: 3px;
  background: var(--paper);
  color: var(--ink);
  padding: 4px 7px;
  max-width: 300px;
}
p {
  margin: 4px 0;
}
</style>
