<script setup lang="ts">
import { computed } from 'vue'
import { api, ask } from '@/api/client'
import { useJobAnswer } from '@/composables/useJobAnswer'
import { clock, today } from '@/logic/days'
import { useJob } from '@/stores/job'

/** The next day with work on it, and what is done then. */
const store = useJob()
const { data } = useJobAnswer('schedule', (document) =>
  ask(api.POST('/api/schedule', { body: { document, job: store.id } })),
)
const calendar = computed(() => data.value?.calendar)
const day = computed(() => {
  const worked = new Set((calendar.value?.tasks ?? []).flatMap((task) => task.spans.map((span) => span.on)))
  return [...worked].sort().find((on) => on >= today()) ?? ''
})
const tasks = computed(() =>
  (calendar.value?.tasks ?? [])
    .flatMap((task) => task.spans.filter((span) => span.on === day.value).map((span) => ({ task, span })))
    .sort((a, b) => a.span.at_h - b.span.at_h),
)
/** What is waited for before it, and work that takes time. */
const held = computed(() => [...new Set(tasks.value.map(({ task }) => task.hold).filter(Boolean))])
const worked = computed(() => tasks.value.filter(({ task }) => !task.hold))
const spoken = computed(() =>
  new Date(`${day.value}T12:00`).toLocaleDateString(undefined, { weekday: 'long', day: 'numeric', month: 'short' }),
)
</script>

<template>
  <section v-if="day" class="panel-box">
    <h2>Next day: {{ spoken }}</h2>
    <p v-for="why in held" :key="why" class="small hold">Hold: {{ why }}</p>
    <ul>
      <li v-for="{ task, span } in worked.slice(0, 5)" :key="task.id">
        <span class="quiet">{{ clock(span.at_h) }}</span>
        <span
          >{{ task.what }} <span class="quiet small">{{ task.name }}</span></span
        >
      </li>
    </ul>
    <p class="small">
      <router-link :to="{ name: 'schedule' }">{{
        worked.length > 5 ? `Open schedule, ${worked.length - 5} more` : 'Open schedule'
      }}</router-link>
    </p>
  </section>
</template>

<style scoped>
ul {
  margin: 0 0 6px;
  padding: 0;
  list-style: none;
}
li {
  display: grid;
  grid-template-columns: 48px minmax(0, 1fr);
  padding: 5px 0;
  border-bottom: 1px solid var(--line);
}
.hold {
  color: var(--fail);
  font-weight: 600;
}
p {
  margin: 0 0 6px;
}
</style>
