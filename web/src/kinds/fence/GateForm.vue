<script setup lang="ts">
import CountField from '@/components/CountField.vue'
import Button from 'primevue/button'
import Checkbox from 'primevue/checkbox'
import { computed, ref, toRef, watch } from 'vue'
import KeptInput from '@/components/KeptInput.vue'
import LengthField from '@/components/LengthField.vue'
import PickField from '@/components/PickField.vue'
import RatingField from '@/components/RatingField.vue'
import ArchBox from '@/kinds/fence/ArchBox.vue'
import { few, useOffered } from '@/kinds/fence/offered'
import { type Arch, type Leaf, useLeaf } from '@/kinds/fence/useLeaf'
import { useJob } from '@/stores/job'

/** How a gate's leaf is built, hung and measured. */
const props = defineProps<{ structure: string; id: string }>()
const store = useJob()
const { offered } = useOffered()
const { opening, leaf, here: at, openingOf, edit, set } = useLeaf(toRef(props, 'structure'), toRef(props, 'id'))
const here = computed(() => `${at.value}/leaf`)
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
const typed = ref<string | null>(null)
const newtons = (name: 'hinge_rating_n' | 'cable_rating_n' | 'person_n') => (value: number | null) =>
  set(name, value ?? 0, name.replaceAll('_', ' '))
function grade(text: string): void {
  const value = text.trim() === '' ? null : Number(text.replace('%', '').replace(',', '.'))
  if (value !== null && !Number.isFinite(value)) return
  typed.value = null
  set('front_grade', value === null ? null : value / 100, 'ground toward the swing')
}
function arch(on: boolean): void {
  store.change(
    (job) => void (openingOf(job).arch = on ? ({} as Arch) : null),
    on ? 'an arch over the gate' : 'removed the arch',
  )
}
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
</script>

<template>
  <section v-if="opening && leaf" class="form" aria-label="How it is built">
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
      label="Brace position on rail"
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
        :model-value="leaf.hinges_count ?? 0"
        :options="[{ value: 0, says: 'as its height needs' }, ...few(2, 4)]"
        @update:model-value="set('hinges_count', Number($event) || null, 'hinges')"
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
        label="Hinge gap"
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
    </div>
    <CountField
      label="Latches"
      :model-value="leaf.latches_count ?? 1"
      :path="here + '/latches_count'"
      @update:model-value="$event !== null && set('latches_count', $event, 'number of latches')"
    />
    <div v-if="(leaf.latches_count ?? 1) === 1" class="two">
      <LengthField
        label="Latch height"
        :model-value="leaf.latch_height_m ?? null"
        :tape="store.tape"
        :path="here + '/latch_height_m'"
        @update:model-value="$event !== null && set('latch_height_m', $event, 'height of the latch')"
      />
    </div>
    <label class="tick"
      ><Checkbox binary :model-value="leaf.wheel ?? false" @update:model-value="set('wheel', $event, 'wheel')" />
      Support wheel at latch side</label
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
      v-if="opening.leaves_m.length < 2"
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
      >Ground slope on swing side, % up<KeptInput
        :value="typed ?? (leaf.front_grade == null ? '' : String(Math.round(leaf.front_grade * 1000) / 10))"
        placeholder="Not read"
        autocomplete="off"
        @input="typed = ($event.target as HTMLInputElement).value"
        @change="grade(($event.target as HTMLInputElement).value)"
    /></label>
    <label class="tick"
      ><Checkbox binary :model-value="leaf.raked" @update:model-value="set('raked', $event, 'raked leaf')" /> Leaf
      follows the slope of the fence</label
    >
    <label class="tick"
      ><Checkbox
        binary
        :model-value="leaf.hinges_lap_boards ?? true"
        @update:model-value="set('hinges_lap_boards', $event, 'hinges on boards or frame')"
      />
      Hinges lap the boards</label
    >
    <label class="tick"
      ><Checkbox binary :model-value="!!opening.arch" @update:model-value="arch($event)" /> An arch over it</label
    >
    <ArchBox v-if="opening.arch" :id="opening.id" :structure="structure" />
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
      <Button severity="secondary" outlined type="button" @click="stand">Something in the way</Button>
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
        label="Projection"
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
      <Button
        text
        size="small"
        type="button"
        :aria-label="`remove ${item.what}`"
        @click="
          store.change(
            edit((at) => void at.in_the_way!.splice(i, 1)),
            'removed an obstacle',
          )
        "
      >
        Remove
      </Button>
    </div>
    <RatingField
      label="Person load at latch edge"
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
        label="Shank"
        bare="in"
        :model-value="leaf.hinge_screw_m ?? null"
        :tape="store.tape"
        :path="here + '/hinge_screw_m'"
        @update:model-value="$event !== null && set('hinge_screw_m', $event, 'shank of the hinge screws')"
      />
      <LengthField
        v-if="leaf.hinge_screws"
        label="Bite in post"
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
</template>

<style scoped>
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
</style>
