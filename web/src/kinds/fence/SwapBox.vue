<script setup lang="ts">
import { computed, ref } from 'vue'
import { api, ask } from '@/api/client'
import type { FenceSpec, Job, Sheet, Takeoff } from '@/api/types'
import { fenceOf } from '@/kinds/fence/useFence'
import { useJob } from '@/stores/job'
import { useReference } from '@/stores/reference'
import { change } from '@/logic/money'

/** The merchant has something else: the whole plan is reckoned again with it before anyone says yes. */
const props = defineProps<{ structure: string; total: number }>()
const store = useJob()
const reference = useReference()
const spec = computed(() => fenceOf(store.document?.structures.find((item) => item.spec.id === props.structure)?.spec))
type Slot = 'post' | 'rail' | 'board'
const slot = ref<Slot>('rail')
const to = ref('')
const answer = ref<{ verdict: string; headline: string; price: number; conflicts: string[] } | null>(null)
function startAnew(): void {
  to.value = ''
  answer.value = null
}
const fault = ref('')
const busy = ref(false)
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
async function look(): Promise<void> {
  if (!to.value) return
  busy.value = true
  fault.value = ''
  answer.value = null
  try {
    const body = { document: swapped(), structure: props.structure, selected: '' }
    const sheet = (await ask(api.POST('/api/reckon/plan', { body }))) as Sheet
    const takeoff = (await ask(api.POST('/api/reckon/takeoff', { body }))) as Takeoff
    answer.value = {
      verdict: sheet.verdict,
      headline: sheet.headline,
      price: takeoff.bill.total - props.total,
      conflicts: sheet.conflicts,
    }
  } catch (error) {
    fault.value = (error as Error).message
  } finally {
    busy.value = false
  }
}
function take(): void {
  store.change(
    (job) =>
      void ((job.structures.find((item) => item.spec.id === props.structure)!.spec as FenceSpec)[slot.value] =
        to.value),
    `swapped the ${slot.value}s`,
  )
  answer.value = null
  to.value = ''
}
</script>

<template>
  <section v-if="spec" aria-label="Something else instead">
    <h2>The merchant has something else</h2>
    <p class="row">
      <label class="small"
        >In place of the
        <select v-model="slot" @change="startAnew">
          <option value="post">posts</option>
          <option value="rail">rails</option>
          <option value="board">boards</option>
        </select></label
      >
      <span class="small"
        >use
        <select v-model="to" aria-label="Use instead" @change="look">
          <option value="" disabled>pick one</option>
          <option v-for="item in offers" :key="item.key" :value="item.key">{{ item.says }}</option>
        </select></span
      >
    </p>
    <p v-if="busy" class="quiet small" aria-busy="true">Calculating the whole plan with it.</p>
    <p v-if="fault" class="fault" role="alert">{{ fault }}</p>
    <template v-if="answer">
      <p>
        <span class="verdict" :class="answer.verdict.split(' ')[0]">{{ answer.verdict }}</span> {{ answer.headline }}.
        Price {{ change(answer.price, 2) }}.
      </p>
      <p v-for="text in answer.conflicts" :key="text" class="fault small">{{ text }}</p>
      <p>
        <button class="plain" @click="take">Take it into the plan</button>
        <span class="small quiet">The look is then shown and approved again.</span>
      </p>
    </template>
  </section>
</template>

<style scoped>
.row {
  display: flex;
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
