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
import FilePick from '@/components/FilePick.vue'
import { arranged, day, STATUSES, type Order, type Status } from '@/logic/shelf'
import { useSession } from '@/stores/session'
import { useTour } from '@/stores/tour'
import { sentence } from '@/logic/sentence'

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
    await router.push({ name: 'overview', params: { job: made.id } })
  } catch (error) {
    fault.value = (error as Error).message
  } finally {
    busy.value = false
  }
}
async function bring([file]: File[]): Promise<void> {
  try {
    const body = JSON.parse(await file!.text()) as Record<string, never>
    const made = await ask(api.POST('/api/jobs/import', { body }))
    await router.push({ name: 'overview', params: { job: made.id } })
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
  <main class="page">
    <header class="page-head">
      <h1>Jobs</h1>
      <p class="quiet">
        {{ session.session?.crew
        }}<template v-if="session.session?.demo"
          >, demo data: <Button text size="small" @click="tour.start">Take a tour</Button></template
        >
      </p>
      <form v-if="plans" class="new" @submit.prevent="start">
        <InputText
          id="new"
          v-model="name"
          maxlength="120"
          aria-label="A new job"
          placeholder="A new job: client, address or purpose"
          autocomplete="off"
        />
        <Button :disabled="busy" type="submit">New job</Button>
        <FilePick says="Import job" accept=".json,application/json" @picked="bring" />
      </form>
    </header>
    <p v-if="fault" class="fault" role="alert">
      {{ fault }} <Button text size="small" @click="load">Try again</Button>
    </p>
    <UnsyncedChanges v-if="cards" @sent="load" />
    <p v-if="!cards && !fault" class="quiet" aria-busy="true">Loading jobs…</p>
    <div v-if="cards && cards.length > 1" class="tools">
      <label for="find">Filter</label>
      <InputText
        id="find"
        v-model="typed"
        type="search"
        placeholder="Name, place, client"
        autocomplete="off"
        size="small"
      />
      <label for="show">Show</label>
      <SelectBox id="show" v-model="status">
        <option value="">All except archived</option>
        <option v-for="[key, says] in STATUSES" :key="key" :value="key">{{ sentence(says) }}</option>
      </SelectBox>
      <label for="order">Sort by</label>
      <SelectBox id="order" v-model="order">
        <option value="changed">Last change</option>
        <option value="made">Date created</option>
        <option value="name">Name</option>
      </SelectBox>
    </div>
    <p v-if="gone" class="note" role="status">
      {{ gone.name }} deleted. <Button text size="small" @click="bringBack(gone.id)">Undo</Button>
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
      <summary>Deleted jobs, {{ bin.length }}</summary>
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
.new {
  display: flex;
  gap: 8px;
  margin-left: auto;
}
.new input {
  width: 280px;
}
.tools {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 10px;
  align-items: center;
  margin: 0 0 12px;
}
.tools label {
  font-size: 13px;
  color: var(--ink-2);
}
.note {
  background: var(--ground-2);
  border-left: 3px solid var(--flag);
  padding: 6px 12px;
}
.bin {
  margin-top: 16px;
}
.bin ul {
  padding-left: 16px;
}
.list {
  list-style: none;
  margin: 0;
  padding: 0;
  border: 1px solid var(--line);
  border-bottom: 0;
  border-radius: 4px;
  overflow: hidden;
}
@media (max-width: 760px) {
  .new {
    flex-wrap: wrap;
    margin-left: 0;
    width: 100%;
  }
  .new input {
    flex: 1;
    width: auto;
  }
}
</style>
