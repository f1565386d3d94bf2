<script setup lang="ts">
import InputText from 'primevue/inputtext'
import { computed, ref, useId } from 'vue'
import { useRouter } from 'vue-router'
import { api, ask, Refused } from '@/api/client'
import type { Job, Kind, Spec } from '@/api/types'
import PickField from '@/components/PickField.vue'
import { useJob } from '@/stores/job'

/** A new structure of a kind, from one line of words. */
const props = defineProps<{ kind: Kind }>()
const store = useJob()
const router = useRouter()
const id = useId()
const line = ref('')
const title = ref('')
const preset = ref('')
type StartsAs = 'cheapest' | 'usual' | 'last' | 'shipped'
/** What it is made of at first: said, so that nothing is carried over in silence. */
const ways = computed(() => [
  ...(props.kind.usual ? [{ value: 'usual', says: 'as our usual' }] : []),
  ...(props.kind.starts.some((way) => way.value === 'cheapest')
    ? [{ value: 'cheapest', says: 'the cheapest that passes' }]
    : []),
  { value: 'last', says: 'as our last one' },
  { value: 'shipped', says: 'as the program ships it' },
])
const picked = ref<StartsAs | ''>('')
const startsAs = computed(() => (picked.value || ways.value[0]!.value) as StartsAs)
const fault = ref('')
const busy = ref(false)
const metric = computed(() => store.tape.system === 'metric')
const example = computed(() => (metric.value ? props.kind.line.metric : props.kind.line.imperial))
const as = computed(() => preset.value || props.kind.presets[0]?.value || '')
const capital = (text: string) => text[0]!.toUpperCase() + text.slice(1)

function freeId(job: Job): string {
  for (let k = 1; ; k++)
    if (!job.structures.some((item) => item.spec.id === `${props.kind.key}-${k}`)) return `${props.kind.key}-${k}`
}
async function add(words: string, as: string): Promise<void> {
  if (!store.document) return
  busy.value = true
  fault.value = ''
  try {
    const key = freeId(store.document)
    const body = {
      kind: props.kind.key,
      text: words,
      id: key,
      bare: metric.value ? ('m' as const) : ('ft' as const),
      school: store.document.school,
      preset: as,
      starts_as: startsAs.value === 'cheapest' ? ('last' as const) : startsAs.value,
    }
    const made = (await ask(api.POST('/api/kinds/new', { body }))) as Spec
    const spec = startsAs.value === 'cheapest' ? await cheapest(made) : made
    const called = props.kind.presets.find((item) => item.value === as && item.value !== props.kind.presets[0]?.value)
    const count = store.document.structures.filter((item) => item.spec.kind === props.kind.key).length
    const name = title.value.trim() || capital(called?.value ?? `${props.kind.key} ${count + 1}`)
    store.change((job) => void job.structures.push({ name, spec }), `a new ${called?.value ?? props.kind.key}`)
    await store.flush()
    await router.push({ name: 'set-out', params: { job: store.id, structure: key } })
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
    const { start } = await ask(
      api.POST('/api/reckon/start', { body: { document, structure: spec.id, which: 'cheapest', name: '' } }),
    )
    return { ...spec, ...Object.fromEntries(start.change as unknown as [string, unknown][]) } as Spec
  } catch {
    return spec
  }
}
</script>

<template>
  <form class="line" :aria-label="kind.line.title" @submit.prevent="add(line, as)">
    <h3>{{ kind.line.title }}</h3>
    <label :for="id + 'n'">Its name</label
    ><InputText :id="id + 'n'" v-model="title" maxlength="120" :placeholder="kind.line.name" />
    <PickField
      v-if="kind.presets.length > 1"
      label="What it is"
      :model-value="as"
      :options="kind.presets"
      @update:model-value="preset = String($event)"
    />
    <PickField
      label="Starts"
      :model-value="startsAs"
      :options="ways"
      @update:model-value="picked = $event as StartsAs"
    />
    <label :for="id + 'l'">{{ kind.line.asks }}</label>
    <InputText
      :id="id + 'l'"
      v-model="line"
      :placeholder="example"
      autocomplete="off"
      spellcheck="false"
      :aria-invalid="!!fault"
      :aria-describedby="id + 'h'"
    />
    <p v-if="fault" class="fault" role="alert">{{ fault }}</p>
    <p :id="id + 'h'" class="small quiet">
      <template v-for="([word, says], i) in kind.line.help as unknown as [string, string][]" :key="word"
        >{{ i ? ' · ' : '' }}<b>{{ word }}</b> {{ says }}</template
      >.
    </p>
    <p class="go">
      <button class="main" :disabled="busy || !line.trim()">{{ kind.line.go }}</button>
      <button
        v-for="start in kind.line.starts"
        :key="start.says"
        class="plain"
        type="button"
        :disabled="busy"
        @click="add(metric ? start.metric : start.imperial, start.preset || as)"
      >
        {{ start.says }}
      </button>
    </p>
  </form>
</template>

<style scoped>
.line {
  display: grid;
  gap: 6px;
  align-content: start;
  margin: 20px 0 26px;
}
.line > label {
  font-size: 12.5px;
  color: var(--ink-2);
  margin-top: 6px;
  margin-bottom: -4px;
}
.go {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
}
</style>
