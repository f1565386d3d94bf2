<script setup lang="ts">
import Button from 'primevue/button'
import { useQuery, useQueryClient } from '@tanstack/vue-query'
import { computed, ref, watch } from 'vue'
import { api, ask } from '@/api/client'
import type { RevisionAnswer, Revisions } from '@/api/types'
import PieceChanges from '@/components/PieceChanges.vue'
import SelectBox from '@/components/SelectBox'
import TilePicture from '@/components/start/TilePicture.vue'
import { useJob } from '@/stores/job'

/** A job's earlier versions: what changed since, in words, pieces and drawings; and the way back to each. */
const store = useJob()
const queries = useQueryClient()
const path = computed(() => ({ job_id: store.id }))
const { data } = useQuery({
  queryKey: computed(() => ['revisions', store.id]),
  queryFn: async () =>
    (await ask(api.GET('/api/jobs/{job_id}/revisions', { params: { path: path.value } }))) as Revisions,
  enabled: computed(() => !!store.id),
})
watch(
  () => store.saved,
  () => void queries.invalidateQueries({ queryKey: ['revisions', store.id] }),
)
const earlier = computed(() => (data.value?.revisions ?? []).filter((one) => !one.current))
const picked = ref('')
const found = ref<RevisionAnswer | null>(null)
const busy = ref(false)
const fault = ref('')
async function compare(): Promise<void> {
  if (!picked.value) return
  busy.value = true
  fault.value = ''
  try {
    const params = { path: { ...path.value, number: Number(picked.value) } }
    found.value = (await ask(api.GET('/api/jobs/{job_id}/revisions/{number}', { params }))) as RevisionAnswer
  } catch (error) {
    found.value = null
    fault.value = (error as Error).message
  }
  busy.value = false
}
function bringBack(): void {
  const then = found.value!.document
  store.change((job) => Object.assign(job, then), `back to version ${picked.value}`)
  found.value = null
}
const alike = computed(() => {
  const changes = found.value?.changes
  return !!changes && !changes.words.length && !changes.pieces.length
})
const when = (text: string) => text.slice(0, 16).replace('T', ' ')
</script>

<template>
  <section aria-label="Versions">
    <h2>Versions</h2>
    <p v-if="!earlier.length" class="small quiet">Every change is saved as a version; this job has one so far.</p>
    <form v-else class="pick" @submit.prevent="compare">
      <label class="small"
        >Compare today with
        <SelectBox v-model="picked" required>
          <option value="">(choose a version)</option>
          <option v-for="one in earlier" :key="one.number" :value="String(one.number)">
            {{ one.number }}: {{ one.says || 'saved' }}, {{ when(one.made_at) }}{{ one.by ? `, ${one.by}` : '' }}
          </option>
        </SelectBox>
      </label>
      <Button size="small" severity="secondary" outlined type="submit" :disabled="!picked || busy">Compare</Button>
    </form>
    <p v-if="busy" class="small quiet" aria-busy="true">Planning both versions.</p>
    <p v-if="fault" class="fault" role="alert">{{ fault }}</p>
    <div v-if="found" class="found">
      <p v-if="alike" class="small">No built part has changed since.</p>
      <ul v-else>
        <li v-for="words in found.changes.words" :key="words">{{ words }}</li>
      </ul>
      <p class="small quiet">
        {{ found.changes.hours_was.toFixed(1) }} hours then, {{ found.changes.hours_now.toFixed(1) }} now.
      </p>
      <div v-for="one in found.changes.structures" :key="one.id" class="beside">
        <figure>
          <figcaption class="small">{{ one.name }}, version {{ picked }}</figcaption>
          <TilePicture v-if="one.was" :tile="one.was" />
          <p v-else class="small quiet">not there, or not drawn</p>
        </figure>
        <figure>
          <figcaption class="small">{{ one.name }}, today</figcaption>
          <TilePicture v-if="one.now" :tile="one.now" />
          <p v-else class="small quiet">not there, or not drawn</p>
        </figure>
      </div>
      <PieceChanges v-if="found.changes.pieces.length" :pieces="found.changes.pieces" />
      <Button size="small" severity="secondary" outlined @click="bringBack">Go back to version {{ picked }}</Button>
    </div>
  </section>
</template>

<style scoped>
.pick {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 14px;
  align-items: end;
}
.beside {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 12px;
  margin: 8px 0;
}
figure {
  margin: 0;
  background: var(--paper);
  border: 1px solid var(--line);
  padding: 6px 8px;
}
figure :deep(svg) {
  width: 100%;
  max-height: 190px;
}
</style>
