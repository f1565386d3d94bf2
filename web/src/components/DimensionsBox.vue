<script setup lang="ts">
import Button from 'primevue/button'
import SelectBox from '@/components/SelectBox'
import { watch } from 'vue'
import { api, ask } from '@/api/client'
import type { Dig, Job } from '@/api/types'
import KeptInput from '@/components/KeptInput.vue'
import LengthField from '@/components/LengthField.vue'
import { useAnswer } from '@/composables/useAnswer'
import { useJob } from '@/stores/job'
import { sentence } from '@/logic/sentence'

type Dimension = NonNullable<Job['dimensions']>[number]
const store = useJob()
/** Which of them disagree is asked of the server, structure by structure: the rule lives there. */
async function disagreeing(): Promise<NonNullable<Dig['disagreements']>> {
  const document = store.document
  if (!document?.dimensions?.length || !document.structures.length) return []
  const named = new Set(document.dimensions.map((item) => item.structure || document.structures[0]!.spec.id))
  const all = await Promise.all(
    [...named].map((structure) =>
      ask(api.POST('/api/designs/locate-status', { body: { document, structure: structure!, selected: '' } })),
    ),
  )
  return [...new Map(all.flatMap((dig) => dig.disagreements ?? []).map((item) => [item.id, item])).values()]
}
const { found, fault, look } = useAnswer(disagreeing, [])
watch(
  () => [store.document?.dimensions, store.document?.structures.length],
  () => void look(),
  { deep: true, immediate: true },
)
const STAGES: Dimension['stage'][] = ['set-out', 'dig', 'frame', 'buy']
function add(): void {
  store.change((job) => {
    const id = `dimension-${Date.now().toString(36)}`
    ;(job.dimensions ??= []).push({
      id,
      what: '',
      structure: '',
      stage: 'dig',
      first_m: 0,
      first_from: 'the survey',
      second_m: 0,
      second_from: "the client's sketch",
      within_m: 0.003,
      decided: '',
      decided_by: '',
    })
  }, 'a key dimension')
}
const edit = (i: number, change: (item: Dimension) => void) =>
  store.change((job) => change(job.dimensions![i]!), 'a key dimension')
const clash = (id: string) => found.value.find((item) => item.id === id)
</script>

<template>
  <section aria-label="Two documents">
    <h2>Conflicting dimensions <Button text size="small" @click="add">Compare dimension</Button></h2>
    <p v-if="!store.document?.dimensions?.length" class="small quiet">
      Where two drawings show the same thing, type it from each. If they disagree, that stage stops until someone
      decides.
    </p>
    <p v-if="fault" class="small fault" role="alert">Whether they agree was not looked at. {{ fault }}</p>
    <div
      v-for="(item, i) in store.document?.dimensions"
      :key="item.id"
      class="one"
      :class="{ clash: clash(item.id) && !clash(item.id)!.decided }"
    >
      <label class="small"
        >Dimension<KeptInput
          :value="item.what"
          maxlength="200"
          placeholder="offset of post 3"
          @change="edit(i, (at) => void (at.what = ($event.target as HTMLInputElement).value))"
      /></label>
      <label class="small"
        >Structure<SelectBox
          :model-value="item.structure"
          @update:model-value="edit(i, (at) => void (at.structure = $event))"
        >
          <option value="">Whole job</option>
          <option v-for="s in store.document?.structures" :key="s.spec.id" :value="s.spec.id">{{ s.name }}</option>
        </SelectBox></label
      >
      <label class="small"
        >Before stage<SelectBox
          :model-value="item.stage"
          @update:model-value="edit(i, (at) => void (at.stage = $event as Dimension['stage']))"
        >
          <option v-for="stage in STAGES" :key="stage" :value="stage">{{ sentence(stage) }}</option>
        </SelectBox></label
      >
      <label class="small"
        >First document<KeptInput
          :value="item.first_from"
          maxlength="120"
          @change="edit(i, (at) => void (at.first_from = ($event.target as HTMLInputElement).value))"
      /></label>
      <LengthField
        label="First value"
        :model-value="item.first_m!"
        :tape="store.tape"
        :path="`dimensions/${i}/first_m`"
        @update:model-value="$event !== null && edit(i, (at) => void (at.first_m = $event!))"
      />
      <label class="small"
        >Second document<KeptInput
          :value="item.second_from"
          maxlength="120"
          @change="edit(i, (at) => void (at.second_from = ($event.target as HTMLInputElement).value))"
      /></label>
      <LengthField
        label="Second value"
        :model-value="item.second_m!"
        :tape="store.tape"
        :path="`dimensions/${i}/second_m`"
        @update:model-value="$event !== null && edit(i, (at) => void (at.second_m = $event!))"
      />
      <label class="small"
        >Which holds<SelectBox
          :model-value="item.decided"
          @update:model-value="edit(i, (at) => void (at.decided = $event as ''))"
        >
          <option value="">Not decided</option>
          <option value="first">{{ item.first_from || 'The first' }}</option>
          <option value="second">{{ item.second_from || 'The second' }}</option>
        </SelectBox></label
      >
      <label class="small"
        >Decided by<KeptInput
          :value="item.decided_by"
          maxlength="80"
          @change="edit(i, (at) => void (at.decided_by = ($event.target as HTMLInputElement).value))"
      /></label>
      <Button
        text
        size="small"
        :aria-label="`remove ${item.what || 'the dimension'}`"
        @click="store.change((job) => void job.dimensions!.splice(i, 1), 'removed a dimension')"
      >
        Remove
      </Button>
      <p v-if="clash(item.id)" class="says small" :class="{ fault: !clash(item.id)!.decided }">
        {{ clash(item.id)!.says }}. {{ clash(item.id)!.decided || `The ${item.stage} waits until someone decides` }}.
      </p>
    </div>
  </section>
</template>

<style scoped>
.one {
  display: grid;
  grid-template-columns: repeat(5, minmax(0, 1fr));
  gap: 8px;
  align-items: end;
  padding: 6px 8px;
  border-left: 3px solid var(--line);
  margin: 6px 0;
}
.one.clash {
  border-color: var(--fail);
}
.says {
  grid-column: 1 / -1;
  margin: 0;
}
label.small {
  display: grid;
  color: var(--ink-2);
  min-width: 0;
}
input,
select {
  border: 1px solid var(--line);
  border-radius: 3px;
  background: var(--paper);
  color: var(--ink);
  padding: 4px 7px;
  min-width: 0;
  width: 100%;
  height: 30px;
}
.link {
  text-align: left;
  padding-bottom: 6px;
}
@media (max-width: 860px) {
  .one {
    grid-template-columns: 1fr 1fr;
  }
}
</style>
