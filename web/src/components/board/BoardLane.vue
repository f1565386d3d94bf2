<script setup lang="ts">
import { OctagonX } from 'lucide-vue-next'
import Button from 'primevue/button'
import { computed } from 'vue'
import type { BoardBar, BoardJob } from '@/api/types'
import { useBoardDrag } from '@/composables/useBoardDrag'
import { today } from '@/logic/days'

/** One lead's jobs on the days shown: a bar for each sort of work, none over another. */
const props = defineProps<{
  name: string
  people: number
  jobs: BoardJob[]
  days: { on: string; off: boolean }[]
  columns: string
  clashing: Set<string> /** a job's id and a day */
  lead: string
  away: Map<string, string> /** days on which the lead is away, and why */
}>()
const emit = defineEmits<{
  move: [job: BoardJob, bar: BoardBar]
  drop: [job: BoardJob, bar: BoardBar, at: { on: string; lead: string }]
}>()

interface Placed {
  key: string
  job: BoardJob
  bar: BoardBar
  from: number
  to: number
  row: number
  clash: boolean
}
/** Bars in rows: each in the first row in which its days are free. */
const bars = computed<Placed[]>(() => {
  const place = new Map(props.days.map((day, k) => [day.on, k]))
  const taken: number[] = []
  const found: Placed[] = []
  const all = props.jobs.flatMap((job) => job.bars.map((bar) => ({ job, bar })))
  all.sort((a, b) => a.bar.first.localeCompare(b.bar.first) || a.job.name.localeCompare(b.job.name))
  for (const { job, bar } of all) {
    const inside = bar.days.map((on) => place.get(on)).filter((k) => k !== undefined)
    if (!inside.length) continue
    const from = inside[0]!
    const to = inside.at(-1)!
    let row = taken.findIndex((last) => last < from)
    if (row < 0) row = taken.length
    taken[row] = to
    const clash = bar.sort !== 'visit' && bar.days.some((on) => props.clashing.has(`${job.id} ${on}`))
    found.push({ key: `${job.id} ${bar.task} ${bar.first}`, job, bar, from, to, row, clash })
  }
  return found
})
/** What holds a job's digging, said once. */
const holds = computed(() => {
  const found = new Map<string, string>()
  for (const { job, bar } of bars.value) if (bar.held) found.set(job.name, bar.held)
  return [...found]
})
/** A bar is pulled to another day or lane; what it is pulled over says where it lands. */
const { pulled, start } = useBoardDrag()
function pull(event: PointerEvent, one: Placed): void {
  start(event, (cell) => {
    const grabbed = props.days.findIndex((day) => day.on === cell.from)
    const to = props.days.findIndex((day) => day.on === cell.on)
    const first = props.days[one.from + (to - (grabbed < 0 ? one.from : grabbed))]
    if (first) emit('drop', one.job, one.bar, { on: first.on, lead: cell.lead })
  })
}
function open(one: Placed): void {
  if (!pulled.value) emit('move', one.job, one.bar)
}
/** The first day, from today on, on which this lead has work: what the day's sheet is printed for. */
const sheetDay = computed(() => {
  const days = props.jobs.flatMap((job) => job.bars.flatMap((bar) => bar.days)).sort()
  const shown = days.filter((on) => props.days.some((day) => day.on === on))
  return shown.find((on) => on >= today()) ?? shown[0] ?? ''
})
const sheet = computed(() => {
  const paper = navigator.language === 'en-US' ? 'letter' : 'a4'
  return `/api/board/day.pdf?${new URLSearchParams({ lead: props.lead, on: sheetDay.value, paper }).toString()}`
})
const rows = computed(() => Math.max(0, ...bars.value.map((one) => one.row)) + 1)
</script>

<template>
  <div
    class="row lane"
    role="group"
    :aria-label="name"
    :data-lead="lead"
    :style="{ '--days': columns, '--rows': rows }"
  >
    <div class="who">
      <b>{{ name }}</b>
      <span v-if="people" class="quiet small">{{ people === 1 ? '1 person' : `${people} people` }}</span>
      <a v-if="sheetDay" class="small" :href="sheet" target="_blank" rel="noreferrer"
        >Day sheet, {{ sheetDay.slice(5) }}</a
      >
    </div>
    <span
      v-for="(day, k) in days"
      :key="day.on"
      class="cell"
      :class="{ off: day.off, away: away.has(day.on) }"
      :style="{ gridColumn: k + 2 }"
      :data-day="day.on"
      :title="away.get(day.on)"
      aria-hidden="true"
    />
    <Button
      v-for="one in bars"
      :key="one.key"
      unstyled
      class="bar"
      :class="[one.bar.sort, { clash: one.clash }]"
      :style="{ gridColumn: `${one.from + 2} / ${one.to + 3}`, gridRow: one.row + 1 }"
      :title="`${one.job.name}: ${one.bar.what}`"
      aria-keyshortcuts="m"
      @pointerdown="pull($event, one)"
      @click="open(one)"
      @keydown.m.prevent="emit('move', one.job, one.bar)"
    >
      <b>{{ one.job.name }}</b>
      <span>{{ one.bar.what }}</span>
      <OctagonX v-if="one.clash" class="tag" :size="16" :stroke-width="2" aria-label="clash" role="img" />
    </Button>
    <ul v-if="holds.length" class="holds small" :style="{ gridRow: rows + 1 }">
      <li v-for="[job, why] in holds" :key="job">
        <b>Hold: {{ why }}</b> {{ job }}
      </li>
    </ul>
  </div>
</template>

<style scoped>
.lane {
  display: grid;
  grid-template-columns: 132px var(--days);
  grid-auto-rows: minmax(46px, auto);
  min-width: 640px;
  padding: 4px 0;
  border-bottom: 1px solid var(--line);
}
.who {
  display: grid;
  align-content: start;
  grid-column: 1;
  grid-row: 1 / -1;
  padding: 8px 12px;
}
.cell {
  grid-row: 1 / span calc(var(--rows) + 1);
  margin: -4px 0;
  border-left: 1px solid var(--line);
}
.off {
  background: var(--line);
}
.away {
  background: repeating-linear-gradient(45deg, var(--line) 0 3px, transparent 3px 8px);
}
.bar {
  touch-action: none;
  position: relative;
  display: grid;
  align-content: center;
  min-width: 0;
  margin: 2px;
  padding: 2px 8px;
  text-align: left;
  border: 1px solid color-mix(in srgb, var(--ink) 25%, transparent);
  border-radius: 3px;
  color: var(--work-ink);
  font-size: 13px;
  line-height: 1.25;
  cursor: pointer;
}
.holds li {
  width: fit-content;
  padding: 0 4px;
  background: var(--paper);
}
.bar > :is(b, span) {
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
.bar.frame {
  color: var(--work-frame-ink);
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
.clash {
  outline: 2px solid var(--fail);
}
.tag {
  position: absolute;
  right: -4px;
  top: -6px;
  color: var(--fail);
  background: var(--paper);
  border-radius: 50%;
}
.holds {
  grid-column: 2 / -1;
  align-self: start;
  margin: 4px 8px;
  padding: 0;
  list-style: none;
}
.holds b {
  color: var(--fail);
}
</style>
