<script setup lang="ts">
import Checkbox from 'primevue/checkbox'
import { computed, toRef } from 'vue'
import type { FenceSpec } from '@/api/types'
import CountField from '@/components/CountField.vue'
import KeptInput from '@/components/KeptInput.vue'
import LengthField from '@/components/LengthField.vue'
import PickField from '@/components/PickField.vue'
import StickField from '@/components/StickField.vue'
import { useStructure } from '@/composables/useStructure'
import { useFence } from '@/kinds/fence/useFence'
import { useJob } from '@/stores/job'
import { useReference } from '@/stores/reference'

type Infill = NonNullable<FenceSpec['infill']>
type Finish = NonNullable<FenceSpec['finish']>
const props = defineProps<{ structure: string }>()
const store = useJob()
const reference = useReference()
const { spec, path, set } = useFence(toRef(props, 'structure'))
const it = computed(() => spec.value?.infill as Infill)
const coat = computed(() => spec.value?.finish as Finish)
const style = computed(() => it.value?.style ?? 'butted')
const sticks = computed(() => style.value === 'slats' || style.value === 'louvres')
/** What wire of each infill is, as the price book calls it. */
const WIRE: Record<string, string> = {
  'stock panels': 'welded wire',
  'wire mesh': 'woven wire',
  'chain link': 'chain link',
}
const wired = computed(() => style.value in WIRE)
const wires = computed(() => items('wire').filter((item) => item.species === WIRE[style.value]))
const lattice = computed(() => style.value === 'lattice panels')
/** What panels of each infill are, as the price book calls them. */
const PANEL: Record<string, string> = {
  'bought panels': 'made panel',
  'lattice panels': 'lattice',
  'metal panels': 'metal panel',
  'vinyl panels': 'vinyl panel',
}
const paneled = computed(() => style.value in PANEL)
const boarded = computed(() => !sticks.value && !wired.value && !paneled.value)
const panels = computed(() => items('panel').filter((item) => item.species === PANEL[style.value]))
const lapped = computed(() => style.value === 'board on board' || style.value === 'both faces')
const items = (role: string) =>
  (reference.reference?.items ?? [])
    .filter((item) => item.role === role)
    .map((item) => ({ value: item.key, says: item.says, species: item.species, width_m: item.width_m }))
/** What is taken where none is named: the lowest that reaches the fence's top, else the highest. */
function reaching(list: readonly { value: string; width_m: number }[]): string {
  const sorted = [...list].sort((one, other) => one.width_m - other.width_m)
  return (sorted.find((item) => item.width_m >= (spec.value?.height_m ?? 0) - 1e-6) ?? sorted.at(-1))?.value ?? ''
}
const put = (name: keyof Infill, says: string) => (value: unknown) =>
  set('infill', { ...it.value, [name]: value } as Infill, says)
const paint = (name: keyof Finish, says: string) => (value: unknown) =>
  set('finish', { ...coat.value, [name]: value } as Finish, says)
const STYLES = [
  { value: 'butted', says: 'boards, butted' },
  { value: 'even gaps', says: 'boards, even gaps' },
  { value: 'board on board', says: 'board on board' },
  { value: 'both faces', says: 'boards on both faces' },
  { value: 'slats', says: 'slats' },
  { value: 'louvres', says: 'louvres' },
  { value: 'bought panels', says: 'bought panels' },
  { value: 'lattice panels', says: 'lattice panels' },
  { value: 'stock panels', says: 'welded stock panels' },
  { value: 'wire mesh', says: 'wire mesh' },
  { value: 'metal panels', says: 'metal panels on steel posts' },
  { value: 'vinyl panels', says: 'vinyl panels, steel cores' },
  { value: 'chain link', says: 'chain link on steel tubes' },
]
/** What a way of closing cannot do without comes with it: the core says what. */
const { act, fault } = useStructure(toRef(props, 'structure'))
const close = (value: string | number) => act('close with', String(value), 'infill')
function tilt(field: HTMLInputElement): void {
  const value = Number(field.value.replace(',', '.'))
  if (value >= 6 && value <= 85) put('tilt_rad', 'tilt')((value * Math.PI) / 180)
  else field.value = String(Math.round((it.value.tilt_rad! * 180) / Math.PI))
}
const plain = (values: readonly string[]) => values.map((value) => ({ value, says: value }))
</script>

<template>
  <template v-if="spec && it">
    <PickField
      inline
      label="Infill"
      :model-value="style"
      :options="STYLES"
      :path="path + '/infill/style'"
      @update:model-value="close"
    />
    <p v-if="fault" class="fault" role="alert">{{ fault }}</p>
    <StickField
      v-if="boarded || it.cap || it.base === 'base boards'"
      label="Boards"
      :model-value="spec.board!"
      :options="items('board')"
      :tape="store.tape"
      :path="path + '/board'"
      @update:model-value="set('board', String($event), 'boards')"
    />
    <PickField
      v-if="paneled"
      inline
      label="Panel"
      :model-value="it.stock || reaching(panels)"
      :options="panels"
      :path="path + '/infill/stock'"
      @update:model-value="put('stock', 'panel')($event)"
    />
    <PickField
      v-if="wired"
      inline
      label="Wire"
      :model-value="it.stock || reaching(wires)"
      :options="wires"
      :path="path + '/infill/stock'"
      @update:model-value="put('stock', 'wire')($event)"
    />
    <CountField
      v-if="boarded"
      label="Boards are laid at"
      percent
      :model-value="spec.boards_moisture ?? 0.3"
      :path="path + '/boards_moisture'"
      @update:model-value="set('boards_moisture', $event ?? 0.3, 'moisture of the boards')"
    />
    <LengthField
      v-if="style === 'even gaps'"
      inline
      label="Greatest gap"
      bare="in"
      :model-value="it.gap_most_m!"
      :tape="store.tape"
      :path="path + '/infill/gap_most_m'"
      @update:model-value="put('gap_most_m', 'greatest gap')($event)"
    />
    <LengthField
      v-if="lapped"
      inline
      label="Min. overlap"
      bare="in"
      :model-value="it.overlap_m!"
      :tape="store.tape"
      :path="path + '/infill/overlap_m'"
      @update:model-value="put('overlap_m', 'lap')($event)"
    />
    <LengthField
      v-if="style === 'slats'"
      inline
      label="Target spacer"
      bare="in"
      :model-value="it.spacer_m!"
      :tape="store.tape"
      :path="path + '/infill/spacer_m'"
      @update:model-value="put('spacer_m', 'spacer')($event)"
    />
    <LengthField
      v-if="style === 'slats'"
      inline
      label="Stiffener over"
      bare="in"
      optional="30 thicknesses"
      :model-value="it.stiffener_over_m ?? null"
      :tape="store.tape"
      :path="path + '/infill/stiffener_over_m'"
      @update:model-value="put('stiffener_over_m', 'stiffener')($event)"
    />
    <label v-if="style === 'louvres'" class="small field"
      >Louver angle from horizontal, degrees<KeptInput
        :value="Math.round((it.tilt_rad! * 180) / Math.PI)"
        inputmode="numeric"
        @change="tilt($event.target as HTMLInputElement)"
    /></label>
    <LengthField
      v-if="wired || lattice"
      inline
      label="Greatest opening"
      bare="in"
      :model-value="it.mesh_m!"
      :tape="store.tape"
      :path="path + '/infill/mesh_m'"
      @update:model-value="put('mesh_m', 'mesh')($event)"
    />
    <label v-if="style === 'stock panels'" class="tick small"
      ><Checkbox
        binary
        :model-value="it.mesh_upright"
        @update:model-value="put('mesh_upright', 'way up of the wire')($event)"
      />
      Long openings upright, small ones at the bottom</label
    >
    <PickField
      v-if="style === 'butted' || style === 'even gaps'"
      inline
      label="First board"
      :model-value="it.first!"
      :options="plain(['at the start', 'board on the middle', 'gap on the middle', 'even ends'])"
      @update:model-value="put('first', 'first board')($event)"
    />
    <PickField
      inline
      label="At the ground"
      :model-value="it.base!"
      :options="[
        { value: 'open', says: 'left open' },
        { value: 'base boards', says: 'base boards' },
        { value: 'scribed', says: 'boards scribed to it' },
        { value: 'staked wire', says: 'staked down' },
      ]"
      :path="path + '/infill/base'"
      @update:model-value="put('base', 'the foot of the infill')($event)"
    />
    <label class="tick small"
      ><Checkbox binary :model-value="it.cap" @update:model-value="put('cap', 'cap')($event)" /> A cap board on
      top</label
    >
    <label v-if="boarded" class="tick small"
      ><Checkbox binary :model-value="it.trim" @update:model-value="put('trim', 'trim')($event)" /> Trim over the
      boards' ends</label
    >
    <label v-if="wired" class="tick small"
      ><Checkbox binary :model-value="it.sight_rail" @update:model-value="put('sight_rail', 'sight rail')($event)" /> A
      rail on top, so that it is seen</label
    >
    <PickField
      inline
      label="Wire against digging"
      :model-value="it.apron ?? 'none'"
      :options="plain(['none', 'laid out', 'buried'])"
      :path="path + '/infill/apron'"
      @update:model-value="put('apron', 'wire against digging')($event)"
    />
    <LengthField
      v-if="it.apron && it.apron !== 'none'"
      inline
      :label="it.apron === 'buried' ? 'Deep' : 'Wide'"
      bare="in"
      :model-value="it.apron_m ?? null"
      :tape="store.tape"
      :path="path + '/infill/apron_m'"
      @update:model-value="$event !== null && put('apron_m', 'width of the apron')($event)"
    />
    <PickField
      inline
      label="Climbers"
      :model-value="it.grows!"
      :options="plain(['nothing', 'light climbers', 'heavy climbers'])"
      @update:model-value="put('grows', 'climbers')($event)"
    />
    <PickField
      inline
      label="Finish"
      :model-value="coat.kind!"
      :options="plain(['none', 'oil', 'stain', 'paint'])"
      @update:model-value="paint('kind', 'finish')($event)"
    />
    <PickField
      v-if="coat.kind !== 'none'"
      inline
      label="Finished"
      :model-value="coat.when!"
      :options="plain(['before building', 'after building'])"
      @update:model-value="paint('when', 'finish')($event)"
    />
  </template>
</template>

<style scoped>
.tick {
  display: flex;
  gap: 6px;
  align-items: center;
  color: var(--ink-2);
}
.field {
  display: grid;
  color: var(--ink-2);
}
.field input {
  padding: 4px 7px;
  border: 1px solid var(--line);
  border-radius: 3px;
  background: var(--paper);
  color: var(--ink);
  font-weight: 600;
  font-size: 14px;
  width: 100%;
}
</style>
