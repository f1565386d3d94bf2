<script setup lang="ts">
import Button from 'primevue/button'
import InputText from 'primevue/inputtext'
import RadioButton from 'primevue/radiobutton'
import { useQuery } from '@tanstack/vue-query'
import { computed, ref } from 'vue'
import { api, ask } from '@/api/client'
import type { Photo, UpkeepAnswer } from '@/api/types'
import { useAct } from '@/composables/useAct'
import DayField from '@/components/DayField.vue'
import SelectBox from '@/components/SelectBox'
import { today } from '@/logic/days'

/** Looking after what stands: what is due, what was found over the years, with the photo of it. */
const props = defineProps<{ job: string }>()
const path = computed(() => ({ params: { path: { job_id: props.job } } }))
const { data, refetch } = useQuery({
  queryKey: computed(() => ['upkeep', props.job]),
  queryFn: async () => (await ask(api.GET('/api/jobs/{job_id}/upkeep', path.value))) as UpkeepAnswer,
  enabled: computed(() => !!props.job),
})
const { data: photos } = useQuery({
  queryKey: computed(() => ['photos', props.job]),
  queryFn: async () => (await ask(api.GET('/api/jobs/{job_id}/photos', path.value))).photos as Photo[],
  enabled: computed(() => !!props.job),
})
type Result = UpkeepAnswer['rows'][number]['result']
const RESULTS: { value: Result; says: string }[] = [
  { value: 'good', says: 'Good' },
  { value: 'watch', says: 'Monitor' },
  { value: 'mend', says: 'Repair' },
]
const labelOf = (value: Result) => RESULTS.find((one) => one.value === value)?.says ?? value
const thing = ref('')
const by = ref('')
const on = ref(today())
const result = ref<Result>('good')
const note = ref('')
const photo = ref('')
const states = computed(() => data.value?.states ?? [])
const said = (key: string) => states.value.find((one) => one.key === key)?.text ?? key
const head = (text: string) => text.split(/[:,]/)[0]!
const late = (due: string) => due <= today()
const { fault, act } = useAct(refetch)
const keep = () =>
  act(async () => {
    const body = {
      key: thing.value,
      by: by.value,
      on: on.value,
      result: result.value,
      note: note.value,
      photo: photo.value || null,
    }
    await ask(api.POST('/api/jobs/{job_id}/upkeep', { ...path.value, body }))
    note.value = photo.value = ''
  })
const drop = (number: number) =>
  act(() => ask(api.DELETE('/api/jobs/{job_id}/upkeep/{number}', { params: { path: { job_id: props.job, number } } })))
</script>

<template>
  <section aria-label="Upkeep">
    <h2>Upkeep</h2>
    <p class="small quiet">Months are counted from the last day of work, {{ data?.done_on ?? '' }}.</p>
    <ul v-if="states.length" class="due">
      <li v-for="one in states" :key="one.key">
        <b :class="{ fault: one.open }">{{ one.open ? 'Mend now' : late(one.due) ? 'Due' : one.due }}</b>
        <span>{{ one.text }}</span>
        <span class="small quiet"
          >every {{ one.months_every }} months{{ one.learned ? ', sooner by your own records' : ''
          }}{{ one.last ? `; last ${one.last.on}: ${one.last.result}` : '' }}</span
        >
      </li>
    </ul>
    <p v-else class="quiet small">No structure here needs maintenance yet.</p>
    <form v-if="states.length" class="look" @submit.prevent="keep">
      <label class="small wide"
        >Inspected item
        <SelectBox v-model="thing" required>
          <option v-for="one in states" :key="one.key" :value="one.key">{{ head(one.text) }}</option>
        </SelectBox>
      </label>
      <label class="small">By <InputText v-model="by" maxlength="120" required size="small" /></label>
      <DayField v-model="on" label="Day" />
      <fieldset>
        <legend class="small">Result</legend>
        <label v-for="one in RESULTS" :key="one.value"
          ><RadioButton v-model="result" :value="one.value" /> {{ one.says }}</label
        >
      </fieldset>
      <label class="small wide"
        >Findings <InputText v-model="note" maxlength="400" :required="result !== 'good'" size="small"
      /></label>
      <label v-if="photos?.length" class="small"
        >Photo
        <SelectBox v-model="photo">
          <option value="">None</option>
          <option v-for="one in photos" :key="one.id" :value="one.id">
            {{ one.says || one.taken_at.slice(0, 10) }}
          </option>
        </SelectBox>
      </label>
      <Button size="small" type="submit">Add record</Button>
    </form>
    <p v-if="fault" class="fault" role="alert">{{ fault }}</p>
    <ul v-if="data?.rows.length" class="list">
      <li v-for="row in data.rows" :key="row.id">
        <b :class="{ fault: row.result === 'mend' }">{{ labelOf(row.result) }}</b>: {{ head(said(row.key)) }},
        {{ row.by }}, {{ row.on }}{{ row.note ? `: ${row.note}` : '' }}
        <a v-if="row.photo" :href="`/api/jobs/${job}/photos/${row.photo}`" target="_blank">photo</a>
        <Button text size="small" :aria-label="`Delete the record by ${row.by}`" @click="drop(row.id)">Delete</Button>
      </li>
    </ul>
  </section>
</template>

<style scoped>
.due {
  list-style: none;
  margin: 6px 0 12px;
  padding: 0;
  display: grid;
  gap: 6px;
}
.due li {
  display: grid;
  grid-template-columns: 90px minmax(0, 1fr);
  gap: 0 12px;
}
.due li > .quiet {
  grid-column: 2;
}
.look {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(200px, 1fr));
  gap: 8px 16px;
  align-items: end;
}
.look .wide {
  grid-column: span 2;
}
.look > label {
  display: grid;
  gap: 2px;
}
.look > button {
  justify-self: start;
}
fieldset {
  border: 0;
  padding: 0;
  display: flex;
  gap: 12px;
}
fieldset label {
  display: flex;
  gap: 5px;
  align-items: center;
}
.list {
  padding-left: 18px;
}
@media (max-width: 560px) {
  .look .wide {
    grid-column: span 1;
  }
}
</style>
