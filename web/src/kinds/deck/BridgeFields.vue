<script setup lang="ts">
import type { DeckSpec } from '@/api/types'
import FoldSection from '@/components/FoldSection.vue'
import CountField from '@/components/CountField.vue'
import LengthField from '@/components/LengthField.vue'
import NumberField from '@/components/NumberField.vue'
import PickField from '@/components/PickField.vue'
import { FT } from '@/logic/units'
import { useJob } from '@/stores/job'

/** What a footbridge is asked besides its frame: who walks on it, how it lies on its sills, and the water under it. */
type Bridge = NonNullable<DeckSpec['bridge']>
const props = defineProps<{ bridge: Bridge; path: string }>()
const emit = defineEmits<{ change: [name: keyof Bridge, value: unknown, says: string] }>()
const store = useJob()
/** Feet or metres a second, as the crew reads it. */
const speed = () => (store.tape.system === 'metric' ? 1 : FT)
const PEOPLE = [
  { value: 'crowd', says: 'people shoulder to shoulder' },
  { value: 'walker', says: 'one person at a time' },
]
const put = (name: keyof Bridge, says: string) => (value: unknown) => emit('change', name, value, says)
const at = (name: string) => `${props.path}/bridge/${name}`
</script>

<template>
  <FoldSection title="Sills and water">
    <PickField
      label="On it"
      :model-value="bridge.people ?? 'crowd'"
      :options="PEOPLE"
      :path="at('people')"
      @update:model-value="put('people', 'people on the bridge')($event)"
    />
    <LengthField
      inline
      bare="in"
      label="Bearing on each sill"
      :model-value="bridge.bearing_m ?? null"
      :tape="store.tape"
      :path="at('bearing_m')"
      @update:model-value="$event !== null && put('bearing_m', 'bearing on the sills')($event)"
    />
    <LengthField
      inline
      label="Highest water, below the deck"
      optional="no water"
      :model-value="bridge.water_m ?? null"
      :tape="store.tape"
      :path="at('water_m')"
      @update:model-value="put('water_m', 'highest water')($event)"
    />
    <template v-if="bridge.water_m !== null && bridge.water_m !== undefined">
      <NumberField
        :label="`It runs, ${store.tape.system === 'metric' ? 'm' : 'ft'} a second`"
        empty="not known"
        :model-value="bridge.flow_m_per_s == null ? null : bridge.flow_m_per_s / speed()"
        :path="at('flow_m_per_s')"
        @update:model-value="put('flow_m_per_s', 'speed of the flood')($event === null ? null : $event * speed())"
      />
      <LengthField
        inline
        bare="in"
        label="Debris blocks, besides"
        :model-value="bridge.debris_m ?? null"
        :tape="store.tape"
        :path="at('debris_m')"
        @update:model-value="$event !== null && put('debris_m', 'debris in the flood')($event)"
      />
      <CountField
        label="Anchors"
        :model-value="bridge.anchors_count ?? 4"
        :path="at('anchors_count')"
        @update:model-value="put('anchors_count', 'anchors of the bridge')($event ?? 4)"
      />
    </template>
  </FoldSection>
</template>
