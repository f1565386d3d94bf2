<script setup lang="ts">
import Button from 'primevue/button'
import SelectBox from '@/components/SelectBox'
import JobString from '@/components/JobString.vue'
import MoreMenu from '@/components/MoreMenu.vue'
import StateMark from '@/components/StateMark.vue'
import { rank, stateLabel } from '@/logic/states'
import { useQuery } from '@tanstack/vue-query'
import { useIntersectionObserver, useMediaQuery } from '@vueuse/core'
import { computed, ref, useTemplateRef } from 'vue'
import { api, ask } from '@/api/client'
import type { CardDrawn, JobCard } from '@/api/types'
import JobThumb from '@/components/JobThumb.vue'
import { day, STATUSES } from '@/logic/shelf'
import { useSession } from '@/stores/session'
import { sentence } from '@/logic/sentence'

/** A job in the list. What it holds is calculated and drawn when somebody comes to look at it. */
const props = defineProps<{ card: JobCard; plans: boolean }>()
const emit = defineEmits<{ copy: []; stands: [status: string]; throwAway: [] }>()
const session = useSession()
const row = useTemplateRef<HTMLElement>('row')
const looked = ref(false)
const { stop } = useIntersectionObserver(
  row,
  ([entry]) => {
    if (!entry?.isIntersecting) return
    looked.value = true
    stop()
  },
  { rootMargin: '120px' },
)
const { data, error, refetch } = useQuery({
  queryKey: computed(() => ['card', props.card.id, props.card.revision]),
  queryFn: async () =>
    (await ask(api.GET('/api/jobs/{job_id}/card', { params: { path: { job_id: props.card.id } } }))) as CardDrawn,
  enabled: looked,
})
const structures = computed(() => (data.value ?? props.card).structures)
/**
 * Several structures open on their site, one on its sheet, none on its overview; on a phone a job opens on today's work.
 */
/** Its structures by state, worst first: the names that share one stand in one line. */
const states = computed(() => {
  const groups = new Map<string, string[]>()
  for (const item of structures.value) {
    const key = item.problem ? 'conflict' : item.verdict
    groups.set(key, [...(groups.get(key) ?? []), item.name])
  }
  return [...groups].sort(([a], [b]) => rank(b) - rank(a))
})
const said = (names: string[]) => (names.length > 2 ? `${names.length} structures` : names.join(', '))
const items = computed(() => [
  { label: 'Copy', command: () => emit('copy') },
  { label: 'Delete', command: () => emit('throwAway') },
])
const phone = useMediaQuery('(max-width: 860px)')
const to = computed(() => {
  const { id: job, structures: held } = props.card
  const [first] = held
  if (!first) return { name: 'overview', params: { job } }
  if (phone.value) return { name: 'schedule', params: { job } }
  if (held.length > 1) return { name: 'site-plan', params: { job } }
  return { name: 'design', params: { job, structure: first.id } }
})
</script>

<template>
  <li ref="row" class="job">
    <JobThumb v-if="data?.view" :view="data.view" class="thumb" />
    <span v-else class="thumb" aria-hidden="true"></span>
    <div class="names">
      <router-link :to="to" class="name">{{ card.name }}</router-link>
      <span class="quiet small">{{ [card.place, card.client].filter(Boolean).join(' · ') }}</span>
      <span v-if="error" class="small fault">
        Not drawn: {{ error.message }} <Button text size="small" @click="refetch()">Try again</Button>
      </span>
    </div>
    <ul class="states small">
      <li v-for="[key, names] in states" :key="key">
        <StateMark v-if="key" :state="key" :size="14" />
        <span :title="names.join(', ')">{{ key ? stateLabel(key) : '…' }}: {{ said(names) }}</span>
      </li>
      <li v-if="!card.structures.length" class="quiet">Nothing to build yet</li>
    </ul>
    <JobString class="string" small :status="card.status" :structures="card.structures.length" />
    <div class="acts small">
      <SelectBox
        :model-value="card.status"
        :disabled="!(session.session?.may.includes('quote') ?? true)"
        :aria-label="`Status of ${card.name}`"
        @update:model-value="$emit('stands', $event)"
      >
        <option v-for="[key, says] in STATUSES" :key="key" :value="key">{{ sentence(says) }}</option>
      </SelectBox>
      <span class="quiet">changed {{ day(card.changed_at) }}</span>
    </div>
    <MoreMenu v-if="plans" class="rare" :label="`More for ${card.name}`" :items="items" />
  </li>
</template>

<style scoped>
.job {
  display: grid;
  grid-template-columns: 150px minmax(160px, 1.1fr) minmax(180px, 1.3fr) 150px 150px 34px;
  gap: 4px 16px;
  align-items: center;
  min-height: 78px;
  padding: 6px 12px 6px 6px;
  background: var(--paper);
  border-bottom: 1px solid var(--line);
}
.thumb {
  display: block;
  width: 150px;
  height: 64px;
  background: var(--ground-2);
}
.names {
  display: grid;
  min-width: 0;
}
.names .small {
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
.name {
  font-size: 16px;
  font-weight: 600;
  color: var(--ink);
  text-decoration: none;
}
.name:hover {
  color: var(--chalk);
  text-decoration: underline;
}
.states {
  display: grid;
  gap: 2px;
  margin: 0;
  padding: 0;
  list-style: none;
  min-width: 0;
}
.states li {
  display: flex;
  gap: 6px;
  align-items: center;
  min-width: 0;
}
.states span {
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
.acts {
  display: grid;
  gap: 2px;
}
@media (max-width: 1000px) {
  .job {
    grid-template-columns: 110px minmax(0, 1fr) 34px;
  }
  .thumb {
    width: 110px;
  }
  .states,
  .acts {
    grid-column: 2;
  }
  .acts {
    display: flex;
    gap: 12px;
    align-items: center;
  }
  .string {
    display: none;
  }
  .rare {
    grid-area: 1 / 3;
  }
}
@media (max-width: 560px) {
  .job {
    grid-template-columns: minmax(0, 1fr) 34px;
    padding: 8px 12px;
  }
  .thumb {
    display: none;
  }
  .states,
  .acts {
    grid-column: 1;
  }
  .rare {
    grid-area: 1 / 2;
  }
}
</style>
