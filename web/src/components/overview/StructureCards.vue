<script setup lang="ts">
import { computed } from 'vue'
import { api, ask } from '@/api/client'
import type { Pictured } from '@/api/types'
import JobThumb from '@/components/JobThumb.vue'
import MoreMenu from '@/components/MoreMenu.vue'
import StateMark from '@/components/StateMark.vue'
import StateTag from '@/components/StateTag.vue'
import { useJobAnswer } from '@/composables/useJobAnswer'
import { useStates } from '@/composables/useStates'
import { useJob } from '@/stores/job'

/** Every structure of the job as a card: its drawing, its size and its state. */
const emit = defineEmits<{ rename: [id: string]; copy: [id: string]; remove: [id: string] }>()
const store = useJob()
const { stateOf, headlineOf } = useStates()
const { data } = useJobAnswer('pictures', async (document) => {
  const found = await ask(api.POST('/api/views/structures', { body: { document, structure: '', selected: '' } }))
  return found.structures as Pictured[]
})
const cards = computed(() =>
  (store.document?.structures ?? []).map(({ name, spec }) => ({
    id: spec.id,
    name,
    drawn: data.value?.find((row) => row.id === spec.id) ?? null,
  })),
)
const items = (id: string) => [
  { label: 'Rename', command: () => emit('rename', id) },
  { label: 'Copy', command: () => emit('copy', id) },
  { label: 'Remove', command: () => emit('remove', id) },
]
</script>

<template>
  <ul class="cards">
    <li v-for="card in cards" :key="card.id" class="card">
      <router-link :to="{ name: 'design', params: { structure: card.id } }" class="face">
        <span class="drawing"><JobThumb v-if="card.drawn?.view" :view="card.drawn.view" /></span>
        <b>{{ card.name }}</b>
        <span class="quiet small">{{ card.drawn?.problem || card.drawn?.size || '…' }}</span>
      </router-link>
      <p class="state small" :title="headlineOf(card.id)">
        <StateMark v-if="stateOf(card.id)" :state="stateOf(card.id)" :size="14" />
        <StateTag :state="stateOf(card.id)" />
      </p>
      <MoreMenu class="rare" :label="`More for ${card.name}`" :items="items(card.id)" />
    </li>
  </ul>
</template>

<style scoped>
.cards {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(212px, 1fr));
  gap: 12px;
  margin: 0;
  padding: 0;
  list-style: none;
}
.card {
  position: relative;
  display: grid;
  align-content: start;
  background: var(--paper);
  border: 1px solid var(--line);
  border-radius: 4px;
  overflow: hidden;
}
.face {
  display: grid;
  gap: 2px;
  color: var(--ink);
  text-decoration: none;
}
.face > :not(.drawing) {
  padding: 0 12px;
}
.face:hover b {
  color: var(--chalk);
  text-decoration: underline;
}
.drawing {
  display: grid;
  height: 92px;
  margin-bottom: 6px;
  background: var(--ground-2);
}
.drawing svg {
  width: 100%;
  height: 92px;
}
.state {
  display: flex;
  align-items: center;
  gap: 6px;
  margin: 2px 0 0;
  padding: 0 40px 10px 12px;
}
.state :deep(.verdict) {
  white-space: normal;
}
.rare {
  position: absolute;
  right: 4px;
  bottom: 4px;
}
</style>
