<script setup lang="ts">
import { useElementSize } from '@vueuse/core'
import { computed, ref } from 'vue'
import { api, ask } from '@/api/client'
import type { SitePlan } from '@/api/types'
import StateMark from '@/components/StateMark.vue'
import ViewShapes from '@/components/ViewShapes.vue'
import { useJobAnswer } from '@/composables/useJobAnswer'
import { useStates } from '@/composables/useStates'
import { place } from '@/logic/labels'

/** The site from above as it is now: what lies there and the structures that have a place; each leads to its sheet. */
const { data } = useJobAnswer(
  'place',
  async (document) =>
    (await ask(api.POST('/api/views/site-plan', { body: { document, structure: '', selected: '' } }))) as SitePlan,
)
const { stateOf } = useStates()
const box = ref<HTMLElement>()
const { width, height } = useElementSize(box)
const EDGE = 36
const placed = computed(() => (data.value?.stands ?? []).filter((stand) => stand.placed && !stand.failed))
const empty = computed(() => !!data.value && !placed.value.length && !data.value.lies.shapes.length)
const scale = computed(() => {
  const [left, low, right, high] = (data.value?.bounds ?? [0, 0, 1, 1]) as [number, number, number, number]
  return Math.min(
    (width.value - 2 * EDGE) / Math.max(1, right - left),
    (height.value - 2 * EDGE) / Math.max(1, high - low),
  )
})
const x0 = computed(() => width.value / 2 - ((data.value!.bounds[0]! + data.value!.bounds[2]!) / 2) * scale.value)
const y0 = computed(() => height.value / 2 + ((data.value!.bounds[1]! + data.value!.bounds[3]!) / 2) * scale.value)
const path = (rings: number[][][]) =>
  rings
    .map(
      (ring) => `M${ring.map(([x, y]) => `${x0.value + x! * scale.value} ${y0.value - y! * scale.value}`).join('L')}Z`,
    )
    .join('')
/** A plate's height, and letters as wide together as a name with its mark and the plate's edges (pixels). */
const PLATE = 24
const wideAs = (name: string) => 'n'.repeat(Math.round(0.5 + (name.length * 7.4 + 40) / (PLATE * 0.58)))
/** Names on plates of their own, none over another. */
const names = computed(() =>
  place(
    placed.value.map((stand) => ({
      id: stand.id,
      x: x0.value + stand.middle[0] * scale.value,
      y: y0.value - stand.middle[1] * scale.value - 8,
      text: wideAs(stand.name),
      size: PLATE,
      anchor: 'middle' as const,
      weight: 1,
    })),
    { steps: 2 },
  ),
)
const nameOf = (id: string) => placed.value.find((stand) => stand.id === id)?.name ?? ''
</script>

<template>
  <figure ref="box" class="picture">
    <svg
      v-if="data && width > 50 && !empty"
      :width="width"
      :height="height"
      role="img"
      aria-label="The site from above"
    >
      <ViewShapes :view="data.lies" :sx="scale" :sy="scale" :x0="x0" :y0="y0" :texts="false" />
      <g v-for="stand in placed" :key="stand.id">
        <path :d="path(stand.walls as number[][][])" class="wall" />
        <path :d="path(stand.outlines as number[][][])" class="piece" />
      </g>
    </svg>
    <router-link
      v-for="name in names"
      :key="name.id"
      :to="{ name: 'design', params: { structure: name.id } }"
      class="plate"
      :style="{ left: `${name.x}px`, top: `${name.y}px` }"
    >
      <StateMark v-if="stateOf(name.id)" :state="stateOf(name.id)" :size="14" />{{ nameOf(name.id) }}
    </router-link>
    <p v-if="empty" class="quiet none">Nothing stands on the site yet.</p>
    <router-link class="open plain small" :to="{ name: 'site-plan' }">Open site</router-link>
  </figure>
</template>

<style scoped>
.picture {
  position: relative;
  height: 320px;
  margin: 0;
  overflow: hidden;
  background: var(--ground-2);
  border: 1px solid var(--line);
  border-radius: 4px;
}
svg {
  display: block;
}
.piece {
  fill: var(--board);
  stroke: var(--ink);
  stroke-width: 0.6;
}
.wall {
  fill: var(--ink-2);
  opacity: 0.35;
}
.plate {
  position: absolute;
  display: flex;
  align-items: center;
  gap: 5px;
  transform: translate(-50%, -60%);
  padding: 2px 7px;
  background: var(--paper);
  border: 1px solid var(--line);
  border-radius: 3px;
  color: var(--ink);
  font-size: 13px;
  font-weight: 600;
  text-decoration: none;
  white-space: nowrap;
}
.plate:hover {
  border-color: var(--chalk);
  color: var(--chalk);
}
.open {
  position: absolute;
  right: 10px;
  top: 10px;
}
.none {
  display: grid;
  place-items: center;
  height: 100%;
  margin: 0;
}
</style>
