<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query'
import { refDebounced, useElementSize } from '@vueuse/core'
import { computed, defineAsyncComponent, ref } from 'vue'
import { api, ask } from '@/api/client'
import type { SitePlan, Stand, Standing } from '@/api/types'
import AngleField from '@/components/AngleField.vue'
import LengthField from '@/components/LengthField.vue'
import { divisions } from '@/logic/panes'
import { FT } from '@/logic/units'
import { useJob } from '@/stores/job'

/** The whole job where it stands on the site: structures are pulled about, turned and looked at together. */
const store = useJob()
const SpaceView = defineAsyncComponent(() => import('@/components/SpaceView.vue'))
const document_ = refDebounced(
  computed(() => store.document),
  80,
)
const { data, error } = useQuery({
  queryKey: computed(() => ['place', document_.value]),
  queryFn: async () =>
    (await ask(
      api.POST('/api/sights/place', { body: { document: document_.value!, structure: '', selected: '' } }),
    )) as SitePlan,
  enabled: computed(() => !!document_.value),
  placeholderData: (last) => last,
})
const selected = ref('')
const inSpace = ref(false)
const box = ref<HTMLElement>()
const { width, height } = useElementSize(box)
const chosen = computed(() => data.value?.stands.find((item) => item.id === selected.value) ?? null)

const EDGE = 64
/** While something is held the paper stays where it is. */
const kept = ref<number[] | null>(null)
const bounds = computed(() => (kept.value ?? data.value?.bounds ?? [0, 0, 10, 8]) as [number, number, number, number])
const scale = computed(() => {
  const [left, low, right, high] = bounds.value
  return Math.max(
    2,
    Math.min(
      90,
      (width.value - 2 * EDGE) / Math.max(1, right - left),
      (height.value - 2 * EDGE) / Math.max(1, high - low),
    ),
  )
})
const x0 = computed(() => width.value / 2 - ((bounds.value[0] + bounds.value[2]) / 2) * scale.value)
const y0 = computed(() => height.value / 2 + ((bounds.value[1] + bounds.value[3]) / 2) * scale.value)
const X = (x: number) => x0.value + x * scale.value
const Y = (y: number) => y0.value - y * scale.value
const path = (rings: number[][][]) =>
  rings.map((ring) => `M${ring.map(([x, y]) => `${X(x!).toFixed(1)} ${Y(y!).toFixed(1)}`).join('L')}Z`).join('')
const imperial = computed(() => store.tape.system === 'imperial')
const ruler = computed(() => divisions(Math.min(30, (width.value * 0.3) / scale.value), scale.value, imperial.value))

const labelled = computed(() => {
  let last = -Infinity
  return ruler.value.filter(
    (mark) => mark.long && mark.at * scale.value - last >= 34 && ((last = mark.at * scale.value), true),
  )
})

const held = ref<{ id: string; x: number; y: number; dx: number; dy: number } | null>(null)
const shift = (id: string) => (held.value?.id === id ? `translate(${held.value.dx} ${held.value.dy})` : undefined)
function take(stand: Stand, event: PointerEvent): void {
  selected.value = stand.id
  held.value = { id: stand.id, x: event.clientX, y: event.clientY, dx: 0, dy: 0 }
  kept.value = [...bounds.value]
  ;(event.currentTarget as Element).setPointerCapture(event.pointerId)
}
function drag(event: PointerEvent): void {
  if (held.value) held.value = { ...held.value, dx: event.clientX - held.value.x, dy: event.clientY - held.value.y }
}
function drop(): void {
  const last = held.value
  const stand = data.value?.stands.find((item) => item.id === last?.id)
  held.value = null
  kept.value = null
  if (last && stand && Math.abs(last.dx) + Math.abs(last.dy) > 3)
    put(stand, { x_m: stand.stands.x_m + last.dx / scale.value, y_m: stand.stands.y_m - last.dy / scale.value })
}
function put(stand: Stand, change: Partial<Standing>): void {
  const at = { ...stand.stands, ...change }
  const rounded = { ...at, x_m: Math.round(at.x_m * 1000) / 1000, y_m: Math.round(at.y_m * 1000) / 1000 }
  store.change((job) => {
    const own = job.structures.find((item) => item.spec.id === stand.id)
    if (own) own.stands = rounded
  }, `${stand.name} stands elsewhere`)
}
const full = 2 * Math.PI
function keys(stand: Stand, event: KeyboardEvent): void {
  const step = (imperial.value ? FT : 0.25) * (event.shiftKey ? 10 : 1)
  const ways: Record<string, Partial<Standing>> = {
    ArrowLeft: { x_m: stand.stands.x_m - step },
    ArrowRight: { x_m: stand.stands.x_m + step },
    ArrowUp: { y_m: stand.stands.y_m + step },
    ArrowDown: { y_m: stand.stands.y_m - step },
    '[': { turn_rad: (stand.stands.turn_rad + Math.PI / 36) % full },
    ']': { turn_rad: (stand.stands.turn_rad - Math.PI / 36) % full },
  }
  const way = ways[event.key]
  if (!way) return
  event.preventDefault()
  put(stand, way)
}
function loose(stand: Stand): void {
  store.change((job) => {
    const own = job.structures.find((item) => item.spec.id === stand.id)
    if (own) own.stands = null
  }, `${stand.name} stands nowhere yet`)
}
const north = computed(
  () =>
    `translate(${width.value - 40} ${height.value - 56}) rotate(${(-(data.value?.north_rad ?? 0) * 180) / Math.PI})`,
)
</script>

<template>
  <div class="stage">
    <aside class="panel" aria-label="Where it stands">
      <h1>The site</h1>
      <p class="small quiet">
        Pull a structure to where it stands. Arrow keys move it by {{ imperial ? '1 ft' : '250 mm' }}, <kbd>[</kbd> and
        <kbd>]</kbd> turn it.
      </p>
      <ul class="list">
        <li v-for="stand in data?.stands ?? []" :key="stand.id">
          <button
            class="pick"
            :class="{ on: stand.id === selected }"
            :aria-pressed="stand.id === selected"
            @click="selected = stand.id"
          >
            {{ stand.name }}
            <span class="small quiet">{{
              stand.failed ? 'cannot be drawn' : stand.placed ? '' : 'not placed yet'
            }}</span>
          </button>
        </li>
      </ul>
      <p v-if="data && !data.stands.length" class="small">
        Nothing to place yet. <router-link :to="{ name: 'brief' }">Start a structure in the brief</router-link>.
      </p>
      <section v-if="chosen" class="form">
        <h2>{{ chosen.name }}</h2>
        <p v-if="chosen.failed" class="fault">{{ chosen.failed }}</p>
        <LengthField
          label="Its zero, to the right of the site's"
          :model-value="chosen.stands.x_m"
          :tape="store.tape"
          @update:model-value="$event !== null && put(chosen!, { x_m: $event })"
        />
        <LengthField
          label="Its zero, up the paper"
          :model-value="chosen.stands.y_m"
          :tape="store.tape"
          @update:model-value="$event !== null && put(chosen!, { y_m: $event })"
        />
        <AngleField
          label="Turned to the left"
          :model-value="chosen.stands.turn_rad"
          @update:model-value="$event !== null && put(chosen!, { turn_rad: $event % full })"
        />
        <LengthField
          label="Ground under it over the site's zero"
          :model-value="chosen.stands.level_m"
          :tape="store.tape"
          @update:model-value="$event !== null && put(chosen!, { level_m: $event })"
        />
        <p class="row">
          <router-link :to="{ name: 'set-out', params: { structure: chosen.id } }">Open its sheet</router-link>
          <button v-if="chosen.placed" class="link small" @click="loose(chosen)">not placed</button>
        </p>
      </section>
      <p class="small quiet">
        Where it stands changes no reckoning: wind, ground and holes are each structure's own. Measure from a boundary
        before you dig.
      </p>
    </aside>
    <main class="middle">
      <div class="sights no-print" role="group" aria-label="What is shown">
        <button class="plain small" :class="{ on: !inSpace }" :aria-pressed="!inSpace" @click="inSpace = false">
          From above
        </button>
        <button class="plain small" :class="{ on: inSpace }" :aria-pressed="inSpace" @click="inSpace = true">
          In space
        </button>
      </div>
      <SpaceView v-if="inSpace" structure="" :selected="selected" :toward="null" @select="selected = $event" />
      <div v-else ref="box" class="paper">
        <p v-if="error" class="fault">{{ error.message }}</p>
        <svg
          v-if="width > 50 && data"
          :width="width"
          :height="height"
          role="group"
          aria-label="The site from above"
          @pointermove="drag"
          @pointerup="drop"
          @pointercancel="held = null"
        >
          <g
            v-for="stand in data.stands"
            :key="stand.id"
            class="stand"
            :class="{ on: stand.id === selected, loose: !stand.placed }"
            tabindex="0"
            role="button"
            :aria-label="`${stand.name}${stand.placed ? '' : ', not placed yet'}`"
            :transform="shift(stand.id)"
            @pointerdown="take(stand, $event)"
            @keydown="keys(stand, $event)"
            @focus="selected = stand.id"
          >
            <path :d="path(stand.outlines as number[][][])" class="reach" />
            <path :d="path(stand.walls as number[][][])" class="wall" />
            <path :d="path(stand.outlines as number[][][])" class="piece" />
            <text :x="X(stand.middle[0]!)" :y="Y(stand.middle[1]!) - 8" text-anchor="middle">{{ stand.name }}</text>
          </g>
          <g :transform="north" class="north" aria-hidden="true">
            <path d="M0 -20L7 12L0 6L-7 12Z" />
            <text y="-26" text-anchor="middle">N</text>
          </g>
          <g class="ruler" :transform="`translate(24 ${height - 26})`" aria-hidden="true">
            <path :d="`M0 0H${(ruler.at(-1)?.at ?? 0) * scale}`" />
            <template v-for="mark in ruler" :key="mark.at"><path :d="`M${mark.at * scale} 0v-6`" /></template>
            <template v-for="mark in labelled" :key="`says-${mark.at}`">
              <text :x="mark.at * scale" y="14" text-anchor="middle">{{ mark.label }}</text>
            </template>
          </g>
        </svg>
      </div>
    </main>
  </div>
</template>

<style scoped>
.stage {
  flex: 1;
  min-height: 0;
  display: flex;
}
.panel {
  width: 290px;
  flex: none;
  overflow-y: auto;
  background: var(--paper);
  border-right: 1px solid var(--line);
  padding: 16px;
  display: grid;
  gap: 10px;
  align-content: start;
}
.list {
  list-style: none;
  padding: 0;
  margin: 0;
}
.pick {
  width: 100%;
  text-align: left;
  background: none;
  border: 0;
  border-left: 3px solid transparent;
  padding: 7px 8px;
  color: var(--ink);
  font: inherit;
  cursor: pointer;
}
.pick.on {
  border-color: var(--chalk);
  font-weight: 600;
  background: var(--chalk-soft);
}
.form {
  display: grid;
  gap: 8px;
  border-top: 1px solid var(--line);
  padding-top: 10px;
}
.middle {
  flex: 1;
  min-width: 0;
  display: flex;
  flex-direction: column;
  position: relative;
}
.sights {
  display: flex;
  justify-content: flex-end;
  flex: none;
  padding: 4px 10px;
  background: var(--ground);
  border-bottom: 1px solid var(--line);
}
.sights .plain {
  border-radius: 0;
  margin-left: -1px;
}
.paper {
  flex: 1;
  min-height: 320px;
  position: relative;
  overflow: hidden;
  background: var(--ground);
}
.paper svg {
  position: absolute;
  inset: 0;
  display: block;
}
.stand {
  cursor: move;
  touch-action: none;
}
.reach {
  fill: transparent;
  stroke: transparent;
  stroke-width: 14;
}
.piece {
  fill: var(--board);
  stroke: var(--ink);
  stroke-width: 0.6;
  pointer-events: none;
}
.wall {
  fill: var(--ink-2);
  opacity: 0.35;
}
.stand.on .piece {
  stroke: var(--flag);
  stroke-width: 1.2;
}
.stand.loose .piece {
  opacity: 0.62;
}
.stand:focus-visible {
  outline: 2px solid var(--chalk);
  outline-offset: 4px;
}
.stand text {
  font-size: 13px;
  font-weight: 600;
  fill: var(--ink);
  paint-order: stroke;
  stroke: var(--ground);
  stroke-width: 4px;
}
.north path {
  fill: var(--ink);
}
.north text,
.ruler text {
  font-size: 12px;
  fill: var(--ink);
}
.ruler path {
  stroke: var(--ink);
  fill: none;
}
@media (max-width: 860px) {
  .stage {
    flex-direction: column;
    overflow-y: auto;
  }
  .stand text {
    font-size: 10.5px;
  }
  .middle {
    order: -1;
    flex: none;
    height: 62vh;
  }
  .panel {
    width: auto;
    border-right: 0;
    border-bottom: 1px solid var(--line);
  }
}
</style>
