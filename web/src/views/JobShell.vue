<script setup lang="ts">
import Button from 'primevue/button'
import { useEventListener } from '@vueuse/core'
import { computed, ref, toRef, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { Refused } from '@/api/client'
import ConflictDialog from '@/components/ConflictDialog.vue'
import JobRail from '@/components/JobRail.vue'
import StructureBar from '@/components/StructureBar.vue'
import StateBand from '@/components/StateBand.vue'
import { provideProblems } from '@/composables/useProblems'
import { provideSheet } from '@/composables/useJobSheet'
import { useSheet, type Moving } from '@/composables/useSheet'
import { STRUCTURE_PAGES } from '@/logic/pages'
import { useJob } from '@/stores/job'
import { useSession } from '@/stores/session'

const props = defineProps<{ job: string }>()
const store = useJob()
const session = useSession()
const route = useRoute()
const router = useRouter()
const fault = ref('')
const selected = ref('')
const moving = ref<Moving | null>(null)

const structure = computed(() => String(route.params.structure || store.document?.structures[0]?.spec.id || ''))
const { sheet, settled, settledOf, problems, failed, asked, late, run } = useSheet(
  toRef(store, 'shown'),
  structure,
  selected,
  moving,
)
provideProblems(problems)
provideSheet({ sheet, settled, settledOf, selected, structure, moving, problems, failed, asked, late, run })

async function start(): Promise<void> {
  fault.value = ''
  try {
    if (!session.session?.signed_in && !(await session.look()).signed_in) {
      await router.replace({ name: 'sign-in', query: { to: route.fullPath } })
      return
    }
    await store.load(props.job)
  } catch (error) {
    fault.value =
      error instanceof Refused && error.status === 404
        ? 'There is no such job here, or it belongs to another crew.'
        : (error as Error).message
  }
}
watch(() => props.job, start, { immediate: true })
watch(structure, () => {
  selected.value = ''
  moving.value = null
})

useEventListener('beforeunload', (event: BeforeUnloadEvent) => {
  if (store.saved === 'waiting' || store.saved === 'saving') {
    void store.flush()
    event.preventDefault()
  }
})
const own = computed(() => STRUCTURE_PAGES.includes(String(route.name)) && !!title.value)
const title = computed(() => store.shown?.structures.find((item) => item.spec.id === structure.value)?.name ?? '')
</script>

<template>
  <div class="shell">
    <main v-if="fault" class="page">
      <h1>This job did not open</h1>
      <p>{{ fault }}</p>
      <p>
        <router-link to="/">All jobs</router-link>
        <Button severity="secondary" outlined @click="start">Try again</Button>
      </p>
    </main>
    <main v-else-if="!store.document" class="page" aria-busy="true"><p class="quiet">Opening the job.</p></main>
    <template v-else>
      <div class="body">
        <JobRail :job="job" :structure="structure" />
        <div class="room">
          <StructureBar v-if="own" :job="job" :structure="structure" :name="title" :sheet="settled ?? sheet" />
          <StateBand :job="job" />
          <router-view />
        </div>
      </div>
    </template>
    <ConflictDialog />
  </div>
</template>

<style scoped>
.shell {
  flex: 1;
  min-height: 0;
  display: flex;
  flex-direction: column;
}
.body {
  flex: 1;
  min-height: 0;
  display: flex;
}
.room {
  flex: 1;
  min-width: 0;
  min-height: 0;
  display: flex;
  flex-direction: column;
}
/* A page of running text scrolls by itself, beside the rail and under the head, which stay. */
@media screen and (min-width: 861px) {
  .room > :deep(main.page) {
    flex: 1;
    min-height: 0;
    overflow-y: auto;
  }
}
@media (max-width: 860px) {
  .body {
    flex-direction: column-reverse;
  }
  .room {
    overflow-y: auto;
  }
}
</style>
