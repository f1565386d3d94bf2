<script setup lang="ts">
import Button from 'primevue/button'
import { nextTick, ref, watch } from 'vue'
import { useRouter } from 'vue-router'
import { api, ask } from '@/api/client'
import { HELP, TOUR } from '@/logic/help'
import { useTour } from '@/stores/tour'

/** A card that goes through the demo's largest job, a page a step; it covers nothing that it speaks of for long. */
const tour = useTour()
const router = useRouter()
const card = ref<HTMLElement>()
const job = ref('')
const structure = ref('')
async function largest(): Promise<void> {
  const cards = await ask(api.GET('/api/jobs'))
  const most = [...cards].sort((a, b) => b.structures.length - a.structures.length)[0]
  job.value = most?.id ?? ''
  structure.value = most?.structures[0]?.id ?? ''
}
async function go(): Promise<void> {
  const stop = TOUR[tour.at]
  if (!stop) return
  if (!job.value) await largest()
  if (stop.page === 'jobs') await router.push('/')
  else if (job.value)
    await router
      .push({ name: stop.page, params: { job: job.value, structure: structure.value } })
      .catch(() => undefined)
  await nextTick()
  card.value?.focus({ preventScroll: true })
}
watch(
  () => [tour.on, tour.at],
  () => tour.on && void go(),
  { immediate: true },
)
</script>

<template>
  <section
    v-if="tour.on && TOUR[tour.at]"
    ref="card"
    class="tour no-print"
    tabindex="-1"
    aria-label="A short tour"
    @keydown.esc="tour.leave"
  >
    <p class="small count">{{ tour.at + 1 }} of {{ TOUR.length }}</p>
    <h2>{{ TOUR[tour.at]!.title }}</h2>
    <p>{{ HELP[TOUR[tour.at]!.page]!.says }}</p>
    <ul>
      <li v-for="line in HELP[TOUR[tour.at]!.page]!.does" :key="line">{{ line }}</li>
    </ul>
    <p class="ends">
      <Button severity="secondary" outlined size="small" :disabled="tour.at === 0" @click="tour.go(-1)">Back</Button>
      <Button v-if="tour.at < TOUR.length - 1" size="small" @click="tour.go(1)">Next</Button>
      <Button v-else size="small" @click="tour.leave">Skip tour</Button>
      <Button v-if="tour.at < TOUR.length - 1" text size="small" @click="tour.leave">Leave the tour</Button>
    </p>
  </section>
</template>

<style scoped>
.tour {
  position: fixed;
  right: 20px;
  bottom: 20px;
  width: min(340px, calc(100vw - 28px));
  background: var(--paper);
  color: var(--ink);
  border: 1px solid var(--ink);
  border-left: 6px solid var(--flag);
  padding: 12px 16px;
  z-index: 30;
}
.tour:focus {
  outline: none;
}
.tour:focus-visible {
  outline: 2px solid var(--chalk);
}
h2 {
  font-size: 17px;
  margin: 0 0 4px;
}
.count {
  float: right;
  margin: 0;
  color: var(--ink-2);
}
p,
ul {
  margin: 0 0 6px;
}
ul {
  padding-left: 18px;
}
.ends {
  display: flex;
  gap: 10px;
  align-items: center;
  margin: 10px 0 0;
}
</style>
