<script setup lang="ts">
import Button from 'primevue/button'
import { useQuery } from '@tanstack/vue-query'
import { computed, ref } from 'vue'
import { api, ask } from '@/api/client'
import type { Tile } from '@/api/types'
import CopyStructureBox from '@/components/CopyStructureBox.vue'
import NewStructure from '@/components/start/NewStructure.vue'
import TilePicture from '@/components/start/TilePicture.vue'
import { useJob } from '@/stores/job'
import { useKinds } from '@/stores/kinds'
import { sentence } from '@/logic/sentence'

/** What to build: a drawn tile for each kind, and the line of the one that is chosen. */
const store = useJob()
const { kinds, called } = useKinds()
const chosen = ref('')
const kind = computed(() => called(chosen.value) ?? kinds.value[0] ?? null)
const metric = computed(() => store.tape.system === 'metric')
const { data } = useQuery({
  queryKey: computed(() => ['tiles', metric.value]),
  queryFn: async () =>
    (await ask(api.GET('/api/structure-types/thumbnails', { params: { query: { metric: metric.value } } })))
      .tiles as Record<string, Tile>,
  staleTime: Infinity,
})
const tiles = computed(() => data.value ?? {})
</script>

<template>
  <section aria-label="What to build">
    <div class="tiles" role="group" aria-label="Kinds of structure">
      <Button
        v-for="item in kinds"
        :key="item.key"
        unstyled
        class="tile"
        :class="{ on: item.key === kind?.key }"
        :aria-pressed="item.key === kind?.key"
        @click="chosen = item.key"
      >
        <span class="picture"><TilePicture v-if="tiles[item.key]" :tile="tiles[item.key]!" /></span>
        {{ sentence(item.many) }}
      </Button>
    </div>
    <template v-if="kind">
      <NewStructure :key="kind.key" :kind="kind" :sample="tiles[kind.key]" />
      <!-- Comes with the form above it: nothing moves away under a finger. -->
      <CopyStructureBox />
    </template>
  </section>
</template>

<style scoped>
.tiles {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(104px, 1fr));
  gap: 8px;
}
.tile {
  display: grid;
  gap: 2px;
  padding: 6px 6px 8px;
  background: var(--paper);
  border: 1px solid var(--line);
  border-radius: 4px;
  color: var(--ink);
  font: inherit;
  font-size: 13.5px;
  cursor: pointer;
}
.tile:hover {
  border-color: var(--chalk);
}
.tile.on {
  border-color: var(--chalk);
  box-shadow: inset 0 -3px 0 var(--chalk);
  font-weight: 600;
}
.picture {
  display: block;
  height: 68px;
}
</style>
