<script setup lang="ts">
import DayField from '@/components/DayField.vue'
import Button from 'primevue/button'
import InputText from 'primevue/inputtext'
import SelectBox from '@/components/SelectBox'
import { computed, ref, watch } from 'vue'
import { api, ask } from '@/api/client'
import type { Calendar, CalendarMoved } from '@/api/types'
import CountField from '@/components/CountField.vue'
import JobPage from '@/components/JobPage.vue'
import DaysBox from '@/components/DaysBox.vue'
import KeptInput from '@/components/KeptInput.vue'
import NumberField from '@/components/NumberField.vue'
import DayString from '@/components/calendar/DayString.vue'
import OutsideForm from '@/components/calendar/OutsideForm.vue'
import { useJobAnswer } from '@/composables/useJobAnswer'
import { clock, today } from '@/logic/days'
import { useJob } from '@/stores/job'

/** The job on days: every structure's tasks in one order, what comes from outside, holds, weather; pulled by hand. */
const store = useJob()
const { data: answer, error } = useJobAnswer('schedule', (document) =>
  ask(api.POST('/api/schedule', { body: { document, job: store.id } })),
)
const data = computed(() => answer.value?.calendar as Calendar | undefined)
/** Days on which the same crew works on another job, by job. */
const doubleBooked = computed(() => {
  const found = new Map<string, { name: string; days: string[] }>()
  for (const one of answer.value?.double_booked ?? []) {
    const row = found.get(one.job) ?? { name: one.name, days: [] }
    row.days.push(one.on)
    found.set(one.job, row)
  }
  return found
})
const alsoToday = computed(() => (answer.value?.double_booked ?? []).filter((one) => one.on === day.value))
const terms = computed(() => store.document?.calendar ?? null)
/** Names as they are typed, each once. */
const names = (text: string) =>
  [
    ...new Set(
      text
        .split(',')
        .map((name) => name.trim().slice(0, 60))
        .filter(Boolean),
    ),
  ].slice(0, 12)
const quote = computed(() => store.document?.quote ?? null)
const selected = ref('')
const chosen = computed(() => data.value?.tasks.find((task) => task.id === selected.value) ?? null)
const day = ref('')
watch(
  data,
  (found) => {
    if (!found || found.days.some((item) => item.on === day.value)) return
    day.value = found.days.find((item) => item.on >= today() && !item.off)?.on ?? found.days[0]?.on ?? ''
  },
  { immediate: true },
)
const onDay = computed(() =>
  (data.value?.tasks ?? [])
    .flatMap((task) => task.spans.filter((span) => span.on === day.value).map((span) => ({ task, span })))
    .sort((a, b) => a.span.at_h - b.span.at_h),
)
const dayRow = computed(() => data.value?.days.find((item) => item.on === day.value) ?? null)
const spoken = (when: string) =>
  new Date(`${when.slice(0, 10)}T12:00`).toLocaleDateString(undefined, {
    weekday: 'long',
    day: 'numeric',
    month: 'long',
  })

const refused = ref('')
const pushed = ref<CalendarMoved['pushed']>([])
async function pull(task: string, on: string): Promise<void> {
  refused.value = ''
  pushed.value = []
  selected.value = task
  try {
    const body = { document: store.document!, task, on }
    const found = (await ask(api.POST('/api/schedule/move', { body }))) as CalendarMoved
    store.change((job) => (job.calendar = found.terms as typeof job.calendar), on ? 'Moved task' : 'Reset task')
    pushed.value = found.pushed
  } catch (fault) {
    refused.value = (fault as Error).message
  }
}
type Terms = NonNullable<typeof store.document>['calendar']
const edit = (change: (terms: Terms) => void, says: string) => store.change((job) => change(job.calendar), says)
const WEEK = ['Mon', 'Tue', 'Wed', 'Thu', 'Fri', 'Sat', 'Sun']
const phaseOf = (id: string) => terms.value?.phases?.find((one) => one.structure === id)?.number ?? 1
const phasesUsed = computed(() => (terms.value?.phases ?? []).map((one) => one.number - 1))
const setPhase = (structure: string, number: number) =>
  edit((at) => {
    const rest = (at.phases ?? []).filter((one) => one.structure !== structure)
    at.phases = number > 1 ? [...rest, { structure, number }] : rest
  }, 'The phases')
const offs = computed(() => (terms.value?.weekdays_off ?? []) as number[])
function week(index: number): void {
  const now = offs.value.includes(index) ? offs.value.filter((one) => one !== index) : [...offs.value, index]
  if (now.length < 7) edit((at) => (at.weekdays_off = now.sort()), 'The days of the week')
}
const offDay = ref('')
const offWhy = ref('')
function addOff(): void {
  if (!offDay.value) return
  const made = { on: offDay.value, why: offWhy.value }
  edit((at) => (at.days_off = [...(at.days_off ?? []).filter((one) => one.on !== made.on), made]), 'A day off')
  offDay.value = offWhy.value = ''
}
function addOutside(): void {
  const id = `outside-${Date.now().toString(36)}`
  const on = dayRow.value?.on ?? today()
  edit((at) => {
    at.outside = [...(at.outside ?? []), { id, kind: 'delivery', what: '', on, days_count: 1, waits: [], after: [] }]
  }, 'Something from outside')
  selected.value = id
}
const told = ref('')
async function outer(work: () => Promise<string>): Promise<void> {
  told.value = refused.value = ''
  try {
    told.value = await work()
  } catch (fault) {
    refused.value = (fault as Error).message
  }
}
const forecast = () =>
  outer(async () => {
    const { days } = await ask(api.POST('/api/integrations/weather', { body: { document: store.document! } }))
    store.change((job) => (job.days = days as typeof job.days), 'The forecast')
    return 'The forecast is in; what you typed stays.'
  })
const locate = () =>
  outer(async () => {
    const found = await ask(api.POST('/api/integrations/locate', { body: { document: store.document! } }))
    store.change((job) => (job.site.locate = found.locate as typeof job.site.locate), 'The locate ticket')
    const open = found.owners.filter((row) => !row.said).map((row) => row.owner)
    const ticket = `Ticket ${found.locate.ticket}, digging from ${found.locate.dig_from} to ${found.locate.expires}`
    if (open.length) throw new Error(`Do not dig: no answer yet from ${open.join(', ')}. ${ticket}.`)
    return `${ticket}. Every owner has answered.`
  })
const outside = computed(() => (terms.value?.outside ?? []).find((item) => item.id === selected.value) ?? null)
const file = (name: string) => `/api/jobs/${store.id}/documents/${name}`
</script>

<template>
  <JobPage v-if="terms && quote" label="When the crew works" wide="270px">
    <template #panel>
      <h1>Schedule</h1>
      <p v-if="data" class="small">
        {{ Math.round(data.hours) }} person-hours, done by <b>{{ data.ends_on ? spoken(data.ends_on) : '' }}</b>.
      </p>
      <DayField
        label="Start date"
        :model-value="terms.starts_on || ''"
        @update:model-value="edit((at) => (at.starts_on = $event), 'The first day')"
      />
      <p v-if="!terms.starts_on" class="small quiet">No start date set; using today.</p>
      <label class="small"
        >Lead
        <KeptInput
          :value="terms.lead ?? ''"
          maxlength="60"
          placeholder="Nobody named"
          @change="edit((at) => (at.lead = ($event.target as HTMLInputElement).value.trim()), 'The lead')"
      /></label>
      <label class="small"
        >With
        <KeptInput
          :value="(terms.people ?? []).join(', ')"
          maxlength="400"
          placeholder="Names, with commas"
          @change="edit((at) => (at.people = names(($event.target as HTMLInputElement).value)), 'The people')"
      /></label>
      <CountField
        label="People"
        :model-value="quote.crew_count"
        path="quote/crew_count"
        @update:model-value="$event !== null && store.change((job) => (job.quote.crew_count = $event!), 'People')"
      />
      <NumberField
        label="Hours a day"
        :model-value="quote.day_h"
        path="quote/day_h"
        @update:model-value="$event !== null && store.change((job) => (job.quote.day_h = $event!), 'Hours a day')"
      />
      <NumberField
        label="From (o'clock)"
        :model-value="terms.start_h"
        path="calendar/start_h"
        @update:model-value="$event !== null && edit((at) => (at.start_h = $event!), 'The hour')"
      />
      <div class="week" role="group" aria-label="Working days">
        <Button
          v-for="(name, index) in WEEK"
          :key="name"
          severity="secondary"
          outlined
          size="small"
          :class="{ on: !offs.includes(index) }"
          :aria-pressed="!offs.includes(index)"
          @click="week(index)"
        >
          {{ name }}
        </Button>
      </div>
      <details>
        <summary>Days off{{ terms.days_off?.length ? ` (${terms.days_off.length})` : '' }}</summary>
        <ul class="small offs">
          <li v-for="off in terms.days_off ?? []" :key="off.on">
            {{ off.on }} {{ off.why }}
            <Button
              text
              size="small"
              :aria-label="`Work on ${off.on} after all`"
              @click="
                edit((at) => (at.days_off = at.days_off!.filter((one) => one.on !== off.on)), 'A day off taken back')
              "
            >
              Work
            </Button>
          </li>
        </ul>
        <DayField v-model="offDay" label="Day" />
        <label class="small">Why <InputText v-model="offWhy" maxlength="80" size="small" /></label>
        <Button severity="secondary" outlined size="small" :disabled="!offDay" @click="addOff">Add day off</Button>
      </details>
      <details v-if="(store.document?.structures.length ?? 0) > 1">
        <summary>Phases{{ terms.phases?.length ? ` (${1 + Math.max(0, ...phasesUsed)})` : '' }}</summary>
        <p class="small quiet">A later phase begins when all before it is done.</p>
        <label v-for="item in store.document!.structures" :key="item.spec.id" class="small phase">
          {{ item.name }}
          <SelectBox :model-value="phaseOf(item.spec.id)" @update:model-value="setPhase(item.spec.id, Number($event))">
            <option v-for="n in 5" :key="n" :value="n">{{ n }}</option>
          </SelectBox>
        </label>
      </details>
      <p class="small">
        Export: <a :href="file('calendar.ics')">calendar file</a>,
        <a :href="`${file('day.pdf')}?at=${day}&paper=${store.tape.system === 'imperial' ? 'letter' : 'a4'}`"
          >this day's sheet</a
        >
      </p>
    </template>
    <p v-if="error" class="fault">{{ error.message }}</p>
    <p v-for="text in data?.failed ?? []" :key="text" class="fault small">{{ text }}</p>
    <p v-for="text in data?.amiss ?? []" :key="text" class="fault small">{{ text }}</p>
    <p v-for="[id, other] in doubleBooked" :key="id" class="fault small double-booked" role="status">
      Double-booked with
      <router-link :to="{ name: 'schedule', params: { job: id } }">{{ other.name }}</router-link> on
      {{ other.days.length }} {{ other.days.length === 1 ? 'day' : 'days' }}, first {{ spoken(other.days[0]!) }}.
    </p>
    <p v-if="refused" class="fault" role="alert">{{ refused }}</p>
    <p v-if="pushed.length" class="pushed small" role="status">
      That pushes {{ pushed.length === 1 ? '1 other' : `${pushed.length} others` }}:
      {{
        pushed
          .slice(0, 4)
          .map((item) => `${item.what.slice(0, 60)} to ${spoken(item.now)}`)
          .join('; ')
      }}{{ pushed.length > 4 ? ' …' : '' }}
    </p>
    <p v-if="data && !data.tasks.length" class="empty">
      Nothing to do yet. <router-link :to="{ name: 'overview' }">Start a structure on the overview</router-link>, and
      its work stands here on days.
    </p>
    <DayString
      v-if="data?.tasks.length"
      :calendar="data"
      :selected="selected"
      :start="terms.start_h"
      :hours="quote.day_h"
      @select="selected = $event"
      @pull="pull"
      @day="day = $event"
    />
    <div class="below">
      <section class="day" aria-label="The day">
        <h2>{{ day ? spoken(day) : '' }}</h2>
        <p class="small quiet">
          <template v-if="dayRow?.off">Nobody works: {{ dayRow.off }}.</template>
          <template v-else-if="dayRow"
            >{{ dayRow.hours }} hours of work{{ dayRow.light_h ? `, light for ${dayRow.light_h.toFixed(1)}` : '' }}.
            {{ dayRow.weather ? `The weather: ${dayRow.weather}.` : 'No weather typed.' }}</template
          >
        </p>
        <p v-for="one in alsoToday" :key="one.job" class="small fault">
          Also booked: {{ one.name }}, {{ one.hours }} hours.
        </p>
        <p v-for="reason in dayRow?.reasons ?? []" :key="reason" class="small">{{ reason }}</p>
        <ol class="tasks">
          <li v-for="{ task, span } in onDay" :key="task.id + span.at_h">
            <Button unstyled class="pick" :class="{ on: task.id === selected }" @click="selected = task.id">
              <span class="at">{{ span.hours ? clock(span.at_h) : '' }}</span>
              <span
                ><b>{{ task.name }}</b> {{ task.what }}
                <em v-if="task.hold" class="small">Hold point: {{ task.hold }}</em>
                <em v-for="why in task.stops" :key="why" class="small fault">Not yet: {{ why }}</em>
              </span>
            </Button>
            <router-link
              v-if="task.structure"
              :to="{ name: 'field', params: { job: store.id, structure: task.structure } }"
              class="small line"
              :aria-label="`Show on timeline: ${task.name}`"
              >Show on timeline</router-link
            >
            <router-link
              v-if="task.structure"
              :to="{ name: 'design', params: { job: store.id, structure: task.structure }, query: { task: task.id } }"
              class="small line"
              :aria-label="`Show in 3D: ${task.name}`"
              >Show in 3D</router-link
            >
          </li>
        </ol>
        <p v-if="!onDay.length" class="small quiet">Nothing on this day.</p>
      </section>
      <section v-if="chosen" class="one" aria-label="The task">
        <h2>{{ chosen.name || 'External events' }}</h2>
        <p>{{ chosen.what }}</p>
        <p class="small quiet">
          {{ spoken(chosen.start) }}{{ chosen.hours ? `, ${chosen.hours.toFixed(1)} person-hours` : ''
          }}{{ chosen.held_by ? `. It waits for ${chosen.held_by}` : '' }}{{ chosen.moved ? `. ${chosen.moved}` : '' }}
        </p>
        <DayField
          v-if="!outside"
          label="Move to"
          :model-value="chosen.start.slice(0, 10)"
          @update:model-value="pull(chosen!.id, $event)"
        />
        <Button v-if="chosen.pulled" text size="small" @click="pull(chosen!.id, '')">Reset to earliest date</Button>
        <OutsideForm v-if="outside && data" :id="outside.id" :key="outside.id" :calendar="data" />
      </section>
      <div>
        <DaysBox />
        <p class="row">
          <Button severity="secondary" outlined size="small" @click="forecast">Get forecast</Button>
          <Button severity="secondary" outlined size="small" @click="locate">Check locate status</Button>
        </p>
        <p v-if="told" class="small" role="status">{{ told }}</p>
        <p class="small quiet">Both are simulated: <router-link to="/connections">Connections</router-link></p>
      </div>
      <p>
        <Button severity="secondary" outlined size="small" @click="addOutside"
          >A delivery, another trade, an inspection</Button
        >
      </p>
    </div>
  </JobPage>
</template>

<style scoped>
.tasks .line {
  display: inline-block;
  min-height: 24px;
  padding: 0 0 8px;
}
.tasks .line:first-of-type {
  padding-left: 58px;
  padding-right: 14px;
}
@media (max-width: 860px) {
  :deep(.middle) {
    display: flex;
    flex-direction: column;
  }
  .below {
    order: -1; /* on the phone the day comes first */
  }
}
.phase {
  display: flex;
  justify-content: space-between;
  gap: 8px;
  padding: 2px 0;
}
label input {
  width: 100%;
}
.row {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
}
.week {
  display: flex;
  gap: 3px;
}
.week .plain {
  padding: 4px 0;
  min-width: 0;
  flex: 1;
}
.week .plain {
  color: var(--ink-2);
}
.week .on {
  background: var(--chalk-soft);
  border-color: var(--chalk);
  color: var(--ink);
  font-weight: 600;
}
.offs {
  padding-left: 16px;
}
.pushed {
  background: var(--chalk-soft);
  padding: 6px 10px;
}
.below {
  display: grid;
  grid-template-columns: minmax(0, 3fr) minmax(240px, 2fr);
  gap: 6px 24px;
  margin-top: 10px;
}
.tasks {
  list-style: none;
  padding: 0;
  margin: 0;
}
.pick {
  display: grid;
  grid-template-columns: 52px 1fr;
  width: 100%;
  text-align: left;
  background: none;
  border: 0;
  border-top: 1px solid var(--line);
  padding: 8px 6px;
  color: var(--ink);
  font: inherit;
  cursor: pointer;
}
.pick.on {
  background: var(--chalk-soft);
}
.pick em {
  display: block;
  font-style: normal;
  color: var(--ink-2);
}
.pick em.fault {
  color: var(--fail);
}
.at {
  font-variant-numeric: tabular-nums;
}
.one {
  border-left: 1px solid var(--line);
  padding-left: 18px;
}
@media (max-width: 860px) {
  .below {
    grid-template-columns: 1fr;
  }
  .one {
    border-left: 0;
    padding-left: 0;
  }
}
</style>
