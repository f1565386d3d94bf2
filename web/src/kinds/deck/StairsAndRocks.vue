<script setup lang="ts">
import Button from 'primevue/button'
import { toRef } from 'vue'
import type { DeckSpec } from '@/api/types'
import CountField from '@/components/CountField.vue'
import FoldSection from '@/components/FoldSection.vue'
import LengthField from '@/components/LengthField.vue'
import PickField from '@/components/PickField.vue'
import { useStructure } from '@/composables/useStructure'
import { useDeck } from '@/kinds/deck/useDeck'
import { useJob } from '@/stores/job'

/** Stairs down from a deck's edges, and places where no hole can be dug. */
const props = defineProps<{ structure: string }>()
const store = useJob()
const { spec, path, edit } = useDeck(toRef(props, 'structure'))
/** Where the stair goes on from its landing, for one who walks down. */
const TURNS = [
  { value: '', says: 'no landing' },
  { value: 'straight', says: 'straight on' },
  { value: 'left', says: 'left' },
  { value: 'right', says: 'right' },
  { value: 'back left', says: 'back, left' },
  { value: 'back right', says: 'back, right' },
]
const MIDDLE = [
  { value: 'no', says: 'none' },
  { value: 'yes', says: 'sill on two legs' },
]
type Stair = DeckSpec['stairs'][number]
type Landing = NonNullable<Stair['landing']>

/** A landing where the stair had none, its turn changed, or the landing taken out: it rests on either the landing or a support. */
function turned(stair: Stair, turn: string): void {
  if (turn === '') stair.landing = null
  else {
    stair.landing = { risers: 4, well_m: 0, ...stair.landing, turn: turn as Landing['turn'] }
    stair.middle = false
  }
}

const { act } = useStructure(toRef(props, 'structure'))
</script>

<template>
  <FoldSection v-if="spec" title="Stairs and obstructions">
    <div v-for="(stair, i) in spec.stairs" :key="stair.id" class="thing">
      <PickField
        label="Stair on edge"
        :model-value="stair.edge"
        :options="spec.outline.map((_, k) => ({ value: k, says: k ? `edge ${k + 1}` : 'along the house' }))"
        :path="`${path}/stairs/${i}/edge`"
        @update:model-value="edit((at) => void (at.stairs[i]!.edge = Number($event)), 'edge of the stair')"
      />
      <LengthField
        label="From its start"
        :model-value="stair.at_m"
        :tape="store.tape"
        :path="`${path}/stairs/${i}/at_m`"
        @update:model-value="$event !== null && edit((at) => void (at.stairs[i]!.at_m = $event!), 'place of the stair')"
      />
      <LengthField
        label="Width"
        :model-value="stair.width_m"
        :tape="store.tape"
        :path="`${path}/stairs/${i}/width_m`"
        @update:model-value="
          $event !== null && edit((at) => void (at.stairs[i]!.width_m = $event!), 'width of the stair')
        "
      />
      <PickField
        label="Landing turns"
        :model-value="stair.landing?.turn ?? ''"
        :options="TURNS"
        :path="`${path}/stairs/${i}/landing/turn`"
        @update:model-value="edit((at) => turned(at.stairs[i]!, String($event)), 'landing of the stair')"
      />
      <CountField
        v-if="stair.landing"
        label="Risers above the landing"
        :model-value="stair.landing.risers ?? 4"
        :path="`${path}/stairs/${i}/landing/risers`"
        @update:model-value="
          $event !== null && edit((at) => void (at.stairs[i]!.landing!.risers = $event!), 'risers above the landing')
        "
      />
      <PickField
        v-else
        label="Middle support"
        :model-value="stair.middle ? 'yes' : 'no'"
        :options="MIDDLE"
        :path="`${path}/stairs/${i}/middle`"
        @update:model-value="edit((at) => void (at.stairs[i]!.middle = $event === 'yes'), 'support under the stair')"
      />
      <LengthField
        v-if="stair.landing?.turn?.startsWith('back')"
        label="Between flights"
        bare="in"
        :model-value="stair.landing.well_m ?? 0"
        :tape="store.tape"
        :path="`${path}/stairs/${i}/landing/well_m`"
        @update:model-value="
          $event !== null && edit((at) => void (at.stairs[i]!.landing!.well_m = $event!), 'gap between the flights')
        "
      />
      <Button
        text
        size="small"
        :aria-label="`remove ${stair.id}`"
        @click="edit((at) => void at.stairs.splice(i, 1), 'removed a stair')"
      >
        Remove
      </Button>
    </div>
    <div v-for="(spot, i) in spec.spots" :key="spot.id" class="thing">
      <LengthField
        label="Rock, along"
        :model-value="spot.x_m"
        :tape="store.tape"
        @update:model-value="$event !== null && edit((at) => void (at.spots[i]!.x_m = $event!), 'place of the rock')"
      />
      <LengthField
        label="Out"
        :model-value="spot.y_m"
        :tape="store.tape"
        @update:model-value="$event !== null && edit((at) => void (at.spots[i]!.y_m = $event!), 'place of the rock')"
      />
      <LengthField
        label="Keep off"
        bare="in"
        :model-value="spot.radius_m"
        :tape="store.tape"
        @update:model-value="
          $event !== null && edit((at) => void (at.spots[i]!.radius_m = $event!), 'size of the rock')
        "
      />
      <Button
        text
        size="small"
        :aria-label="`remove ${spot.id}`"
        @click="edit((at) => void at.spots.splice(i, 1), 'removed a rock')"
      >
        Remove
      </Button>
    </div>
    <p class="acts">
      <Button v-if="!spec.bridge" severity="secondary" outlined size="small" @click="act('add a stair', '', 'a stair')"
        >Add a stair</Button
      >
      <Button severity="secondary" outlined size="small" @click="act('add a rock', '', 'a place without holes')"
        >Add obstruction</Button
      >
    </p>
  </FoldSection>
</template>

<style scoped>
.thing {
  border-left: 3px solid var(--line);
  padding-left: 8px;
  display: grid;
  grid-template-columns: repeat(2, minmax(0, 1fr));
  gap: 4px 12px;
  align-items: end;
}
.acts {
  margin: 0;
}
</style>
