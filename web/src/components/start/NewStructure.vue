<script setup lang="ts">
import Button from 'primevue/button'
import InputText from 'primevue/inputtext'
import { useQuery } from '@tanstack/vue-query'
import { refDebounced } from '@vueuse/core'
import { computed, ref, shallowRef, useId, watch } from 'vue'
import { useRouter } from 'vue-router'
import { changed, narrowed, pairs } from '@/api/adapt'
import { api, ask, Refused, askInTurn } from '@/api/client'
import type { Job, Kind, Sketch, Spec, Tile } from '@/api/types'
import PickField from '@/components/PickField.vue'
import StartCards from '@/components/start/StartCards.vue'
import TilePicture from '@/components/start/TilePicture.vue'
import { useJob } from '@/stores/job'
import { sentence } from '@/logic/sentence'

/** A new structure of a kind, from one line of words. */
const props = defineProps<{ kind: Kind; sample?: Tile }>()
const store = useJob()
const router = useRouter()
const id = useId()
const line = ref('')
const title = ref('')
const preset = ref('')
type StartsAs = 'cheapest' | 'usual' | 'last' | 'shipped'
/** A search: a kind with a quick one of its own begins with it, others offer it. */
const lowest = computed(() =>
  props.kind.starts.some((way) => way.value === 'cheapest')
    ? [{ value: 'cheapest', says: 'lowest cost found that passes' }]
    : [],
)
/** What it is made of at first: said, so that nothing is carried over in silence. */
const ways = computed(() => [
  ...(props.kind.usual ? [{ value: 'usual', says: 'crew default' }] : []),
  ...(props.kind.rates_wind ? lowest.value : []),
  { value: 'last', says: 'same as last job' },
  ...(props.kind.rates_wind ? [] : lowest.value),
  { value: 'shipped', says: 'product default' },
])
const picked = ref<StartsAs | ''>('')
const startsAs = computed(() => (picked.value || ways.value[0]!.value) as StartsAs)
const fault = ref('')
const busy = ref(false)
const metric = computed(() => store.tape.system === 'metric')
const hints = computed(() => pairs(metric.value ? props.kind.line.metric_help : props.kind.line.help))
const example = computed(() => (metric.value ? props.kind.line.metric : props.kind.line.imperial))
const inWords = computed(() => narrowed<string[]>(props.kind.line.in_words)[metric.value ? 1 : 0])
const as = computed(() => preset.value || props.kind.presets[0]?.value || '')

function freeId(job: Job): string {
  for (let k = 1; ; k++)
    if (!job.structures.some((item) => item.spec.id === `${props.kind.key}-${k}`)) return `${props.kind.key}-${k}`
}
/** What the server is asked for a new structure in these words. */
function asked(words: string, as: string, id: string) {
  return {
    kind: props.kind.key,
    text: words,
    id,
    bare: metric.value ? ('m' as const) : ('ft' as const),
    school: store.document!.school,
    preset: as,
    starts_as: startsAs.value === 'cheapest' ? ('last' as const) : startsAs.value,
  }
}
/** The line as far as it is typed, drawn; the last picture stays while the next one comes. */
const rested = refDebounced(
  computed(() => line.value.trim()),
  160,
)
const { data: drawn } = useQuery({
  queryKey: computed(() => ['sketch', props.kind.key, rested.value, as.value, startsAs.value, store.document?.school]),
  queryFn: async ({ signal }) =>
    (await ask(
      api.POST('/api/structure-types/preview', {
        body: { ...asked(rested.value, as.value, 'new'), document: store.document! },
        signal,
      }),
    )) as Sketch,
  enabled: computed(() => !!rested.value && !!store.document),
  placeholderData: (last: Sketch | undefined) => last as never,
  retry: false,
})
const sketch = computed(() => (rested.value ? (drawn.value ?? null) : null))
/** Half a word is no line: what was drawn last stays until there is one again. */
const picture = shallowRef<Tile | null>(null)
watch([rested, sketch], ([words, found]) => {
  if (!words) picture.value = null
  else if (found?.picture) picture.value = found.picture
})
/** What is typed, made by its kind, before it is laid out: its ways to start stand side by side. */
const compared = shallowRef<Spec | null>(null)
watch([line, as, startsAs], () => (compared.value = null))
async function compare(): Promise<void> {
  await tried(async () => {
    const key = freeId(store.document!)
    compared.value = (await ask(
      api.POST('/api/structure-types/new', { body: asked(line.value, as.value, key) }),
    )) as Spec
  })
}
async function add(words: string, as: string): Promise<void> {
  await tried(async () => {
    const key = freeId(store.document!)
    const made = (await ask(api.POST('/api/structure-types/new', { body: asked(words, as, key) }))) as Spec
    await place(startsAs.value === 'cheapest' ? await cheapest(made) : made, as)
  })
}
const lay = (spec: Spec) => tried(() => place(spec, as.value))
/** Lays a structure out under its name, and opens it. */
async function place(spec: Spec, as: string): Promise<void> {
  const called = props.kind.presets.find((item) => item.value === as && item.value !== props.kind.presets[0]?.value)
  const count = store.document!.structures.filter((item) => item.spec.kind === props.kind.key).length
  const name = title.value.trim() || sentence(called?.value ?? `${props.kind.key} ${count + 1}`)
  store.change((job) => void job.structures.push({ name, spec }), `a new ${called?.value ?? props.kind.key}`)
  await store.flush()
  await router.push({ name: 'design', params: { job: store.id, structure: spec.id } })
}
async function tried(work: () => Promise<void>): Promise<void> {
  if (!store.document) return
  busy.value = true
  fault.value = ''
  try {
    await work()
  } catch (error) {
    fault.value = error instanceof Refused ? error.message : 'This did not work'
  } finally {
    busy.value = false
  }
}
/** The cheapest design that passes where its kind knows one; where there is none, as it was typed. */
async function cheapest(spec: Spec): Promise<Spec> {
  if (!store.document || !props.kind.starts.some((way) => way.value === 'cheapest')) return spec
  const document = { ...store.document, structures: [{ name: 'New', spec }] }
  try {
    const { start } = await askInTurn(() =>
      api.POST('/api/designs/starting-design', { body: { document, structure: spec.id, which: 'cheapest', name: '' } }),
    )
    return changed(spec, start.change)
  } catch {
    return spec
  }
}
</script>

<template>
  <form class="line" :aria-label="kind.line.title" @submit.prevent="add(line, as)">
    <h3>{{ kind.line.title }}</h3>
    <div class="say">
      <label :for="id + 'l'"
        >{{ kind.line.asks }} <span class="quiet">(a bare number is {{ metric ? 'metres' : 'feet' }})</span></label
      >
      <InputText
        :id="id + 'l'"
        v-model="line"
        class="words"
        :placeholder="example"
        autocomplete="off"
        spellcheck="false"
        :aria-invalid="!!fault"
        :aria-describedby="id + 'h'"
      />
      <p v-if="fault" class="fault" role="alert">{{ fault }}</p>
      <p v-else-if="sketch?.fault" class="small not-yet" role="status">{{ sketch.fault }}</p>
      <ul v-if="sketch" class="meant" aria-label="Line format help">
        <li v-for="(word, k) in sketch.words" :key="k" :class="{ unknown: !word.known }">
          <b>{{ word.word }}</b> {{ word.known ? word.means : 'not recognized' }}
        </li>
      </ul>
      <p :id="id + 'h'" class="small quiet" :class="{ folded: sketch }">
        <template v-for="([word, says], i) in hints" :key="word"
          >{{ i ? ' · ' : '' }}<b>{{ word }}</b> {{ says }}</template
        >.
        <template v-if="inWords"
          >Or in ordinary words: <q>{{ inWords }}</q></template
        >
      </p>
    </div>
    <figure class="shown" :class="{ sample: !picture }">
      <TilePicture v-if="picture || sample" :tile="(picture ?? sample)!" :label="picture ? picture.says : undefined" />
      <figcaption class="small quiet">
        {{ picture ? picture.says : 'Preview appears as you type' }}
        <template v-if="picture && startsAs === 'cheapest'">
          As typed. The lowest cost that passes is found when you create the layout, and may use other posts and rails.
        </template>
      </figcaption>
    </figure>
    <div class="how">
      <span class="named">
        <label :for="id + 'n'">Name</label
        ><InputText :id="id + 'n'" v-model="title" maxlength="120" :placeholder="kind.line.name" />
      </span>
      <PickField
        v-if="kind.presets.length > 1"
        label="Type"
        :model-value="as"
        :options="kind.presets"
        @update:model-value="preset = String($event)"
      />
      <PickField
        label="Starts from"
        :model-value="startsAs"
        :options="ways"
        @update:model-value="picked = $event as StartsAs"
      />
    </div>
    <p class="go">
      <Button :disabled="busy || !line.trim()" type="submit">Create layout</Button>
      <Button
        v-if="kind.starts.length"
        severity="secondary"
        outlined
        type="button"
        :disabled="busy || !line.trim()"
        @click="compare"
        >Compare starting points</Button
      >
      <Button
        v-for="start in kind.line.starts"
        :key="start.says"
        severity="secondary"
        outlined
        type="button"
        :disabled="busy"
        @click="add(metric ? start.metric : start.imperial, start.preset || as)"
      >
        {{ start.says }}
      </Button>
    </p>
    <StartCards v-if="compared" :kind="kind" :spec="compared" @take="lay" />
  </form>
</template>

<style scoped>
.line {
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(0, 1.1fr);
  gap: 8px 22px;
  align-content: start;
  margin: 14px 0 26px;
}
.line > h3,
.how,
.go {
  grid-column: 1 / -1;
}
.say {
  display: grid;
  gap: 6px;
  align-content: start;
}
label {
  display: block;
  font-size: 12.5px;
  color: var(--ink-2);
}
.words {
  font-size: 17px;
  font-weight: 600;
}
.meant {
  list-style: none;
  margin: 0;
  padding: 0;
  display: grid;
  grid-template-columns: minmax(74px, max-content) 1fr;
  column-gap: 9px;
  font-size: 13.5px;
}
.meant li {
  display: grid;
  grid-column: 1 / -1;
  grid-template-columns: subgrid;
  padding: 2px 0;
  border-bottom: 1px dotted var(--line);
}
.unknown,
.not-yet {
  color: var(--fail);
}
.folded {
  display: none;
}
.shown {
  margin: 0;
  min-height: 220px;
  display: grid;
  grid-template-rows: minmax(180px, 1fr) auto;
  gap: 4px;
  padding: 8px 10px;
  background: var(--paper);
  border: 1px solid var(--line);
  border-radius: 4px;
}
.shown.sample :deep(svg) {
  opacity: 0.35;
}
.shown :deep(svg) {
  max-height: 300px;
}
.how {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(150px, 1fr));
  gap: 12px;
}
.named :deep(input) {
  width: 100%;
}
.go {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
  margin: 4px 0 0;
}
@media (max-width: 760px) {
  .line {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
