<script setup lang="ts">
import Button from 'primevue/button'
import type { SiteClearance, PlacedOutline } from '@/api/types'
import AngleField from '@/components/AngleField.vue'
import LengthField from '@/components/LengthField.vue'
import { FULL, mm, usePlacing } from '@/components/place/usePlacing'
import { showLength } from '@/logic/units'
import { useJob } from '@/stores/job'

/** One structure's place: what it stands beside, and where, as numbers. */
defineProps<{
  stand: PlacedOutline
  near: SiteClearance[]
  first: SiteClearance[] /** what is told at once */
  further: SiteClearance[]
  lies: boolean /** whether anything lies on the site */
}>()
const emit = defineEmits<{ select: [id: string] }>()
const store = useJob()
const { put, loose } = usePlacing()
const hostName = (id: string) => store.document?.structures.find((item) => item.spec.id === id)?.name ?? id
</script>

<template>
  <section class="form">
    <h2>{{ stand.name }}</h2>
    <p v-if="stand.failed" class="fault">{{ stand.failed }}</p>
    <ul v-if="near.length" class="beside" aria-label="What it stands beside">
      <li v-for="item in first" :key="item.thing">
        <Button text size="small" @click="emit('select', item.thing)">{{ item.says }}</Button>
        <p v-if="item.amiss" class="small amiss">{{ item.amiss }}</p>
      </li>
      <li v-if="further.length">
        <details>
          <summary class="small">{{ further.length }} further off</summary>
          <Button v-for="item in further" :key="item.thing" text size="small" @click="emit('select', item.thing)">
            {{ item.says }}
          </Button>
        </details>
      </li>
    </ul>
    <p v-else-if="!stand.placed && lies" class="small quiet">Place it on the plan to check setbacks and clearances.</p>
    <p v-if="stand.on" class="small">
      It rests on
      <Button text size="small" @click="emit('select', stand.on)">{{ hostName(stand.on) }}</Button>
      and moves with it; its corner there is typed on its own sheet.
    </p>
    <template v-else>
      <LengthField
        label="X offset from site origin"
        :model-value="stand.stands.x_m"
        :tape="store.tape"
        @update:model-value="$event !== null && put(stand, { x_m: $event })"
      />
      <LengthField
        label="Y offset from site origin"
        :model-value="stand.stands.y_m"
        :tape="store.tape"
        @update:model-value="$event !== null && put(stand, { y_m: $event })"
      />
      <AngleField
        label="Rotation (counterclockwise)"
        :model-value="stand.stands.turn_rad"
        @update:model-value="$event !== null && put(stand, { turn_rad: $event % FULL })"
      />
      <LengthField
        label="Ground level above site datum"
        :model-value="stand.stands.level_m"
        :tape="store.tape"
        @update:model-value="$event !== null && put(stand, { level_m: $event })"
      />
      <p v-if="stand.ground_m !== null && Math.abs((stand.ground_m ?? 0) - stand.stands.level_m) > 0.005" class="small">
        The spot heights give {{ showLength(stand.ground_m!, store.tape) }} there.
        <Button text size="small" @click="put(stand, { level_m: mm(stand.ground_m!) })">Take it</Button>
      </p>
    </template>
    <p class="row">
      <router-link :to="{ name: 'design', params: { structure: stand.id } }">Open its sheet</router-link>
      <Button v-if="stand.placed && !stand.on" text size="small" @click="loose(stand)">Remove from plan</Button>
    </p>
  </section>
</template>

<style scoped>
.form {
  display: grid;
  gap: 8px;
  border-top: 1px solid var(--line);
  padding-top: 10px;
}
.beside {
  list-style: none;
  padding: 0;
  margin: 0;
}
.beside p {
  margin: 0 0 6px;
}
.beside .link {
  display: block;
  min-height: 26px;
  text-align: left;
}
.amiss {
  color: var(--fail);
}
</style>
