<script setup lang="ts">
import { isWrong } from '@/logic/states'
import { useEventListener } from '@vueuse/core'
import { computed, ref, toRef, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { Refused } from '@/api/client'
import ConflictDialog from '@/components/ConflictDialog.vue'
import HelpDialog from '@/components/HelpDialog.vue'
import SavedSign from '@/components/SavedSign.vue'
import StakeBar from '@/components/StakeBar.vue'
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

const open = computed<Record<string, string>>(() => {
  const job = store.shown
  const found = sheet.value
  const ground = job?.site.grounds.find((item) => item.line === structure.value)?.shots.length ?? 0
  return {
    brief: job?.structures.length ? '' : 'nothing to build yet',
    ground: ground > 1 ? '' : 'no level readings yet',
    'set-out': !found ? 'not calculated' : found.conflicts.length ? `${found.conflicts.length} clash` : '',
    frame: !found ? 'not calculated' : isWrong(found.verdict) ? found.headline : '',
    buy: 'Review material list',
    build: 'locate and cautions',
    record: 'readings as built',
  }
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
/** Pages of the whole job, whatever its structures. */
const PRICED = ['list', 'quote']
const whole = computed(() =>
  [
    ['place', 'Site'],
    ['list', 'List'],
    ['quote', 'Quote'],
    ['calendar', 'Calendar'],
    ['file', 'File'],
  ].filter(([page]) => session.session?.sees_prices !== false || !PRICED.includes(page!)),
)
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
      <StakeBar :job="job" :structure="structure" :open="open" />
      <nav class="whole" aria-label="The whole job">
        <router-link v-for="[name, says] in whole" :key="name" :to="{ name, params: { job } }">{{ says }}</router-link>
      </nav>
      <div class="right">
        <SavedSign />
        <span class="tools">
          <button class="tool" :disabled="!store.canUndo && store.saved === 'saved'" @click="store.step('undo')">
            Undo
          </button>
          <button class="tool" :disabled="!store.canRedo" @click="store.step('redo')">Redo</button>
          <button class="tool" :aria-label="`Theme: ${theme}`" @click="turn">
            {{ theme === 'light' ? 'Light' : theme === 'dark' ? 'Dark' : 'Sun' }}
          </button>
          <button class="tool" aria-label="Help for this page, and keys" @click="keys = true">?</button>
        </span>
      </div>
    </header>
    <main v-if="fault" class="page">
      <h1>This job did not open</h1>
      <p>{{ fault }}</p>
      <p><router-link to="/">All jobs</router-link> <button class="plain" @click="start">Try again</button></p>
    </main>
    <main v-else-if="!store.document" class="page" aria-busy="true"><p class="quiet">Opening the job.</p></main>
    <template v-else>
      <StateBand :job="job" />
      <router-view />
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
.band {
  display: flex;
  align-items: center;
  gap: 14px;
  height: 58px;
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
.whole {
  display: flex;
  gap: 14px;
  font-size: 13.5px;
}
.whole a {
  color: var(--band-ink);
  text-decoration: none;
  padding: 6px 0;
}
.whole a:hover,
.whole .router-link-active {
  text-decoration: underline;
  text-underline-offset: 5px;
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
  .band :deep(.stakes) {
    order: 3;
    flex: 0 0 100%;
    justify-content: space-between;
    overflow-x: auto;
  }
  .band :deep(.stake) {
    width: auto;
    min-width: 44px;
    flex: 1;
    font-size: 11.5px;
  }
}
.tool:disabled {
  color: #8fa097;
  text-decoration: none;
  cursor: default;
}
</style>
