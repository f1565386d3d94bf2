<script setup lang="ts">
import Button from 'primevue/button'
import { useEventListener } from '@vueuse/core'
import { computed, ref, toRef, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { Refused } from '@/api/client'
import ConflictDialog from '@/components/ConflictDialog.vue'
import HelpDialog from '@/components/HelpDialog.vue'
import SavedSign from '@/components/SavedSign.vue'
import JobRail from '@/components/JobRail.vue'
import StructureBar from '@/components/StructureBar.vue'
import StateBand from '@/components/StateBand.vue'
import { provideProblems } from '@/composables/useProblems'
import { provideSheet } from '@/composables/useJobSheet'
import { useSheet, type Moving } from '@/composables/useSheet'
import { useTheme } from '@/composables/useTheme'
import { useJob } from '@/stores/job'
import { useSession } from '@/stores/session'

const props = defineProps<{ job: string }>()
const store = useJob()
const session = useSession()
const route = useRoute()
const router = useRouter()
const { theme, turn } = useTheme()
const fault = ref('')
const keys = ref(false)
const selected = ref('')
const moving = ref<Moving | null>(null)

const structure = computed(() => String(route.params.structure || store.document?.structures[0]?.spec.id || ''))
const { sheet, settled, settledOf, problems, failed, asked, run } = useSheet(
  toRef(store, 'shown'),
  structure,
  selected,
  moving,
)
provideProblems(problems)
provideSheet({ sheet, settled, settledOf, selected, structure, moving, problems, failed, asked, run })

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

function typing(event: KeyboardEvent): boolean {
  const at = event.target as HTMLElement
  return at.matches('input, textarea, select, [contenteditable]') || !!at.closest('[role=dialog]')
}
useEventListener('keydown', (event: KeyboardEvent) => {
  if ((event.ctrlKey || event.metaKey) && event.key.toLowerCase() === 'z' && !typing(event)) {
    event.preventDefault()
    void store.step(event.shiftKey ? 'redo' : 'undo')
  } else if ((event.ctrlKey || event.metaKey) && event.key.toLowerCase() === 'y' && !typing(event)) {
    event.preventDefault()
    void store.step('redo')
  } else if (event.key === '?' && !typing(event)) keys.value = true
})
useEventListener('beforeunload', (event: BeforeUnloadEvent) => {
  if (store.saved === 'waiting' || store.saved === 'saving') {
    void store.flush()
    event.preventDefault()
  }
})
/** Pages of one structure, which have its bar over them. */
const OWN = ['set-out', 'frame', 'gate', 'buy', 'build']
const own = computed(() => OWN.includes(String(route.name)) && !!title.value)
const title = computed(() => store.shown?.structures.find((item) => item.spec.id === structure.value)?.name ?? '')
</script>

<template>
  <div class="shell">
    <header class="band no-print">
      <router-link to="/" class="mark" aria-label="All jobs"
        ><img src="/favicon.svg" width="30" height="30" alt=""
      /></router-link>
      <div class="names">
        <p class="job">
          <router-link :to="{ name: 'place', params: { job } }" title="The site">{{
            store.shown?.name ?? 'Steady Trellis'
          }}</router-link>
        </p>
        <p class="place">{{ [title, store.shown?.place].filter(Boolean).join(', ') }}</p>
      </div>
      <div class="right">
        <SavedSign />
        <span class="tools">
          <Button
            unstyled
            class="tool"
            :disabled="!store.canUndo && store.saved === 'saved'"
            @click="store.step('undo')"
          >
            Undo
          </Button>
          <Button unstyled class="tool" :disabled="!store.canRedo" @click="store.step('redo')">Redo</Button>
          <Button unstyled class="tool" :aria-label="`Theme: ${theme}`" @click="turn">
            {{ theme === 'light' ? 'Light' : theme === 'dark' ? 'Dark' : 'Sun' }}
          </Button>
          <Button unstyled class="tool" aria-label="Help for this page, and keys" @click="keys = true">?</Button>
        </span>
      </div>
    </header>
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
    <HelpDialog v-model:open="keys" :page="String(route.name ?? '')" />
  </div>
</template>

<style scoped>
.shell {
  height: 100%;
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
    flex-direction: column;
  }
}
.band {
  display: flex;
  align-items: center;
  gap: 14px;
  height: 48px;
  flex: none;
  background: var(--band);
  color: var(--band-ink);
  padding: 0 18px;
}
.band :focus-visible {
  outline-color: #fff;
}
.mark {
  line-height: 0;
}
.names {
  width: 250px;
  min-width: 0;
}
.names p {
  margin: 0;
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
.job a {
  color: inherit;
  text-decoration: none;
}
.job a:hover,
.job a:focus-visible {
  text-decoration: underline;
}
.job {
  font-weight: 600;
  font-size: 15px;
}
.place {
  font-size: 12.5px;
  color: #c6d2cb;
}
.right {
  margin-left: auto;
  text-align: right;
  line-height: 1.3;
}
.tools {
  display: flex;
  gap: 10px;
  justify-content: flex-end;
}
.tool {
  background: none;
  border: 0;
  padding: 0;
  color: #dfe7e2;
  cursor: pointer;
  font-size: 12.5px;
  text-decoration: underline;
  text-underline-offset: 3px;
  text-decoration-color: #6f857a;
  min-height: 24px;
  min-width: 24px;
}
@media (max-width: 860px) {
  .band {
    flex-wrap: wrap;
    height: auto;
    padding: 8px 12px;
    gap: 6px 10px;
  }
  .names {
    flex: 1;
    width: auto;
  }
}
.tool:disabled {
  color: #8fa097;
  text-decoration: none;
  cursor: default;
}
</style>
