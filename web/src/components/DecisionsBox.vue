<script setup lang="ts">
import DayField from '@/components/DayField.vue'
import Button from 'primevue/button'
import InputText from 'primevue/inputtext'
import SelectBox from '@/components/SelectBox'
import { computed, ref } from 'vue'
import { narrowed, pairs } from '@/api/adapt'
import { api, ask } from '@/api/client'
import type { DecisionsAnswer, Job } from '@/api/types'
import { today } from '@/logic/days'
import { useJob } from '@/stores/job'
import { sentence } from '@/logic/sentence'

/** What somebody else decides: open, or decided by whom and when; one may go for every structure at once. */
type Decision = Job['decisions'][number]
const store = useJob()
const all = computed(() => store.document?.decisions ?? [])
const open = computed(() => all.value.filter((one) => !one.decided))
const settled = computed(() => all.value.filter((one) => one.decided))
const fault = ref('')
const fresh = ref({ what: '', who: '', until: '' })
function add(): void {
  if (!fresh.value.what.trim()) return
  const row = {
    id: Date.now().toString(36),
    ...fresh.value,
    decided: '',
    on: '',
    instead_of: '',
    takes: '',
    place: '',
    treatment: '',
  }
  store.change((job) => job.decisions.push(row), `to decide: ${row.what}`.slice(0, 120))
  fresh.value = { what: '', who: '', until: '' }
}
function drop(id: string): void {
  store.change((job) => (job.decisions = job.decisions.filter((one) => one.id !== id)), 'a decision taken off')
}
const PLACES = ['post in ground', 'joist', 'bearer', 'board', 'rail', 'gravel board', 'roof timber', 'trim', 'stringer']
const at = ref<Decision | null>(null)
const used = ref<DecisionsAnswer['used']>([])
async function begin(one: Decision): Promise<void> {
  at.value = { ...one, on: today() }
  fault.value = ''
  try {
    const body = { document: store.document!, carry_out: '' }
    used.value = narrowed<DecisionsAnswer>(await ask(api.POST('/api/structure-types/decisions', { body }))).used
  } catch (error) {
    fault.value = (error as Error).message
  }
}
const offers = computed(() => pairs(used.value.find((item) => item.key === at.value?.instead_of)?.offers ?? []))
async function settle(): Promise<void> {
  const one = at.value
  if (!one || !one.decided?.trim()) return
  fault.value = ''
  const decided = { ...store.document!, decisions: all.value.map((row) => (row.id === one.id ? one : row)) }
  try {
    const carry_out = one.takes ? one.id : ''
    const found = await ask(api.POST('/api/structure-types/decisions', { body: { document: decided, carry_out } }))
    store.change((job) => Object.assign(job, found.document), `decided: ${one.what}`.slice(0, 120))
    at.value = null
  } catch (error) {
    fault.value = (error as Error).message
  }
}
</script>

<template>
  <section aria-label="Decisions">
    <h2>Decisions</h2>
    <p v-if="!all.length" class="small quiet">
      Decisions that the client, the local office or the inspector still has to make.
    </p>
    <ul v-if="open.length">
      <li v-for="one in open" :key="one.id">
        <b>{{ one.what }}</b>
        <span class="small quiet">{{
          [one.who && `asked of ${one.who}`, one.until && `by ${one.until}`].filter(Boolean).join(', ')
        }}</span>
        <Button severity="secondary" outlined size="small" :aria-label="`decided: ${one.what}`" @click="begin(one)"
          >Decided</Button
        >
        <Button text size="small" :aria-label="`remove: ${one.what}`" @click="drop(one.id)">Remove</Button>
      </li>
    </ul>
    <form v-if="at" class="settle" @submit.prevent="settle">
      <p>
        <b>{{ at.what }}</b>
      </p>
      <label class="small"
        >What was decided <InputText v-model="at.decided" maxlength="400" required size="small"
      /></label>
      <label class="small">By <InputText v-model="at.who" maxlength="120" size="small" /></label>
      <DayField v-model="at.on" label="On" />
      <label class="small">
        Applies to all
        <SelectBox v-model="at.instead_of" @change="at.takes = ''">
          <option value="">(nothing changes on the list)</option>
          <option v-for="item in used" :key="item.key" :value="item.key">{{ item.says }}</option>
        </SelectBox>
      </label>
      <label v-if="at.instead_of" class="small">
        Replace with
        <SelectBox v-model="at.takes">
          <option value="">(choose)</option>
          <option v-for="[key, says] in offers" :key="key" :value="key">{{ says }}</option>
        </SelectBox>
      </label>
      <label class="small">
        Treatment of all
        <SelectBox v-model="at.place" @change="at.treatment = ''">
          <option value="">(by the code's table)</option>
          <option v-for="place in PLACES" :key="place" :value="place">{{ sentence(place) }}</option>
        </SelectBox>
      </label>
      <label v-if="at.place" class="small"
        >Treatment class <InputText v-model="at.treatment" maxlength="12" placeholder="UC4A" required size="small"
      /></label>
      <Button size="small" type="submit">Keep it</Button>
      <Button text size="small" type="button" @click="at = null">Not now</Button>
    </form>
    <p v-if="fault" class="fault" role="alert">{{ fault }}</p>
    <ul v-if="settled.length" class="small">
      <li v-for="one in settled" :key="one.id">
        {{ one.what }}: <b>{{ one.decided }}</b>{{ one.who ? `, ${one.who}` : '' }}{{ one.on ? `, ${one.on}` : ''
        }}<template v-if="one.takes">; {{ one.takes }} for every {{ one.instead_of }}</template>
        <Button text size="small" :aria-label="`remove: ${one.what}`" @click="drop(one.id)">Remove</Button>
      </li>
    </ul>
    <form class="fresh" @submit.prevent="add">
      <label class="small">To be decided <InputText v-model="fresh.what" maxlength="200" size="small" /></label>
      <label class="small">By whom <InputText v-model="fresh.who" maxlength="120" size="small" /></label>
      <DayField v-model="fresh.until" label="Until" />
      <Button severity="secondary" outlined size="small" type="submit">Add decision</Button>
    </form>
  </section>
</template>

<style scoped>
.fresh,
.settle {
  display: flex;
  flex-wrap: wrap;
  gap: 10px 14px;
  align-items: end;
  margin: 10px 0;
}
.fresh label,
.settle label {
  display: grid;
  gap: 2px;
}
.settle {
  border-left: 3px solid var(--chalk);
  padding-left: 12px;
}
.settle p {
  width: 100%;
  margin: 0;
}
li button {
  margin-left: 8px;
}
select {
  max-width: 260px;
}
</style>
