<script setup lang="ts">
import Button from 'primevue/button'
import SelectBox from '@/components/SelectBox'
import { stateLabel } from '@/logic/states'
import { useQuery } from '@tanstack/vue-query'
import { useIntersectionObserver, useMediaQuery } from '@vueuse/core'
import { computed, ref, useTemplateRef } from 'vue'
import { api, ask } from '@/api/client'
import type { CardDrawn, JobCard } from '@/api/types'
import JobThumb from '@/components/JobThumb.vue'
import { day, STATUSES } from '@/logic/shelf'
import { useSession } from '@/stores/session'

/** A job in the list. What it holds is calculated and drawn when somebody comes to look at it. */
const props = defineProps<{ card: JobCard; plans: boolean }>()
defineEmits<{ copy: []; stands: [status: string]; throwAway: [] }>()
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
 * Several structures open on their site, one on its sheet, none on the brief; on a phone a job opens on today's work.
 */
const phone = useMediaQuery('(max-width: 860px)')
const to = computed(() => {
  const { id: job, structures: held } = props.card
  const [first] = held
  if (!first) return { name: 'brief', params: { job } }
  if (phone.value) return { name: 'calendar', params: { job } }
  if (held.length > 1) return { name: 'place', params: { job } }
  return { name: 'set-out', params: { job, structure: first.id } }
})
</script>

<template>
  <li ref="row">
    <router-link :to="to" class="row">
      <span class="text">
        <b>{{ card.name }}</b><span class="quiet">{{ [card.place, card.client].filter(Boolean).join(', for ') }}</span>
        <span v-for="item in structures" :key="item.id" class="small"
          >{{ item.name }}:
          {{ item.problem || [item.size, stateLabel(item.verdict)].filter(Boolean).join(', ') || '…' }}</span
        >
        <span v-if="!card.structures.length" class="small quiet">nothing to build yet</span>
      </span>
      <JobThumb v-if="data?.view" :view="data.view" class="thumb" />
      <span v-else-if="card.structures.length && !data" class="thumb" aria-hidden="true"></span>
    </router-link>
    <p v-if="error" class="small fault">
      Not drawn: {{ error.message }} <Button text size="small" @click="refetch()">Try again</Button>
    </p>
    <div class="acts small">
      <SelectBox
        :model-value="card.status"
        :disabled="!(session.session?.may.includes('quote') ?? true)"
        :aria-label="`How ${card.name} stands`"
        @update:model-value="$emit('stands', $event)"
      >
        <option v-for="[key, says] in STATUSES" :key="key" :value="key">{{ says }}</option>
      </SelectBox>
      <span class="quiet">changed {{ day(card.changed_at) }}</span>
      <Button v-if="plans" text size="small" :aria-label="`Copy ${card.name}`" @click="$emit('copy')">Copy</Button>
      <Button v-if="plans" text size="small" :aria-label="`Delete ${card.name}`" @click="$emit('throwAway')">
        Delete
      </Button>
    </div>
  </li>
</template>

<style scoped>
.acts {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 16px;
  align-items: baseline;
  padding: 6px 0 10px;
  border-bottom: 1px solid var(--line);
}
.acts select {
  background: var(--paper);
  border: 1px solid var(--line);
  border-radius: 3px;
  padding: 1px 4px;
  font: inherit;
  font-size: 13px;
}
.row {
  display: flex;
  gap: 20px;
  align-items: stretch;
  padding: 12px 0;
  color: var(--ink);
  text-decoration: none;
}
.row:hover b {
  color: var(--chalk);
  text-decoration: underline;
}
.text {
  display: grid;
  align-content: center;
  gap: 2px;
  flex: 1;
}
.text b {
  font-size: 17px;
}
.thumb {
  width: 480px;
  aspect-ratio: 480 / 104;
  flex: none;
  background: var(--ground-2);
}
@media (max-width: 760px) {
  .row {
    flex-direction: column;
  }
  .thumb {
    width: 100%;
  }
}
</style>
