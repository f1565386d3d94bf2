<script setup lang="ts">
import Button from 'primevue/button'
import InputText from 'primevue/inputtext'
import SelectBox from '@/components/SelectBox'
import { watchDebounced } from '@vueuse/core'
import { computed, nextTick, onMounted, reactive, ref, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { api, ask, Refused } from '@/api/client'
import type { components } from '@/api/schema'
import type { JobCard } from '@/api/types'
import SumPicture from '@/components/SumPicture.vue'
import { figure } from '@/logic/formula'
import { latest } from '@/logic/turns'
import { useSchools } from '@/stores/schools'
import { sentence } from '@/logic/sentence'

type Row = components['schemas']['SumRow']
type Answer = components['schemas']['SumAnswer']
const router = useRouter()
const route = useRoute()
const sums = ref<Row[]>([])
const search = ref('')
const subject = ref('')
const chosen = ref<Row | null>(null)
const typed = reactive<Record<string, string>>({})
const answers = ref<Answer[]>([])
const fault = ref('')
const copied = ref(false)
const verdict = ref({ status: '', reason: '' })
const jobs = ref<JobCard[]>([])
const keepIn = ref('')
const kept = ref('')
const school = useSchools()

onMounted(async () => {
  try {
    void school.load().catch(() => undefined)
    void ask(api.GET('/api/jobs')).then(
      (found) => void (jobs.value = found),
      () => undefined,
    )
    sums.value = (await ask(api.GET('/api/calculators'))).sums
    chosen.value = sums.value.find((row) => row.name === route.query.sum) ?? null
  } catch (error) {
    if (error instanceof Refused && error.status === 401)
      await router.replace({ name: 'sign-in', query: { to: '/calculators' } })
    else fault.value = (error as Error).message
  }
})
const shown = computed(() => {
  const words = search.value.toLowerCase().split(/\s+/).filter(Boolean)
  return sums.value.filter(
    (row) =>
      (!subject.value || row.subject === subject.value) &&
      words.every((word) =>
        `${row.name} ${row.subject} ${row.asks} ${row.inputs.map((i) => i.name).join(' ')}`
          .toLowerCase()
          .includes(word),
      ),
  )
})
const subjects = computed(() => [...new Set(sums.value.map((row) => row.subject))])
/** What is shown under its headings, in the order of the catalogue. */
const groups = computed(() =>
  subjects.value
    .map((name) => ({ name, rows: shown.value.filter((row) => row.subject === name) }))
    .filter((group) => group.rows.length),
)
function choose(row: Row): void {
  chosen.value = row
  void router.replace({ query: { ...route.query, sum: row.name } })
  void nextTick(() => document.querySelector('.sheet')?.scrollIntoView({ block: 'nearest' }))
}
watch(chosen, async () => {
  await nextTick()
  document.querySelector('.list button.on')?.scrollIntoView({ block: 'nearest' })
})
watch(chosen, () => {
  for (const key of Object.keys(typed)) delete typed[key]
  if (chosen.value?.inputs.some((input) => input.name === 'school')) typed.school = 'us'
  answers.value = []
})
const inputs = computed(() => {
  const found: Record<string, unknown> = {}
  for (const [name, value] of Object.entries(typed)) {
    if (!value?.trim()) continue
    try {
      found[name] = /^[[{]/.test(value.trim()) ? JSON.parse(value) : value.trim()
    } catch {
      found[name] = value
    }
  }
  return found
})
const last = latest()
watchDebounced(
  [chosen, inputs],
  () => {
    copied.value = false
    kept.value = ''
    if (!chosen.value || !Object.keys(inputs.value).length) return
    const body = { name: chosen.value.name, inputs: inputs.value }
    void last(
      () => ask(api.POST('/api/calculators', { body })),
      (found) => {
        answers.value = found.answers as Answer[]
        verdict.value = { status: found.status, reason: found.reason }
        fault.value = ''
      },
      (error) => (fault.value = error.message),
    )
  },
  { debounce: 120, deep: true },
)
const text = (item: Answer) =>
  item.status !== 'ok'
    ? ''
    : typeof item.value === 'number'
      ? `${figure(item.value)} ${item.unit === '-' || item.unit === 'count' ? '' : item.unit}`.trim()
      : String(item.value)
const label = (name: string) => (name === 'school' ? 'Building code' : sentence(name.replaceAll('_', ' ')))
const missing = (reason: string, name: string) => reason.startsWith(`${name}: `) && Boolean(typed[name])
const problem = (name: string) =>
  answers.value
    .find((item) => item.status === 'invalid' && missing(item.reason, name))
    ?.reason.slice(name.length + 2) ?? ''
/** Words to choose from, where an input takes one of a few: null for free typing. */
function choices(input: Row['inputs'][number]): string[] | null {
  if (input.kind === 'flag') return ['yes', 'no']
  return input.kind.includes('|') && !/[ …]us |…/.test(` ${input.kind}`) && !input.kind.includes(', ')
    ? input.kind.split('|')
    : null
}
/** What is usual in the school, offered while typing. */
function usual(name: string): string[] {
  const found = school.of(typed.school ?? 'us')
  if (!found) return []
  if (name === 'species') return found.species
  if (name === 'grade') return found.grades
  if (name === 'size' || name === 'post') return found.sizes
  return name === 'soil' ? found.soils.map((soil) => soil.name) : []
}
async function keep(): Promise<void> {
  if (!chosen.value || !keepIn.value) return
  try {
    const state = await ask(api.GET('/api/jobs/{job_id}', { params: { path: { job_id: keepIn.value } } }))
    const words = Object.entries(typed)
      .filter(([, value]) => value?.trim())
      .map(([name, value]) => ({ name, value }))
    state.document.sums = [
      ...(state.document.sums ?? []),
      { id: `sum-${Date.now().toString(36)}`, sum: chosen.value.name, inputs: words, note: '' },
    ]
    const says = `saved a calculation: ${chosen.value.asks}`
    await ask(
      api.PUT('/api/jobs/{job_id}', {
        params: { path: { job_id: keepIn.value } },
        body: { base: state.revision, document: state.document, says },
      }),
    )
    kept.value = jobs.value.find((job) => job.id === keepIn.value)?.name ?? 'the job'
  } catch (error) {
    fault.value = (error as Error).message
  }
}
async function copy(): Promise<void> {
  await navigator.clipboard.writeText(
    `${chosen.value?.asks} ${answers.value
      .filter((a) => a.status === 'ok')
      .map((a) => `${a.output} ${text(a)}`)
      .join('; ')}`,
  )
  copied.value = true
}
</script>

<template>
  <main class="sums">
    <header class="page-head"><h1>Calculators</h1></header>
    <p v-if="fault" class="fault" role="alert">{{ fault }}</p>
    <div class="two">
      <section>
        <label for="want">What do you need to calculate?</label>
        <InputText
          id="want"
          v-model="search"
          placeholder="Bays, rail on a slope, wind on a fence"
          autocomplete="off"
          size="small"
        />
        <label class="by"
          >Subject
          <SelectBox v-model="subject">
            <option value="">All subjects ({{ sums.length }})</option>
            <option v-for="name in subjects" :key="name" :value="name">{{ sentence(name) }}</option>
          </SelectBox></label
        >
        <div class="list">
          <section v-for="group in groups" :key="group.name" :aria-label="group.name">
            <h2>{{ group.name }}</h2>
            <ul>
              <li v-for="row in group.rows" :key="row.name">
                <Button unstyled :class="{ on: row.name === chosen?.name }" @click="choose(row)">
                  {{ row.asks }}
                </Button>
              </li>
            </ul>
          </section>
        </div>
        <p v-if="sums.length && !shown.length" class="quiet">No calculator found.</p>
      </section>
      <section v-if="chosen" class="sheet">
        <h2>{{ chosen.asks }}</h2>
        <SumPicture v-if="chosen.picture" :name="chosen.picture" />
        <table v-if="answers.length" class="results" aria-live="polite">
          <tbody>
            <tr v-for="item in answers" :key="item.output">
              <th>{{ label(item.output) }}</th>
              <td>
                <b v-if="item.status === 'ok'">{{ text(item) }}</b><span v-else class="quiet"
                  >{{ item.status === 'refuse' ? 'not covered: ' : '' }}{{ item.reason.replace(': ', ' ') }}</span
                >
              </td>
            </tr>
          </tbody>
        </table>
        <form @submit.prevent>
          <template v-for="input in chosen.inputs" :key="input.name">
            <label :for="'i-' + input.name"
              >{{ label(input.name) }}
              <span class="quiet small">{{
                input.says || (choices(input) || ['text', input.name].includes(input.kind) ? '' : input.kind)
              }}</span></label
            >
            <span
              ><SelectBox
                v-if="choices(input)"
                :id="'i-' + input.name"
                v-model="typed[input.name]"
                :aria-invalid="!!problem(input.name)"
              >
                <option :value="undefined">{{ sentence(input.default || 'choose') }}</option>
                <option v-for="word in choices(input)" :key="word" :value="word">
                  {{ input.name === 'school' ? (school.of(word)?.title ?? word) : word }}
                </option></SelectBox
              ><InputText
                v-else
                :id="'i-' + input.name"
                v-model="typed[input.name]"
                :list="usual(input.name).length ? 'u-' + input.name : undefined"
                :placeholder="input.default || input.kind"
                autocomplete="off"
                :aria-invalid="!!problem(input.name)"
                size="small"
              /><datalist v-if="usual(input.name).length" :id="'u-' + input.name">
                <option v-for="word in usual(input.name)" :key="word" :value="word" /></datalist
              ><span v-if="problem(input.name)" class="fault" role="alert">{{ problem(input.name) }}</span></span
            >
          </template>
        </form>
        <p v-if="verdict.status === 'fails'" class="strong" role="status">Fails: {{ verdict.reason }}.</p>
        <p v-if="answers.length" class="keep">
          <label for="keep">Save with</label>
          <SelectBox id="keep" v-model="keepIn">
            <option value="">A job…</option>
            <option v-for="job in jobs" :key="job.id" :value="job.id">{{ job.name }}</option>
          </SelectBox>
          <Button severity="secondary" outlined :disabled="!keepIn || !!kept" @click="keep">{{
            kept ? 'Saved' : 'Save'
          }}</Button>
          <span v-if="kept" class="small">It stands under “Saved calculations” in the job details of {{ kept }}.</span>
        </p>
        <p v-if="answers.length" class="small">
          Source: {{ chosen.source }}. <Button text size="small" @click="copy">{{ copied ? 'copied' : 'copy' }}</Button>
        </p>
      </section>
      <p v-else class="quiet pick">Choose a question; write lengths any way, as 7' 6 1/2", 90.5 in or 2.3 m.</p>
    </div>
  </main>
</template>

<style scoped>
.sums {
  max-width: 1040px;
  margin: 0 auto;
  padding: 24px 28px;
}
header {
  display: flex;
  flex-wrap: wrap;
  gap: 12px;
  align-items: baseline;
  margin-bottom: 14px;
}
.two {
  display: grid;
  grid-template-columns: 400px 1fr;
  gap: 36px;
}
label {
  display: block;
}
input,
select {
  width: 100%;
  font: inherit;
  color: inherit;
  padding: 6px 9px;
  border: 1px solid var(--line);
  border-radius: 3px;
  background: var(--paper);
}
.keep {
  display: flex;
  gap: 8px;
  align-items: baseline;
  flex-wrap: wrap;
}
.keep select {
  width: 190px;
}
input[aria-invalid='true'],
select[aria-invalid='true'] {
  border: 2px solid var(--fail);
}
.by {
  margin: 10px 0 4px;
}
.list {
  max-height: calc(100vh - 230px);
  overflow-y: auto;
}
.results {
  margin: 10px 0;
  width: 100%;
  background: var(--ground-2);
  border-radius: 4px;
}
.results th,
.results td {
  padding: 4px 10px;
  text-align: left;
}
form :deep(.p-select) {
  width: 100%;
}
.list h2 {
  position: sticky;
  top: 0;
  margin: 0;
  padding: 8px 0 4px;
  background: var(--ground);
  font-size: 14px;
}
ul {
  list-style: none;
  margin: 0 0 10px;
  padding: 0;
}
li button {
  display: grid;
  width: 100%;
  text-align: left;
  background: none;
  border: 0;
  border-bottom: 1px solid var(--line);
  border-left: 3px solid transparent;
  padding: 7px 8px;
  cursor: pointer;
}
li button.on {
  border-left-color: var(--chalk);
  background: var(--chalk-soft);
}
.sheet {
  background: var(--paper);
  padding: 16px 22px;
  border: 1px solid var(--line);
  align-self: start;
}
form {
  display: grid;
  grid-template-columns: 1fr 220px;
  gap: 8px 14px;
  align-items: baseline;
  margin: 14px 0;
}
td b {
  font-size: 18px;
}
.pick {
  padding-top: 30px;
}
@media (max-width: 760px) {
  .two {
    grid-template-columns: 1fr;
  }
}
@media (max-width: 860px) {
  .two .list {
    max-height: 38vh; /* what was chosen stands under it */
  }
}
</style>
