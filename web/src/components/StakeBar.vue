<script setup lang="ts">
import { computed } from 'vue'
import { useRoute } from 'vue-router'

const props = defineProps<{
  job: string
  structure: string /** the structure that stages after the ground lead to */
  open: Record<string, string> /** what is still open in a stage; '' when nothing is */
}>()
const route = useRoute()
const stages = [
  ['brief', 'Overview'],
  ['ground', 'Ground'],
  ['set-out', 'Layout'],
  ['frame', 'Framing'],
  ['buy', 'Materials'],
  ['build', 'Build'],
  ['record', 'Site record'],
] as const
const here = computed(() => String(route.name))
const to = (name: string) => ({
  name,
  params: name === 'brief' ? { job: props.job } : { job: props.job, structure: props.structure },
})
const closed = (name: string) => name !== 'brief' && name !== 'ground' && !props.structure
</script>

<template>
  <nav class="stakes" aria-label="Job stages">
    <template v-for="[name, says] in stages" :key="name">
      <span v-if="closed(name)" class="stake off" title="Add a structure first"
        ><svg viewBox="0 0 20 22" aria-hidden="true"><path d="M6 6h8v8l-4 6-4-6Z" /></svg>{{ says }}</span
      >
      <router-link
        v-else
        :to="to(name)"
        class="stake"
        :class="{ here: here === name, done: open[name] === '' }"
        :title="open[name] || 'No open items'"
        :aria-current="here === name ? 'step' : undefined"
      >
        <svg viewBox="0 0 20 22" aria-hidden="true">
          <path d="M6 6h8v8l-4 6-4-6Z" />
          <path v-if="here === name" class="flag" d="M10 6V0l9 3-9 3" />
        </svg>
        {{ says }}
      </router-link>
    </template>
  </nav>
</template>

<style scoped>
.stakes {
  display: flex;
  align-items: stretch;
  position: relative;
}
.stakes::before {
  content: '';
  position: absolute;
  left: 20px;
  right: 20px;
  top: 15px;
  border-top: 1.5px solid var(--band-line);
}
.stake {
  position: relative;
  display: flex;
  flex-direction: column;
  align-items: center;
  gap: 1px;
  width: 68px;
  color: #c6d2cb;
  text-decoration: none;
  font-size: 12.5px;
  padding-bottom: 4px;
}
.stake svg {
  width: 20px;
  height: 24px;
  margin-top: 4px;
  overflow: visible;
  fill: var(--band);
  stroke: #dfe7e2;
  stroke-width: 1.5;
}
.stake.done svg {
  fill: #dfe7e2;
}
.stake.here {
  color: #fff;
  font-weight: 600;
}
.stake .flag {
  fill: var(--flag);
  stroke: none;
}
.stake:hover {
  color: #fff;
}
.stake.off {
  opacity: 0.45;
}
.stakes :focus-visible {
  outline-color: #fff;
}
</style>
