<script setup lang="ts">
import DayField from '@/components/DayField.vue'
import Button from 'primevue/button'
import { computed } from 'vue'
import { api, ask } from '@/api/client'
import type { DayAnswer, Job } from '@/api/types'
import { useJobAnswer } from '@/composables/useJobAnswer'
import { weather } from '@/logic/units'
import { useJob } from '@/stores/job'
import KeptInput from '@/components/KeptInput.vue'
import { today } from '@/logic/days'
import { sentence } from '@/logic/sentence'

type Day = NonNullable<Job['days']>[number]
const store = useJob()
const { data: answers } = useJobAnswer<DayAnswer[]>(
  'days',
  async (document) => (await ask(api.POST('/api/designs/weather-limits', { body: { document } }))).days,
  (job) => !!job.days?.length,
)
/** Weather as the crew reads it; kept in SI. */
const UNITS = computed(() => weather(store.tape.system))
const round = (value: number) => String(Math.round(value * 10) / 10)
function add(work: Day['work']): void {
  store.change((job) => {
    ;(job.days ??= []).push({
      id: `day-${Date.now().toString(36)}`,
      work,
      on: today(),
      temperature_c: 15,
      rain_mm: 0,
      wind_m_per_s: 3,
      strength_h: 24,
    })
  }, 'a day of work')
}
const edit = (i: number, change: (day: Day) => void) =>
  store.change((job) => change(job.days![i]!), 'the weather of a day')
function number(
  i: number,
  field: HTMLInputElement,
  low: number,
  high: number,
  keep: (value: number) => number,
  put: (day: Day, value: number) => void,
): void {
  const value = keep(Number(field.value.replace(',', '.')))
  if (!Number.isFinite(value) || value < low || value > high) {
    field.setCustomValidity('This is not weather: check the number')
    field.reportValidity()
    return
  }
  field.setCustomValidity('')
  edit(i, (day) => put(day, value))
}
const of = (id: string) => answers.value?.find((item) => item.id === id)
</script>

<template>
  <section aria-label="Work-day weather">
    <h2>The day</h2>
    <p class="small quiet">
      Type what the forecast says. <Button text size="small" @click="add('dig')">Add digging day</Button> ·
      <Button text size="small" @click="add('pour')">Add concrete pour</Button> ·
      <Button text size="small" @click="add('lift')">Add lifting day</Button>
    </p>
    <div v-for="(day, i) in store.document?.days" :key="day.id" class="day">
      <b>{{ sentence(day.work) }}</b>
      <DayField label="On" :model-value="day.on" @update:model-value="edit(i, (at) => void (at.on = $event))" />
      <label class="small"
        >{{ UNITS.t.says
        }}<KeptInput
          :value="round(UNITS.t.show(day.temperature_c!))"
          inputmode="decimal"
          @change="
            number(i, $event.target as HTMLInputElement, -40, 55, UNITS.t.keep, (at, v) => void (at.temperature_c = v))
          "
      /></label>
      <label class="small"
        >{{ sentence(UNITS.r.says)
        }}<KeptInput
          :value="round(UNITS.r.show(day.rain_mm!))"
          inputmode="decimal"
          @change="
            number(i, $event.target as HTMLInputElement, 0, 500, UNITS.r.keep, (at, v) => void (at.rain_mm = v))
          "
      /></label>
      <label class="small"
        >{{ sentence(UNITS.w.says)
        }}<KeptInput
          :value="round(UNITS.w.show(day.wind_m_per_s!))"
          inputmode="decimal"
          @change="
            number(i, $event.target as HTMLInputElement, 0, 70, UNITS.w.keep, (at, v) => void (at.wind_m_per_s = v))
          "
      /></label>
      <label v-if="day.work === 'pour'" class="small"
        >Bag strength time (h)<KeptInput
          :value="day.strength_h"
          inputmode="decimal"
          @change="
            number(
              i,
              $event.target as HTMLInputElement,
              0.5,
              2000,
              (v) => v,
              (at, v) => void (at.strength_h = v),
            )
          "
      /></label>
      <Button
        text
        size="small"
        :aria-label="`remove the day to ${day.work}`"
        @click="store.change((job) => void job.days!.splice(i, 1), 'removed a day')"
      >
        Remove
      </Button>
      <p v-if="of(day.id)" class="answer">
        <span
          class="verdict"
          :class="{ go: 'pass', 'take care': 'at_limit', 'not today': 'fail' }[of(day.id)!.verdict]"
          >{{ of(day.id)!.verdict }}</span
        >
        <template v-if="of(day.id)!.waits_least_h"
          >Loads wait {{ of(day.id)!.waits_least_h!.toFixed(0) }} to
          {{ of(day.id)!.waits_most_h!.toFixed(0) }} hours. </template
        >{{ of(day.id)!.reasons.join('. ') }}
      </p>
    </div>
  </section>
</template>

<style scoped>
h2 {
  margin: 14px 0 2px;
}
.day {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  align-items: end;
  padding: 6px 0;
  border-bottom: 1px solid var(--line);
}
.day b {
  width: 34px;
  padding-bottom: 6px;
}
.day .link {
  min-height: 24px;
}
.answer {
  flex-basis: 100%;
  margin: 0;
  font-size: 13.5px;
}
.answer .verdict {
  margin-right: 0.5em;
}
label.small {
  display: grid;
  flex: 0 1 64px;
  color: var(--ink-2);
  min-width: max-content;
  white-space: nowrap;
}
label.small:first-of-type {
  flex-basis: 128px;
}
input {
  border: 1px solid var(--line);
  border-radius: 3px;
  background: var(--paper);
  color: var(--ink);
  padding: 4px 7px;
  width: 0; /* the label says how wide */
  min-width: 100%;
  height: 33px;
}
.link.small {
  padding-bottom: 2px;
}
</style>
