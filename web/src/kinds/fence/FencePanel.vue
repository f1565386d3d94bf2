<script setup lang="ts">
import Button from 'primevue/button'
import Checkbox from 'primevue/checkbox'
import { computed, onMounted, ref } from 'vue'
import type { FenceSpec, Kind, Sheet } from '@/api/types'
import FoldSection from '@/components/FoldSection.vue'
import LengthField from '@/components/LengthField.vue'
import PickField from '@/components/PickField.vue'
import StickField from '@/components/StickField.vue'
import BuildPanel from '@/components/BuildPanel.vue'
import { useLocateStatus } from '@/composables/useLocateStatus'
import FoundationPanel from '@/kinds/fence/FoundationPanel.vue'
import LateralLoadPanel from '@/kinds/fence/LateralLoadPanel.vue'
import InfillPanel from '@/kinds/fence/InfillPanel.vue'
import TopPoints from '@/kinds/fence/TopPoints.vue'
import PurposePanel from '@/kinds/fence/PurposePanel.vue'
import PracticeForm from '@/kinds/fence/PracticeForm.vue'
import { useFence } from '@/kinds/fence/useFence'
import { showLength } from '@/logic/units'
import { useJob } from '@/stores/job'
import { useReference } from '@/stores/reference'
import { toRef } from 'vue'

const props = defineProps<{ structure: string; sheet: Sheet | null; kind: Kind | null }>()
const store = useJob()
const reference = useReference()
const emit = defineEmits<{ touch: [thing: string] }>()
const { spec, path, set, addGate, addBand } = useFence(toRef(props, 'structure'))
/** Adds a gate or an obstruction and opens its row in the line's table. */
const add = (sort: 'gate' | 'zone') =>
  emit('touch', `${props.structure}/${sort}/${sort === 'zone' ? addBand() : addGate()}`)
onMounted(() => void reference.load())
const practice = ref(false)

const items = (role: string) =>
  (reference.reference?.items ?? [])
    .filter((item) => item.role === role)
    .map((item) => ({ value: item.key, says: item.says }))
const length = (name: keyof FenceSpec, says: string) => (value: number | null) => set(name, value as never, says)
const pick = (name: keyof FenceSpec, says: string) => (value: string | number | null) => set(name, value as never, says)

/** A pick list needs a value for none. */
const LINE = 'as the line'
const SPACED = [
  { value: 'fewest posts', says: 'fewest posts' },
  { value: 'equal', says: 'all bays alike' },
  { value: 'nudged', says: 'equal, adjusted at obstructions' },
  { value: 'panels', says: 'in panels' },
]
const LAID = [
  { value: 'on edge', says: 'on the posts’ face' },
  { value: 'flat', says: 'between, flat' },
  { value: 'between, on edge', says: 'between, on edge' },
]
const ENDS = [
  { value: 'screws', says: 'screws at a slant' },
  { value: 'brackets', says: 'bought brackets' },
  { value: 'channel', says: 'a channel down the post' },
]
const FLOORS = [
  { value: 'nothing', says: 'the ground' },
  { value: 'slabs', says: 'slabs on sand' },
  { value: 'gravel', says: 'gravel' },
]
const floor = computed(() => spec.value?.floor)
const lay = (name: string, says: string) => (value: number | string | null) =>
  set('floor', { ...spec.value?.floor, [name]: value } as never, says)
/** Rails that lie between the posts, or slats that do. */
const between = computed(
  () =>
    spec.value?.rail_laid === 'between, on edge' || (railed.value && !sticks.value && spec.value?.rail_laid === 'flat'),
)
const style = computed(() => spec.value?.infill?.style ?? 'butted')
const sticks = computed(() => style.value === 'slats' || style.value === 'louvres')
/**
 * Wire and bought panels have no rails of their own; a rail's stock is still what braces and sight rails are made of.
 */
const railed = computed(
  () =>
    ![
      'bought panels',
      'lattice panels',
      'stock panels',
      'wire mesh',
      'chain link',
      'metal panels',
      'vinyl panels',
    ].includes(style.value),
)
const FOLLOWS = [
  { value: 'raked', says: 'raked with the ground' },
  { value: 'stepped', says: 'stepped, level panels' },
  { value: 'straight top', says: 'a straight top over the ground' },
  { value: 'control points', says: 'a top through control points' },
  { value: 'mixed', says: 'run by run' },
]
const follows = computed(() => {
  const ways = new Set(spec.value?.straights.map((item) => item.follows))
  return ways.size > 1 ? 'mixed' : ([...ways][0] ?? 'raked')
})
function follow(way: string | number | null): void {
  // By straight: each says its own in the table of the line.
  if (!spec.value || !FOLLOWS.some((item) => item.value === way && way !== 'mixed')) return
  const at = { at_m: 0, height_m: spec.value.height_m! + spec.value.gap_m!, way: 'straight' as const }
  store.change((job) => {
    const found = job.structures.find((item) => item.spec.id === props.structure)?.spec as FenceSpec
    found.straights = found.straights.map((item) => ({ ...item, follows: way as never }))
    if (way === 'control points' && !found.top_points?.length) found.top_points = [at]
  }, `${way} bays`)
}

const { data: dig } = useLocateStatus(() => props.structure)
const ground = computed(() => store.shown?.site.grounds.find((item) => item.line === props.structure)?.shots ?? [])
const fall = computed(() => {
  const shots = ground.value
  return shots.length > 1 ? shots[shots.length - 1]!.height_m - shots[0]!.height_m : 0
})
</script>

<template>
  <BuildPanel :structure="structure" :sheet="sheet">
    <template v-if="spec">
      <p class="acts">
        <Button severity="secondary" outlined size="small" @click="add('gate')">Add gate</Button>
        <Button severity="secondary" outlined size="small" @click="add('zone')">Add obstruction</Button>
      </p>
      <FoldSection title="The fence">
        <LengthField
          inline
          label="Height"
          :model-value="spec.height_m"
          :tape="store.tape"
          :path="path + '/height_m'"
          @update:model-value="length('height_m', 'height')($event)"
        />
        <LengthField
          inline
          label="Ground clearance"
          bare="in"
          :model-value="spec.gap_m"
          :tape="store.tape"
          :path="path + '/gap_m'"
          @update:model-value="length('gap_m', 'gap')($event)"
        />
        <LengthField
          inline
          label="Max. post spacing"
          :model-value="spec.bay_max_m"
          :tape="store.tape"
          :path="path + '/bay_max_m'"
          @update:model-value="length('bay_max_m', 'greatest bay')($event)"
        />
        <label class="tick small"
          ><Checkbox
            binary
            :model-value="spec.bay_by_strength"
            @update:model-value="set('bay_by_strength', $event, 'bays by strength')"
          />
          Limit by rail strength</label
        >
        <PickField
          inline
          label="Spacing method"
          :model-value="spec.bays"
          :options="SPACED"
          :path="path + '/bays'"
          @update:model-value="pick('bays', 'spacing of the posts')($event)"
        />
        <LengthField
          v-if="spec.bays === 'panels'"
          inline
          label="Panel"
          :model-value="spec.panel_m"
          :tape="store.tape"
          :path="path + '/panel_m'"
          @update:model-value="length('panel_m', 'panel')($event)"
        />
        <PickField
          v-if="spec.bays === 'panels'"
          inline
          label="Cut panel location"
          :model-value="spec.cut_at ?? 'away from a gate'"
          :options="['away from a gate', 'the start', 'the end'].map((value) => ({ value, says: value }))"
          @update:model-value="pick('cut_at', 'where the cut panel stands')($event)"
        />
        <LengthField
          v-if="spec.bays === 'panels'"
          inline
          label="Clips, both sides"
          bare="in"
          optional="none"
          :model-value="spec.clip_gap_m || null"
          :tape="store.tape"
          :path="path + '/clip_gap_m'"
          @update:model-value="set('clip_gap_m', $event ?? 0, 'clips')"
        />
        <StickField
          label="Posts"
          :model-value="spec.post"
          :options="items('post')"
          :tape="store.tape"
          :path="path + '/post'"
          @update:model-value="pick('post', 'posts')($event)"
        />
        <PickField
          v-if="spec.openings.length"
          inline
          label="Gate posts"
          :model-value="spec.gate_post ?? LINE"
          :options="[{ value: LINE, says: 'as the line' }, ...items('post')]"
          :path="path + '/gate_post'"
          @update:model-value="pick('gate_post', 'gate posts')($event === LINE ? null : $event)"
        />
        <PickField
          inline
          label="End posts"
          :model-value="spec.end_post ?? LINE"
          :options="[{ value: LINE, says: 'as the line' }, ...items('post')]"
          :path="path + '/end_post'"
          @update:model-value="pick('end_post', 'end posts')($event === LINE ? null : $event)"
        />
        <StickField
          :label="sticks ? (style === 'slats' ? 'Slats' : 'Louvres') : 'Rails'"
          :model-value="spec.rail!"
          :options="items('rail')"
          :tape="store.tape"
          :path="path + '/rail'"
          @update:model-value="pick('rail', 'rails')($event)"
        />
        <template v-if="railed && !sticks">
          <PickField
            inline
            label="How many"
            :model-value="spec.rails_count!"
            :options="[2, 3, 4].map((n) => ({ value: n, says: String(n) }))"
            @update:model-value="pick('rails_count', 'number of rails')($event)"
          />
          <PickField
            inline
            label="Laid"
            :model-value="spec.rail_laid!"
            :options="LAID"
            @update:model-value="pick('rail_laid', 'rails laid')($event)"
          />
        </template>
        <PickField
          v-if="style === 'slats'"
          inline
          label="Slats lie"
          :model-value="between ? 'between, on edge' : 'on edge'"
          :options="LAID.filter((way) => way.value !== 'flat')"
          :path="path + '/rail_laid'"
          @update:model-value="pick('rail_laid', 'slats laid')($event)"
        />
        <PickField
          v-if="between"
          inline
          label="Rail-end connection"
          :model-value="spec.rail_end ?? 'screws'"
          :options="ENDS"
          :path="path + '/rail_end'"
          @update:model-value="pick('rail_end', 'what holds the ends')($event)"
        />
        <PickField
          v-if="railed && spec.rail_laid === 'on edge'"
          inline
          label="One rail runs over"
          :model-value="spec.rail_bays ?? 1"
          :options="[1, 2, 3].map((n) => ({ value: n, says: n === 1 ? 'one bay' : `${n} bays` }))"
          @update:model-value="pick('rail_bays', 'bays a rail runs over')($event)"
        />
        <PickField
          v-if="spec.straights.length > 1 || spec.closed"
          inline
          label="Corner post orientation"
          :model-value="spec.bend_posts ?? 'square'"
          :options="[
            { value: 'square', says: 'square with the line' },
            { value: 'split', says: 'split the angle' },
          ]"
          :path="path + '/bend_posts'"
          @update:model-value="pick('bend_posts', 'posts at bends')($event)"
        />
        <PickField
          inline
          label="Built-up posts"
          :model-value="spec.plies_count ?? 0"
          :options="[
            { value: 0, says: 'no, solid' },
            ...[2, 3, 4].map((n) => ({ value: n, says: `${n} plies of the rail's stock` })),
          ]"
          :path="path + '/plies_count'"
          @update:model-value="pick('plies_count', 'built-up posts')($event)"
        />
        <PickField
          v-if="(spec.plies_count ?? 0) > 2"
          inline
          label="Core of built-up posts"
          :model-value="spec.ply_core ?? ''"
          :options="[{ value: '', says: 'as the outer plies' }, ...items('rail'), ...items('joist')]"
          :path="path + '/ply_core'"
          @update:model-value="pick('ply_core', 'core of the posts')($event)"
        />
      </FoldSection>
      <FoldSection v-if="spec.closed" title="Inside the loop">
        <PickField
          inline
          label="Floor"
          :model-value="floor?.kind ?? 'nothing'"
          :options="FLOORS"
          :path="path + '/floor/kind'"
          @update:model-value="lay('kind', 'the floor')($event)"
        />
        <LengthField
          v-if="floor?.kind === 'slabs'"
          inline
          label="Slabs, square"
          bare="in"
          optional="as sold"
          :model-value="floor.slab_m ?? null"
          :tape="store.tape"
          :path="path + '/floor/slab_m'"
          @update:model-value="lay('slab_m', 'size of the slabs')($event)"
        />
        <LengthField
          v-if="floor?.kind === 'slabs'"
          inline
          label="Joints"
          bare="in"
          :model-value="floor.joint_m"
          :tape="store.tape"
          :path="path + '/floor/joint_m'"
          @update:model-value="$event !== null && lay('joint_m', 'joints of the slabs')($event)"
        />
        <LengthField
          v-if="floor && floor.kind !== 'nothing'"
          inline
          :label="floor.kind === 'slabs' ? 'Sand under them' : 'Gravel, deep'"
          bare="in"
          :model-value="floor.bed_m"
          :tape="store.tape"
          :path="path + '/floor/bed_m'"
          @update:model-value="$event !== null && lay('bed_m', 'the bed')($event)"
        />
      </FoldSection>
      <FoldSection title="Boards and infill">
        <InfillPanel :structure="structure" />
      </FoldSection>
      <PurposePanel :structure="structure" />
      <FoldSection title="Footing">
        <FoundationPanel :structure="structure" :sheet="sheet" />
        <p class="basis">
          Built on
          <b>{{ spec.built_on === 'practice' ? `practice, ${spec.practice?.accepted_by}` : 'the calculation' }}</b>.
          <Button text size="small" @click="practice = true">Change</Button>
        </p>
      </FoldSection>
      <FoldSection title="People and animal loads">
        <LateralLoadPanel :structure="structure" />
      </FoldSection>
      <FoldSection title="Ground on this line">
        <p class="small">
          {{ ground.length ? `${ground.length} readings` : 'Not read yet: drawn level'
          }}<template v-if="ground.length > 1"
            >, {{ fall < 0 ? 'falls' : 'rises' }} {{ showLength(Math.abs(fall), store.tape) }}</template
          >. <router-link :to="{ name: 'ground', params: { structure } }">Read the ground</router-link>
        </p>
        <PickField inline label="Bays" :model-value="follows" :options="FOLLOWS" @update:model-value="follow($event)" />
        <TopPoints v-if="spec.straights.some((item) => item.follows === 'control points')" :structure="structure" />
      </FoldSection>
      <FoldSection title="Before digging">
        <p v-if="dig?.ready" class="small">Locate complete. {{ dig.days_left }} days left on the ticket.</p>
        <ul v-else-if="dig" class="open">
          <li v-for="point in dig.open_points" :key="point">{{ point }}</li>
        </ul>
      </FoldSection>
      <PracticeForm v-model:open="practice" :structure="structure" />
    </template>
  </BuildPanel>
</template>

<style scoped>
.tick {
  display: flex;
  gap: 6px;
  align-items: center;
  color: var(--ink-2);
}
.basis {
  margin: 4px 0 0;
  font-size: 13px;
}
.open {
  margin: 0;
  padding-left: 16px;
  font-size: 12.5px;
  color: var(--fail);
}
p {
  margin: 0;
}
</style>
