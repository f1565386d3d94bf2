<script setup lang="ts">
import Checkbox from 'primevue/checkbox'
import { computed, toRef } from 'vue'
import type { FenceSpec, Sheet } from '@/api/types'
import LengthField from '@/components/LengthField.vue'
import PickField from '@/components/PickField.vue'
import RatingField from '@/components/RatingField.vue'
import { useFence } from '@/kinds/fence/useFence'
import { useJob } from '@/stores/job'

type Detail = NonNullable<FenceSpec['foot_detail']>
type Upright = NonNullable<Detail['upright']>
type Steel = NonNullable<Detail['steel']>
const props = defineProps<{ structure: string; sheet: Sheet | null }>()
const store = useJob()
const { spec, path, set } = useFence(toRef(props, 'structure'))
const detail = computed(() => spec.value?.foot_detail as Detail)
const up = computed(() => detail.value?.upright as Upright)
const steel = computed(() => detail.value?.steel as Steel)
const FEET = [
  { value: 'open below', says: 'concrete, open below' },
  { value: 'closed below', says: 'concrete all round and under' },
  { value: 'tamped gravel', says: 'tamped gravel' },
  { value: 'tamped sand', says: 'tamped sand' },
  { value: 'part driven', says: 'steel, part dug, part driven' },
  { value: 'over a pipe', says: 'sleeve over a pipe' },
  { value: 'base on pier', says: 'base on a pier' },
  { value: 'base on slab', says: 'base on a slab' },
  { value: 'cored slab', says: 'through a cored slab' },
  { value: 'loose block', says: 'loose block' },
  { value: 'dry set', says: 'dry mix, watered in the hole (not checked)' },
  { value: 'foam', says: 'expanding foam (not checked)' },
]
const UP = [
  { value: 'nothing', says: 'nothing yet' },
  { value: 'brace', says: 'a raking brace each' },
  { value: 'rated base', says: 'a base with a rating' },
]
const ups = computed(() =>
  spec.value?.foot === 'loose block'
    ? [
        ...UP.filter((way) => way.value !== 'rated base' || up.value?.by === 'rated base'),
        { value: 'own weight', says: 'self-weight, corners connected' },
      ]
    : UP,
)
const kinds = computed(
  () => new Set([spec.value?.foot, ...(spec.value?.zones ?? []).map((zone) => zone.foot).filter(Boolean)]),
)
const has = (...names: string[]) => names.some((name) => kinds.value.has(name as FenceSpec['foot']))
const based = computed(() => has('base on pier', 'base on slab', 'loose block'))
const steely = computed(() => has('over a pipe') || /steel/.test(spec.value?.post ?? ''))
function put<K extends keyof Detail>(name: K, says: string) {
  return (value: unknown) => set('foot_detail', { ...detail.value, [name]: value } as Detail, says)
}
function hold<K extends keyof Upright>(name: K, says: string) {
  return (value: unknown) =>
    set('foot_detail', { ...detail.value, upright: { ...up.value, [name]: value } } as Detail, says)
}
function metal<K extends keyof Steel>(name: K, says: string) {
  return (value: unknown) =>
    set('foot_detail', { ...detail.value, steel: { ...steel.value, [name]: value } } as Detail, says)
}
const at = (name: string) => `${path.value}/foot_detail/${name}`
const post = computed(() => props.sheet?.posts[1] ?? props.sheet?.posts[0] ?? null)
</script>

<template>
  <template v-if="spec && detail">
    <PickField
      inline
      label="Post foundation"
      :model-value="spec.foot ?? 'open below'"
      :options="FEET"
      :path="path + '/foot'"
      @update:model-value="set('foot', $event as FenceSpec['foot'], 'foot of the posts')"
    />
    <LengthField
      v-if="!has('base on slab', 'loose block') || kinds.size > 1"
      inline
      label="Width"
      bare="in"
      optional="3 posts"
      :model-value="spec.hole_width_m ?? null"
      :tape="store.tape"
      :path="path + '/hole_width_m'"
      @update:model-value="set('hole_width_m', $event, 'hole width')"
    />
    <LengthField
      v-if="spec.built_on === 'reckoned' && !has('base on slab', 'loose block')"
      inline
      label="Extra depth"
      bare="in"
      :model-value="spec.deeper_m"
      :tape="store.tape"
      :path="path + '/deeper_m'"
      @update:model-value="set('deeper_m', $event ?? 0, 'dug deeper')"
    />
    <LengthField
      v-if="!has('base on slab', 'part driven')"
      inline
      label="Gravel"
      bare="in"
      :model-value="spec.gravel_m ?? 0.1"
      :tape="store.tape"
      :path="path + '/gravel_m'"
      @update:model-value="set('gravel_m', $event ?? 0, 'gravel')"
    />
    <LengthField
      v-if="has('part driven')"
      inline
      label="Dug part"
      bare="in"
      :model-value="detail.dug_m!"
      :tape="store.tape"
      :path="at('dug_m')"
      @update:model-value="put('dug_m', 'dug part')($event)"
    />
    <LengthField
      v-if="has('part driven')"
      inline
      label="Collar top below grade"
      bare="in"
      :model-value="detail.collar_below_m!"
      :tape="store.tape"
      :path="at('collar_below_m')"
      @update:model-value="put('collar_below_m', 'collar')($event ?? 0)"
    />
    <LengthField
      v-if="has('over a pipe')"
      inline
      label="Pipe up into the sleeve"
      bare="in"
      :model-value="detail.pipe_up_m!"
      :tape="store.tape"
      :path="at('pipe_up_m')"
      @update:model-value="put('pipe_up_m', 'pipe')($event)"
    />
    <LengthField
      v-if="has('over a pipe', 'base on pier', 'base on slab')"
      inline
      label="Wood clear of it"
      bare="in"
      :model-value="detail.clear_m!"
      :tape="store.tape"
      :path="at('clear_m')"
      @update:model-value="put('clear_m', 'clearance of the foot')($event ?? 0)"
    />
    <LengthField
      v-if="has('base on pier')"
      inline
      label="Pier above ground"
      bare="in"
      :model-value="detail.pier_above_m!"
      :tape="store.tape"
      :path="at('pier_above_m')"
      @update:model-value="put('pier_above_m', 'pier')($event ?? 0)"
    />
    <LengthField
      v-if="has('base on slab', 'cored slab')"
      inline
      label="Slab thick"
      bare="in"
      :model-value="detail.slab_m!"
      :tape="store.tape"
      :path="at('slab_m')"
      @update:model-value="put('slab_m', 'slab')($event)"
    />
    <LengthField
      v-if="has('base on slab')"
      inline
      label="Nearest slab edge"
      bare="in"
      optional="not measured"
      :model-value="detail.edge_m ?? null"
      :tape="store.tape"
      :path="at('edge_m')"
      @update:model-value="put('edge_m', 'edge of the slab')($event)"
    />
    <LengthField
      v-if="has('base on slab')"
      inline
      label="Least edge, by the anchors' maker"
      bare="in"
      optional="not entered"
      :model-value="detail.edge_least_m ?? null"
      :tape="store.tape"
      :path="at('edge_least_m')"
      @update:model-value="put('edge_least_m', 'edge distance')($event)"
    />
    <RatingField
      v-if="has('loose block')"
      label="One block, and what lies on it"
      kind="mass"
      :model-value="detail.block_kg!"
      :tape="store.tape"
      :path="at('block_kg')"
      @update:model-value="put('block_kg', 'block')($event)"
    />
    <LengthField
      v-if="has('loose block')"
      inline
      label="Block wide"
      bare="in"
      :model-value="detail.block_width_m!"
      :tape="store.tape"
      :path="at('block_width_m')"
      @update:model-value="put('block_width_m', 'block')($event)"
    />
    <LengthField
      v-if="has('open below', 'closed below', 'base on pier', 'cored slab', 'over a pipe')"
      inline
      label="Belled below to"
      bare="in"
      optional="no bell"
      :model-value="detail.bell_width_m ?? null"
      :tape="store.tape"
      :path="at('bell_width_m')"
      @update:model-value="put('bell_width_m', 'bell')($event)"
    />
    <template v-if="based">
      <PickField
        inline
        label="Lateral system"
        :model-value="up.by!"
        :options="ups"
        @update:model-value="hold('by', 'what keeps it upright')($event)"
      />
      <p v-if="up.by === 'nothing'" class="fault">A base is a hinge: nothing holds these posts up.</p>
      <template v-if="up.by === 'brace'">
        <LengthField
          inline
          label="Brace's foot out"
          bare="in"
          :model-value="up.brace_reach_m!"
          :tape="store.tape"
          :path="at('upright/brace_reach_m')"
          @update:model-value="hold('brace_reach_m', 'brace')($event)"
        />
        <LengthField
          inline
          label="Brace meets the post at"
          bare="in"
          :model-value="up.brace_up_m!"
          :tape="store.tape"
          :path="at('upright/brace_up_m')"
          @update:model-value="hold('brace_up_m', 'brace')($event)"
        />
      </template>
      <RatingField
        v-if="up.by === 'rated base'"
        label="Base's rated moment"
        kind="moment"
        empty="not entered"
        :model-value="up.moment_n_m ?? null"
        :tape="store.tape"
        :path="at('upright/moment_n_m')"
        @update:model-value="hold('moment_n_m', 'rating of the base')($event)"
      />
      <RatingField
        v-if="up.by === 'brace' || has('base on slab')"
        label="One anchor's rated pull"
        kind="force"
        empty="not entered"
        :model-value="up.hold_n ?? null"
        :tape="store.tape"
        :path="at('upright/hold_n')"
        @update:model-value="hold('hold_n', 'rating of the anchors')($event)"
      />
      <RatingField
        v-if="up.by !== 'nothing' && up.by !== 'own weight'"
        label="Divided by, for safety"
        kind="plain"
        :model-value="up.safety!"
        :tape="store.tape"
        :path="at('upright/safety')"
        @update:model-value="hold('safety', 'safety factor')($event)"
      />
    </template>
    <template v-if="steely">
      <RatingField
        label="Steel's strength, by its maker"
        kind="stress"
        empty="not entered"
        :model-value="steel.strength_pa ?? null"
        :tape="store.tape"
        :path="at('steel/strength_pa')"
        @update:model-value="metal('strength_pa', 'strength of the steel')($event)"
      />
      <RatingField
        v-if="!has('over a pipe')"
        label="Section modulus, by its maker"
        kind="modulus"
        empty="not entered"
        :model-value="steel.modulus_m3 ?? null"
        :tape="store.tape"
        :path="at('steel/modulus_m3')"
        @update:model-value="metal('modulus_m3', 'section of the steel')($event)"
      />
      <LengthField
        v-else
        inline
        label="Pipe's wall"
        bare="in"
        :model-value="steel.wall_m!"
        :tape="store.tape"
        :path="at('steel/wall_m')"
        @update:model-value="metal('wall_m', 'wall of the pipe')($event)"
      />
    </template>
    <label class="tick small"
      ><Checkbox
        binary
        :model-value="spec.posts_cut === 'exact'"
        @update:model-value="set('posts_cut', $event ? 'exact' : 'long', 'how posts are cut')"
      />
      Posts cut to length before they are set</label
    >
    <label class="tick small"
      ><Checkbox
        binary
        :model-value="spec.weather === 'ice and salt'"
        @update:model-value="set('weather', $event ? 'ice and salt' : 'usual', 'exposure')"
      />
      Ice and salt: deeper, stainless</label
    >
    <p v-if="post?.pull_out" class="small quiet">Holds against lifting: {{ post.pull_out }}.</p>
  </template>
</template>

<style scoped>
.tick {
  display: flex;
  gap: 6px;
  align-items: center;
  color: var(--ink-2);
}
p {
  margin: 0;
}
</style>
