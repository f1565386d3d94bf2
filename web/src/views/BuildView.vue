<script setup lang="ts">
import DayField from '@/components/DayField.vue'
import { CAUTIONS } from '@/logic/states'
import Checkbox from 'primevue/checkbox'
import SelectBox from '@/components/SelectBox'
import Button from 'primevue/button'
import InputText from 'primevue/inputtext'
import { computed, ref } from 'vue'
import { RouterLink } from 'vue-router'
import DaysBox from '@/components/DaysBox.vue'
import { useLocateStatus } from '@/composables/useLocateStatus'
import { useJobSheet } from '@/composables/useJobSheet'
import { showLength } from '@/logic/units'
import { useJob } from '@/stores/job'

const store = useJob()
const { sheet, structure } = useJobSheet()
const { data: dig, error } = useLocateStatus(structure)
type Locate = NonNullable<typeof store.document>['site']['locate']
const locate = computed<Locate>(() => store.document!.site.locate)
const ticks: [keyof Locate, string][] = [
  ['owners_answered', 'All utility owners have responded'],
  ['marks_visible', 'Locate marks are still visible'],
  ['private_lines_asked', 'Private lines checked: drains, irrigation, gas, garden lights'],
]
const set = (name: keyof Locate, value: string | boolean) =>
  store.change((job) => void ((job.site.locate as Record<string, unknown>)[name] = value), 'locate')
const paper = ref<'letter' | 'a4'>('letter')
const fromEnd = ref(false)
const to = ref('centre')
const mirrored = ref(false)
const offset = ref('')
const link = computed(() => {
  const query = new URLSearchParams({
    paper: paper.value,
    from_end: String(fromEnd.value),
    to: to.value,
    mirrored: String(mirrored.value),
    offset: offset.value,
  })
  return `/api/jobs/${store.id}/files/${structure.value}/sheets.pdf?${query}`
})
const hurt = computed(() => sheet.value?.cautions.filter((item) => item.cleared_by !== 'locate') ?? [])
/** A task is held back while a caution that stops it is not cleared. */
const heldBack = (id: string) =>
  (dig.value?.held_tasks ?? []).includes(id) ||
  (!dig.value?.ready &&
    (sheet.value?.cautions ?? []).some((item) => item.cleared_by === 'locate' && item.stops.includes(id)))
const waits = (task: { after: unknown[] }) => (task.after as [string, string][]).some(([, wait]) => wait === 'cure')
const work = (rows: [string, number, string][]) =>
  rows
    .map(([what, amount, unit]) =>
      unit
        ? `${what} ${unit === 'm' ? showLength(amount, store.tape) : `${amount} ${unit === 'm2' ? 'm²' : unit}`}`
        : `${amount} ${what}`,
    )
    .join(', ')
const near = computed(
  () => sheet.value?.cautions.filter((item) => item.cleared_by === 'locate' && item.about.includes('/zone/')) ?? [],
)
</script>

<template>
  <main v-if="store.document && sheet" class="page">
    <header class="page-head">
      <h1>Build</h1>
      <p class="small quiet">
        Field view shows one post at a time on a phone. It keeps working without signal and catches up later.
      </p>
      <span class="end">
        <Button as="a" severity="secondary" outlined :href="link" target="_blank" label="Site sheets as PDF" />
        <Button
          :as="RouterLink"
          :to="{ name: 'field', params: { job: store.id, structure } }"
          label="Open field view"
        />
      </span>
    </header>
    <div class="two">
      <section class="panel-box">
        <h2>Before you dig</h2>
        <p v-if="error" class="fault" role="alert">{{ error.message }}</p>
        <p v-else-if="dig" class="state" :class="{ ready: dig.ready }" role="status">
          {{ dig.ready ? `Digging may begin. ${dig.days_left} days left on the ticket.` : 'Do not dig.' }}
        </p>
        <ul v-if="dig && !dig.ready" class="points">
          <li v-for="point in dig.open_points" :key="point">{{ point }}</li>
        </ul>
        <div class="form">
          <label for="ticket">Locate ticket</label
          ><InputText
            id="ticket"
            :model-value="locate.ticket"
            maxlength="60"
            @change="set('ticket', ($event.target as HTMLInputElement).value)"
          />
          <DayField
            class="wide"
            label="Dig from"
            :model-value="locate.dig_from"
            @update:model-value="set('dig_from', $event)"
          />
          <DayField
            class="wide"
            label="Expires"
            :model-value="locate.expires"
            @update:model-value="set('expires', $event)"
          />
          <label v-for="[name, says] in ticks" :key="name" class="tick"
            ><Checkbox binary :model-value="Boolean(locate[name])" @update:model-value="set(name, $event)" />
            {{ says }}</label
          >
        </div>
        <p v-for="item in near" :key="item.about" class="near">{{ item.text }}</p>
        <h2>Cautions</h2>
        <ul class="points plainlist">
          <li v-for="item in hurt" :key="item.text">
            <b>{{ CAUTIONS[item.kind] ?? item.kind }}.</b> {{ item.text }}
          </li>
        </ul>
      </section>
      <section class="panel-box">
        <h2>Site sheets</h2>
        <div class="form sheet">
          <label
            >Paper
            <SelectBox v-model="paper">
              <option value="letter">Letter</option>
              <option value="a4">A4</option>
            </SelectBox></label
          >
          <label
            >Tape's zero at
            <SelectBox v-model="fromEnd">
              <option :value="false">The start</option>
              <option :value="true">The end</option>
            </SelectBox></label
          >
          <label
            >Marks to the post's
            <SelectBox v-model="to">
              <option value="centre">Centre</option>
              <option value="near face">Near face</option>
              <option value="far face">Far face</option>
            </SelectBox></label
          >
          <label><Checkbox v-model="mirrored" binary /> Mirror (read from the other side)</label>
          <label
            >Offset stakes, perpendicular distance <InputText v-model="offset" class="short" placeholder="None"
          /></label>
        </div>
        <DaysBox />
        <h2>Order of work</h2>
        <p
          v-for="item in (dig?.disagreements ?? []).filter(
            (one) => !one.decided && (one.stage === 'frame' || one.stage === 'buy'),
          )"
          :key="item.id"
          class="fault small"
        >
          Two documents disagree. {{ item.says }}: the {{ item.stage }} waits until someone decides, on the overview.
        </p>
        <ol class="work">
          <li v-for="task in sheet.tasks" :key="task.id" :class="{ held: heldBack(task.id) }">
            {{ task.what }}<template v-if="heldBack(task.id)"> (held back)</template>.
            <template v-if="waits(task)">Wait for concrete strength (set is not cured). </template>
            <span v-if="task.work.length" class="small quiet"
              >{{ work(task.work as [string, number, string][]) }}.
            </span>
            <span v-if="task.hold" class="quiet">Hold: {{ task.hold }}.</span>
          </li>
        </ol>
      </section>
    </div>
  </main>
  <main v-else class="page"><p class="quiet" aria-busy="true">Calculating.</p></main>
</template>

<style scoped>
.page {
  overflow-y: auto;
  width: 100%;
}
.two {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 16px;
  align-items: start;
}
h2 {
  margin: 14px 0 6px;
}
.state {
  font-weight: 600;
  border: 2px solid var(--fail);
  color: var(--fail);
  padding: 8px 12px;
  border-radius: 3px;
}
.state.ready {
  border-color: var(--pass);
  color: var(--pass);
}
.points {
  padding-left: 18px;
  display: grid;
  gap: 4px;
}
.points b {
  text-transform: capitalize;
}
.form {
  display: grid;
  gap: 6px;
}
.form > label:not(.tick) {
  font-size: 13px;
  color: var(--ink-2);
}
.sheet > label:not(:has(.p-checkbox)) {
  display: grid;
  grid-template-columns: 240px 150px;
  align-items: center;
}
.tick {
  display: flex;
  gap: 8px;
  align-items: center;
  padding: 3px 0;
}
.near {
  border-left: 3px solid var(--zone);
  padding-left: 10px;
  margin-top: 8px;
}
.sheet select,
.short {
  border: 1px solid var(--line);
  border-radius: 3px;
  background: var(--paper);
  padding: 3px 6px;
}
.short {
  width: 90px;
}
.work {
  padding-left: 20px;
  display: grid;
  gap: 4px;
}
.held {
  color: var(--fail);
  font-weight: 600;
}
@media (max-width: 860px) {
  .two {
    grid-template-columns: 1fr;
  }
}
</style>
