<script setup lang="ts">
import Button from 'primevue/button'
import InputText from 'primevue/inputtext'
import { isPassing } from '@/logic/states'
import { useEventListener, useSwipe } from '@vueuse/core'
import { computed, onMounted, onUnmounted, ref, watch } from 'vue'
import { narrowed } from '@/api/adapt'
import type { MeasurementTarget } from '@/api/types'
import FractionPad from '@/components/FractionPad.vue'
import MeasureLists from '@/components/site/MeasureLists.vue'
import PostDrawing from '@/components/site/PostDrawing.vue'
import TapeStrip from '@/components/site/TapeStrip.vue'
import HoursBox from '@/components/site/HoursBox.vue'
import TickList from '@/components/TickList.vue'
import RejectedReadings from '@/components/RejectedReadings.vue'
import ViewShapes from '@/components/ViewShapes.vue'
import { useSite } from '@/composables/useSite'
import { onlyHere } from '@/logic/box'
import { parseLength, showDistance, showReading } from '@/logic/units'
import { sentence } from '@/logic/sentence'

const props = defineProps<{ job: string; structure: string }>()
const { document, sheet, held, signal, fault, waiting, aside, say, settle, last, fetchPlan, goRound, stop } = useSite(
  props.job,
  props.structure,
)
const index = ref(Number(sessionStorage.getItem(`trellis.at.${props.structure}`) ?? 0))
const hand = ref(localStorage.getItem('trellis.hand') ?? 'right')
const hit = ref(false)
const note = ref('')
const tape = computed(() => document.value?.reading ?? { system: 'imperial' as const, mark_m: 0.0015875 })
const posts = computed(() => sheet.value?.posts ?? [])
/** What is looked at: posts one by one, or the list of one role's pieces. */
const looked = ref(sessionStorage.getItem(`trellis.looked.${props.structure}`) ?? '')
const groups = computed(() => sheet.value?.ticks ?? [])
const MEASURES = 'measures'
const measures = computed(() => sheet.value?.measures ?? [])
const measuring = computed(() => looked.value === MEASURES && measures.value.length > 0)
const group = computed(() => groups.value.find((item) => item.role === looked.value) ?? null)
function lookAt(role: string): void {
  looked.value = role
  sessionStorage.setItem(`trellis.looked.${props.structure}`, role)
}
const post = computed(() => posts.value[Math.min(index.value, posts.value.length - 1)] ?? null)
const name = computed(() => document.value?.structures.find((item) => item.spec.id === props.structure)?.name ?? '')
watch(index, (now) => sessionStorage.setItem(`trellis.at.${props.structure}`, String(now)))

function go(way: number): void {
  index.value = Math.min(Math.max(0, index.value + way), Math.max(0, posts.value.length - 1))
}
const box = ref<HTMLElement>()
const { direction } = useSwipe(box, {
  threshold: 60,
  onSwipeEnd() {
    if (asked.value || group.value || measuring.value) return
    if (direction.value === 'left') go(1)
    if (direction.value === 'right') go(-1)
  },
})
useEventListener('keydown', (event: KeyboardEvent) => {
  if (asked.value || group.value || measuring.value || (event.target as HTMLElement).matches('input, textarea')) return
  if (event.key === 'ArrowRight' || event.key === '.') go(1)
  if (event.key === 'ArrowLeft' || event.key === ',') go(-1)
})
/** What is asked for, and of what. */
const asking = computed(() => {
  const target = asked.value
  if (!target) return ''
  const whose = target.about === post.value?.id ? `Post ${post.value.number}: ` : ''
  return `${whose}${target.what}${target.of ? `, ${target.of}` : ''}`
})
const isSet = computed(() => (post.value ? (last(post.value.id, 'set')?.done ?? false) : false))
/** What can be measured here, as the plan names it: of this post first, then of the structure as a whole. */
const here = computed(() =>
  (sheet.value?.targets ?? []).filter(
    (target) => target.about === post.value?.id && target.unit !== 'rad' && target.what !== 'cut height',
  ),
)
const others = computed(() =>
  (sheet.value?.targets ?? []).filter(
    (target) => target.unit !== 'rad' && !posts.value.some((item) => item.id === target.about),
  ),
)
const asked = ref<MeasurementTarget | null>(null)
const planned = computed(() => asked.value?.planned ?? null)
const hint = computed(() => {
  const target = asked.value
  if (!target?.mend || target.within === null || target.within === undefined) return ''
  return `Out by more than ${showReading(target.within, target.unit, tape.value)}? ${target.mend}.`
})
const SHORT: Record<string, string> = { 'hole depth': 'hole', 'plumb across': 'across' }
const measured = (target: MeasurementTarget) => last(target.about, target.what)?.value_m ?? null
const read = (target: MeasurementTarget) =>
  measured(target) === null ? 'type it' : showReading(measured(target)!, target.unit ?? 'm', tape.value)
function keep(value_m: number): void {
  if (asked.value) say(asked.value.about, asked.value.what, value_m)
  asked.value = null
}
/** What was typed wrong counts no more; that it was said stays in the record. */
function strike(): void {
  if (asked.value) say(asked.value.about, asked.value.what, null, false, 'struck out')
  asked.value = null
}
/** A post that is set is done with: the next one comes by itself. */
function tick(): void {
  if (!post.value) return
  const set = !isSet.value
  say(post.value.id, 'set', null, set)
  if (set) go(1)
}
const around = ref('')
const solving = ref('')
/**
 * Keeps what was met; with signal the rest of the line is solved again at once, the posts that are set held where they
 * stand.
 */
async function keepHit(): Promise<void> {
  const found = note.value.trim()
  if (!post.value || !found) return
  const at = post.value
  say(at.id, 'hit something', null, true, found)
  note.value = ''
  hit.value = false
  const half = around.value.trim() ? parseLength(around.value, tape.value.system === 'metric' ? 'mm' : 'in') : null
  around.value = ''
  solving.value = 'Solving the rest again.'
  solving.value = await goRound(at.id, found, half ?? 0.15)
}
function swap(): void {
  hand.value = hand.value === 'right' ? 'left' : 'right'
  localStorage.setItem('trellis.hand', hand.value)
}

let lock: { release(): Promise<void> } | null = null
const awake = ref(false)
async function stayAwake(): Promise<void> {
  try {
    lock =
      (await narrowed<{ wakeLock?: { request(kind: string): Promise<{ release(): Promise<void> }> } }>(
        navigator,
      ).wakeLock?.request('screen')) ?? null
    awake.value = !!lock
  } catch {
    awake.value = false
  }
}
onMounted(() => void stayAwake())
useEventListener(window, 'visibilitychange', () => void (window.document.visibilityState === 'visible' && stayAwake()))
onUnmounted(() => {
  stop()
  void lock?.release()
})

const W = 390
/** What stands on a grid is read off two tapes. */
const framing = computed(() => !sheet.value?.views.some((view) => view.how === 'side straight'))
/** What has no posts shows itself from the side, or from above. */
const plain = computed(() => {
  const view = sheet.value?.views.find((item) => item.how.startsWith('along')) ?? sheet.value?.views[0]
  if (!view) return null
  const [left, low, right, top] = view.bounds as [number, number, number, number]
  const scale = Math.min((W - 40) / (right - left), 260 / (top - low))
  return {
    view,
    scale,
    x0: (W - (right - left) * scale) / 2 - left * scale,
    y0: 10 + top * scale,
    h: (top - low) * scale + 24,
  }
})
/** Whether it passes as a whole: what does not is said before anything is dug or cut. */
const passes = computed(() => isPassing(sheet.value?.verdict))
const near = computed(() => posts.value.slice(Math.max(0, index.value - 1), index.value + 2))
</script>

<template>
  <div ref="box" class="site" :class="hand">
    <header class="bar">
      <router-link :to="{ name: 'build', params: { job, structure } }" class="back">{{
        name || 'Site view'
      }}</router-link>
      <span role="status"
        >{{ waiting ? `${waiting} waiting to sync` : ''
        }}{{ signal ? (waiting ? ', sending' : 'all sent') : `${waiting ? ', ' : ''}no signal` }}</span
      >
    </header>
    <p v-if="fault" class="fault pad-x" role="alert">
      {{ fault }}
      <router-link :to="{ name: 'sign-in', query: { to: `/site/${job}/${structure}` } }">Sign in</router-link>
    </p>
    <p v-if="onlyHere" class="fault pad-x" role="alert">
      This phone’s store is full: what was measured last is in this page alone. Leave it open until all is sent.
    </p>
    <RejectedReadings v-if="aside.length" :items="aside" :posts="posts" :tape="tape" @settle="settle" />
    <p v-if="!sheet && !fault" class="pad-x quiet" aria-busy="true">
      {{
        signal
          ? 'Fetching the marks.'
          : 'No signal, and this was not opened on this phone before. Open it once with signal.'
      }}
      <Button v-if="!signal" severity="secondary" outlined @click="fetchPlan">Try again</Button>
    </p>
    <section v-if="sheet && !passes" class="held pad-x" aria-label="State">
      <p>
        <b>{{ sheet.headline }}</b>
      </p>
    </section>
    <section
      v-if="sheet && posts.length && held.length && !group && !measuring"
      class="held pad-x"
      aria-label="Held back"
    >
      <p><b>Do not dig:</b></p>
      <ul>
        <li v-for="point in held" :key="point">{{ point }}</li>
      </ul>
      <router-link :to="{ name: 'build', params: { job, structure } }">Enter what is missing</router-link>
    </section>
    <nav v-if="sheet && (groups.length || measures.length)" class="looks pad-x" aria-label="What is done">
      <Button unstyled :aria-pressed="!group && !measuring" :class="{ on: !group && !measuring }" @click="lookAt('')">
        {{ posts.length ? 'Posts' : 'Whole' }}
      </Button>
      <Button
        v-for="item in groups"
        :key="item.role"
        unstyled
        :aria-pressed="group === item"
        :class="{ on: group === item }"
        @click="lookAt(item.role)"
      >
        {{ item.says }}
      </Button>
      <Button
        v-if="measures.length"
        unstyled
        :aria-pressed="measuring"
        :class="{ on: measuring }"
        @click="lookAt(MEASURES)"
      >
        Measures
      </Button>
    </nav>
    <main v-if="measuring" class="body pad-x">
      <h1 class="listed">Dimensions in cutting order</h1>
      <MeasureLists :lists="measures" />
    </main>
    <main v-else-if="group" class="body pad-x">
      <h1 class="listed">{{ group.says }}</h1>
      <TickList
        :group="group"
        :done="(about, what) => last(about, what)?.done ?? false"
        @tick="(about, what, done) => say(about, what, null, done)"
      />
    </main>
    <main v-else-if="post" class="body">
      <TapeStrip :post="post" :tape="tape" />
      <div class="head pad-x">
        <h1>Post {{ post.number }} of {{ posts.length }}</h1>
        <span v-if="post.hand_dug" class="hand-dug">dig by hand: {{ post.hand_dug }}</span
        ><span v-else-if="post.kind !== 'line'" class="kind">{{ post.label || post.kind }}</span>
      </div>
      <p class="reading pad-x" :class="{ pair: framing }">
        <span v-for="part in post.reading.split(', ')" :key="part">{{ part }}</span>
      </p>
      <p v-if="framing" class="where pad-x">{{ sheet?.reads }}</p>
      <p v-else class="where pad-x">
        from the line's start, level, to the post's centre. {{ sheet?.reads }} {{ sentence(post.foot) }}.
      </p>
      <PostDrawing v-if="sheet" :sheet="sheet" :post="post" />
      <div class="values pad-x">
        <Button v-for="target in here" :key="target.what" unstyled @click="asked = target">
          <span>{{ SHORT[target.what] ?? target.what }}</span><b>{{ read(target) }}</b>
        </Button>
      </div>
      <p class="pad-x setline">
        <Button
          unstyled
          class="set"
          :class="{ done: isSet }"
          :aria-pressed="isSet"
          :disabled="held.length > 0 && !isSet"
          :title="held.length ? 'Do not dig: see above' : ''"
          @click="tick"
        >
          {{ isSet ? `✓ Post ${post.number} is set` : `Post ${post.number} is set` }}
        </Button>
      </p>
      <nav class="walk pad-x" aria-label="Posts">
        <Button unstyled :disabled="index === 0" @click="go(-1)">
          ‹ {{ near[0] && index > 0 ? near[0].reading : 'first' }}
        </Button>
        <Button unstyled @click="hit = !hit">Report obstruction</Button>
        <Button unstyled :disabled="index >= posts.length - 1" @click="go(1)">
          {{ index < posts.length - 1 ? showDistance(posts[index + 1]!.station_m, tape) : 'last' }} ›
        </Button>
      </nav>
      <form v-if="hit" class="hit pad-x" @submit.prevent="keepHit">
        <label for="hit">Obstruction and depth</label
        ><InputText
          id="hit"
          v-model="note"
          maxlength="60"
          :placeholder="tape.system === 'imperial' ? 'rock at 14 in' : 'rock at 350 mm'"
          size="small"
        /><label for="around">Keep holes off it, each side</label
        ><InputText
          id="around"
          v-model="around"
          maxlength="12"
          :placeholder="tape.system === 'imperial' ? '6 in' : '150 mm'"
          size="small"
        /><Button unstyled class="set" type="submit">Save and re-plan</Button>
      </form>
      <section v-if="others.length" class="pad-x">
        <p class="strong">As a whole</p>
        <div class="whole">
          <Button v-for="target in others" :key="target.about + target.what" unstyled @click="asked = target">
            <span
              >{{ target.what }}<template v-if="target.of">, {{ target.of }}</template></span
            ><b>{{ read(target) }}</b>
          </Button>
        </div>
      </section>
      <p v-if="solving" class="pad-x solved" role="status">{{ solving }}</p>
      <p class="pad-x foot-row">
        <Button severity="secondary" outlined class="swap" @click="swap"
          >Switch hand: {{ hand === 'right' ? 'left' : 'right' }}</Button
        ><span class="quiet small">{{ awake ? 'screen stays on' : '' }}</span>
      </p>
    </main>
    <main v-else-if="sheet && !posts.length" class="body">
      <div class="head pad-x">
        <h1>{{ name }}</h1>
      </div>
      <p class="where pad-x">{{ sheet.length }}. {{ sheet.reads }}</p>
      <svg v-if="plain" class="hole" :viewBox="`0 0 ${W} ${plain.h}`" role="img" :aria-label="plain.view.title">
        <ViewShapes
          :view="plain.view"
          :sx="plain.scale"
          :sy="plain.scale"
          :x0="plain.x0"
          :y0="plain.y0"
          :texts="false"
        />
      </svg>
      <div class="pad-x whole">
        <Button v-for="target in others" :key="target.about + target.what" unstyled @click="asked = target">
          <span
            >{{ target.what }}<template v-if="target.of">, {{ target.of }}</template></span
          ><b>{{ read(target) }}</b>
        </Button>
      </div>
      <p v-if="!others.length" class="pad-x quiet">No field measurements for this structure.</p>
    </main>
    <HoursBox v-if="sheet" :job="job" :structure="structure" />
    <FractionPad
      v-if="asked"
      :title="asking"
      :start="measured(asked)"
      :planned="planned"
      :asks-over="asked.asks_over"
      :hint="hint"
      :unit="asked.unit"
      :tape="tape"
      @done="keep"
      @strike="strike"
      @close="asked = null"
    />
  </div>
</template>

<style scoped>
.swap {
  min-height: 56px;
}
.site {
  max-width: 520px;
  margin: 0 auto;
  min-height: 100%;
  background: var(--paper);
}
.pad-x {
  padding-left: 16px;
  padding-right: 16px;
}
.bar {
  display: flex;
  justify-content: space-between;
  align-items: center;
  background: var(--band);
  color: var(--band-ink);
  padding: 0 16px;
  min-height: 48px;
  font-size: 14px;
}
.back {
  color: #fff;
  font-weight: 600;
  font-size: 17px;
  text-decoration: none;
  padding: 12px 0;
}
.held {
  border: solid var(--fail);
  border-width: 2px 0 2px 10px;
  color: var(--fail);
  font-weight: 600;
  padding-top: 8px;
  padding-bottom: 10px;
}
.held p,
.held ul {
  margin: 0;
}
.held ul {
  padding-left: 20px;
}
.held a {
  display: inline-block;
  color: var(--fail);
  padding: 16px 0;
  min-height: 56px;
  margin-bottom: -12px;
  font-weight: 600;
}
.looks {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
  overflow-x: auto;
  padding-top: 8px;
  padding-bottom: 8px;
}
.looks button {
  flex: none;
  min-height: 48px;
  padding: 0 14px;
  border: 1px solid var(--line);
  border-radius: 4px;
  background: var(--ground-2);
  color: var(--ink);
  font-size: 16px;
  cursor: pointer;
}
.looks .on {
  background: var(--ink);
  color: var(--paper);
  border-color: var(--ink);
}
.listed {
  font-size: 20px;
  margin: 6px 0 0;
}
.head {
  display: flex;
  justify-content: space-between;
  align-items: baseline;
  gap: 10px;
  margin-top: 6px;
}
.head h1 {
  font-size: 20px;
  white-space: nowrap;
}
.hand-dug {
  color: var(--zone);
  font-weight: 600;
  font-size: 16px;
  text-align: right;
}
.kind {
  font-weight: 600;
}
.reading {
  font-size: 58px;
  line-height: 1.05;
  font-weight: 600;
  margin: 0;
  letter-spacing: -0.01em;
}
.reading.pair {
  font-size: 38px;
  display: grid;
}
.where {
  font-size: 14.5px;
  margin: 2px 0 6px;
}
.hole {
  display: block;
  width: 100%;
  background: var(--ground);
}
.values,
.whole {
  display: grid;
  grid-template-columns: 1.3fr 1fr 1fr 1fr;
  gap: 6px;
  margin-top: 8px;
}
.whole {
  grid-template-columns: 1fr 1fr;
}
.values button,
.whole button {
  display: grid;
  text-align: left;
  border: 2px solid var(--line);
  background: var(--paper);
  border-radius: 4px;
  min-height: 58px;
  padding: 4px 8px;
  cursor: pointer;
}
.values span,
.whole span {
  font-size: 13px;
}
.values b,
.whole b {
  font-size: 16px;
}
.setline {
  margin: 8px 0;
}
.set {
  width: 100%;
  min-height: 60px;
  border: 2px solid var(--ink);
  background: var(--ink);
  color: var(--paper);
  border-radius: 4px;
  font-size: 20px;
  font-weight: 600;
  cursor: pointer;
}
.set.done {
  background: var(--paper);
  color: var(--pass);
  border-color: var(--pass);
}
.walk {
  display: grid;
  grid-template-columns: 1fr 1fr 1fr;
  gap: 6px;
}
.left .walk button:last-child {
  order: -1;
}
.left .values {
  direction: rtl;
}
.left .values button {
  direction: ltr;
}
.walk button {
  min-height: 56px;
  border: 1px solid var(--line);
  background: var(--ground-2);
  border-radius: 4px;
  font-size: 16px;
  font-weight: 600;
  cursor: pointer;
}
.walk button:disabled {
  opacity: 0.6;
}
.hit {
  display: grid;
  gap: 6px;
  margin-top: 8px;
}
.hit input {
  min-height: 56px;
  font-size: 18px;
  padding: 0 10px;
  border: 2px solid var(--line);
  border-radius: 4px;
  background: var(--paper);
}
.solved {
  font-weight: 600;
  margin: 8px 0;
}
.foot-row {
  display: flex;
  justify-content: space-between;
  margin: 8px 0 16px;
}
.foot-row .link {
  min-height: 56px;
}
</style>
