<script setup lang="ts">
import Button from 'primevue/button'
import StateTag from '@/components/StateTag.vue'
import { isWrong } from '@/logic/states'
import { useEventListener } from '@vueuse/core'
import { computed, ref, watch } from 'vue'
import { api, ask } from '@/api/client'
import type { DragHandle, Kind, Option, Sheet, MovementLimits, Start, CalculationStep } from '@/api/types'
import CheckLine from '@/components/CheckLine.vue'
import DetailCanvas from '@/components/DetailCanvas.vue'
import MathLine from '@/components/MathLine.vue'
import RatingField from '@/components/RatingField.vue'
import WindRatingBox from '@/components/WindRatingBox.vue'
import SearchLine from '@/components/SearchLine.vue'
import TrueShape from '@/components/TrueShape.vue'
import ViewShapes from '@/components/ViewShapes.vue'
import { useAnswer } from '@/composables/useAnswer'
import { useSearch } from '@/composables/useSearch'
import { uiOf } from '@/kinds'
import { useJob } from '@/stores/job'
import { showLength } from '@/logic/units'
import { change, money } from '@/logic/money'
import { sentence } from '@/logic/sentence'

const props = defineProps<{
  sheet: Sheet
  selected: string
  structure: string
  kind: Kind | null
  pulling?: boolean
  late?: boolean /** its checks are still of what was picked before */
  failed?: string
}>()
const emit = defineEmits<{
  select: [id: string]
  lock: [handle: DragHandle]
  preview: [option: Option | Start | null]
  take: [option: Option | Start]
}>()
const store = useJob()
const basis = ref<'reckoned' | 'table' | 'practice'>('reckoned')
const opened = ref(-1)
watch(
  () => props.selected,
  () => (opened.value = -1),
)

const post = computed(() => props.sheet.posts.find((item) => item.id === props.selected) ?? null)
const bay = computed(() => props.sheet.bays.find((item) => item.id === props.selected) ?? null)
const handle = computed(() => props.sheet.handles.find((item) => item.id === props.selected) ?? null)
const number = (id: string) => props.sheet.posts.find((item) => item.id === id)?.number
const member = computed(() => props.sheet.members.find((item) => item.id === props.selected) ?? null)
const whole = computed(() => `The whole ${props.sheet.called}`)
const opening = computed(() =>
  bay.value?.opening ? (uiOf(props.kind?.key ?? '').opening?.(props.structure, bay.value.id) ?? null) : null,
)
const title = computed(() => {
  if (member.value) return member.value.name
  if (post.value) return `Post ${post.value.number}`
  if (bay.value)
    return bay.value.opening
      ? sentence(bay.value.opening)
      : `Bay ${number(bay.value.start)} to ${number(bay.value.end)}`
  return whole.value
})
const checks = computed(() =>
  props.sheet.checks
    .filter((check) => check.basis === basis.value)
    .sort((a, b) => Number(a.asks === 'advice') - Number(b.asks === 'advice') || b.use - a.use),
)
const gaps = computed(() => props.sheet.not_covered.filter((gap) => gap.basis === basis.value))
const placeOf = (about: string) => {
  const part = props.sheet.members.find((item) => item.id === about)
  if (part) return part.name.toLowerCase()
  const at = props.sheet.posts.find((item) => item.id === about)
  if (at) return `post ${at.number}`
  const between = props.sheet.bays.find((item) => item.id === about)
  return between ? `bay ${number(between.start)} to ${number(between.end)}` : ''
}

/** Makers' numbers: what a gap needs can be typed where it stands; what was typed can be changed or taken out. */
const spec = computed(() => store.shown?.structures.find((item) => item.spec.id === props.structure)?.spec ?? null)
const ratings = computed(() => spec.value?.ratings ?? [])
const asked = computed(() => [...new Set(gaps.value.filter((gap) => gap.needs).map((gap) => gap.key))])
/** A rating's check by its key; the sheet has it as a check once it is rated, as a gap before. */
const labelOf = (key: string) =>
  [...props.sheet.checks, ...props.sheet.not_covered].find((row) => row.key === key)?.name ?? key
function rate(what: string, holds_n: number | null): void {
  store.change(
    (job) => {
      const at = job.structures.find((item) => item.spec.id === props.structure)?.spec
      if (!at) return
      at.ratings = (at.ratings ?? []).filter((item) => item.what !== what)
      if (holds_n !== null) at.ratings.push({ what, holds_n })
    },
    `manufacturer rating: ${labelOf(what)}`,
  )
}

const figure = (fact: CalculationStep) =>
  `${Math.abs(fact.value) >= 100 ? Math.round(fact.value).toLocaleString('en-US') : fact.value.toFixed(2)} ${fact.unit}`

const {
  found: slack,
  busy: asking,
  fault: unasked,
  look: howFar,
  clear: forget,
} = useAnswer<MovementLimits | null>(async () => {
  if (!store.document || !handle.value) return null
  const body = { document: store.document, structure: props.structure, post: handle.value.id }
  return ask(api.POST('/api/designs/movement-limits', { body }))
}, null)
watch([() => props.selected, () => store.document], forget)

const help = useSearch('fixes')
const options = help.rows
/** Under the pointer the list stands still: a dearer way never slips under a finger while cheaper ones are found. */
const still = ref<Option[] | null>(null)
const offered = computed(() => still.value ?? options.value)
const lookForHelp = () => store.document && help.look(store.document, props.structure)
watch(
  () => store.document,
  () => {
    still.value = null
    void (help.busy.value ? lookForHelp() : help.clear())
  },
)
watch(() => props.structure, help.clear)

useEventListener('keydown', (event: KeyboardEvent) => {
  const at = event.target as HTMLElement
  if (event.key === 'Enter' && !at.matches('input, textarea, button, a, [role=combobox]'))
    opened.value = opened.value < 0 ? 0 : -1
})

const INSET_W = 292
const inset = computed(() => {
  const view = props.sheet.views.find(
    (item) => item.how === 'side straight',
  ) /* what stands on a grid has its section on the sheet */
  if (!view || (!post.value && !bay.value)) return null
  const from = post.value ? post.value.station_m - 1.4 : bay.value!.from_m - 0.5
  const to = post.value ? post.value.station_m + 1.4 : bay.value!.to_m + 0.5
  const posts = props.sheet.posts.filter((item) => item.station_m >= from - 0.1 && item.station_m <= to + 0.1)
  const top = Math.max(...posts.map((item) => item.ground_m + item.cut_height_m), 0) + 0.25
  const low = Math.min(...posts.map((item) => item.ground_m - item.hole_m), 0) - 0.2
  const scale = Math.min(INSET_W / (to - from), 190 / (top - low))
  return {
    view,
    from,
    to,
    scale,
    height: (top - low) * scale,
    x0: INSET_W / 2 - ((from + to) / 2) * scale,
    y0: top * scale,
  }
})
const NOTHING_HELPS =
  'No fix found with stocked sizes. ' + 'Something lower or smaller, better ground, or an engineer would help.'
/** What a verdict rests on, as people say it. */
const SAYS = { reckoned: 'Calculated', table: 'Table', practice: 'Practice' } as const
</script>

<template>
  <aside class="calculation-panel" :class="{ pulling, late }" aria-label="Calculation" :aria-busy="pulling || late">
    <header class="head">
      <h2>{{ title }}</h2>
      <span v-if="pulling" class="small">Release to calculate</span>
      <Button v-else-if="selected" text size="small" @click="emit('select', '')">{{ whole.toLowerCase() }}</Button>
    </header>
    <p v-if="failed" class="fault" role="alert">{{ failed }}. Showing the last valid design.</p>
    <template v-if="post">
      <p class="line">
        {{
          post.post_terms.length ? `${post.timber}, ${post.post_length} long.` : 'The beam sits in a base on the pier.'
        }}
        {{ post.kind === 'line' ? '' : post.label || post.kind + ' post' }}
      </p>
      <p v-if="post.hand_dug" class="warn">Dig by hand: {{ post.hand_dug }} is near.</p>
    </template>
    <p v-else-if="bay" class="line">
      {{ bay.width }} centre to centre<template v-if="opening"
        >. <router-link :to="opening.to">{{ opening.says }}</router-link></template
      >
    </p>
    <p v-else-if="member" class="line">{{ member.says }}.</p>
    <p v-else class="line">
      {{ sheet.length }}{{ sheet.posts.length ? `, ${sheet.posts.length} posts` : '' }}. {{ sheet.headline }}.
    </p>

    <TrueShape :sheet="sheet" :selected="selected" :wide="INSET_W" @select="emit('select', $event)" />
    <WindRatingBox
      v-if="!selected && kind?.starts.length"
      :structure="structure"
      :kind="kind"
      @preview="emit('preview', $event)"
      @take="emit('take', $event)"
    />

    <svg
      v-if="inset"
      class="inset"
      :width="INSET_W"
      :height="inset.height"
      role="img"
      :aria-label="`${title} at true scale`"
    >
      <ViewShapes
        :view="inset.view"
        :sx="inset.scale"
        :sy="inset.scale"
        :x0="inset.x0"
        :y0="inset.y0"
        :selected="selected"
        :from="inset.from"
        :to="inset.to"
        :texts="false"
      />
    </svg>

    <dl v-if="post" class="sums">
      <dt>Hole</dt>
      <dd>
        <b>{{ post.hole }}</b> =
        <span v-for="(term, i) in post.hole_terms" :key="i">{{ i ? ' + ' : '' }}{{ term.text }} {{ term.says }}</span>
      </dd>
      <dt>Post</dt>
      <dd>
        <b>{{ post.post_length }}</b>{{ post.post_terms.length ? ' = ' : '' }}
        <span v-for="(term, i) in post.post_terms" :key="i"
          >{{ i ? (term.value_m < 0 ? ' − ' : ' + ') : '' }}{{ term.text }} {{ term.says }}</span
        >
      </dd>
      <dt>Width</dt>
      <dd>{{ post.hole_width }}, {{ post.bags.toFixed(1) }} bags</dd>
      <dt>Governs</dt>
      <dd>{{ post.governs }}</dd>
    </dl>
    <p v-if="handle && (post || member)" class="acts">
      <Button v-if="handle.holds" severity="secondary" outlined size="small" @click="emit('lock', handle)">
        {{ handle.locked ? 'Unlock' : 'Lock position' }}
      </Button>
      <Button severity="secondary" outlined size="small" :disabled="asking" @click="howFar">
        {{ asking ? 'Trying' : 'Find movement limits' }}
      </Button>
    </p>
    <p v-if="unasked" class="slack fault" role="alert">{{ unasked }}</p>
    <p v-if="slack" class="slack">
      <b>{{ showLength(slack.back_m, store.tape) }}</b> back<template v-if="slack.fails_back"
        >, then {{ slack.fails_back }}</template
      >; <b>{{ showLength(slack.on_m, store.tape) }}</b> on<template v-if="slack.fails_on"
        >, then {{ slack.fails_on }}</template
      >.
    </p>

    <div class="bases" role="group" aria-label="Verdict">
      <Button
        v-for="name in ['reckoned', 'table', 'practice'] as const"
        :key="name"
        severity="secondary"
        outlined
        size="small"
        :class="{ on: basis === name }"
        :aria-pressed="basis === name"
        @click="basis = name"
      >
        {{ SAYS[name] }}<template v-if="sheet.built_on === name"> · built</template>
      </Button>
    </div>
    <p v-if="sheet.built_on === 'practice'" class="warn">
      Built on practice, accepted by {{ sheet.accepted }}. The calculation stands beside it<template v-if="post"
        >: it asks {{ post.calculated }} of embedment here</template
      >.
    </p>

    <section v-if="sheet.details.length && member && basis === 'reckoned'" class="way">
      <template v-for="detail in sheet.details" :key="detail.id">
        <h3>{{ detail.title }}</h3>
        <DetailCanvas v-if="detail.view.shapes.length" :view="detail.view" small />
        <ol v-if="detail.facts.length">
          <li v-for="(fact, i) in detail.facts" :key="i">
            <b>{{ figure(fact) }}</b> {{ fact.says }}
          </li>
        </ol>
        <details v-if="detail.facts.some((fact) => fact.formula)" class="how">
          <summary class="small">Calculation</summary>
          <MathLine v-for="(fact, i) in detail.facts" :key="i" :step="fact" />
        </details>
        <dl v-if="detail.measures.length" class="levels">
          <template v-for="[says, value] in detail.measures" :key="says">
            <dt>{{ says }}</dt>
            <dd>{{ value }}</dd>
          </template>
        </dl>
      </template>
    </section>
    <template v-if="basis !== 'practice'">
      <CheckLine
        v-for="(check, i) in checks"
        :key="check.name + check.case"
        :check="check"
        :place="selected ? '' : placeOf(check.about)"
        :open="opened === i"
        @update:open="opened = $event ? i : -1"
      />
    </template>
    <template v-if="basis === 'practice'">
      <template v-if="post">
        <p class="check-name">Depth by habit: {{ post.habit }}</p>
        <p class="practice-bar" aria-hidden="true" />
        <p class="small">Not checked against wind. The calculation asks {{ post.calculated }} here.</p>
      </template>
      <p v-else class="small">Choose a post to see the trade's usual depth beside the calculated one.</p>
    </template>
    <section v-for="gap in gaps" :key="gap.about + gap.name" class="gap">
      <p class="strong">
        {{ gap.name }}<template v-if="placeOf(gap.about)">, {{ placeOf(gap.about) }}</template>
      </p>
      <p class="small">
        <StateTag
          :state="gap.needs ? 'pass_as_specified' : gap.crew ? 'to_answer' : 'not_checked'"
          :label="gap.needs ? 'Specified' : ''"
        />
        {{ gap.reason }}<template v-if="gap.would_have_to_change">. {{ sentence(gap.would_have_to_change) }}</template
        >.
      </p>
    </section>

    <section v-if="!selected && (asked.length || ratings.length)" class="rated" aria-label="Manufacturer ratings">
      <h3>Manufacturer ratings</h3>
      <p class="small">Allowable load per item from the manufacturer, including your safety factor.</p>
      <RatingField
        v-for="what in asked"
        :key="'new ' + what"
        :label="labelOf(what)"
        kind="force"
        :model-value="null"
        :tape="store.tape"
        empty="not entered"
        @update:model-value="rate(what, $event)"
      />
      <RatingField
        v-for="item in ratings"
        :key="item.what"
        :label="labelOf(item.what)"
        kind="force"
        :model-value="item.holds_n"
        :tape="store.tape"
        empty="removed"
        @update:model-value="rate(item.what, $event)"
      />
    </section>

    <section v-if="!selected && sheet.advice.length" class="gap">
      <p class="strong">Recommendations not met, {{ sheet.advice.length }}: it fails nothing</p>
      <p v-for="line in sheet.advice" :key="line" class="small">{{ line }}</p>
    </section>

    <section v-if="!selected" class="help">
      <header class="head">
        <h3>Suggested fixes</h3>
        <Button severity="secondary" outlined size="small" :disabled="help.busy.value" @click="lookForHelp">
          {{ help.busy.value ? 'Checking options…' : options ? 'Look again' : 'Find fixes' }}
        </Button>
      </header>
      <SearchLine
        :busy="help.busy.value"
        :waiting="help.waiting.value"
        :planned="help.planned.value"
        :ceiling="help.ceiling.value"
        :fault="help.fault.value"
        @stop="help.stop"
      />
      <p v-if="options && !options.length && !help.busy.value && !help.fault.value" class="small">
        {{ isWrong(sheet.verdict) ? NOTHING_HELPS : 'Passes. No lower-cost option found.' }}
      </p>
      <ul
        v-if="offered?.length"
        class="options"
        @mouseenter="still = options"
        @mouseleave="still = null"
        @focusin="still = options"
        @focusout="still = null"
      >
        <li v-for="(option, i) in offered" :key="i">
          <Button
            unstyled
            @mouseenter="emit('preview', option)"
            @mouseleave="emit('preview', null)"
            @focus="emit('preview', option)"
            @blur="emit('preview', null)"
            @click="emit('take', option)"
          >
            <span>{{ option.says }}</span>
            <span class="price"
              ><b>{{ change(option.price_change) }}</b
              ><span class="quiet"> to {{ money(option.price) }}</span></span
            >
            <span class="quiet small">closest: {{ option.governs }}, {{ (option.use * 100).toFixed(0) }} %</span>
          </Button>
        </li>
      </ul>
      <p v-if="options?.length" class="small quiet">
        Each was planned and passes where calculated. Prices are the sample list's, by a quick cut plan; no currency.
      </p>
    </section>
  </aside>
</template>

<style scoped>
.rated {
  display: grid;
  gap: 6px;
  padding-top: 10px;
}
.calculation-panel {
  background: var(--paper);
  padding: 12px 18px 24px;
  overflow-y: auto;
}
.pulling > :not(.head),
.late > :is(.check, .gap, .way) {
  opacity: 0.45;
}
.head {
  display: flex;
  justify-content: space-between;
  align-items: baseline;
  gap: 8px;
}
.line {
  color: var(--ink-2);
  margin: 2px 0 8px;
}
.warn {
  color: var(--spare);
  font-weight: 600;
}
.inset {
  display: block;
  background: var(--ground);
  margin: 4px 0 8px;
  overflow: hidden;
}
.sums {
  display: grid;
  grid-template-columns: 62px 1fr;
  margin: 0 0 8px;
  row-gap: 2px;
  font-size: 13px;
}
.sums dt {
  color: var(--ink-2);
}
.sums dd {
  margin: 0;
}
.slack {
  font-size: 13px;
}
.bases {
  display: flex;
  margin: 10px 0 2px;
}
.bases .plain {
  border-radius: 0;
  margin-right: -1px;
  flex: 1;
  padding: 4px 4px;
}
.check-name {
  font-weight: 600;
  margin: 10px 0 4px;
}
.practice-bar {
  border: 2px dashed var(--practice);
  height: 9px;
  margin: 0 0 6px;
}
.gap {
  border: 1px dashed var(--ink-2);
  padding: 6px 10px;
  margin-top: 10px;
  border-radius: 3px;
}
.gap p {
  margin: 0;
}
.way {
  background: var(--ground-2);
  border-left: 3px solid var(--chalk);
  padding: 6px 10px;
  margin-top: 10px;
  font-size: 13px;
}
.how summary {
  cursor: pointer;
  margin-top: 4px;
}
.way ol {
  margin: 4px 0 0;
  padding-left: 18px;
}
.help {
  margin-top: 18px;
  border-top: 2px solid var(--ink);
  padding-top: 8px;
}
.options {
  list-style: none;
  margin: 8px 0;
  padding: 0;
}
.options li {
  border-bottom: 1px solid var(--line);
}
.options button {
  display: grid;
  grid-template-columns: 1fr auto;
  gap: 0 10px;
  width: 100%;
  text-align: left;
  background: none;
  border: 0;
  padding: 7px 4px;
  cursor: pointer;
}
.options button:hover,
.options button:focus-visible {
  background: var(--chalk-soft);
}
.options .small {
  grid-column: 1 / -1;
}
.price {
  white-space: nowrap;
}
.levels {
  display: grid;
  grid-template-columns: 1fr auto;
  gap: 2px 10px;
  margin: 6px 0 0;
  font-size: 13px;
}
.levels dd {
  margin: 0;
  font-weight: 600;
  text-align: right;
}
</style>
