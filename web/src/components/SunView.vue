<script setup lang="ts">
import Slider from 'primevue/slider'
import { clock } from '@/logic/days'
import DayField from '@/components/DayField.vue'
import Button from 'primevue/button'
import InputText from 'primevue/inputtext'
import { useQuery } from '@tanstack/vue-query'
import { refDebounced, useElementSize } from '@vueuse/core'
import { computed, ref, watch } from 'vue'
import { api, ask } from '@/api/client'
import type { SunShown } from '@/api/types'
import LengthField from '@/components/LengthField.vue'
import { useJob } from '@/stores/job'

/**
 * A structure's shadow on the ground at a day and hour, the share of a patch that lies in it, and a table over hours
 * and dates.
 */
const props = defineProps<{ structure: string }>()
const asked = defineModel<{ on: string; hour: number; utc_h: number | null }>({ required: true })
const emit = defineEmits<{ toward: [vector: [number, number, number] | null] }>()
const store = useJob()
const patch = ref<{ left_m: number; near_m: number; wide_m: number; deep_m: number } | null>(null)
watch(
  () => props.structure,
  () => (patch.value = null),
)
const question = refDebounced(
  computed(() => ({ document: store.document, ask: { ...asked.value, ...(patch.value ?? {}) } })),
  120,
)
const { data, error } = useQuery({
  queryKey: computed(() => ['sun', props.structure, question.value]),
  queryFn: async () =>
    (await ask(
      api.POST('/api/views/sun-shade', {
        body: { document: question.value.document!, structure: props.structure, ask: question.value.ask },
      }),
    )) as SunShown,
  enabled: computed(() => !!question.value.document),
  placeholderData: (last) => last,
})
watch(data, (shown) => emit('toward', (shown?.toward as [number, number, number] | null | undefined) ?? null))
const box = ref<HTMLElement>()
const { width, height } = useElementSize(box)
const bounds = computed(() => {
  const xs = data.value?.shadows.flatMap((shape) => shape.map((p) => p[0])) ?? []
  const ys = data.value?.shadows.flatMap((shape) => shape.map((p) => p[1])) ?? []
  const [left, near, right, far] = (data.value?.patch ?? [0, 0, 4, 3]) as [number, number, number, number]
  return {
    left: Math.min(left, ...xs) - 0.6,
    right: Math.max(right, ...xs) + 0.6,
    near: Math.min(near, ...ys) - 0.6,
    far: Math.max(far, ...ys) + 0.6,
  }
})
const scale = computed(() =>
  Math.max(
    4,
    Math.min(
      60,
      (width.value - 30) / (bounds.value.right - bounds.value.left),
      (height.value - 30) / (bounds.value.far - bounds.value.near),
    ),
  ),
)
const x0 = computed(
  () => (width.value - (bounds.value.right - bounds.value.left) * scale.value) / 2 - bounds.value.left * scale.value,
)
const y0 = computed(
  () => (height.value - (bounds.value.far - bounds.value.near) * scale.value) / 2 + bounds.value.far * scale.value,
)
const X = (x: number) => x0.value + x * scale.value
const Y = (y: number) => y0.value - y * scale.value
const outlines = (shapes: number[][][] | undefined) =>
  shapes?.map((shape) => `M${shape.map(([x, y]) => `${X(x!).toFixed(1)} ${Y(y!).toFixed(1)}`).join('L')}Z`).join('') ??
  ''
const shade = computed(() => outlines(data.value?.shadows as number[][][] | undefined))
const stands = computed(() => outlines(data.value?.below as number[][][] | undefined))
const rect = computed(() => {
  const [left, near, right, far] = (data.value?.patch ?? [0, 0, 0, 0]) as [number, number, number, number]
  return { left, near, right, far }
})
const held = ref<{ x: number; y: number; left: number; near: number } | null>(null)
const svg = ref<SVGSVGElement>()
function take(event: PointerEvent): void {
  held.value = { x: event.clientX, y: event.clientY, left: rect.value.left, near: rect.value.near }
  svg.value?.setPointerCapture(event.pointerId)
}
function drag(event: PointerEvent): void {
  if (!held.value) return
  put({
    left_m: held.value.left + (event.clientX - held.value.x) / scale.value,
    near_m: held.value.near - (event.clientY - held.value.y) / scale.value,
  })
}
function put(change: Partial<NonNullable<typeof patch.value>>): void {
  const { left, near, right, far } = rect.value
  patch.value = { left_m: left, near_m: near, wide_m: right - left, deep_m: far - near, ...change }
}
function nudge(event: KeyboardEvent): void {
  const ways: Record<string, [number, number]> = {
    ArrowLeft: [-0.25, 0],
    ArrowRight: [0.25, 0],
    ArrowUp: [0, 0.25],
    ArrowDown: [0, -0.25],
  }
  const way = ways[event.key]
  if (!way) return
  event.preventDefault()
  event.stopPropagation()
  put({ left_m: rect.value.left + way[0], near_m: rect.value.near + way[1] })
}
function ahead(typed: string): void {
  asked.value = { ...asked.value, utc_h: typed.trim() === '' ? null : Number(typed) }
}
const percent = (share: number | null | undefined) =>
  share === null || share === undefined ? '' : `${Math.round(share * 100)} %`
const degrees = (rad: number) => `${Math.round((rad * 180) / Math.PI)}°`
</script>

<template>
  <div class="sun">
    <div ref="box" class="paper">
      <p v-if="error" class="fault">
        {{ error.message }}. <router-link :to="{ name: 'ground', params: { structure } }">Open Ground</router-link>
      </p>
      <svg
        v-else-if="width > 50 && data"
        ref="svg"
        :width="width"
        :height="height"
        role="group"
        :aria-label="`Shadow on the ground on ${asked.on} at ${clock(asked.hour)}: ${data.says}`"
        @pointermove="drag"
        @pointerup="held = null"
        @pointercancel="held = null"
      >
        <path :d="shade" class="shade" />
        <path :d="stands" class="stands" />
        <rect
          class="patch"
          tabindex="0"
          role="button"
          aria-label="Area to check; arrow keys move it"
          :x="X(rect.left)"
          :y="Y(rect.far)"
          :width="Math.max(2, (rect.right - rect.left) * scale)"
          :height="Math.max(2, (rect.far - rect.near) * scale)"
          @pointerdown="take"
          @keydown="nudge"
        />
        <text :x="X((rect.left + rect.right) / 2)" :y="Y(rect.near) + 16" text-anchor="middle" class="share">
          {{ data.share === null ? 'the sun is down' : `${percent(data.share)} in shade` }}
        </text>
      </svg>
    </div>
    <aside class="side" aria-label="Sun and shade">
      <div class="row">
        <DayField
          label="Day"
          :model-value="asked.on"
          @update:model-value="asked = { ...asked, on: $event || asked.on }"
        />
        <label v-if="!store.document?.site.time_zone"
          >Time zone (UTC offset)
          <InputText
            type="number"
            step="0.5"
            min="-12"
            max="14"
            :model-value="String(asked.utc_h ?? '')"
            size="small"
            @change="ahead(($event.target as HTMLInputElement).value)"
        /></label>
      </div>
      <div class="hour">
        <span id="sun-hour">Hour</span>
        <Slider
          :model-value="asked.hour"
          :min="5"
          :max="21"
          :step="0.25"
          aria-labelledby="sun-hour"
          @update:model-value="asked = { ...asked, hour: Number($event) }"
        />
        <b>{{ clock(asked.hour) }}</b>
      </div>
      <p v-if="data" class="small">
        {{ data.says }}. Hours by {{ data.clock }}.
        <template v-if="data.up"
          >Sun {{ degrees(data.altitude_rad) }} high, from {{ degrees(data.azimuth_rad) }}.</template
        >
      </p>
      <div v-if="data" class="row">
        <LengthField
          label="Patch, wide"
          :model-value="rect.right - rect.left"
          :tape="store.tape"
          @update:model-value="$event && $event > 0.1 && put({ wide_m: $event })"
        />
        <LengthField
          label="Deep"
          :model-value="rect.far - rect.near"
          :tape="store.tape"
          @update:model-value="$event && $event > 0.1 && put({ deep_m: $event })"
        />
        <Button v-if="patch" text size="small" @click="patch = null">Shaded area</Button>
      </div>
      <table v-if="data">
        <thead>
          <tr>
            <th>Hour</th>
            <th v-for="day in data.dates" :key="day">{{ day.slice(5) }}</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="line in data.table" :key="line.hour" :class="{ on: line.hour === Math.round(asked.hour) }">
            <td>{{ line.hour }}:00</td>
            <td v-for="(share, i) in line.shares" :key="i">{{ percent(share) }}</td>
          </tr>
        </tbody>
      </table>
    </aside>
  </div>
</template>

<style scoped>
.sun {
  flex: 1;
  min-height: 0;
  display: flex;
  background: var(--ground);
}
.paper {
  flex: 1;
  min-width: 0;
  position: relative;
  overflow: hidden;
}
.paper svg {
  display: block;
  position: absolute;
  inset: 0;
}
.paper .fault {
  padding: 18px;
}
.shade {
  fill: var(--ink);
  opacity: 0.28;
  fill-rule: nonzero;
}
.stands {
  fill: var(--board);
  stroke: var(--ink);
  stroke-width: 0.75;
}
.patch {
  fill: color-mix(in srgb, var(--flag) 12%, transparent);
  stroke: var(--flag);
  stroke-width: 2;
  stroke-dasharray: 6 4;
  cursor: move;
  touch-action: none;
}
.patch:focus-visible {
  outline: 2px solid var(--chalk);
}
.share {
  font-weight: 600;
  font-size: 14px;
  fill: var(--ink);
  stroke: var(--ground);
  stroke-width: 4px;
}
.side {
  width: 320px;
  flex: none;
  overflow-y: auto;
  background: var(--paper);
  border-left: 1px solid var(--line);
  padding: 12px 16px;
  display: grid;
  gap: 8px;
  align-content: start;
}
.row {
  display: flex;
  flex-wrap: wrap;
  gap: 10px;
  align-items: end;
}
.row > * {
  flex: 1 1 110px;
  min-width: 0;
}
label {
  font-size: 12.5px;
  color: var(--ink-2);
}
.side input {
  border: 1px solid var(--line);
  border-radius: 3px;
  background: var(--paper);
  color: var(--ink);
  padding: 4px 6px;
  width: 100%;
  font-weight: 600;
}
.hour {
  display: grid;
  grid-template-columns: auto 1fr 46px;
  gap: 8px;
  align-items: center;
}
.hour input {
  padding: 0;
}
.hour b {
  color: var(--ink);
}
table {
  width: 100%;
  font-size: 12.5px;
}
td,
th {
  padding: 2px 4px;
  text-align: right;
}
td:first-child,
th:first-child {
  text-align: left;
}
@media (max-width: 860px) {
  .sun {
    flex-direction: column;
  }
  .side {
    width: 100%;
    flex: 1;
    padding-top: 10px;
  }
}
tr.on {
  background: var(--chalk-soft);
  font-weight: 600;
}
p {
  margin: 0;
}
</style>
