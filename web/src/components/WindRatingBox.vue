<script setup lang="ts">
import Button from 'primevue/button'
import InputText from 'primevue/inputtext'
import StateTag from '@/components/StateTag.vue'
import { useElementVisibility } from '@vueuse/core'
import { computed, defineAsyncComponent, onMounted, ref, useTemplateRef, watch } from 'vue'
import { narrowed } from '@/api/adapt'
import { api, ask, askInTurn, Refused } from '@/api/client'
import type { Kind, Option, Start, WindUpgrade } from '@/api/types'
import SearchLine from '@/components/SearchLine.vue'
import { useSearch } from '@/composables/useSearch'
import { money } from '@/logic/money'
import { showSpeed } from '@/logic/units'
import { useJob } from '@/stores/job'
import { useSession } from '@/stores/session'

const WindByPart = defineAsyncComponent(() => import('@/components/WindByPart.vue'))

/**
 * The structure as it is beside how it is usually built here, the lowest cost that passes and a sturdier one, each with
 * its state, its price and the gust it stands up to.
 */
const props = defineProps<{ structure: string; kind: Kind }>()
const emit = defineEmits<{ preview: [start: Option | Start | null]; take: [start: Option | Start] }>()
const store = useJob()
/** The rating of each part is calculated, and its table loaded, once it is scrolled into view. */
const seen = useElementVisibility(useTemplateRef('parts'), { once: true })
const session = useSession()
const found = ref<Partial<Record<Which, Start>>>({})
const busy = ref(false)
const stale = ref(false)
const fault = ref('')
/** Single changes between the two, planned whole when asked for: a dozen plans and as many searches. */
const single = useSearch('wind-upgrades')
const steps = single.rows
const signing = ref<Which | ''>('')
const name = ref('')

type Which = Start['which']
const speed = (m_per_s: number) => showSpeed(m_per_s, store.tape.system)
const ALL = computed<Which[]>(() =>
  props.kind.starts
    .map((way) => way.value)
    .filter((way) => way !== props.kind.crew || kept.value)
    .filter((way) => all.value || !SEARCHED.value.includes(way)),
)
/** Searches that take seconds: made when asked for, so that nothing else waits for them. */
const SEARCHED = computed(() => props.kind.searched)
const all = ref(false)
async function loadAll(): Promise<void> {
  all.value = true
  await load()
}
const kept = ref(false)
const told = ref('')
const signed = (which: Which) => props.kind.starts.some((way) => way.value === which && way.signed)
const rows = computed(() => ALL.value.flatMap((which) => (found.value[which] ? [found.value[which]] : [])))

async function one(which: Which, signed = ''): Promise<Start | null> {
  if (!store.document) return null
  const body = { document: store.document, structure: props.structure, which, name: signed }
  return (await askInTurn(() => api.POST('/api/designs/starting-design', { body }))).start as Start
}

let asked = 0
async function load(): Promise<void> {
  // What comes late of another structure, or of this one as it was, is not this one's to take.
  const mine = ++asked
  const of = store.document
  busy.value = true
  fault.value = ''
  try {
    const school = store.document?.school ?? 'us'
    const { habit } = props.kind.crew
      ? await ask(api.GET('/api/crew/standard-builds', { params: { query: { kind: props.kind.key, school } } }))
      : { habit: null }
    if (mine !== asked) return
    kept.value = !!habit
    if (!kept.value) delete found.value[props.kind.crew]
    await Promise.all(
      ALL.value.map(async (which) => {
        const start = await one(which)
        if (start && mine === asked) found.value = { ...found.value, [which]: start }
      }),
    )
    // What was typed meanwhile is not in them.
    if (mine === asked) stale.value = store.document !== of
  } catch (error) {
    if (mine === asked) fault.value = error instanceof Refused ? error.message : 'This did not work'
  } finally {
    if (mine === asked) busy.value = false
  }
}

const loadSteps = () => store.document && single.look(store.document, props.structure)

const asOption = (step: WindUpgrade) => narrowed<Option>(step)

async function take(start: Start): Promise<void> {
  if (signed(start.which)) {
    signing.value = start.which
    name.value = session.session?.name ?? ''
    return
  }
  emit('take', start)
}

async function sign(): Promise<void> {
  const of = props.structure
  const start = name.value.trim() && signing.value ? await one(signing.value, name.value.trim()) : null
  if (!start || of !== props.structure) return
  signing.value = ''
  emit('take', start)
}

/** What is usual about this one, kept with the crew for every new one under this school. */
async function keep(): Promise<void> {
  if (!store.document) return
  fault.value = ''
  try {
    await ask(
      api.PUT('/api/crew/standard-builds', {
        body: { document: store.document, structure: props.structure, selected: '' },
      }),
    )
    told.value = `Kept: your crew's ${props.kind.many} can all be laid out so.`
    await load()
  } catch (error) {
    fault.value = error instanceof Refused ? error.message : 'This did not work'
  }
}
async function forget(): Promise<void> {
  await ask(
    api.DELETE('/api/crew/standard-builds', {
      params: { query: { kind: props.kind.key, school: store.document?.school ?? 'us' } },
    }),
  )
  told.value = 'Forgotten.'
  await load()
}

const gust = (start: Start) =>
  start.gust_m_per_s === null
    ? props.kind.rates_wind
      ? 'Wind not checked'
      : ''
    : start.gust_m_per_s === 0
      ? 'Fails without wind'
      : `${speed(start.gust_m_per_s)} gust`
function added(price: number): string {
  if (Math.abs(price) < 0.5) return 'no more'
  return price > 0 ? `+ ${money(price)}` : `− ${money(-price)}`
}

onMounted(load)
watch(
  () => store.document,
  () => {
    stale.value = true
    if (single.busy.value) void loadSteps()
    else single.clear()
  },
)
watch(
  () => props.structure,
  () => {
    found.value = {}
    all.value = false
    single.clear()
    void load()
  },
)
</script>

<template>
  <section class="starts" aria-labelledby="starts-title">
    <header>
      <h3 id="starts-title">Starting points</h3>
      <Button severity="secondary" outlined size="small" :disabled="busy" @click="load">
        {{ busy ? 'Checking options…' : stale ? 'Compare again' : 'Compare' }}
      </Button>
    </header>
    <p v-if="fault" class="fault" role="alert">{{ fault }}</p>
    <article
      v-for="start in rows"
      :key="start.which"
      :class="{ old: stale }"
      @mouseenter="start.change.length && emit('preview', start)"
      @mouseleave="emit('preview', null)"
    >
      <p class="title">
        <b>{{ start.says }}</b>
        <span v-if="!start.why" class="price">{{ money(start.price) }}</span>
      </p>
      <p v-if="start.why" class="small">{{ start.why }}.</p>
      <template v-else>
        <p class="stands">
          <b>{{ gust(start) }}</b><span v-if="start.gives" class="quiet"
            >{{ gust(start) ? '; first to fail' : 'First to fail' }}: {{ start.gives }}</span
          >
        </p>
        <p v-if="start.gust_m_per_s" class="small quiet">{{ start.gust }}</p>
        <p class="small">
          <StateTag :state="start.state" />
          {{ start.posts }} posts, {{ start.bags }} bags, {{ start.hours.toFixed(0) }} hours
        </p>
        <Button v-if="start.change.length && !stale" severity="secondary" outlined size="small" @click="take(start)">
          {{ signed(start.which) ? 'Use anyway…' : 'Use this design' }}
        </Button>
      </template>
    </article>
    <form v-if="signing" class="sign" @submit.prevent="sign">
      <label for="sign-name">Approved by (failed checks still show)</label>
      <InputText id="sign-name" v-model="name" maxlength="80" autocomplete="name" size="small" />
      <Button severity="secondary" outlined size="small" type="submit" :disabled="!name.trim()">Approve and use</Button>
      <Button text size="small" type="button" @click="signing = ''">Not now</Button>
    </form>
    <Button v-if="!all && rows.length" severity="secondary" outlined size="small" :disabled="busy" @click="loadAll">
      {{ kind.rates_wind ? 'Find a sturdier design' : 'Find lowest cost and sturdier designs' }}
    </Button>
    <p v-if="rows.length && kind.crew" class="small">
      <Button text size="small" type="button" @click="keep">Keep this {{ kind.key }} as crew standard build</Button
      ><template v-if="kept"> · <Button text size="small" type="button" @click="forget">Forget</Button></template>
      <span role="status" class="quiet">{{ told }}</span>
    </p>
    <Button
      v-if="kind.rates_wind && steps === null && rows.length"
      severity="secondary"
      outlined
      size="small"
      :disabled="single.busy.value"
      @click="loadSteps"
    >
      Show wind upgrades
    </Button>
    <div ref="parts"><WindByPart v-if="kind.rates_wind && rows.length && seen" :structure="structure" /></div>
    <template v-if="steps !== null">
      <h4>Single upgrades, best value first</h4>
      <p v-if="!steps.length && !single.busy.value" class="small">
        No single change tried adds to the wind it stands up to without making something else fail.
      </p>
      <ul class="steps">
        <li
          v-for="step in steps"
          :key="step.says"
          @mouseenter="emit('preview', asOption(step))"
          @mouseleave="emit('preview', null)"
        >
          <span
            ><b>{{ step.says }}</b
            ><br /><span class="small quiet"
              >{{ added(step.price_change) }}, stands up to {{ speed(step.gust_m_per_s) }}; then
              {{ step.gives || 'nothing found' }}</span
            ></span
          >
          <Button severity="secondary" outlined size="small" @click="emit('take', asOption(step))">Take</Button>
        </li>
      </ul>
    </template>
    <SearchLine
      :busy="single.busy.value"
      :waiting="single.waiting.value"
      :planned="single.planned.value"
      :ceiling="single.ceiling.value"
      :fault="single.fault.value"
      @stop="single.stop"
    />
    <p class="small quiet">
      <template v-if="kind.rates_wind">The gust is a 3-second one at 10 m (33 ft), by the code's own checks. </template
      >Prices are the sample list's, by a quick cut plan: the list's longer one can come out a little lower.
    </p>
  </section>
</template>

<style scoped>
.starts {
  margin: 14px 0 4px;
  padding: 10px 0;
  border-top: 2px solid var(--line);
}
.starts header {
  display: flex;
  justify-content: space-between;
  align-items: baseline;
}
.starts h3 {
  margin: 0;
}
article {
  padding: 7px 0 8px;
  border-bottom: 1px solid var(--line);
}
article p {
  margin: 2px 0;
}
article.old {
  opacity: 0.6;
}
.title {
  display: flex;
  justify-content: space-between;
  gap: 8px;
}
.price {
  white-space: nowrap;
  font-variant-numeric: tabular-nums;
}
.steps {
  list-style: none;
  margin: 4px 0;
  padding: 0;
}
.steps li {
  display: flex;
  justify-content: space-between;
  align-items: start;
  gap: 8px;
  padding: 5px 0;
  border-bottom: 1px solid var(--line);
}
h4 {
  margin: 10px 0 2px;
  font-size: 1em;
}
.sign {
  display: grid;
  gap: 5px;
  padding: 8px 0;
}
.sign input {
  font: inherit;
  padding: 5px 7px;
  border: 1px solid var(--line);
  background: var(--paper);
  color: inherit;
}
</style>
