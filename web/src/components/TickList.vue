<script setup lang="ts">
import Button from 'primevue/button'
import { computed } from 'vue'
import type { Sheet } from '@/api/types'

/** Pieces of one role ticked off as they go up: bay by bay along a line, else length by length. */
type Group = NonNullable<Sheet['ticks']>[number]
const props = defineProps<{ group: Group; done: (about: string, what: string) => boolean }>()
const emit = defineEmits<{ tick: [about: string, what: string, done: boolean] }>()
const rows = computed(() => props.group.ticks.map((tick) => ({ ...tick, up: props.done(tick.about, tick.what) })))
const up = computed(() => rows.value.filter((row) => row.up).length)
const next = computed(() => rows.value.find((row) => !row.up)?.about ?? '')
</script>

<template>
  <section class="ticks" :aria-label="group.says">
    <p class="count" role="status">{{ up }} of {{ rows.length }} {{ group.role.endsWith('out') ? 'out' : 'up' }}</p>
    <ul>
      <li v-for="row in rows" :key="row.about">
        <Button
          unstyled
          :class="{ up: row.up, next: row.about === next }"
          :aria-pressed="row.up"
          @click="emit('tick', row.about, row.what, !row.up)"
        >
          <b>{{ row.up ? '✓ ' : '' }}{{ row.where || row.pieces }}</b>
          <span v-if="row.where">{{ row.pieces }}</span>
          <span v-if="row.lie" class="lie">{{ row.lie }}</span>
        </Button>
      </li>
    </ul>
  </section>
</template>

<style scoped>
.count {
  margin: 8px 0;
  font-weight: 600;
}
ul {
  list-style: none;
  margin: 0;
  padding: 0;
  display: grid;
  gap: 6px;
}
button {
  width: 100%;
  min-height: 58px;
  display: flex;
  justify-content: space-between;
  align-items: center;
  flex-wrap: wrap;
  gap: 2px 12px;
  text-align: left;
  padding: 6px 12px;
  border: 2px solid var(--line);
  border-radius: 4px;
  background: var(--paper);
  color: var(--ink);
  font-size: 17px;
  cursor: pointer;
}
button span {
  text-align: right;
}
button .lie {
  flex-basis: 100%;
  text-align: left;
  font-size: 16px;
}
button.next {
  border-color: var(--ink);
}
button.up {
  color: var(--pass);
  border-color: var(--pass);
}
</style>
