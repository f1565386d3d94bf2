<script setup lang="ts">
import Button from 'primevue/button'
import Dialog from 'primevue/dialog'
import InputText from 'primevue/inputtext'
import { useQuery } from '@tanstack/vue-query'
import { computed, ref } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { api, ask } from '@/api/client'
import type { Copied, Job, JobCard } from '@/api/types'
import DimensionsBox from '@/components/DimensionsBox.vue'
import JobString from '@/components/JobString.vue'
import KeptSums from '@/components/KeptSums.vue'
import MoreMenu from '@/components/MoreMenu.vue'
import NotesBox from '@/components/NotesBox.vue'
import JobDetails from '@/components/overview/JobDetails.vue'
import MoneySummary from '@/components/overview/MoneySummary.vue'
import NextDay from '@/components/overview/NextDay.vue'
import SitePicture from '@/components/overview/SitePicture.vue'
import StructureCards from '@/components/overview/StructureCards.vue'
import StartStructure from '@/components/start/StartStructure.vue'
import { useJob } from '@/stores/job'
import { useSession } from '@/stores/session'

/** The job at one look: where it stands, what is built, what comes next and what it earns. */
const store = useJob()
const session = useSession()
const route = useRoute()
const router = useRouter()
/** In the address, so that a link leads to it and it is still open after a reload. */
const details = computed({
  get: () => route.query.details === '1',
  set: (on: boolean) => void router.replace({ query: on ? { details: '1' } : {} }),
})
const structures = computed(() => store.document?.structures ?? [])
const { data: jobs } = useQuery({
  queryKey: ['jobs'],
  queryFn: async () => (await ask(api.GET('/api/jobs'))) as JobCard[],
})
const status = computed(() => jobs.value?.find((card) => card.id === store.id)?.status ?? 'planning')
const sees = computed(() => session.session?.sees_prices !== false)
const items = computed(() => [
  { label: 'Job details', command: () => void (details.value = true) },
  { label: 'Download job file', url: `/api/jobs/${store.id}/job.json` },
  { label: 'File format (schema)', url: '/schema/job.json', target: '_blank' },
])
const renamed = ref<{ id: string; name: string } | null>(null)
function keepName(): void {
  const { id, name } = renamed.value!
  if (!name.trim()) return
  store.change((job) => {
    job.structures.find((item) => item.spec.id === id)!.name = name.trim()
  }, 'name of a structure')
  renamed.value = null
}
const nameOf = (id: string) => structures.value.find((item) => item.spec.id === id)?.name ?? ''
/** Another structure like one, with the ground that was read under it, beside it on the site. */
async function copy(id: string): Promise<void> {
  const body = { document: store.document!, structure: id }
  const made = (await ask(api.POST('/api/structure-types/copy', { body }))) as Copied
  store.change((job) => {
    job.structures.splice(made.place, 0, made.structure as Job['structures'][number])
    job.site.grounds.push(...made.grounds)
  }, 'copied a structure')
}
function remove(id: string): void {
  store.change(
    (job) => void (job.structures = job.structures.filter((item) => item.spec.id !== id)),
    'removed a structure',
  )
}
</script>

<template>
  <main v-if="store.document" class="page">
    <header class="page-head">
      <h1>{{ store.document.name }}</h1>
      <p class="quiet wanted">{{ store.document.wanted || store.document.place }}</p>
      <span class="end">
        <Button severity="secondary" outlined @click="details = true">Job details</Button>
        <MoreMenu label="More for this job" :items="items" />
      </span>
    </header>
    <p v-if="store.document.site.use === 'public'" class="strong">
      Public use: marks and pieces only. Nothing here will say that it passes; ask an engineer.
    </p>
    <template v-if="!structures.length">
      <h2>What to build</h2>
      <p class="quiet">Pick a type, then type its line or start from an example.</p>
      <StartStructure />
    </template>
    <div v-else class="two">
      <div class="left">
        <SitePicture />
        <section class="panel-box">
          <JobString :status="status" :structures="structures.length" />
        </section>
        <h2>Structures</h2>
        <StructureCards @rename="renamed = { id: $event, name: nameOf($event) }" @copy="copy" @remove="remove" />
        <h2>Add a structure</h2>
        <StartStructure />
      </div>
      <div class="right">
        <NextDay />
        <MoneySummary v-if="sees" />
        <KeptSums />
      </div>
    </div>
    <div class="said">
      <NotesBox />
      <DimensionsBox />
    </div>
    <JobDetails v-model:open="details" />
    <Dialog :visible="!!renamed" modal header="Rename" :style="{ width: '380px' }" @update:visible="renamed = null">
      <form v-if="renamed" class="rename" @submit.prevent="keepName">
        <InputText v-model="renamed.name" maxlength="60" aria-label="Name of the structure" autofocus fluid />
        <Button type="submit">Rename</Button>
      </form>
    </Dialog>
  </main>
</template>

<style scoped>
.wanted {
  flex: 1;
  min-width: 200px;
  max-width: 68ch;
}
.two {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 304px;
  gap: 16px;
}
.left,
.right {
  display: grid;
  gap: 12px;
  align-content: start;
  min-width: 0;
}
.left > h2 {
  margin: 8px 0 -4px;
}
.rename {
  display: flex;
  gap: 8px;
}
.said {
  display: grid;
  gap: 22px;
  margin: 28px 0 40px;
}
@media (max-width: 980px) {
  .two {
    grid-template-columns: minmax(0, 1fr);
  }
  /* On a phone today's work comes first. */
  .right {
    order: -1;
  }
}
</style>
