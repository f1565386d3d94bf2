<script setup lang="ts">
import { useEventListener } from '@vueuse/core'
import { CircleQuestionMark, Moon, Redo2, Search, Sun, SunMedium, Undo2 } from 'lucide-vue-next'
import Button from 'primevue/button'
import LazyMenu from '@/components/LazyMenu.vue'
import type { MenuItem } from 'primevue/menuitem'
import { computed, defineAsyncComponent, ref, useTemplateRef } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import SavedSign from '@/components/SavedSign.vue'
import SignOut from '@/components/SignOut.vue'
import { useTheme } from '@/composables/useTheme'
import { PAGES } from '@/logic/pages'
import { useFind } from '@/stores/find'
import { useJob } from '@/stores/job'
import { useSession } from '@/stores/session'

/** Over every page: the crew's pages, Find, undo and redo of the job, light, and a menu of one's own. */
/** Dialogs come when they are opened first: no page waits for them. */
const FindDialog = defineAsyncComponent(() => import('@/components/FindDialog.vue'))
const HelpDialog = defineAsyncComponent(() => import('@/components/HelpDialog.vue'))
const session = useSession()
const store = useJob()
const find = useFind()
const route = useRoute()
const router = useRouter()
const { theme, turn } = useTheme()
const help = ref(false)
const menu = useTemplateRef<{ toggle: (event: Event) => void }>('menu')
const leaving = useTemplateRef<{ leave: () => Promise<void> }>('leaving')
const sees = computed(() => session.session?.sees_prices !== false)
const links = computed(() => [
  { name: 'jobs', says: 'Jobs', here: route.name === 'jobs' || !!route.params.job },
  { name: 'board', says: 'Crew board', here: route.name === 'board' },
  ...(sees.value ? [{ name: 'price-book', says: 'Price book', here: route.name === 'price-book' }] : []),
  { name: 'calculators', says: 'Calculators', here: route.name === 'calculators' },
])
const inJob = computed(() => !!route.params.job && !!store.document)
const title = computed(() => (inJob.value ? store.shown?.name : PAGES[String(route.name)]) ?? 'Steady Trellis')
const initials = computed(() =>
  (session.session?.name || '?')
    .split(/\s+/)
    .map((word) => word.charAt(0).toUpperCase())
    .slice(0, 2)
    .join(''),
)
const goTo = (name: string, label = PAGES[name]!): MenuItem => ({ label, command: () => void router.push({ name }) })
const items = computed<MenuItem[]>(() => [
  { label: session.session?.name ?? '', items: [goTo('crew'), goTo('crew-defaults'), goTo('connections')] },
  {
    label: 'Help',
    items: [
      { label: 'Help for this page', command: () => void (help.value = true) },
      goTo('sources'),
      goTo('compare-codes'),
    ],
  },
  { separator: true },
  { label: 'Sign out', command: () => void leaving.value?.leave() },
])
const ICONS = { light: Sun, dark: Moon, sun: SunMedium }

function typing(event: KeyboardEvent): boolean {
  const at = event.target as HTMLElement
  return at.matches('input, textarea, select, [contenteditable]') || !!at.closest('[role=dialog]')
}
useEventListener('keydown', (event: KeyboardEvent) => {
  const key = event.key.toLowerCase()
  const control = event.ctrlKey || event.metaKey
  if (control && key === 'k') {
    event.preventDefault()
    find.show()
  } else if (typing(event)) return
  else if (control && key === 'z') {
    event.preventDefault()
    void store.step(event.shiftKey ? 'redo' : 'undo')
  } else if (control && key === 'y') {
    event.preventDefault()
    void store.step('redo')
  } else if (event.key === '?') help.value = true
})
</script>

<template>
  <header class="band no-print">
    <router-link to="/" class="mark" aria-label="All jobs"
      ><img src="/favicon.svg" width="30" height="30" alt=""
    /></router-link>
    <p class="title">{{ title }}</p>
    <nav class="links" aria-label="Pages of the crew">
      <router-link
        v-for="link in links"
        :key="link.name"
        :to="{ name: link.name }"
        :class="{ here: link.here }"
        :aria-current="link.here ? 'page' : undefined"
        >{{ link.says }}</router-link
      >
    </nav>
    <div class="right">
      <SavedSign v-if="inJob" />
      <Button unstyled class="find" aria-keyshortcuts="Control+K" @click="find.show">
        <Search :size="16" :stroke-width="1.75" aria-hidden="true" />
        <span>Find a job, page or setting</span><kbd aria-hidden="true">Ctrl K</kbd>
      </Button>
      <template v-if="inJob">
        <Button
          unstyled
          class="tool"
          aria-label="Undo"
          title="Undo (Ctrl Z)"
          :disabled="!store.canUndo && store.saved === 'saved'"
          @click="store.step('undo')"
        >
          <Undo2 :size="18" :stroke-width="1.75" aria-hidden="true" />
        </Button>
        <Button
          unstyled
          class="tool"
          aria-label="Redo"
          title="Redo (Ctrl Y)"
          :disabled="!store.canRedo"
          @click="store.step('redo')"
        >
          <Redo2 :size="18" :stroke-width="1.75" aria-hidden="true" />
        </Button>
      </template>
      <Button unstyled class="tool" :aria-label="`Theme: ${theme}`" :title="`Theme: ${theme}`" @click="turn">
        <component :is="ICONS[theme]" :size="18" :stroke-width="1.75" aria-hidden="true" />
      </Button>
      <Button
        unstyled
        class="tool wide"
        aria-label="Help for this page, and keys"
        title="Help (?)"
        @click="help = true"
      >
        <CircleQuestionMark :size="18" :stroke-width="1.75" aria-hidden="true" />
      </Button>
      <Button unstyled class="own" aria-label="Your menu" aria-haspopup="true" @click="menu?.toggle($event)">
        {{ initials }}
      </Button>
      <LazyMenu ref="menu" :items="items" />
    </div>
    <SignOut ref="leaving" />
    <FindDialog v-if="find.open" />
    <HelpDialog v-if="help" v-model:open="help" :page="String(route.name ?? '')" />
  </header>
</template>

<style scoped>
.band {
  display: flex;
  align-items: center;
  gap: 16px;
  height: 48px;
  flex: none;
  background: var(--band);
  color: var(--band-ink);
  padding: 0 16px 0 14px;
}
.band :focus-visible {
  outline-color: #fff;
}
.mark {
  line-height: 0;
}
.title {
  display: none;
}
.links {
  display: flex;
  align-self: stretch;
  gap: 24px;
  margin-left: 8px;
}
.links a {
  display: flex;
  align-items: center;
  color: var(--band-soft);
  text-decoration: none;
  border-bottom: 3px solid transparent;
  border-top: 3px solid transparent;
}
.links a:hover {
  color: #fff;
}
.links .here {
  color: #fff;
  font-weight: 600;
  border-bottom-color: var(--flag);
}
.right {
  display: flex;
  align-items: center;
  gap: 8px;
  margin-left: auto;
  min-width: 0;
}
.find {
  display: flex;
  align-items: center;
  gap: 8px;
  width: 300px;
  height: 32px;
  margin: 0 8px;
  padding: 0 8px;
  border: 1px solid var(--band-edge);
  border-radius: 3px;
  background: var(--band-field);
  color: var(--band-soft);
  cursor: pointer;
}
.find span {
  flex: 1;
  text-align: left;
  overflow: hidden;
  white-space: nowrap;
  text-overflow: ellipsis;
}
kbd {
  font: inherit;
  font-size: 12px;
  padding: 0 5px;
  border: 1px solid var(--band-edge);
  border-radius: 3px;
  white-space: nowrap;
}
.tool {
  display: grid;
  place-items: center;
  width: 32px;
  height: 32px;
  padding: 0;
  border: 0;
  border-radius: 3px;
  background: none;
  color: var(--band-ink);
  cursor: pointer;
}
.tool:hover:not(:disabled) {
  background: var(--band-field);
}
.tool:disabled {
  color: var(--band-off);
  cursor: default;
}
.own {
  width: 32px;
  height: 32px;
  border: 0;
  border-radius: 50%;
  background: var(--band-own);
  color: #fff;
  font-size: 13px;
  font-weight: 600;
  cursor: pointer;
}
@media (max-width: 1080px) {
  .find {
    width: 32px;
    margin: 0;
    justify-content: center;
  }
  .find span {
    position: absolute;
    width: 1px;
    height: 1px;
    clip-path: inset(50%);
  }
  .find kbd {
    display: none;
  }
}
@media (max-width: 860px) {
  .band {
    gap: 8px;
    padding: 0 10px;
  }
  .links,
  .tool.wide {
    display: none;
  }
  .title {
    display: block;
    flex: 1;
    min-width: 0;
    margin: 0;
    font-weight: 600;
    overflow: hidden;
    text-overflow: ellipsis;
    white-space: nowrap;
  }
  .right {
    gap: 4px;
  }
  .right :deep(.sign:not(.amiss)) {
    display: none;
  }
}
</style>
