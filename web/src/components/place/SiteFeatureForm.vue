<script setup lang="ts">
import Button from 'primevue/button'
import { computed } from 'vue'
import type { SiteFeature, WallOpening } from '@/api/types'
import LengthField from '@/components/LengthField.vue'
import PickField from '@/components/PickField.vue'
import WordsField from '@/components/WordsField.vue'
import type { SiteThings } from '@/components/place/useSiteThings'
import { useJob } from '@/stores/job'

/** One thing of the site: its name, its numbers, its points, and a wall's doors and windows. */
const props = defineProps<{ thing: SiteFeature; site: SiteThings }>()
const emit = defineEmits<{ removed: [] }>()
const store = useJob()
const row = computed(() => props.site.rowOf(props.thing.kind))
const name = computed(() => props.site.says(props.thing))
const edit = (change: (thing: SiteFeature) => void) =>
  props.site.change(props.thing.id, change, `${name.value} changed`)
const at = computed(() => store.document!.site.things!.findIndex((item) => item.id === props.thing.id))
const path = (field: string) => `site/things/${at.value}/${field}`
const least = computed(() => (row.value?.drawn === 'point' ? 1 : 2))

const KINDS = [
  { value: 'door', says: 'door' },
  { value: 'window', says: 'window' },
]
const TURNS = [
  { value: 'in', says: 'swings in' },
  { value: 'out', says: 'swings out' },
  { value: 'slides', says: 'slides' },
]
const HINGES = [
  { value: 'left', says: 'on the left, from outside' },
  { value: 'right', says: 'on the right' },
]
function more(): void {
  const last = props.thing.openings?.at(-1)
  const from_m = last ? (last.from_m ?? 0) + (last.width_m ?? 0) + 0.6 : 1
  const made = { kind: 'door', from_m, width_m: 0.9, height_m: 2.05, sill_m: 0, hinge: 'left', turns: 'in' }
  edit((thing) => (thing.openings = [...(thing.openings ?? []), made as WallOpening]))
}
function one<K extends keyof WallOpening>(index: number, field: K, value: unknown): void {
  if (value !== null) edit((thing) => (thing.openings![index]![field] = value as WallOpening[K]))
}
function away(): void {
  props.site.remove(props.thing.id)
  emit('removed')
}
</script>

<template>
  <section class="form" :aria-label="name">
    <h2>{{ name }}</h2>
    <p class="small quiet">{{ row?.text }}</p>
    <WordsField
      label="Name"
      :model-value="thing.name ?? ''"
      :longest="80"
      :path="path('name')"
      @update:model-value="edit((item) => (item.name = $event))"
    />
    <LengthField
      v-if="row?.reach"
      :label="row.reach"
      :model-value="thing.reach_m ?? 0"
      :tape="store.tape"
      :path="path('reach_m')"
      @update:model-value="$event !== null && edit((item) => (item.reach_m = $event!))"
    />
    <LengthField
      v-if="row?.height"
      :label="row.height"
      :model-value="thing.height_m ?? null"
      :tape="store.tape"
      :path="path('height_m')"
      :optional="thing.kind === 'spot height' ? 'not read' : 'not known'"
      @update:model-value="edit((item) => (item.height_m = $event))"
    />
    <details>
      <summary>
        {{ thing.points.length === 1 ? 'Where it is' : `Its ${thing.points.length} points` }}, from the site's zero
      </summary>
      <ol class="points">
        <li v-for="(point, index) in thing.points" :key="index">
          <LengthField
            :label="`Right ${index + 1}`"
            inline
            :model-value="point.x_m"
            :tape="store.tape"
            :path="path(`points/${index}/x_m`)"
            @update:model-value="$event !== null && edit((item) => (item.points[index]!.x_m = $event!))"
          />
          <LengthField
            :label="`Up ${index + 1}`"
            inline
            :model-value="point.y_m"
            :tape="store.tape"
            :path="path(`points/${index}/y_m`)"
            @update:model-value="$event !== null && edit((item) => (item.points[index]!.y_m = $event!))"
          />
          <Button
            v-if="thing.points.length > least"
            text
            size="small"
            :aria-label="`Remove point ${index + 1}`"
            @click="edit((item) => item.points.splice(index, 1))"
          >
            Remove
          </Button>
        </li>
      </ol>
    </details>
    <template v-if="thing.kind === 'house wall'">
      <fieldset v-for="(opening, index) in thing.openings ?? []" :key="index" class="opening">
        <legend>{{ opening.kind === 'window' ? 'Window' : 'Door' }} {{ index + 1 }}</legend>
        <PickField
          label="Type"
          :model-value="opening.kind ?? 'door'"
          :options="KINDS"
          @update:model-value="one(index, 'kind', $event)"
        />
        <LengthField
          label="From the wall's first point"
          :model-value="opening.from_m ?? 1"
          :tape="store.tape"
          :path="path(`openings/${index}/from_m`)"
          @update:model-value="one(index, 'from_m', $event)"
        />
        <LengthField
          label="Wide"
          :model-value="opening.width_m ?? 0.9"
          :tape="store.tape"
          :path="path(`openings/${index}/width_m`)"
          @update:model-value="one(index, 'width_m', $event)"
        />
        <LengthField
          label="Its sill over the site's zero"
          :model-value="opening.sill_m ?? 0"
          :tape="store.tape"
          :path="path(`openings/${index}/sill_m`)"
          @update:model-value="one(index, 'sill_m', $event)"
        />
        <template v-if="opening.kind !== 'window'">
          <PickField
            label="How it opens"
            :model-value="opening.turns ?? 'in'"
            :options="TURNS"
            @update:model-value="one(index, 'turns', $event)"
          />
          <PickField
            v-if="opening.turns === 'out'"
            label="Hinges"
            :model-value="opening.hinge ?? 'left'"
            :options="HINGES"
            @update:model-value="one(index, 'hinge', $event)"
          />
        </template>
        <Button text size="small" @click="edit((item) => item.openings!.splice(index, 1))">Remove it</Button>
      </fieldset>
      <Button severity="secondary" outlined size="small" @click="more">A door or window</Button>
    </template>
    <Button text size="small" @click="away">Remove {{ name.toLowerCase() }}</Button>
  </section>
</template>

<style scoped>
.form > .link,
.form > .plain {
  justify-self: start;
}
.form {
  display: grid;
  gap: 8px;
  border-top: 1px solid var(--line);
  padding-top: 10px;
}
.points {
  padding-left: 18px;
  margin: 6px 0;
}
.points li {
  margin-bottom: 6px;
}
.opening {
  border: 1px solid var(--line);
  display: grid;
  gap: 6px;
  padding: 6px 10px 10px;
}
</style>
