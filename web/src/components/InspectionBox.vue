<script setup lang="ts">
import DayField from '@/components/DayField.vue'
import Button from 'primevue/button'
import InputText from 'primevue/inputtext'
import RadioButton from 'primevue/radiobutton'
import SelectBox from '@/components/SelectBox'
import { useQuery } from '@tanstack/vue-query'
import { computed, ref } from 'vue'
import { api, ask } from '@/api/client'
import type { Inspections } from '@/api/types'
import { useAct } from '@/composables/useAct'
import { today } from '@/logic/days'
import { sentence } from '@/logic/sentence'

/** Who looked at what, when, and what they said; what was not passed holds back whatever follows. */
const props = defineProps<{ job: string; tasks: { value: string; says: string }[] }>()
const path = computed(() => ({ params: { path: { job_id: props.job } } }))
const { data, refetch } = useQuery({
  queryKey: computed(() => ['inspections', props.job]),
  queryFn: async () => (await ask(api.GET('/api/jobs/{job_id}/inspections', path.value))) as Inspections,
  enabled: computed(() => !!props.job),
})
const task = ref('')
const by = ref('')
const on = ref(today())
const passed = ref(true)
const note = ref('')
const { fault, act } = useAct(refetch)
const keep = () =>
  act(async () => {
    const body = { task: task.value, by: by.value, on: on.value, passed: passed.value, note: note.value, photo: null }
    await ask(api.POST('/api/jobs/{job_id}/inspections', { ...path.value, body }))
    note.value = ''
  })
const drop = (number: number) =>
  act(async () => {
    const params = { path: { job_id: props.job, number } }
    await ask(api.DELETE('/api/jobs/{job_id}/inspections/{number}', { params }))
  })
const called = (id: string) => props.tasks.find((item) => item.value === id)?.says ?? id
</script>

<template>
  <section aria-label="Inspections">
    <h2>Inspections</h2>
    <p v-for="held in data?.held ?? []" :key="held.task" class="fault">
      {{ called(held.task) }}: {{ held.why }}. Following work is on hold.
    </p>
    <form class="look" @submit.prevent="keep">
      <label class="small"
        >Inspection
        <SelectBox v-model="task" required>
          <option v-for="item in tasks" :key="item.value" :value="item.value">{{ sentence(item.says) }}</option>
        </SelectBox>
      </label>
      <label class="small">By <InputText v-model="by" maxlength="120" required size="small" /></label>
      <DayField v-model="on" label="On" />
      <fieldset>
        <legend class="small">Result</legend>
        <label><RadioButton v-model="passed" :value="true" /> Passed</label>
        <label><RadioButton v-model="passed" :value="false" /> Not passed</label>
      </fieldset>
      <label class="small wide"
        >Notes <InputText v-model="note" maxlength="400" :required="!passed" size="small"
      /></label>
      <Button size="small" type="submit">Add inspection</Button>
    </form>
    <p v-if="fault" class="fault" role="alert">{{ fault }}</p>
    <ul v-if="data?.inspections.length" class="list">
      <li v-for="row in data.inspections" :key="row.id">
        <b :class="{ fault: !row.passed }">{{ row.passed ? 'passed' : 'not passed' }}</b>: {{ called(row.task) }},
        {{ row.by }}, {{ row.on }}{{ row.note ? `: ${row.note}` : '' }}
        <Button text size="small" :aria-label="`Delete the inspection by ${row.by}`" @click="drop(row.id)">
          Delete
        </Button>
      </li>
    </ul>
    <p v-else class="small quiet">None yet.</p>
  </section>
</template>

<style scoped>
.look {
  display: flex;
  flex-wrap: wrap;
  gap: 12px;
  align-items: end;
}
.look > label {
  display: grid;
  gap: 2px;
}
.look > label:first-child {
  min-width: 280px;
  max-width: 420px;
}
fieldset {
  border: 0;
  padding: 0;
  display: flex;
  gap: 12px;
  min-height: 34px;
  align-items: center;
}
.list {
  padding-left: 18px;
}
</style>
