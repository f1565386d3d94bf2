<script setup lang="ts">
import Button from 'primevue/button'
import InputText from 'primevue/inputtext'
import SelectBox from '@/components/SelectBox'
import { computed, onMounted, ref, watch } from 'vue'
import { useRouter } from 'vue-router'
import { api, ask, done, Refused } from '@/api/client'
import type { JobCard } from '@/api/types'
import JobRow from '@/components/JobRow.vue'
import UnsyncedChanges from '@/components/UnsyncedChanges.vue'
import SignOut from '@/components/SignOut.vue'
import { arranged, day, STATUSES, type Order, type Status } from '@/logic/shelf'
import { useSession } from '@/stores/session'
import { useTour } from '@/stores/tour'

const session = useSession()
const tour = useTour()
const router = useRouter()
const cards = ref<JobCard[] | null>(null)
const fault = ref('')
const name = ref('')
const busy = ref(false)

async function load(): Promise<void> {
  fault.value = ''
  try {
    if (!(await session.look()).signed_in) {
      await router.replace({ name: 'sign-in' })
      return
    }
    cards.value = await ask(api.GET('/api/jobs'))
    bin.value = await ask(api.GET('/api/jobs/trash'))
  } catch (error) {
    fault.value = (error as Error).message
  }
}
onMounted(load)

async function start(): Promise<void> {
  busy.value = true
  try {
    const made = await ask(api.POST('/api/jobs/quick-start', { body: { name: name.value.trim() || 'New job' } }))
    await router.push({ name: 'brief', params: { job: made.id } })
  } catch (error) {
    fault.value = (error as Error).message
  } finally {
    busy.value = false
  }
}
async function bring(event: Event): Promise<void> {
  const input = event.target as HTMLInputElement
  const file = input.files?.[0]
  input.value = ''
  if (!file) return
  try {
    const body = JSON.parse(await file.text()) as Record<string, never>
    const made = await ask(api.POST('/api/jobs/import', { body }))
    await router.push({ name: 'brief', params: { job: made.id } })
  } catch (error) {
    fault.value =
      error instanceof Refused
        ? `This file was not taken: ${error.message}`
        : "Can't import this file: it is not a job file (JSON)."
  }
}
const typed = ref('')
const status = ref<Status | ''>('')
const order = ref<Order>('changed')
const plans = computed(() => session.session?.may.includes('plan') ?? true)
const shown = computed(() => arranged(cards.value ?? [], typed.value, status.value, order.value))
const gone = ref<{ id: string; name: string } | null>(null)
const bin = ref<{ id: string; name: string; until: string }[]>([])
const path = (job: string) => ({ params: { path: { job_id: job } } })
/** Something done to a job of the list; the list is fetched anew. */
async function act(work: () => Promise<unknown>): Promise<void> {
  fault.value = ''
  try {
    await work()
    cards.value = await ask(api.GET('/api/jobs'))
    bin.value = await ask(api.GET('/api/jobs/trash'))
  } catch (error) {
    fault.value = (error as Error).message
  }
}
const copy = (card: JobCard) => act(() => ask(api.POST('/api/jobs/{job_id}/copy', path(card.id))))
const stands = (card: JobCard, value: string) =>
  act(() => done(api.PUT('/api/jobs/{job_id}/status', { ...path(card.id), body: { status: value as Status } })))
async function throwAway(card: JobCard): Promise<void> {
  await act(() => done(api.DELETE('/api/jobs/{job_id}', path(card.id))))
  if (!fault.value) gone.value = { id: card.id, name: card.name }
}
async function bringBack(job: string): Promise<void> {
  await act(() => done(api.POST('/api/jobs/{job_id}/restore', path(job))))
  if (!fault.value) gone.value = null
}
/** Rows are drawn by pages; what is looked for is looked for in all of them. */
const PAGE = 40
const many = ref(PAGE)
watch([typed, status, order], () => (many.value = PAGE))
</script>

<template>
  <main class="jobs">
    <header class="top">
      <img src="/favicon.svg" width="34" height="34" alt="" />
      <div>
        <h1>Jobs</h1>
        <p class="quiet">
          {{ session.session?.crew
          }}<template v-if="session.session?.demo"
            >, demo data: <Button text size="small" @click="tour.start">Take a tour</Button></template
          >
        </p>
      </div>
      <nav class="who">
        <router-link to="/crew">Crew</router-link>
        <router-link to="/outside">Connections</router-link>
        <router-link to="/sums">Calculators</router-link>
        <router-link to="/numbers">Sources and codes</router-link>
      </nav>
      <span>{{ session.session?.name }} <SignOut /></span>
    </header>
    <p v-if="fault" class="fault" role="alert">
      {{ fault }} <Button text size="small" @click="load">Try again</Button>
    </p>
    <UnsyncedChanges v-if="cards" @sent="load" />
    <p v-if="!cards && !fault" class="quiet" aria-busy="true">Loading jobs…</p>
    <form v-if="plans" class="new" @submit.prevent="start">
      <label for="new">A new job</label>
      <InputText
        id="new"
        v-model="name"
        maxlength="120"
        placeholder="Client, address or purpose"
        autocomplete="off"
        size="small"
      />
      <Button :disabled="busy" type="submit">Start</Button>
      <label class="plain file"
        >Import job<input type="file" accept=".json,application/json" class="visually-hidden" @change="bring"
      /></label>
    </form>
    <div v-if="cards && cards.length > 1" class="tools">
      <label for="find">Find</label>
      <InputText
        id="find"
        v-model="typed"
        type="search"
        placeholder="name, place, client"
        autocomplete="off"
        size="small"
      />
      <label for="show">Show</label>
      <SelectBox id="show" v-model="status">
        <option value="">All except archived</option>
        <option v-for="[key, says] in STATUSES" :key="key" :value="key">{{ says }}</option>
      </SelectBox>
      <label for="order">Sort by</label>
      <SelectBox id="order" v-model="order">
        <option value="changed">last change</option>
        <option value="made">date created</option>
        <option value="name">name</option>
      </SelectBox>
    </div>
    <p v-if="gone" class="note" role="status">
      {{ gone.name }} is thrown away. <Button text size="small" @click="bringBack(gone.id)">Undo</Button>
    </p>
    <ul v-if="shown.length" class="list">
      <JobRow
        v-for="card in shown.slice(0, many)"
        :key="card.id"
        :card="card"
        :plans="plans"
        @copy="copy(card)"
        @stands="stands(card, $event)"
        @throw-away="throwAway(card)"
      />
    </ul>
    <Button v-if="shown.length > many" severity="secondary" outlined @click="many += PAGE">
      Show the next {{ Math.min(PAGE, shown.length - many) }} of {{ shown.length }}
    </Button>
    <p v-if="cards?.length && !shown.length" class="quiet">
      {{ typed ? 'No jobs match this search.' : 'No jobs with this status.' }}
      <Button text size="small" @click="((typed = ''), (status = ''))">Show them all</Button>
    </p>
    <p v-if="cards && !cards.length" class="quiet">No jobs yet. Name the first one and start.</p>
    <details v-if="bin.length" class="bin">
      <summary>Thrown away, {{ bin.length }}</summary>
      <ul>
        <li v-for="one in bin" :key="one.id">
          {{ one.name }} <span class="quiet small">for good after {{ day(one.until) }}</span>
          <Button text size="small" :aria-label="`Bring ${one.name} back`" @click="bringBack(one.id)">Restore</Button>
        </li>
      </ul>
    </details>
  </main>
</template>

<style scoped>
.jobs {
  max-width: 1040px;
  margin: 0 auto;
  padding: 26px 28px;
}
.top {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 14px;
  align-items: center;
  margin-bottom: 18px;
}
.top p {
  margin: 0;
}
.who {
  display: flex;
  flex-wrap: wrap;
  gap: 2px 16px;
  margin-left: auto;
  white-space: nowrap;
  font-size: 14px;
}
.top > span {
  margin-left: 18px;
}
.tools {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 10px;
  align-items: baseline;
  margin: 18px 0 10px;
}
.tools label {
  font-size: 12.5px;
  color: var(--ink-2);
}
.tools input,
.tools select {
  background: var(--paper);
  border: 1px solid var(--line);
  border-radius: 3px;
  padding: 4px 7px;
  font: inherit;
}
.tools input {
  width: 220px;
}
.note {
  background: var(--ground-2);
  border-left: 3px solid var(--flag);
  padding: 6px 12px;
}
.bin {
  margin-top: 18px;
}
.bin ul {
  padding-left: 18px;
}
.list {
  list-style: none;
  margin: 0;
  padding: 0;
  border-top: 1px solid var(--line);
}
.new {
  display: flex;
  gap: 10px;
  align-items: center;
  margin-top: 22px;
  flex-wrap: wrap;
}
.new input:not([type='file']) {
  flex: 1;
  min-width: 200px;
  padding: 7px 10px;
  border: 1px solid var(--line);
  border-radius: 3px;
  background: var(--paper);
}
.file {
  cursor: pointer;
}
.file:focus-within {
  outline: 2px solid var(--chalk);
  outline-offset: 2px;
}
@media (max-width: 760px) {
  .top > span {
    margin-left: 0;
  }
  .tools {
    display: grid;
    grid-template-columns: auto 1fr;
  }
  .tools input {
    width: 100%;
  }
}
</style>
