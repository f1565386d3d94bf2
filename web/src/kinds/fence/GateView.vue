<script setup lang="ts">
import { watchDebounced } from '@vueuse/core'
import { computed, ref, watch } from 'vue'
import { useRoute } from 'vue-router'
import { api, ask } from '@/api/client'
import type { FenceSpec, Job, Sheet } from '@/api/types'
import KeptInput from '@/components/KeptInput.vue'
import CheckLine from '@/components/CheckLine.vue'
import DetailCanvas from '@/components/DetailCanvas.vue'
import LengthField from '@/components/LengthField.vue'
import PickField from '@/components/PickField.vue'
import RatingField from '@/components/RatingField.vue'
import { useFence } from '@/kinds/fence/useFence'
import { useJobSheet } from '@/composables/useJobSheet'
import { figure } from '@/logic/formula'
import { useJob } from '@/stores/job'
import { showLength } from '@/logic/units'
import { useReference } from '@/stores/reference'

type Opening = FenceSpec['openings'][number]
type Leaf = NonNullable<Opening['leaf']>
const store = useJob()
const reference = useReference()
void reference.load()
const route = useRoute()
const { sheet, selected, structure, problems, failed } = useJobSheet()
const { spec, path, specOf } = useFence(structure)
const id = computed(() => String(route.params.opening ?? ''))
const index = computed(() => spec.value?.openings.findIndex((item) => item.id === id.value) ?? -1)
const opening = computed(() => (index.value >= 0 ? spec.value!.openings[index.value]! : null))
const leaf = computed(() => opening.value?.leaf ?? null)
const here = computed(() => `${path.value}/openings/${index.value}/leaf`)
watch(id, () => (selected.value = `${structure.value}/gate/${id.value}`), { immediate: true })

const edit = (change: (leaf: Leaf) => void) => (job: Job) => change(specOf(job).openings[index.value]!.leaf as Leaf)
function set<K extends keyof Leaf>(name: K, value: Leaf[K], says: string): void {
  store.change(
    edit((at) => void (at[name] = value)),
    says,
  )
}
const pick =
  <K extends keyof Leaf>(name: K, says: string) =>
  (value: string | number) =>
    set(name, value as Leaf[K], says)
const length =
  <K extends keyof Leaf>(name: K, says: string) =>
  (value: number | null) =>
    set(name, value as Leaf[K], says)
/** The opening as it stands, at three heights: until all three are measured the plan's own width counts. */
const three = ref<(number | null)[]>([null, null, null])
watch(leaf, (at) => (three.value = [0, 1, 2].map((i) => at?.measured_m?.[i] ?? null)), { immediate: true })
function measure(i: number, value: number | null): void {
  const next = three.value.map((old, k) => (k === i ? value : old))
  three.value = next
  if (next.every((item) => item !== null)) set('measured_m', next as number[], 'opening measured')
  else if (leaf.value?.measured_m?.length && next.every((item) => item === null))
    set('measured_m', [], 'opening as planned')
}
type Way = NonNullable<Leaf['in_the_way']>[number]
function block(i: number, change: (at: Way) => void): void {
  store.change(
    edit((at) => change(at.in_the_way![i]!)),
    'moved what stands in the way',
  )
}
function stand(): void {
  store.change(
    edit(
      (at) =>
        void (at.in_the_way = [
          ...(at.in_the_way ?? []),
          { id: `way-${Date.now().toString(36)}`, what: 'wall', along_m: 0.3, out_m: 1.5, radius_m: 0.15 },
        ]),
    ),
    'something in the way',
  )
}
/** Pulls the brace's head along its rail: the drawing's left edge is the leaf's hinge edge. */
function pull(x: number, done: boolean): void {
  const reach = Math.min(6, Math.max(0.2, x))
  if (done)
    store.change(
      edit((at) => void (at.reach_m = reach)),
      'moved the brace',
    )
  else store.preview(edit((at) => void (at.reach_m = reach)))
}
const imperial = computed(() => store.tape.system === 'imperial')
const typed = ref<Record<string, string>>({})
const newtons = (name: 'hinge_rating_n' | 'cable_rating_n' | 'person_n') => (value: number | null) =>
  set(name, value ?? 0, name.replaceAll('_', ' '))
function grade(text: string): void {
  const value = text.trim() === '' ? null : Number(text.replace('%', '').replace(',', '.'))
  if (value !== null && !Number.isFinite(value)) return
  typed.value = {}
  set('front_grade', value === null ? null : value / 100, 'ground toward the swing')
}
const over = computed(() => `${path.value}/openings/${index.value}/arch`)
type Arch = NonNullable<Opening['arch']>
function arch(on: boolean): void {
  store.change(
    (job) => void (specOf(job).openings[index.value]!.arch = on ? ({} as Arch) : null),
    on ? 'an arch over the gate' : 'took the arch away',
  )
}
function arching<K extends keyof Arch>(name: K, value: Arch[K], says: string): void {
  store.change((job) => void (specOf(job).openings[index.value]!.arch![name] = value), says)
}
const PLF = 14.593902937206
const plants = computed(() => {
  const value = opening.value?.arch?.plants_n_per_m ?? 0
  return value ? String(Math.round((value / (imperial.value ? PLF : 1000)) * 100) / 100) : ''
})
function grow(text: string): void {
  const value = text.trim() === '' ? 0 : Number(text.replace(',', '.').replace(/[^0-9.]/g, ''))
  if (!Number.isFinite(value)) return
  typed.value = {}
  arching('plants_n_per_m', Math.min(2000, value * (imperial.value ? PLF : 1000)), 'plants on the arch')
}
const offered = (role: string) =>
  (reference.reference?.items ?? [])
    .filter((item) => item.role === role)
    .map((item) => ({ value: item.key, says: item.says }))
const frames = computed(() => offered('rail'))
const JOINTS = ['half-lap', 'butt with gusset', 'pocket screw', 'bolted'].map((value) => ({ value, says: value }))
const BRACES = [
  { value: 'strut', says: 'Strut, bottom hinge corner up to the latch side' },
  { value: 'cable', says: 'Cable, top hinge corner down to the latch side' },
  { value: 'both', says: 'Both' },
  { value: 'none', says: 'None' },
]
const WAYS = [
  { value: 'corner', says: 'corner to corner' },
  { value: '45 degrees', says: 'near 45 degrees' },
]
const HUNG = [
  { value: 'start', says: 'on its first post' },
  { value: 'end', says: 'on its second post' },
]
const few = (from: number, to: number) =>
  Array.from({ length: to - from + 1 }, (_, k) => ({ value: from + k, says: String(from + k) }))
const checks = computed(() => [...(sheet.value?.checks ?? [])].sort((a, b) => b.use - a.use))
const gaps = computed(() => (sheet.value?.not_covered ?? []).filter((gap) => gap.about === selected.value))
const posts = computed(() =>
  (sheet.value?.bays ?? []).find((item) => item.id === selected.value || item.id.endsWith(`/gate/${id.value}`)),
)

/** Other designs beside this one, each planned whole: what they do to the brace, the sag and the posts. */
interface Beside {
  says: string
  sheet: Sheet | null
}
const beside = ref<Beside[]>([])
const comparing = ref(false)
async function compare(): Promise<void> {
  if (!store.document || !leaf.value) return
  comparing.value = true
  const designs: [string, (at: Leaf) => void][] = [
    ['this design', () => undefined],
    ['strut corner to corner', (at) => void Object.assign(at, { brace: 'strut', way: 'corner', reach_m: null })],
    ['strut near 45°', (at) => void Object.assign(at, { brace: 'strut', way: '45 degrees', reach_m: null })],
    ['cable', (at) => void Object.assign(at, { brace: 'cable', way: 'corner', reach_m: null })],
    ['hung on the other post', (at) => void (at.hung = at.hung === 'start' ? 'end' : 'start')],
  ]
  beside.value = await Promise.all(
    designs.map(async ([says, change]) => {
      const document = JSON.parse(JSON.stringify(store.document)) as Job
      edit(change)(document)
      try {
        return {
          says,
          sheet: (await ask(
            api.POST('/api/reckon/plan', { body: { document, structure: structure.value, selected: selected.value } }),
          )) as Sheet,
        }
      } catch {
        return { says, sheet: null }
      }
    }),
  )
  comparing.value = false
}
watchDebounced(
  () => store.document,
  () => beside.value.length && void compare(),
  { debounce: 400 },
)
/** The log of the latch edge against the mark made when the leaf was hung. */
type Row = Awaited<ReturnType<typeof readLog>>[number]
const log = ref<Row[]>([])
async function readLog() {
  return (
    await ask(api.GET('/api/jobs/{job_id}/readings', { params: { path: { job_id: store.id } } }))
  ).readings.filter((row) => row.what === 'latch edge' && row.about.startsWith(`${selected.value}/`))
}
async function refresh(): Promise<void> {
  if (store.id) log.value = await readLog().catch(() => log.value)
}
watch([() => store.id, id], refresh, { immediate: true })
const leaves = computed(() =>
  (sheet.value?.details ?? [])
    .filter((item) => item.id.endsWith('/leaf'))
    .map((item) => item.id.replace(/\/leaf$/, '')),
)
const dropped = ref<number | null>(null)
const which = ref('')
watch(leaves, (at) => at.includes(which.value) || (which.value = at[0] ?? ''), { immediate: true })
async function note(): Promise<void> {
  const about = which.value
  if (dropped.value === null || !about) return
  const reading = {
    id: crypto.randomUUID(),
    about,
    what: 'latch edge' as const,
    value_m: dropped.value,
    done: false,
    note: '',
    device: 'desk',
    measured_at: new Date().toISOString(),
  }
  await ask(
    api.POST('/api/jobs/{job_id}/readings', { params: { path: { job_id: store.id } }, body: { readings: [reading] } }),
  )
  dropped.value = null
  await refresh()
}
const fact = (at: Sheet | null, symbol: string) => {
  const step = at?.details[0]?.facts.find((item) => item.symbol === symbol)
  return step ? `${figure(step.value)} ${step.unit}` : ''
}
const last = (at: Sheet | null) => {
  const sags = at?.details[0]?.facts.filter((item) => item.symbol === 'd') ?? []
  const step = sags[sags.length - 1]
  return step ? `${figure(step.value)} ${step.unit}` : ''
}
const worst = (at: Sheet | null) => (at ? [...at.checks].sort((a, b) => b.use - a.use)[0] : undefined)
</script>

<template>
  <main class="gate">
    <header>
      <router-link :to="{ name: 'set-out', params: { structure } }">← the fence</router-link>
      <h1>{{ opening?.what ?? 'Gate' }}</h1>
      <nav v-if="(spec?.openings.length ?? 0) > 1" aria-label="Gates of this fence">
        <router-link
          v-for="item in spec?.openings"
          :key="item.id"
          :to="{ params: { opening: item.id } }"
          :class="{ on: item.id === id }"
          >{{ item.what }}</router-link
        >
      </nav>
    </header>
    <p v-if="problems[0] || failed" class="fault" role="alert">{{ problems[0]?.message ?? failed }}</p>
    <p v-if="spec && !opening" class="strong">This fence has no such gate.</p>
    <div v-else-if="leaf" class="cols">
      <section class="drawings" aria-label="The leaves">
        <template v-for="detail in sheet?.details" :key="detail.id">
          <figure :class="{ half: !detail.id.endsWith('/leaf'), end: detail.id.endsWith('/wrong') }">
            <figcaption>{{ detail.title }}</figcaption>
            <DetailCanvas
              :view="detail.view"
              :stretch="detail.id.endsWith('/arc')"
              :small="!detail.id.endsWith('/leaf')"
              grab="/strut"
              @pull="pull"
            />
            <details v-if="detail.measures.length">
              <summary>To cut and mark by</summary>
              <table>
                <tbody>
                  <tr v-for="[says, value] in detail.measures" :key="says">
                    <td>{{ says }}</td>
                    <td>
                      <b>{{ value }}</b>
                    </td>
                  </tr>
                </tbody>
              </table>
            </details>
          </figure>
        </template>
        <p class="small quiet">
          Chevrons point at each other where a member is squeezed, away from each other where it is pulled (broken
          lines). Pull the strut's head along its rail.
        </p>
      </section>
      <section class="form" aria-label="How it is built">
        <PickField
          label="Frame"
          :model-value="leaf.frame"
          :options="frames"
          :path="here + '/frame'"
          @update:model-value="pick('frame', 'gate frame')($event)"
        />
        <PickField
          label="Brace"
          :model-value="leaf.brace"
          :options="BRACES"
          @update:model-value="pick('brace', 'brace')($event)"
        />
        <PickField
          label="Runs"
          :model-value="leaf.way ?? 'corner'"
          :options="WAYS"
          @update:model-value="pick('way', 'way of the brace')($event)"
        />
        <LengthField
          label="Brace meets the rail at"
          :model-value="leaf.reach_m ?? null"
          :tape="store.tape"
          optional="as it runs"
          :path="here + '/reach_m'"
          @update:model-value="length('reach_m', 'brace reach')($event)"
        />
        <div class="two">
          <PickField
            label="Cross rails"
            :model-value="leaf.cross_rails"
            :options="few(0, 3)"
            @update:model-value="pick('cross_rails', 'cross rails')($event)"
          />
          <PickField
            label="Hinges"
            :model-value="leaf.hinges_count"
            :options="few(2, 4)"
            @update:model-value="pick('hinges_count', 'hinges')($event)"
          />
        </div>
        <PickField
          label="Corner joints"
          :model-value="leaf.joint ?? 'half-lap'"
          :options="JOINTS"
          @update:model-value="pick('joint', 'corner joints')($event)"
        />
        <PickField
          label="Kind of hinge"
          :model-value="leaf.hinge ?? 'strap hinge'"
          :options="offered('hinge')"
          :path="here + '/hinge'"
          @update:model-value="pick('hinge', 'kind of hinge')($event)"
        />
        <PickField
          label="Kind of latch"
          :model-value="leaf.latch ?? 'gravity latch'"
          :options="offered('latch')"
          :path="here + '/latch'"
          @update:model-value="pick('latch', 'kind of latch')($event)"
        />
        <div class="two">
          <LengthField
            label="Gap at the hinge"
            bare="in"
            :model-value="leaf.hinge_gap_m ?? null"
            :tape="store.tape"
            optional="the hinge's own"
            :path="here + '/hinge_gap_m'"
            @update:model-value="length('hinge_gap_m', 'gap at the hinge')($event)"
          />
          <LengthField
            label="Gap at the latch"
            bare="in"
            :model-value="leaf.latch_gap_m ?? null"
            :tape="store.tape"
            optional="the latch's own"
            :path="here + '/latch_gap_m'"
            @update:model-value="length('latch_gap_m', 'gap at the latch')($event)"
          />
          <LengthField
            label="Latch height"
            :model-value="leaf.latch_height_m ?? null"
            :tape="store.tape"
            :path="here + '/latch_height_m'"
            @update:model-value="$event !== null && set('latch_height_m', $event, 'height of the latch')"
          />
        </div>
        <label class="tick"
          ><input
            type="checkbox"
            :checked="leaf.wheel ?? false"
            @change="set('wheel', ($event.target as HTMLInputElement).checked, 'wheel')"
          />
          a wheel under the latch stile</label
        >
        <LengthField
          v-if="leaf.wheel"
          label="Wheel's bracket above the ground"
          bare="in"
          :model-value="leaf.wheel_high_m ?? null"
          :tape="store.tape"
          :path="here + '/wheel_high_m'"
          @update:model-value="$event !== null && set('wheel_high_m', $event, 'height of the wheel')"
        />
        <PickField
          v-if="(opening?.leaves_m.length ?? 0) < 2"
          label="Hung"
          :model-value="leaf.hung"
          :options="HUNG"
          @update:model-value="pick('hung', 'hung')($event)"
        />
        <div class="two">
          <LengthField
            label="Under the hinge end"
            bare="in"
            :model-value="leaf.gap_m ?? null"
            :tape="store.tape"
            optional="the least that swings clear"
            :path="here + '/gap_m'"
            @update:model-value="length('gap_m', 'gap under the leaf')($event)"
          />
          <LengthField
            label="Keep clear"
            bare="in"
            :model-value="leaf.clear_m"
            :tape="store.tape"
            :path="here + '/clear_m'"
            @update:model-value="length('clear_m', 'clear')($event)"
          />
        </div>
        <label
          >Ground toward the swing, % up<KeptInput
            :value="typed.grade ?? (leaf.front_grade == null ? '' : String(Math.round(leaf.front_grade * 1000) / 10))"
            placeholder="not read"
            autocomplete="off"
            @input="typed = { grade: ($event.target as HTMLInputElement).value }"
            @change="grade(($event.target as HTMLInputElement).value)"
        /></label>
        <label class="tick"
          ><input
            type="checkbox"
            :checked="leaf.raked"
            @change="set('raked', ($event.target as HTMLInputElement).checked, 'raked leaf')"
          />
          leaf follows the slope of the fence</label
        >
        <label class="tick"
          ><input
            type="checkbox"
            :checked="leaf.hinges_lap_boards ?? true"
            @change="set('hinges_lap_boards', ($event.target as HTMLInputElement).checked, 'hinges on boards or frame')"
          />
          hinges lap the boards</label
        >
        <label class="tick"
          ><input
            type="checkbox"
            :checked="!!opening?.arch"
            @change="arch(($event.target as HTMLInputElement).checked)"
          />
          an arch over it</label
        >
        <div v-if="opening?.arch" class="way">
          <LengthField
            label="Headroom"
            :model-value="opening.arch.headroom_m ?? null"
            :tape="store.tape"
            :path="over + '/headroom_m'"
            @update:model-value="$event !== null && arching('headroom_m', $event, 'headroom')"
          />
          <PickField
            label="Rungs"
            :model-value="opening.arch.rungs ?? 6"
            :options="few(0, 12)"
            @update:model-value="arching('rungs', Number($event), 'rungs')"
          />
          <PickField
            label="Two headers"
            :model-value="opening.arch.header ?? ''"
            :options="frames"
            :path="over + '/header'"
            @update:model-value="arching('header', String($event), 'headers')"
          />
          <LengthField
            label="Rung's length"
            bare="in"
            :model-value="opening.arch.rung_m ?? null"
            :tape="store.tape"
            :path="over + '/rung_m'"
            @update:model-value="$event !== null && arching('rung_m', $event, 'length of the rungs')"
          />
          <LengthField
            label="Past the posts"
            bare="in"
            :model-value="opening.arch.overhang_m ?? null"
            :tape="store.tape"
            :path="over + '/overhang_m'"
            @update:model-value="$event !== null && arching('overhang_m', $event, 'overhang of the headers')"
          />
          <label
            >Wet plants on it, {{ imperial ? 'lb/ft' : 'kN/m'
            }}<KeptInput
              :value="typed.plants ?? plants"
              placeholder="none"
              autocomplete="off"
              @input="typed = { plants: ($event.target as HTMLInputElement).value }"
              @change="grow(($event.target as HTMLInputElement).value)"
          /></label>
        </div>
        <div class="three">
          <LengthField
            v-for="(says, i) in ['Opening, top', 'middle', 'bottom']"
            :key="says"
            :label="says"
            bare="in"
            :model-value="three[i] ?? null"
            :tape="store.tape"
            optional="as planned"
            :path="here + '/measured_m/' + i"
            @update:model-value="measure(i, $event)"
          />
        </div>
        <div class="two">
          <LengthField
            label="Post leans in by"
            bare="in"
            :model-value="leaf.post_lean_m ?? 0"
            :tape="store.tape"
            :path="here + '/post_lean_m'"
            @update:model-value="$event !== null && set('post_lean_m', $event, 'lean of the post')"
          />
          <button class="plain" type="button" @click="stand">Something in the way</button>
        </div>
        <div v-for="(item, i) in leaf.in_the_way" :key="item.id" class="way">
          <label
            >What<KeptInput
              :value="item.what"
              maxlength="60"
              @change="block(i, (at) => void (at.what = ($event.target as HTMLInputElement).value))"
          /></label>
          <LengthField
            label="Along the leaf"
            :model-value="item.along_m"
            :tape="store.tape"
            @update:model-value="$event !== null && block(i, (at) => void (at.along_m = $event!))"
          />
          <LengthField
            label="Out from it"
            :model-value="item.out_m"
            :tape="store.tape"
            @update:model-value="$event !== null && block(i, (at) => void (at.out_m = $event!))"
          />
          <LengthField
            label="Half its size"
            bare="in"
            :model-value="item.radius_m ?? 0"
            :tape="store.tape"
            @update:model-value="$event !== null && block(i, (at) => void (at.radius_m = $event!))"
          />
          <button
            class="link small"
            type="button"
            :aria-label="`take away ${item.what}`"
            @click="
              store.change(
                edit((at) => void at.in_the_way!.splice(i, 1)),
                'took an obstacle away',
              )
            "
          >
            take away
          </button>
        </div>
        <RatingField
          label="A person on the latch edge"
          kind="force"
          :model-value="leaf.person_n || null"
          :tape="store.tape"
          empty="nobody"
          :path="`${here}/person_n`"
          @update:model-value="newtons('person_n')($event)"
        />
        <RatingField
          label="Maker's rating of one hinge, with your safety factor"
          kind="force"
          :model-value="leaf.hinge_rating_n || null"
          :tape="store.tape"
          empty="not entered"
          :path="`${here}/hinge_rating_n`"
          @update:model-value="newtons('hinge_rating_n')($event)"
        />
        <div class="three">
          <PickField
            label="Its lag screws"
            :model-value="leaf.hinge_screws ?? 0"
            :options="few(0, 12)"
            @update:model-value="pick('hinge_screws', 'screws of a hinge')($event)"
          />
          <LengthField
            v-if="leaf.hinge_screws"
            label="shank"
            bare="in"
            :model-value="leaf.hinge_screw_m ?? null"
            :tape="store.tape"
            :path="here + '/hinge_screw_m'"
            @update:model-value="$event !== null && set('hinge_screw_m', $event, 'shank of the hinge screws')"
          />
          <LengthField
            v-if="leaf.hinge_screws"
            label="bite in post"
            bare="in"
            :model-value="leaf.hinge_screw_in_post_m ?? null"
            :tape="store.tape"
            :path="here + '/hinge_screw_in_post_m'"
            @update:model-value="$event !== null && set('hinge_screw_in_post_m', $event, 'bite of the hinge screws')"
          />
        </div>
        <RatingField
          v-if="leaf.brace === 'cable' || leaf.brace === 'both'"
          label="Maker's rating of the cable"
          kind="force"
          :model-value="leaf.cable_rating_n || null"
          :tape="store.tape"
          empty="not entered"
          :path="`${here}/cable_rating_n`"
          @update:model-value="newtons('cable_rating_n')($event)"
        />
      </section>
      <section class="checks" aria-label="What was reckoned">
        <CheckLine v-for="(check, i) in checks" :key="i" :check="check" />
        <div v-for="(gap, i) in gaps" :key="'g' + i" class="gap">
          <b>{{ gap.name }}</b>: not covered, {{ gap.reason }}.
          <span class="small">{{ gap.would_have_to_change }}</span>
        </div>
        <p v-if="posts" class="small">
          What the leaf asks of its posts stands with the posts, on
          <router-link :to="{ name: 'set-out', params: { structure } }">the fence's sheet</router-link>.
        </p>
        <section class="log" aria-label="Sag log">
          <h2>Sag log</h2>
          <p class="small">Make a mark on the latch post when the leaf is hung; measure down from it.</p>
          <form @submit.prevent="note">
            <label v-if="leaves.length > 1"
              >Leaf<select v-model="which">
                <option v-for="(item, i) in leaves" :key="item" :value="item">{{ i + 1 }}</option>
              </select></label
            >
            <LengthField
              label="Dropped since"
              bare="in"
              :model-value="dropped"
              :tape="store.tape"
              optional="not measured"
              @update:model-value="dropped = $event"
            />
            <button class="plain" :disabled="dropped === null">Keep</button>
          </form>
          <ul v-if="log.length">
            <li v-for="row in log" :key="row.id">
              {{ new Date(row.measured_at).toLocaleDateString() }}: leaf {{ row.about.slice(-1) }} down
              {{ showLength(row.value_m ?? 0, store.tape)
              }}<template v-if="row.planned_m != null"
                >, reckoned {{ showLength(row.planned_m, store.tape) }} in the end</template
              >. <b v-if="row.verdict === 'outside'" class="verdict fails">Act: past what a latch forgives</b
              ><span v-else class="quiet">the latch still forgives it</span>
            </li>
          </ul>
        </section>
        <button class="plain" :disabled="comparing" @click="compare">Other designs beside it</button>
        <table v-if="beside.length">
          <thead>
            <tr>
              <th>First leaf</th>
              <th v-for="item in beside" :key="item.says">{{ item.says }}</th>
            </tr>
          </thead>
          <tbody>
            <tr>
              <td>brace force</td>
              <td v-for="item in beside" :key="item.says">{{ fact(item.sheet, 'F') }}</td>
            </tr>
            <tr>
              <td>brace above level</td>
              <td v-for="item in beside" :key="item.says">{{ fact(item.sheet, 'a') }}</td>
            </tr>
            <tr>
              <td>sag after years</td>
              <td v-for="item in beside" :key="item.says">{{ last(item.sheet) }}</td>
            </tr>
            <tr>
              <td>works hardest</td>
              <td v-for="item in beside" :key="item.says">
                {{ worst(item.sheet)?.name }}
                {{ worst(item.sheet) ? Math.round(worst(item.sheet)!.use * 100) + ' %' : '' }}
              </td>
            </tr>
          </tbody>
        </table>
      </section>
    </div>
  </main>
</template>

<style scoped>
.gate {
  padding: 14px 22px 40px;
  max-width: 1320px;
  margin: 0 auto;
}
header {
  display: flex;
  gap: 18px;
  align-items: baseline;
  flex-wrap: wrap;
}
h1::first-letter {
  text-transform: uppercase;
}
nav {
  display: flex;
  gap: 14px;
}
nav .on {
  font-weight: 600;
  color: var(--ink);
}
.cols {
  display: grid;
  grid-template-columns: minmax(0, 1.35fr) 250px minmax(0, 1fr);
  gap: 26px;
  margin-top: 10px;
  align-items: start;
}
.drawings {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 12px;
  align-items: start;
}
.drawings > .end {
  order: 1;
}
.drawings > p {
  order: 2;
}
.drawings > :not(.half) {
  grid-column: 1 / -1;
}
figure {
  margin: 0;
  background: var(--paper);
  border: 1px solid var(--line);
  padding: 8px 10px;
}
figcaption {
  font-size: 13px;
  font-weight: 600;
}
.form {
  display: grid;
  gap: 9px;
}
.three {
  display: grid;
  grid-template-columns: 1fr 1fr 1fr;
  gap: 6px;
  align-items: end;
}
.way {
  align-items: end;
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 6px;
  border-left: 3px solid var(--line);
  padding-left: 8px;
}
.two {
  align-items: end;
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 10px;
}
label {
  display: block;
  font-size: 12.5px;
  color: var(--ink-2);
}
label.tick {
  display: flex;
  gap: 6px;
  align-items: center;
  font-size: 13.5px;
}
label:not(.tick) input {
  width: 100%;
  padding: 5px 7px;
  border: 1px solid var(--line);
  border-radius: 3px;
  background: var(--paper);
  color: var(--ink);
  font:
    600 14px 'Trellis Sans',
    system-ui,
    sans-serif;
}
.log {
  margin: 14px 0;
}
.log h2 {
  font-size: 15px;
}
.log form {
  display: flex;
  gap: 10px;
  align-items: end;
}
.log ul {
  list-style: none;
  padding: 0;
}
.gap {
  padding: 8px 0;
  border-bottom: 1px solid var(--line);
  font-size: 13.5px;
}
table {
  margin-top: 10px;
}
select {
  font:
    600 14px 'Trellis Sans',
    system-ui,
    sans-serif;
  padding: 5px 6px;
  border: 1px solid var(--line);
  border-radius: 3px;
  background: var(--paper);
  color: var(--ink);
}
.checks > table {
  table-layout: fixed;
  width: 100%;
  font-size: 12.5px;
}
.checks > table th {
  white-space: normal;
}
.cols > * {
  min-width: 0;
}
@media (max-width: 560px) {
  .drawings {
    grid-template-columns: minmax(0, 1fr);
  }
}
@media (max-width: 980px) {
  .cols {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
