<script setup lang="ts">
import { useElementSize } from '@vueuse/core'
import { computed, ref } from 'vue'
import type { Calendar, TaskRow } from '@/api/types'

/** The job's days as stakes on a string, one lane a structure; a bar is a task, pulled to another day by hand. */
const props = defineProps<{ calendar: Calendar; selected: string; start: number; hours: number }>()
const emit = defineEmits<{ select: [id: string]; pull: [id: string, on: string]; day: [on: string] }>()
const box = ref<HTMLElement>()
const { width } = useElementSize(box)

const LANE = 46
const LEFT = 120
const TOP = 64
const OUTSIDE = 'External events'
const lanes = computed(() => {
  const names = new Map<string, string>()
  for (const task of props.calendar.tasks) names.set(task.structure, task.name || OUTSIDE)
  return [...names].map(([id, name]) => ({ id, name }))
})
const step = computed(() =>
  Math.max(56, Math.min(150, (width.value - LEFT - 24) / Math.max(1, props.calendar.days.length))),
)
const wide = computed(() => LEFT + step.value * props.calendar.days.length + 24)
const high = computed(() => TOP + lanes.value.length * LANE + 16)
const dayAt = computed(() => new Map(props.calendar.days.map((day, index) => [day.on, index])))
const X = (on: string, at_h: number) =>
  LEFT +
  (dayAt.value.get(on) ?? 0) * step.value +
  Math.max(0, Math.min(1, (at_h - props.start) / props.hours)) * step.value

interface Bar {
  task: TaskRow
  key: string
  x: number
  y: number
  wide: number
}
const bars = computed<Bar[]>(() =>
  props.calendar.tasks.flatMap((task) => {
    const y = TOP + lanes.value.findIndex((lane) => lane.id === task.structure) * LANE + 12
    return task.spans.map((span, index) => {
      const x = span.hours ? X(span.on, span.at_h) : X(span.on, props.start)
      const right = span.hours ? X(span.on, span.at_h + span.hours) : x + step.value - 2
      return { task, key: `${task.id}-${index}`, x, y, wide: Math.max(4, right - x - 1) }
    })
  }),
)
const short = (on: string) => `${Number(on.slice(8))}`
const month = (on: string, index: number) =>
  index === 0 || on.slice(8) === '01' ? new Date(`${on}T12:00`).toLocaleDateString(undefined, { month: 'short' }) : ''

const held = ref<{ id: string; x: number; dx: number } | null>(null)
const shift = (id: string) => (held.value?.id === id ? `translate(${held.value.dx} 0)` : undefined)
function take(task: TaskRow, event: PointerEvent): void {
  emit('select', task.id)
  held.value = { id: task.id, x: event.clientX, dx: 0 }
  ;(event.currentTarget as Element).setPointerCapture(event.pointerId)
}
function drag(event: PointerEvent): void {
  if (held.value) held.value = { ...held.value, dx: event.clientX - held.value.x }
}
function by(task: TaskRow, days: number): void {
  const from = new Date(`${task.start.slice(0, 10)}T12:00Z`)
  from.setUTCDate(from.getUTCDate() + days)
  emit('pull', task.id, from.toISOString().slice(0, 10))
}
function drop(): void {
  const last = held.value
  held.value = null
  const days = last ? Math.round(last.dx / step.value) : 0
  const task = props.calendar.tasks.find((item) => item.id === last?.id)
  if (task && days) by(task, days)
}
function keys(task: TaskRow, event: KeyboardEvent): void {
  const days = { ArrowLeft: -1, ArrowRight: 1 }[event.key]
  if (!days) return
  event.preventDefault()
  by(task, days)
}
const says = (task: TaskRow) => `${task.name ? `${task.name}: ` : ''}${task.what}, ${task.start.slice(0, 10)}`
</script>

<template>
  <div ref="box" class="box">
    <svg
      v-if="width > 50"
      :width="wide"
      :height="high"
      role="group"
      aria-label="The job's days"
      @pointermove="drag"
      @pointerup="drop"
      @pointercancel="held = null"
    >
      <g v-for="(day, index) in calendar.days" :key="day.on">
        <rect
          v-if="day.off"
          :x="LEFT + index * step"
          :y="34"
          :width="step"
          :height="high - 34"
          class="off"
          aria-hidden="true"
        />
        <g
          class="stake"
          :class="{ stop: day.weather === 'not today', care: day.weather === 'take care' }"
          role="button"
          tabindex="0"
          :aria-description="[day.off && `off: ${day.off}`, day.weather].filter(Boolean).join(', ')"
          @click="emit('day', day.on)"
          @keydown.enter="emit('day', day.on)"
        >
          <rect :x="LEFT + index * step" y="0" :width="step" height="56" class="hit" />
          <path :d="`M${LEFT + index * step - 4} 36v14l4 6l4 -6v-14z`" />
          <text :x="LEFT + index * step + 9" y="20" class="date">{{ short(day.on) }} {{ month(day.on, index) }}</text>
          <text :x="LEFT + index * step + 9" y="51" class="week">{{ day.weekday.slice(0, 3) }}</text>
        </g>
      </g>
      <path :d="`M${LEFT - 8} 36H${wide}`" class="string" aria-hidden="true" />
      <g v-for="(lane, index) in lanes" :key="lane.id" aria-hidden="true">
        <path :d="`M0 ${TOP + index * LANE}H${wide}`" class="rule" />
        <text x="0" :y="TOP + index * LANE + 27" class="lane">
          {{ lane.name.length > 17 ? `${lane.name.slice(0, 16)}…` : lane.name }}
        </text>
      </g>
      <g
        v-for="bar in bars"
        :key="bar.key"
        class="bar"
        :class="[
          bar.task.kind.replaceAll(' ', '-') || 'other',
          { on: bar.task.id === selected, pulled: bar.task.pulled },
        ]"
        role="button"
        tabindex="0"
        :aria-label="says(bar.task)"
        :transform="shift(bar.task.id)"
        @pointerdown="take(bar.task, $event)"
        @keydown="keys(bar.task, $event)"
        @focus="emit('select', bar.task.id)"
      >
        <title>{{ says(bar.task) }}</title>
        <rect :x="bar.x" :y="bar.y - 3" :width="Math.max(24, bar.wide)" height="28" class="hit" />
        <rect :x="bar.x" :y="bar.y" :width="bar.wide" height="22" class="body" />
        <path v-if="bar.task.hold" :d="`M${bar.x + bar.wide - 1} ${bar.y - 4}v30`" class="hold" />
      </g>
    </svg>
  </div>
</template>

<style scoped>
.box {
  overflow-x: auto;
  max-width: 100%;
}
svg {
  display: block;
}
.off {
  fill: var(--line);
  opacity: 0.45;
}
.hit {
  fill: transparent;
}
.stake {
  cursor: pointer;
}
.stake path {
  fill: var(--paper);
  stroke: var(--ink);
}
.stake.stop path {
  fill: var(--fail);
}
.stake.care path {
  fill: var(--spare);
}
.string {
  stroke: var(--chalk);
  stroke-width: 2;
}
.rule {
  stroke: var(--line);
}
text {
  font-size: 12.5px;
  fill: var(--ink);
}
.date,
.lane {
  font-weight: 600;
}
.week {
  fill: var(--ink-2);
}
.bar {
  cursor: grab;
  touch-action: none;
}
.body {
  fill: var(--board);
  stroke: var(--ink);
  stroke-width: 0.7;
}
.bar.dig .body {
  fill: var(--soil-dot);
}
.bar.pour .body {
  fill: var(--concrete);
}
.bar.lift .body {
  fill: var(--rail);
}
.bar.delivery .body,
.bar.made-elsewhere .body,
.bar.other-trade .body,
.bar.inspection .body {
  fill: var(--chalk-soft);
}
.bar.pulled .body {
  stroke-width: 2;
}
.bar.on .body {
  stroke: var(--flag);
  stroke-width: 2.5;
}
.bar:focus-visible,
.stake:focus-visible {
  outline: 2px solid var(--chalk);
}
.hold {
  stroke: var(--fail);
  stroke-width: 2;
}
</style>
