<script setup lang="ts">
import Button from 'primevue/button'
import Skeleton from 'primevue/skeleton'
import { ref, watch } from 'vue'
import { changed } from '@/api/adapt'
import { api, ask, askInTurn } from '@/api/client'
import type { Kind, Spec, Start, Tile } from '@/api/types'
import StateTag from '@/components/StateTag.vue'
import TilePicture from '@/components/start/TilePicture.vue'
import { money } from '@/logic/money'
import { PSF, showLength, showSpeed } from '@/logic/units'
import { useJob } from '@/stores/job'

/** Ways to start a structure that is typed and not laid out yet, side by side. */
const props = defineProps<{ kind: Kind; spec: Spec }>()
const emit = defineEmits<{ take: [spec: Spec] }>()
const store = useJob()
interface Card {
  way: Start['which']
  says: string
  start: Start | null
  tile: Tile | null
  fault: string
}
const cards = ref<Card[]>([])
const metric = () => store.tape.system === 'metric'
const started = (start: Start): Spec => changed(props.spec, start.change)
const documentOf = (spec: Spec) => ({ ...store.document!, structures: [{ name: 'New', spec }] })

let asked = 0
async function load(): Promise<void> {
  const mine = ++asked
  const body = { document: documentOf(props.spec) as never, structure: props.spec.id }
  const school = store.document!.school
  const { habit } = props.kind.crew
    ? await ask(api.GET('/api/crew/standard-builds', { params: { query: { kind: props.kind.key, school } } }))
    : { habit: null }
  if (mine !== asked) return
  const ways = props.kind.starts.filter((way) => way.value !== 'as it is' && (way.value !== props.kind.crew || !!habit))
  cards.value = ways.map((way) => ({ way: way.value, says: way.says, start: null, tile: null, fault: '' }) as Card)
  await Promise.all(
    cards.value.map(async (card) => {
      try {
        const { start } = await askInTurn(() =>
          api.POST('/api/designs/starting-design', {
            // Nobody signs for a practice by looking at it.
            body: { ...body, which: card.way, name: '' },
          }),
        )
        if (mine !== asked) return
        card.start = start as Start
        card.says = start.says
        if (start.why) return
        const spec = started(card.start)
        const { tile } = await ask(
          api.POST('/api/designs/picture', {
            body: { document: documentOf(spec) as never, structure: spec.id, selected: '' },
          }),
        )
        if (mine === asked) card.tile = tile as Tile
      } catch (error) {
        if (mine === asked) card.fault = (error as Error).message
      }
    }),
  )
}
watch(() => props.spec, load, { immediate: true })

const snow = (pa: number) => (metric() ? `${(pa / 1000).toFixed(1)} kPa` : `${Math.round(pa / PSF)} psf`)
const concrete = (start: Start) =>
  start.bags ? `${start.bags} bags of concrete` : start.concrete_m3 ? 'concrete' : 'no concrete'
function goodFor(start: Start): string {
  const gust = start.gust_m_per_s ?? start.sized_gust_m_per_s
  const parts = [
    gust ? `${showSpeed(gust, store.tape.system)} gust` : '',
    start.sized_snow_pa ? `${snow(start.sized_snow_pa)} of snow` : '',
  ].filter(Boolean)
  if (start.gust_m_per_s === 0) return 'Fails without wind'
  return parts.length ? `Good for ${parts.join(' and ')}` : ''
}
</script>

<template>
  <div class="cards" role="group" aria-label="Starting points">
    <article v-for="card in cards" :key="card.way" class="card" :aria-busy="!card.start && !card.fault">
      <h4>{{ card.says }}</h4>
      <template v-if="card.start && !card.start.why">
        <div class="drawn"><TilePicture v-if="card.tile" :tile="card.tile" :label="card.says" /></div>
        <p class="price">{{ money(card.start.price) }} <StateTag :state="card.start.state" /></p>
        <ul class="small">
          <li>{{ concrete(card.start) }}</li>
          <li v-if="card.start.deepest_hole_m">
            deepest hole {{ showLength(card.start.deepest_hole_m, store.tape) }}, {{ card.start.posts }} posts
          </li>
          <li>{{ card.start.hours.toFixed(0) }} hours</li>
          <li v-if="goodFor(card.start)">{{ goodFor(card.start) }}</li>
          <li v-if="card.start.gives">First to fail: {{ card.start.gives }}</li>
        </ul>
        <Button size="small" severity="secondary" outlined @click="emit('take', started(card.start))"
          >Start with this</Button
        >
      </template>
      <p v-else-if="card.start" class="small">{{ card.start.why }}.</p>
      <p v-else-if="card.fault" class="fault" role="alert">{{ card.fault }}</p>
      <template v-else>
        <Skeleton height="96px" />
        <p class="small quiet">Looking for it…</p>
      </template>
    </article>
  </div>
</template>

<style scoped>
.cards {
  grid-column: 1 / -1;
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(190px, 1fr));
  gap: 12px;
}
.card {
  display: grid;
  gap: 6px;
  align-content: start;
  padding: 10px 12px;
  background: var(--paper);
  border: 1px solid var(--line);
  border-radius: 4px;
}
.card > * {
  min-width: 0;
}
.price :deep(*) {
  white-space: normal;
}
.drawn {
  height: 96px;
}
.price {
  font-weight: 600;
}
h4,
p {
  margin: 0;
}
ul {
  margin: 0;
  padding-left: 16px;
}
</style>
