<script setup lang="ts">
import { useQuery, useQueryClient } from '@tanstack/vue-query'
import { ChevronLeft, ChevronRight } from 'lucide-vue-next'
import Button from 'primevue/button'
import { computed, ref, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { api, ask } from '@/api/client'
import type { BoardAnswer, BoardBar, BoardJob, WayOut } from '@/api/types'
import BoardLane from '@/components/board/BoardLane.vue'
import BoardMove from '@/components/board/BoardMove.vue'
import DaysOff from '@/components/board/DaysOff.vue'
import { SORTS } from '@/components/board/sorts'
import { addDays, mondayOf, today } from '@/logic/days'

/** All open jobs on days, a lane for each lead: clashes with ways out of them, and jobs that wait for a day. */
const DAYS = 14
const AGAIN_MS = 800
const route = useRoute()
const router = useRouter()
const client = useQueryClient()
const first = computed(() => (typeof route.query.first === 'string' ? route.query.first : mondayOf(today())))
const go = (on: string) => void router.replace({ query: { first: on } })
const key = computed(() => ['board', first.value])
const { data, error } = useQuery({
  queryKey: key,
  queryFn: async () =>
    (await ask(api.GET('/api/board', { params: { query: { first: first.value, days: DAYS } } }))) as BoardAnswer,
  placeholderData: (last) => last,
  // Jobs not scheduled before come a few at a time.
  refetchInterval: (query) => ((query.state.data?.left ?? 0) > 0 ? AGAIN_MS : false),
})
const board = computed(() => data.value?.board ?? null)
const NOBODY = 'No lead yet'
const lanes = computed(() => {
  const names = [...new Set((board.value?.jobs ?? []).map((job) => job.lead))].sort()
  return names.map((lead) => ({
    lead,
    name: lead || NOBODY,
    jobs: board.value!.jobs.filter((job) => job.lead === lead),
    load: board.value!.loads.find((load) => load.lead === lead) ?? null,
  }))
})
/** Days on which a lead is away, and what it says of them. */
const awayOf = (lead: string) => {
  const found = new Map<string, string>()
  for (const one of board.value?.away ?? [])
    for (const on of board.value?.days ?? [])
      if (one.who === lead && one.first <= on && on <= one.last)
        found.set(on, `${one.who} is away${one.note ? `: ${one.note}` : ''}`)
  return found
}
const clashing = computed(
  () => new Set((board.value?.clashes ?? []).flatMap((clash) => clash.jobs.map((job) => `${job} ${clash.on}`))),
)
const month = (on: string) =>
  new Date(`${on}T12:00`).toLocaleDateString(undefined, { month: 'short', day: 'numeric', timeZone: 'UTC' })
const days = computed(() =>
  (board.value?.days ?? []).map((on) => {
    const at = new Date(`${on}T12:00Z`)
    return {
      on,
      says: `${at.toLocaleDateString(undefined, { weekday: 'short', timeZone: 'UTC' })} ${at.getUTCDate()}`,
      off: board.value!.off.includes(on),
    }
  }),
)
const columns = computed(() => days.value.map((day) => (day.off ? '14px' : 'minmax(56px, 1fr)')).join(' '))
const held = ref<{ job: BoardJob; bar: BoardBar | null } | null>(null)
const fault = ref('')
const busy = ref(false)
watch(first, () => (fault.value = ''))
/** Puts a job or one of its tasks on a day or under a lead; whether it went. */
async function book(job: string, body: { task: string; on: string; lead: string | null }): Promise<boolean> {
  fault.value = ''
  busy.value = true
  try {
    await ask(api.POST('/api/jobs/{job_id}/booking', { params: { path: { job_id: job } }, body }))
    await client.invalidateQueries({ queryKey: ['board'] })
    return true
  } catch (problem) {
    fault.value = (problem as Error).message
    return false
  } finally {
    busy.value = false
  }
}
/** What was pulled last, so that it can go back. */
const undo = ref<{ says: string; job: string; task: string; on: string; lead: string } | null>(null)
async function drop(job: BoardJob, bar: BoardBar, at: { on: string; lead: string }): Promise<void> {
  const on = at.on === bar.first ? '' : at.on
  const lead = at.lead === job.lead ? null : at.lead
  if (!on && lead === null) return
  const back = { says: `Moved ${job.name}`, job: job.id, task: bar.task, on: on ? bar.first : '', lead: job.lead }
  undo.value = (await book(job.id, { task: bar.task, on, lead })) ? back : null
}
async function goBack(): Promise<void> {
  const { job, task, on, lead } = undo.value!
  if (await book(job, { task, on, lead })) undo.value = null
}
const take = (way: WayOut) => book(way.job, { task: way.task, on: way.on, lead: way.lead || null })
async function move(body: { on: string; lead: string | null }): Promise<void> {
  const { job, bar } = held.value!
  if (await book(job.id, { task: bar?.task ?? '', ...body })) held.value = null
}
const full = (hours: number, capacity: number) => `${Math.min(100, (100 * hours) / Math.max(capacity, 1))}%`
</script>

<template>
  <main class="page">
    <header class="page-head">
      <h1>Crew board</h1>
      <Button severity="secondary" outlined aria-label="Two weeks earlier" @click="go(addDays(first, -DAYS))"
        ><ChevronLeft :size="18" :stroke-width="1.75" aria-hidden="true"
      /></Button>
      <b v-if="days.length">{{ month(days[0]!.on) }} to {{ month(days.at(-1)!.on) }}</b>
      <Button severity="secondary" outlined aria-label="Two weeks later" @click="go(addDays(first, DAYS))"
        ><ChevronRight :size="18" :stroke-width="1.75" aria-hidden="true"
      /></Button>
      <Button text @click="go(mondayOf(today()))">Today</Button>
      <ul class="sorts end" aria-label="Colors of the bars">
        <li v-for="sort in SORTS" :key="sort.key"><i :class="sort.key" />{{ sort.says }}</li>
      </ul>
      <a class="plain" href="/api/crew/calendar.ics">Calendar file</a>
    </header>
    <p v-if="error" class="fault" role="alert">{{ error.message }}</p>
    <p v-if="data?.left" class="small" role="status">{{ data.left }} more jobs are being scheduled…</p>
    <div v-if="board" class="two">
      <div class="sheet-of-days">
        <div class="row head" :style="{ '--days': columns }">
          <span />
          <template v-for="day in days" :key="day.on">
            <span v-if="day.off" class="off" aria-hidden="true" />
            <span v-else class="day" :class="{ now: day.on === today() }">{{ day.says }}</span>
          </template>
        </div>
        <BoardLane
          v-for="lane in lanes"
          :key="lane.lead"
          :name="lane.name"
          :people="lane.load?.people ?? 0"
          :jobs="lane.jobs"
          :days="days"
          :columns="columns"
          :clashing="clashing"
          :lead="lane.lead"
          :away="awayOf(lane.lead)"
          @move="(job, bar) => (held = { job, bar })"
          @drop="drop"
        />
        <p v-if="undo" class="undo small" role="status">
          {{ undo.says }}. <Button text size="small" :disabled="busy" @click="goBack">Undo</Button>
        </p>
        <p v-if="!lanes.length" class="empty quiet">
          No job has work in these days. Give a job that waits below a day, or look two weeks later.
        </p>
      </div>
      <div class="right">
        <section class="panel-box">
          <h2 v-if="board.clashes.length" class="wrong">
            {{ board.clashes.length === 1 ? '1 clash' : `${board.clashes.length} clashes` }}
          </h2>
          <h2 v-else>No clashes in these days</h2>
          <p v-if="fault" class="fault" role="alert">{{ fault }}</p>
          <div v-for="clash in board.clashes" :key="clash.who + clash.on + clash.jobs.join()" class="clash">
            <b>{{ clash.who }}, {{ month(clash.on) }}</b>
            <p>{{ clash.says }}.</p>
            <Button
              v-for="way in clash.ways"
              :key="way.says"
              severity="secondary"
              outlined
              size="small"
              :disabled="busy"
              @click="take(way)"
              >{{ way.says }}</Button
            >
            <p v-if="!clash.ways.length" class="small">No free days in the next two months: change one by hand.</p>
          </div>
        </section>
        <DaysOff :away="board.away ?? []" :people="board.people ?? []" />
        <section v-if="board.loads.length" class="panel-box">
          <h2>Hours in these days</h2>
          <div v-for="load in board.loads" :key="load.lead" class="load">
            <span>{{ load.lead || NOBODY }}, {{ load.people === 1 ? '1 person' : `${load.people} people` }}</span>
            <span
              ><b>{{ Math.round(load.hours) }}</b> of {{ Math.round(load.capacity_h) }} h</span
            >
            <div class="bar" aria-hidden="true">
              <i
                :class="{ over: load.hours > load.capacity_h }"
                :style="{ width: full(load.hours, load.capacity_h) }"
              />
            </div>
            <p v-if="load.hours > load.capacity_h" class="fault small">
              {{ Math.round(load.hours - load.capacity_h) }} h over
            </p>
          </div>
        </section>
      </div>
    </div>
    <section v-if="board?.waiting.length" class="waiting">
      <h2>Not on the board</h2>
      <ul>
        <li v-for="job in board.waiting" :key="job.id">
          <b>{{ job.name }}</b>
          <span class="quiet small">{{ job.problem || `${Math.round(job.hours)} h` }}</span>
          <Button
            severity="secondary"
            outlined
            size="small"
            :aria-label="`Give ${job.name} a day`"
            @click="held = { job, bar: null }"
            >Set date</Button
          >
        </li>
      </ul>
    </section>
    <BoardMove
      v-if="held"
      :job="held.job"
      :bar="held.bar"
      :leads="board?.leads ?? []"
      :fault="fault"
      :busy="busy"
      @close="held = null"
      @move="move"
    />
  </main>
</template>

<style scoped>
.sorts {
  display: flex;
  gap: 14px;
  padding: 0;
  list-style: none;
  font-size: 13px;
}
.sorts i {
  display: inline-block;
  width: 13px;
  height: 13px;
  margin-right: 5px;
  vertical-align: -2px;
  border: 1px solid var(--line);
  border-radius: 2px;
}
.two {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 240px;
  gap: 16px;
  align-items: start;
}
.right {
  display: grid;
  gap: 12px;
}
.sheet-of-days {
  overflow-x: auto;
  background: var(--paper);
  border: 1px solid var(--line);
  border-radius: 4px;
}
.row {
  display: grid;
  grid-template-columns: 132px var(--days);
  min-width: 640px;
}
.head {
  background: var(--tape);
  border-bottom: 1px solid var(--ink-2);
}
.day {
  padding: 8px 6px;
  font-weight: 600;
  font-size: 13px;
  border-left: 1px solid var(--line);
}
.now {
  box-shadow: inset 0 -3px var(--flag);
}
.off {
  background: var(--line);
}
.empty {
  padding: 40px 16px;
  margin: 0;
}
.undo {
  margin: 0;
  padding: 6px 12px;
}
.wrong {
  color: var(--fail);
}
.clash {
  display: grid;
  gap: 4px;
  justify-items: start;
  padding: 8px 0;
  border-top: 1px solid var(--line);
}
.clash p {
  margin: 0;
}
.load {
  display: grid;
  grid-template-columns: 1fr auto;
  gap: 2px 8px;
  font-size: 13px;
  margin-bottom: 8px;
}
.load > .bar,
.load > p {
  grid-column: 1 / -1;
}
.load .bar {
  height: 7px;
  background: var(--ground);
  border-radius: 3px;
  overflow: hidden;
}
.load .bar i {
  display: block;
  height: 100%;
  background: var(--chalk);
}
.load .bar .over {
  background: var(--fail);
}
.waiting {
  margin-top: 16px;
}
.waiting ul {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  margin: 8px 0 0;
  padding: 0;
  list-style: none;
}
.waiting li {
  display: flex;
  gap: 10px;
  align-items: center;
  padding: 6px 8px 6px 12px;
  background: var(--paper);
  border: 1px dashed var(--ink-2);
  border-radius: 4px;
}
.dig {
  background: var(--work-dig);
}
.pour {
  background: var(--work-pour);
}
.frame {
  background: var(--work-frame);
}
.finish {
  background: var(--work-finish);
}
.visit {
  background: var(--work-visit);
}
@media (max-width: 980px) {
  .two {
    grid-template-columns: minmax(0, 1fr);
  }
  .sorts {
    display: none;
  }
}
</style>
