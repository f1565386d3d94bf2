<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query'
import { refDebounced, useElementSize } from '@vueuse/core'
import { computed, defineAsyncComponent, ref } from 'vue'
import { useRouter } from 'vue-router'
import { api, ask } from '@/api/client'
import type { SitePlan, Stand, Standing } from '@/api/types'
import AngleField from '@/components/AngleField.vue'
import LengthField from '@/components/LengthField.vue'
import ViewShapes from '@/components/ViewShapes.vue'
import SurveyBox from '@/components/place/SurveyBox.vue'
import ThingForm from '@/components/place/ThingForm.vue'
import { useSiteThings } from '@/components/place/useSiteThings'
import { divisions } from '@/logic/panes'
import { outermost, snapShift, targetsOf, type At, type Targets } from '@/logic/snap'
import { FT, showLength } from '@/logic/units'
import { useJob } from '@/stores/job'

/** The site: what lies there is drawn, and structures are pulled about, turned and looked at together. */
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
const paper = ref<SVGSVGElement>()
const { width, height } = useElementSize(box)
const chosen = computed(() => data.value?.stands.find((item) => item.id === selected.value) ?? null)
const site = useSiteThings()
const { drawing, points } = site
const thing = computed(() => site.thingOf(selected.value))
const beside = computed(() => (data.value?.beside ?? []).filter((item) => item.structure === selected.value))
/** What is amiss, and the nearest of each kind: these are drawn, and told first. */
const first = computed(() => {
  const kinds = new Set<string>()
  return beside.value.filter((item) => {
    const kind = site.thingOf(item.thing)?.kind ?? ''
    const near = !kinds.has(kind)
    kinds.add(kind)
    return near || item.amiss
  })
})
const further = computed(() => beside.value.filter((item) => !first.value.includes(item)))
const amiss = computed(() => {
  const counts = new Map<string, number>()
  for (const item of data.value?.beside ?? [])
    if (item.amiss) counts.set(item.structure, (counts.get(item.structure) ?? 0) + 1)
  return counts
})

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

/** So near (pixels) corners and lines of others draw what is pulled onto them; Alt leaves it where it is. */
const DRAWS = 12
const mm = (value: number) => Math.round(value * 1000) / 1000
function others(apart: string): Targets {
  const found: Targets = { points: [], lines: [] }
  const add = (rings: readonly (readonly At[])[], closed: boolean) => {
    const more = targetsOf(rings, closed)
    found.points.push(...more.points)
    found.lines.push(...more.lines)
  }
  for (const stand of data.value?.stands ?? [])
    if (stand.id !== apart) {
      const corners = outermost((stand.outlines as unknown as At[][]).flat())
      add([corners], true)
      add(stand.walls as unknown as At[][], true)
    }
  for (const item of site.things.value)
    if (item.id !== apart)
      add([item.points.map(({ x_m, y_m }) => [x_m, y_m] as const)], site.rowOf(item.kind)?.drawn === 'area')
  return found
}

const held = ref<{ id: string; x: number; y: number; dx: number; dy: number } | null>(null)
const shift = (id: string) => (held.value?.id === id ? `translate(${held.value.dx} ${held.value.dy})` : undefined)
function take(stand: Stand, event: PointerEvent): void {
  if (drawing.value) return
  selected.value = stand.id
  held.value = { id: stand.id, x: event.clientX, y: event.clientY, dx: 0, dy: 0 }
  kept.value = [...bounds.value]
  ;(event.currentTarget as Element).setPointerCapture(event.pointerId)
}
const corner = ref<{ id: string; index: number; at: At } | null>(null)
function takeCorner(index: number, event: PointerEvent): void {
  if (!thing.value) return
  kept.value = [...bounds.value]
  corner.value = { id: thing.value.id, index, at: where(event) }
  ;(event.currentTarget as Element).setPointerCapture(event.pointerId)
}
function drag(event: PointerEvent): void {
  if (held.value) held.value = { ...held.value, dx: event.clientX - held.value.x, dy: event.clientY - held.value.y }
  if (corner.value) corner.value = { ...corner.value, at: met(where(event), corner.value.id, event.altKey) }
  if (drawing.value) pointer.value = met(where(event), '', event.altKey)
}
function drop(event: PointerEvent): void {
  const last = held.value
  const stand = data.value?.stands.find((item) => item.id === last?.id)
  const pulled = corner.value
  held.value = null
  corner.value = null
  kept.value = null
  if (pulled)
    site.change(
      pulled.id,
      (item) => (item.points[pulled.index] = { x_m: mm(pulled.at[0]), y_m: mm(pulled.at[1]) }),
      'A corner moved',
    )
  if (last && stand && Math.abs(last.dx) + Math.abs(last.dy) > 3) {
    const [dx, dy] = [last.dx / scale.value, -last.dy / scale.value]
    const corners = outermost((stand.outlines as unknown as At[][]).flat()).map(([x, y]): At => [x + dx, y + dy])
    const more = event.altKey ? null : snapShift(corners, others(stand.id), DRAWS / scale.value)
    put(stand, { x_m: stand.stands.x_m + dx + (more?.[0] ?? 0), y_m: stand.stands.y_m + dy + (more?.[1] ?? 0) })
  }
}
function put(stand: Stand, change: Partial<Standing>): void {
  const at = { ...stand.stands, ...change }
  const rounded = { ...at, x_m: mm(at.x_m), y_m: mm(at.y_m) }
  const now = store.document?.structures.find((item) => item.spec.id === stand.id)?.stands
  // A field left after Enter says the same again: that is no change, and no step to undo.
  if (now && (Object.keys(rounded) as (keyof Standing)[]).every((key) => now[key] === rounded[key])) return
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
  if (event.key === 'Enter') void openSheet(stand)
  const way = ways[event.key]
  if (!way) return
  event.preventDefault()
  put(stand, way)
}
const router = useRouter()
const openSheet = (stand: Stand) =>
  router.push({ name: 'set-out', params: { job: store.id, structure: stand.id } }).catch(() => undefined)
function loose(stand: Stand): void {
  store.change((job) => {
    const own = job.structures.find((item) => item.spec.id === stand.id)
    if (own) own.stands = null
  }, `${stand.name} stands nowhere yet`)
}

const pointer = ref<At | null>(null)
function where(event: MouseEvent): At {
  const at = paper.value!.getBoundingClientRect()
  return [(event.clientX - at.left - x0.value) / scale.value, (y0.value - (event.clientY - at.top)) / scale.value]
}
function met(at: At, apart: string, alone: boolean): At {
  const more = alone ? null : snapShift([at], others(apart), DRAWS / scale.value)
  return more ? [at[0] + more[0], at[1] + more[1]] : at
}
function begin(kind: string): void {
  selected.value = ''
  inSpace.value = false
  kept.value = [...bounds.value]
  site.start(kind)
  paper.value?.focus()
}
function stop(): void {
  site.start('')
  kept.value = null
  pointer.value = null
}
function done(): void {
  const id = site.finish()
  stop()
  if (id) selected.value = id
}
function click(event: MouseEvent): void {
  if (!drawing.value) return
  const at = met(where(event), '', event.altKey)
  const last = points.value.at(-1)
  if (last && (Math.abs(at[0] - last[0]) + Math.abs(at[1] - last[1])) * scale.value < 3) return
  points.value = [...points.value, [mm(at[0]), mm(at[1])]]
  if (site.rowOf(drawing.value)?.drawn === 'point') done()
}
function paperKeys(event: KeyboardEvent): void {
  if (!drawing.value) return
  if (event.key === 'Escape') stop()
  else if (event.key === 'Enter') done()
  else if (event.key === 'Backspace') points.value = points.value.slice(0, -1)
  else return
  event.preventDefault()
}
const sketch = computed(() => {
  const all: At[] = pointer.value ? [...points.value, pointer.value] : points.value
  return all.map(([x, y], k) => `${k ? 'L' : 'M'}${X(x)} ${Y(y)}`).join('')
})
const levelled = ref('')
/** A round with the level over every spot; a level that was moved is told and nothing is taken. */
async function level(): Promise<void> {
  levelled.value = ''
  try {
    const found = await ask(api.POST('/api/outside/level', { body: { document: store.document! } }))
    if (found.amiss) {
      levelled.value = found.amiss
      return
    }
    const heights = new Map(found.heights.map((row) => [row.thing, row.height_m]))
    store.change((job) => {
      for (const item of job.site.things ?? []) if (heights.has(item.id)) item.height_m = heights.get(item.id)!
    }, 'Spots read with the level')
    levelled.value = `${heights.size} spots read, by a stand-in for the level.`
  } catch (fault) {
    levelled.value = (fault as Error).message
  }
}
const file = (name: string) => `/api/jobs/${store.id}/whole/${name}`
const FILES = [
  ['site.pdf', 'PDF at scale'],
  ['site.svg', 'SVG'],
  ['site.dxf', 'DXF'],
  ['site.geojson', 'GeoJSON'],
]
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
        Pull a structure to where it stands: it draws itself onto walls and onto others (hold Alt to leave it free).
        Arrow keys move it by {{ imperial ? '1 ft' : '250 mm' }}, <kbd>[</kbd> and <kbd>]</kbd> turn it, Enter opens its
        sheet.
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
            <span v-if="amiss.get(stand.id)" class="small amiss">{{ amiss.get(stand.id) }} to look at</span>
          </button>
        </li>
      </ul>
      <p v-if="data && !data.stands.length" class="small">
        Nothing to place yet. <router-link :to="{ name: 'brief' }">Start a structure in the brief</router-link>.
      </p>
      <section v-if="chosen" class="form">
        <h2>{{ chosen.name }}</h2>
        <p v-if="chosen.failed" class="fault">{{ chosen.failed }}</p>
        <ul v-if="beside.length" class="beside" aria-label="What it stands beside">
          <li v-for="item in first" :key="item.thing">
            <button class="link" @click="selected = item.thing">{{ item.says }}</button>
            <p v-if="item.amiss" class="small amiss">{{ item.amiss }}</p>
          </li>
          <li v-if="further.length">
            <details>
              <summary class="small">{{ further.length }} further off</summary>
              <button v-for="item in further" :key="item.thing" class="link small" @click="selected = item.thing">
                {{ item.says }}
              </button>
            </details>
          </li>
        </ul>
        <p v-else-if="!chosen.placed && site.things.value.length" class="small quiet">
          Say where it stands, and it is held against what lies here.
        </p>
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
        <p
          v-if="chosen.ground_m !== null && Math.abs((chosen.ground_m ?? 0) - chosen.stands.level_m) > 0.005"
          class="small"
        >
          The spot heights give {{ showLength(chosen.ground_m!, store.tape) }} there.
          <button class="link small" @click="put(chosen!, { level_m: mm(chosen!.ground_m!) })">Take it</button>
        </p>
        <p class="row">
          <router-link :to="{ name: 'set-out', params: { structure: chosen.id } }">Open its sheet</router-link>
          <button v-if="chosen.placed" class="link small" @click="loose(chosen)">not placed</button>
        </p>
      </section>
      <section class="form" aria-label="What lies here">
        <h2>What lies here</h2>
        <ul v-if="site.things.value.length" class="list">
          <li v-for="item in site.things.value" :key="item.id">
            <button
              class="pick"
              :class="{ on: item.id === selected }"
              :aria-pressed="item.id === selected"
              @click="selected = item.id"
            >
              {{ site.says(item) }}
              <span v-if="item.name" class="small quiet">{{ site.rowOf(item.kind)?.says.toLowerCase() }}</span>
            </button>
          </li>
        </ul>
        <p v-else class="small quiet">
          Draw the house, boundaries, services, trees: every structure is then held against them.
        </p>
        <div class="kinds" role="group" aria-label="Draw">
          <button
            v-for="row in site.rows.value"
            :key="row.key"
            class="plain small"
            :class="{ on: drawing === row.key }"
            :aria-pressed="drawing === row.key"
            :title="row.text"
            @click="drawing === row.key ? stop() : begin(row.key)"
          >
            {{ row.says }}
          </button>
        </div>
        <ThingForm v-if="thing" :key="thing.id" :thing="thing" :site="site" @removed="selected = ''" />
        <p v-if="site.things.value.some((item) => item.kind === 'spot height')">
          <button class="plain small" @click="level">Read the spots with the level</button>
        </p>
        <p v-if="levelled" class="small" role="status">{{ levelled }}</p>
        <SurveyBox :site="site" />
      </section>
      <p class="small">
        Take it along:
        <template v-for="([name, says], index) in FILES" :key="name"
          ><template v-if="index">, </template><a :href="file(name!)">{{ says }}</a></template
        >
      </p>
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
      <p v-if="drawing" class="drawing" role="status">
        {{ site.rowOf(drawing)?.says }}:
        {{
          site.rowOf(drawing)?.drawn === 'point' ? 'tap where it is' : 'tap its points one after another, then Enter'
        }}
        <button class="main small" :disabled="!site.enough.value" @click="done">Done</button>
        <button class="plain small" @click="stop">Leave it</button>
      </p>
      <SpaceView v-if="inSpace" structure="" :selected="selected" :toward="null" @select="selected = $event" />
      <div v-else ref="box" class="paper">
        <p v-if="error" class="fault">{{ error.message }}</p>
        <svg
          v-if="width > 50 && data"
          ref="paper"
          :width="width"
          :height="height"
          role="group"
          tabindex="-1"
          aria-label="The site from above"
          :class="{ drawn: drawing }"
          @pointermove="drag"
          @pointerup="drop"
          @pointercancel="((held = null), (corner = null))"
          @click="click"
          @dblclick="drawing && done()"
          @keydown="paperKeys"
        >
          <ViewShapes
            :view="data.lies"
            :sx="scale"
            :sy="scale"
            :x0="x0"
            :y0="y0"
            :selected="selected"
            @pick="!drawing && (selected = $event)"
          />
          <g
            v-for="stand in data.stands"
            :key="stand.id"
            class="stand"
            :class="{ on: stand.id === selected, loose: !stand.placed, amiss: amiss.get(stand.id) }"
            tabindex="0"
            role="button"
            :aria-label="`${stand.name}${stand.placed ? '' : ', not placed yet'}`"
            :transform="shift(stand.id)"
            @pointerdown="take(stand, $event)"
            @keydown="keys(stand, $event)"
            @focus="!drawing && (selected = stand.id)"
            @dblclick="!drawing && openSheet(stand)"
          >
            <path :d="path(stand.outlines as number[][][])" class="reach" />
            <path :d="path(stand.walls as number[][][])" class="wall" />
            <path :d="path(stand.outlines as number[][][])" class="piece" />
            <text :x="X(stand.middle[0]!)" :y="Y(stand.middle[1]!) - 8" text-anchor="middle">{{ stand.name }}</text>
          </g>
          <g v-if="chosen && !held" class="near" aria-hidden="true">
            <template v-for="item in first" :key="item.thing">
              <path
                v-if="item.distance_m > 0.02"
                :d="`M${X(item.here[0]!)} ${Y(item.here[1]!)}L${X(item.there[0]!)} ${Y(item.there[1]!)}`"
                :class="{ amiss: item.amiss }"
              />
            </template>
          </g>
          <g v-if="thing && !drawing" class="corners">
            <circle
              v-for="(point, index) in thing.points"
              :key="index"
              :cx="X(corner?.index === index ? corner.at[0] : point.x_m)"
              :cy="Y(corner?.index === index ? corner.at[1] : point.y_m)"
              r="7"
              @pointerdown.stop="takeCorner(index, $event)"
            />
          </g>
          <path v-if="drawing" :d="sketch" class="sketch" aria-hidden="true" />
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
.kinds {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
}
.kinds .on {
  background: var(--chalk-soft);
  border-color: var(--chalk);
  color: var(--ink);
}
.beside {
  list-style: none;
  padding: 0;
  margin: 0;
}
.beside p {
  margin: 0 0 6px;
}
.beside .link {
  display: block;
  min-height: 26px;
  text-align: left;
}
.amiss {
  color: var(--fail);
}
.pick .amiss {
  font-weight: 400;
  display: block;
}
.drawing {
  display: flex;
  gap: 10px;
  align-items: center;
  flex-wrap: wrap;
  margin: 0;
  padding: 6px 12px;
  background: var(--chalk-soft);
}
.drawn {
  cursor: crosshair;
}
.drawn .stand {
  pointer-events: none;
}
.sketch {
  fill: none;
  stroke: var(--flag);
  stroke-width: 2;
  pointer-events: none;
}
.near path {
  stroke: var(--chalk);
  stroke-dasharray: 3 3;
}
.near .amiss {
  stroke: var(--fail);
}
.corners circle {
  fill: var(--paper);
  stroke: var(--flag);
  stroke-width: 2;
  cursor: move;
  touch-action: none;
}
.stand.amiss .piece {
  stroke: var(--fail);
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
