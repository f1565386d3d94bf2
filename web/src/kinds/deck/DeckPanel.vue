<script setup lang="ts">
import Checkbox from 'primevue/checkbox'
import { computed, onMounted, toRef } from 'vue'
import { pairs } from '@/api/adapt'
import type { DeckSpec, Kind, Sheet } from '@/api/types'
import FoldSection from '@/components/FoldSection.vue'
import BuildPanel from '@/components/BuildPanel.vue'
import FormGroup from '@/components/FormGroup.vue'
import KeptInput from '@/components/KeptInput.vue'
import BridgeFields from '@/kinds/deck/BridgeFields.vue'
import LengthField from '@/components/LengthField.vue'
import PickField from '@/components/PickField.vue'
import RatingField from '@/components/RatingField.vue'
import StickField from '@/components/StickField.vue'
import { useStructure } from '@/composables/useStructure'
import { asksNow } from '@/logic/settings'
import BeamLines from '@/kinds/deck/BeamLines.vue'
import StairsAndRocks from '@/kinds/deck/StairsAndRocks.vue'
import { useDeck } from '@/kinds/deck/useDeck'
import { useJob } from '@/stores/job'
import { useReference } from '@/stores/reference'

const props = defineProps<{ structure: string; sheet: Sheet | null; kind: Kind | null }>()
const store = useJob()
const reference = useReference()
const { spec, path, set, edit } = useDeck(toRef(props, 'structure'))
const { move } = useStructure(toRef(props, 'structure'))
onMounted(() => void reference.load())
/** Fields that the core names, as they are asked now. */
const fieldsOf = (keep: (path: string) => boolean) =>
  (props.kind?.settings ?? [])
    .flatMap((group) => group.fields)
    .filter((field) => keep(field.path) && asksNow(field, spec.value))
const guard = computed(() => fieldsOf((at) => at.startsWith('guard/') && at !== 'guard/anchor_rating_n'))
const made = computed(() => fieldsOf((at) => at.startsWith('made_boards/')))
const plied = computed(() => fieldsOf((at) => at === 'core' || (at === 'outer' && spec.value?.core !== '')))
const walls = computed(() => {
  const field = props.kind?.form.flatMap((group) => group.fields).find((item) => item.path === 'ledger/wall')
  return pairs(field?.choices ?? []).map(([value, says]) => ({ value, says }))
})
const items = (role: string) =>
  (reference.reference?.items ?? [])
    .filter((item) => item.role === role)
    .map((item) => ({ value: item.key, says: item.says }))
const few = (from: number, to: number) =>
  Array.from({ length: to - from + 1 }, (_, k) => ({ value: from + k, says: String(from + k) }))
const pick = (name: keyof DeckSpec, says: string) => (value: string | number | null) => set(name, value as never, says)
const length = (name: keyof DeckSpec, says: string) => (value: number | null) => set(name, value as never, says)
const box = computed(() => {
  const xs = spec.value?.outline.map((corner) => corner.x_m) ?? [0]
  const ys = spec.value?.outline.map((corner) => corner.y_m) ?? [0]
  return {
    width: Math.max(...xs) - Math.min(...xs),
    depth: Math.max(...ys) - Math.min(...ys),
    right: Math.max(...xs),
    front: Math.max(...ys),
  }
})
/** The far edge, moved as it is when it is pulled. */
function resize(axis: 'x' | 'y', to: number | null): void {
  const far = axis === 'x' ? box.value.right : box.value.front
  const edge = props.sheet?.handles.find(
    (item) => item.field === `outline/${axis}` && Math.abs(item.station_m - far) < 1e-6,
  )
  if (to !== null && edge) void move(edge, to, axis === 'x' ? 'width' : 'depth')
}
const RESTS = [
  { value: 'posts', says: 'posts and beams' },
  { value: 'sleepers', says: 'sleepers on gravel' },
  { value: 'slab', says: 'sleepers on a slab' },
]
const JOINS = [
  { value: 'ledger', says: 'Attached to house (ledger)' },
  { value: 'free', says: 'Freestanding' },
  { value: 'existing', says: 'Beside existing deck' },
]
const SEATS = [
  { value: 'top', says: 'on the post' },
  { value: 'notch', says: 'notched post' },
  { value: 'beside', says: 'bolted beside the post' },
  { value: 'flush', says: 'flush (in joist plane)' },
]
const OVER = [
  { value: 'unbroken', says: 'continuous over beams' },
  { value: 'spliced', says: 'butt over beam' },
]
const RUN = [
  { value: 'out', says: 'out from the house' },
  { value: 'along', says: 'along the house' },
]
const UPRIGHT = [
  { value: 'none', says: 'nothing yet' },
  { value: 'knee braces', says: 'knee braces' },
  { value: 'fixed posts', says: 'embedded posts' },
]
const STIFF = ['strapping', 'bridging', 'bridging and strapping'].map((value) => ({ value, says: value }))
const FIXINGS = [
  { value: 'lag screw', says: 'lag screws' },
  { value: 'bolt', says: 'bolts' },
  { value: 'screw', says: 'structural screws' },
]
const RATINGS = computed(() => [
  {
    key: 'hanger',
    says: 'One joist hanger',
    now: spec.value?.ledger.hanger_rating_n ?? 0,
    put: (n: number | null) => edit((at) => void (at.ledger.hanger_rating_n = n ?? 0), 'rating of the hangers'),
  },
  {
    key: 'fixing',
    says: 'One ledger fixing',
    now: spec.value?.ledger.fixing_rating_n ?? 0,
    put: (n: number | null) => edit((at) => void (at.ledger.fixing_rating_n = n ?? 0), 'rating of the ledger fixings'),
  },
  {
    key: 'anchor',
    says: "A guard post's anchor",
    now: spec.value?.guard.anchor_rating_n ?? 0,
    put: (n: number | null) => edit((at) => void (at.guard.anchor_rating_n = n ?? 0), "rating of the guard's anchors"),
  },
])
const HEAVY = ['hot tub', 'planters', 'roof'] as const
</script>

<template>
  <BuildPanel :structure="structure" :sheet="sheet">
    <template v-if="spec">
      <FoldSection :title="spec.bridge ? 'The footbridge' : 'The deck'">
        <LengthField
          inline
          :label="spec.bridge ? 'Wide' : 'Along the house'"
          :model-value="box.width"
          :tape="store.tape"
          :path="path + '/outline'"
          @update:model-value="resize('x', $event)"
        />
        <LengthField
          inline
          :label="spec.bridge ? 'Long' : 'Projection'"
          :model-value="box.depth"
          :tape="store.tape"
          @update:model-value="resize('y', $event)"
        />
        <PickField
          v-if="!spec.bridge"
          inline
          label="Stands"
          :model-value="spec.attach"
          :options="JOINS"
          :path="path + '/attach'"
          @update:model-value="pick('attach', 'how it stands')($event)"
        />
        <PickField
          v-if="spec.attach === 'free' && !spec.bridge"
          inline
          label="Rests on"
          :model-value="spec.rests"
          :options="RESTS"
          :path="path + '/rests'"
          @update:model-value="pick('rests', 'what the deck rests on')($event)"
        />
        <LengthField
          v-if="spec.rests === 'slab'"
          inline
          label="Slab thickness"
          bare="in"
          optional="Not measured"
          :model-value="spec.slab_m || null"
          :tape="store.tape"
          :path="path + '/slab_m'"
          @update:model-value="edit((at) => void (at.slab_m = $event ?? 0), 'the slab')"
        />
        <PickField
          v-if="spec.attach === 'ledger'"
          inline
          label="The wall"
          :model-value="spec.ledger.wall"
          :options="walls"
          :path="path + '/ledger/wall'"
          @update:model-value="edit((at) => void (at.ledger.wall = String($event)), 'the wall')"
        />
        <PickField
          v-if="spec.attach === 'ledger'"
          inline
          label="Ledger on"
          :model-value="spec.ledger.fixing"
          :options="FIXINGS"
          @update:model-value="edit((at) => void (at.ledger.fixing = $event as never), 'fixings of the ledger')"
        />
        <template v-if="spec.attach === 'existing'">
          <label class="rating"
            >Its joists<KeptInput
              :value="spec.existing.joist"
              maxlength="200"
              placeholder="As read, for example 2×8"
              @change="
                edit(
                  (at) => void (at.existing.joist = ($event.target as HTMLInputElement).value),
                  'the deck that stands',
                )
              "
          /></label>
          <LengthField
            inline
            label="They stand apart"
            bare="in"
            :model-value="spec.existing.spacing_m"
            :tape="store.tape"
            :path="path + '/existing/spacing_m'"
            @update:model-value="
              $event !== null && edit((at) => void (at.existing.spacing_m = $event!), 'the deck that stands')
            "
          />
          <LengthField
            inline
            label="Ours run back beside them"
            optional="they end here"
            :model-value="spec.existing.lap_m || null"
            :tape="store.tape"
            :path="path + '/existing/lap_m'"
            @update:model-value="edit((at) => void (at.existing.lap_m = $event ?? 0), 'sistered joists')"
          />
          <LengthField
            v-if="spec.existing.lap_m"
            inline
            label="Old boards, thick"
            bare="in"
            optional="as ours"
            :model-value="spec.existing.board_m ?? null"
            :tape="store.tape"
            :path="path + '/existing/board_m'"
            @update:model-value="edit((at) => void (at.existing.board_m = $event), 'the old boards')"
          />
          <LengthField
            inline
            label="Ours lies lower by"
            bare="in"
            :model-value="spec.existing.lower_m"
            :tape="store.tape"
            :path="path + '/existing/lower_m'"
            @update:model-value="
              $event !== null && edit((at) => void (at.existing.lower_m = $event!), 'the deck that stands')
            "
          />
        </template>
        <PickField
          v-if="!spec.bridge"
          inline
          label="Serves"
          :model-value="spec.dwelling_units"
          :options="[
            { value: 1, says: 'one dwelling' },
            { value: 2, says: 'two dwellings' },
            { value: 3, says: 'three or more' },
          ]"
          :path="path + '/dwelling_units'"
          @update:model-value="pick('dwelling_units', 'whom the deck serves')($event)"
        />
        <PickField
          v-if="spec.attach !== 'ledger' && !spec.bridge"
          inline
          label="Lateral system"
          :model-value="spec.upright"
          :options="UPRIGHT"
          @update:model-value="pick('upright', 'what keeps it upright')($event)"
        />
      </FoldSection>
      <StairsAndRocks :structure="structure" />
      <FoldSection title="Joists">
        <StickField
          label="Of"
          :model-value="spec.joist"
          :options="items('joist')"
          :tape="store.tape"
          :path="path + '/joist'"
          @update:model-value="pick('joist', 'joists')($event)"
        />
        <LengthField
          inline
          label="Spacing"
          bare="in"
          :model-value="spec.spacing_m"
          :tape="store.tape"
          :path="path + '/spacing_m'"
          @update:model-value="length('spacing_m', 'spacing of the joists')($event)"
        />
        <PickField
          v-if="!spec.bridge"
          inline
          label="Run"
          :model-value="spec.joists_run"
          :options="RUN"
          @update:model-value="pick('joists_run', 'way of the joists')($event)"
        />
        <PickField
          v-if="!spec.bridge"
          inline
          label="They"
          :model-value="spec.joists_over"
          :options="OVER"
          @update:model-value="pick('joists_over', 'joists over beams')($event)"
        />
        <PickField
          v-if="store.document?.school === 'ca'"
          inline
          label="Joist bridging"
          :model-value="spec.stiffening"
          :options="STIFF"
          @update:model-value="pick('stiffening', 'stiffening')($event)"
        />
        <PickField
          inline
          label="Min. reserve"
          :model-value="spec.least_slack_ratio"
          :options="
            [0, 0.05, 0.1, 0.15, 0.2].map((value) => ({
              value,
              says: value ? `${value * 100} % of the limit` : 'nothing: to the limit',
            }))
          "
          @update:model-value="pick('least_slack_ratio', 'least slack')($event)"
        />
        <LengthField
          v-if="!spec.bridge"
          inline
          label="Cantilever past beam"
          bare="in"
          :model-value="spec.overhang_m"
          :tape="store.tape"
          :path="path + '/overhang_m'"
          @update:model-value="length('overhang_m', 'overhang of the joists')($event)"
        />
      </FoldSection>
      <FoldSection v-if="!spec.bridge" title="Beams and posts">
        <PickField
          inline
          label="Beams, all one depth"
          :model-value="spec.beam"
          :options="items('joist')"
          :path="path + '/beam'"
          @update:model-value="pick('beam', 'beams')($event)"
        />
        <div class="two">
          <PickField
            label="Plies"
            :model-value="spec.plies"
            :options="few(1, 5)"
            @update:model-value="pick('plies', 'plies')($event)"
          />
          <PickField
            label="Lines"
            :model-value="spec.beams ?? 0"
            :options="[{ value: 0, says: 'fewest' }, ...few(1, 6)]"
            @update:model-value="pick('beams', 'number of beams')($event || null)"
          />
        </div>
        <BeamLines :structure="structure" :sheet="sheet" :sticks="items('joist')" />
        <PickField
          inline
          label="Beam sits"
          :model-value="spec.seat"
          :options="SEATS"
          :path="path + '/seat'"
          @update:model-value="pick('seat', 'seat of the beam')($event)"
        />
        <PickField
          inline
          label="Posts"
          :model-value="spec.post"
          :options="items('post')"
          :path="path + '/post'"
          @update:model-value="pick('post', 'posts')($event)"
        />
        <div class="two">
          <PickField
            label="Under each"
            :model-value="spec.posts ?? 0"
            :options="[{ value: 0, says: 'fewest' }, ...few(2, 12)]"
            @update:model-value="pick('posts', 'number of posts')($event || null)"
          />
          <PickField
            label="Footings"
            :model-value="spec.footing_shape"
            :options="[
              { value: 'round', says: 'round' },
              { value: 'square', says: 'square' },
            ]"
            @update:model-value="pick('footing_shape', 'footings')($event)"
          />
        </div>
        <LengthField
          inline
          label="Footing width"
          bare="in"
          optional="as calculated"
          :model-value="spec.footing_width_m ?? null"
          :tape="store.tape"
          :path="path + '/footing_width_m'"
          @update:model-value="length('footing_width_m', 'width of the footings')($event)"
        />
      </FoldSection>
      <template v-if="!spec.bridge">
        <FormGroup :structure="structure" title="Posts built up of three plies" :fields="plied" folded />
        <FormGroup :structure="structure" title="Guard" :fields="guard" />
      </template>
      <FormGroup v-if="made.length" :structure="structure" title="Boards by their maker" :fields="made" />
      <FoldSection title="Boards">
        <StickField
          label="Of"
          :model-value="spec.board"
          :options="items('decking')"
          :tape="store.tape"
          :path="path + '/board'"
          @update:model-value="pick('board', 'boards')($event)"
        />
        <LengthField
          inline
          label="Gap"
          bare="in"
          :model-value="spec.board_gap_m"
          :tape="store.tape"
          :path="path + '/board_gap_m'"
          @update:model-value="length('board_gap_m', 'gap of the boards')($event)"
        />
        <div class="two">
          <PickField
            label="Board layout from"
            :model-value="spec.boards_from"
            :options="[
              { value: 'house', says: 'house' },
              { value: 'edge', says: 'edge' },
            ]"
            @update:model-value="pick('boards_from', 'boards laid from')($event)"
          />
          <PickField
            label="Frame"
            :model-value="spec.frame_boards"
            :options="[
              { value: 0, says: 'none' },
              { value: 1, says: 'one' },
              { value: 2, says: 'two' },
            ]"
            @update:model-value="pick('frame_boards', 'picture frame')($event)"
          />
        </div>
        <label class="tick"
          ><Checkbox binary :model-value="spec.breaker" @update:model-value="set('breaker', $event, 'breaker board')" />
          Divider board at butt joints</label
        >
      </FoldSection>
      <BridgeFields
        v-if="spec.bridge"
        :bridge="spec.bridge"
        :path="path"
        @change="(name, value, says) => edit((at) => void Object.assign(at.bridge!, { [name]: value }), says)"
      />
      <FoldSection title="Height above the ground">
        <LengthField
          v-for="(corner, i) in spec.outline"
          :key="i"
          inline
          :label="`Corner ${i + 1}`"
          :model-value="corner.height_m"
          :tape="store.tape"
          :path="`${path}/outline/${i}/height_m`"
          @update:model-value="
            $event !== null && edit((at) => void (at.outline[i]!.height_m = $event!), 'height at a corner')
          "
        />
      </FoldSection>
      <FoldSection title="Makers' numbers, with your safety factor">
        <RatingField
          v-for="row in RATINGS"
          :key="row.key"
          :label="row.says"
          kind="force"
          :model-value="row.now || null"
          :tape="store.tape"
          empty="not entered"
          @update:model-value="row.put"
        />
      </FoldSection>
      <FoldSection v-if="!spec.bridge" title="Additional loads">
        <label v-for="thing in HEAVY" :key="thing" class="tick"
          ><Checkbox
            binary
            :model-value="spec.carries.includes(thing)"
            @change="
              edit(
                (at) =>
                  void (at.carries = at.carries.includes(thing)
                    ? at.carries.filter((x) => x !== thing)
                    : [...at.carries, thing]),
                `${thing} on the deck`,
              )
            "
          />
          {{ thing }}</label
        >
      </FoldSection>
    </template>
  </BuildPanel>
</template>

<style scoped>
.tick {
  display: flex;
  gap: 5px;
  align-items: center;
  min-height: 24px;
  font-size: 13px;
}
.two {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 8px;
}
.rating {
  font-size: 12.5px;
  color: var(--ink-2);
  display: block;
}
.rating input {
  width: 100%;
  padding: 4px 7px;
  border: 1px solid var(--line);
  border-radius: 3px;
  background: var(--paper);
  color: var(--ink);
  font-weight: 600;
  font-size: 14px;
}
</style>
