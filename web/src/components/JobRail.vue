<script setup lang="ts">
import {
  CalendarDays,
  Camera,
  ChevronsLeft,
  ChevronsRight,
  LayoutDashboard,
  Map as MapIcon,
  Package,
  ReceiptText,
} from 'lucide-vue-next'
import Button from 'primevue/button'
import { type Component, computed, ref } from 'vue'
import { type RouteLocationRaw, useRoute } from 'vue-router'
import StateMark from '@/components/StateMark.vue'
import { useStates } from '@/composables/useStates'
import { kindIcon } from '@/kinds/icons'
import { besides, PRICED_PAGES, STRUCTURE_PAGES } from '@/logic/pages'
import { stateLabel } from '@/logic/states'
import { useJob } from '@/stores/job'
import { useSession } from '@/stores/session'

/** The job's pages, its structures among them, each with its state. */
const props = defineProps<{ job: string; structure: string }>()
const store = useJob()
const session = useSession()
const route = useRoute()
const { stateOf } = useStates()

const allowed = (page: string) => session.session?.sees_prices !== false || !PRICED_PAGES.includes(page)
const BEFORE = [
  { page: 'overview', says: 'Overview', icon: LayoutDashboard },
  { page: 'site-plan', says: 'Site', icon: MapIcon },
]
const AFTER = [
  { page: 'materials', says: 'Materials', icon: Package },
  { page: 'estimate', says: 'Estimate & contract', icon: ReceiptText },
  { page: 'schedule', says: 'Schedule', icon: CalendarDays },
  { page: 'record', says: 'Site record', icon: Camera },
]
/** Pages of one structure, whose own entry is the one that is here. */
const here = (page: string) => besides(page).includes(String(route.name))
const ofStructure = (id: string) => STRUCTURE_PAGES.includes(String(route.name)) && props.structure === id

const KEY = 'trellis.rail'
const NARROW = ['site-plan', ...STRUCTURE_PAGES]
const wished = ref<Record<string, boolean>>(JSON.parse(localStorage.getItem(KEY) ?? '{}') as Record<string, boolean>)
const sort = computed(() => (NARROW.includes(String(route.name)) ? 'narrow' : 'wide'))
const wide = computed(() => wished.value[sort.value] ?? sort.value === 'wide')
function fold(): void {
  wished.value = { ...wished.value, [sort.value]: !wide.value }
  localStorage.setItem(KEY, JSON.stringify(wished.value))
}
const to = (page: string) => ({
  name: page,
  params: page === 'record' ? { job: props.job, structure: props.structure } : { job: props.job },
})
interface Entry {
  key: string
  to: RouteLocationRaw
  says: string
  hint: string
  icon: Component
  here: boolean
  state?: string
}
const pages = (items: readonly { page: string; says: string; icon: Component }[]): Entry[] =>
  items.map((item) => ({ ...item, key: item.page, hint: item.says, to: to(item.page), here: here(item.page) }))
/** Pages before the structures, the structures themselves, and pages after them. */
const groups = computed<Entry[][]>(() => [
  pages(BEFORE),
  (store.shown?.structures ?? []).map(({ name, spec }) => ({
    key: spec.id,
    to: { name: 'design', params: { job: props.job, structure: spec.id } },
    says: name,
    hint: `${name}: ${stateLabel(stateOf(spec.id))}`,
    icon: kindIcon(spec.kind),
    here: ofStructure(spec.id),
    state: stateOf(spec.id),
  })),
  pages(AFTER.filter((item) => allowed(item.page))),
])
</script>

<template>
  <nav class="rail no-print" :class="{ wide }" aria-label="Pages of the job">
    <p v-if="wide" class="job">
      <b>{{ store.shown?.name }}</b>
      <span class="quiet small">{{ [store.shown?.client, store.shown?.place].filter(Boolean).join(' · ') }}</span>
    </p>
    <template v-for="(group, k) in groups" :key="k">
      <hr v-if="k && group.length" />
      <router-link
        v-for="item in group"
        :key="item.key"
        :to="item.to"
        class="item"
        :class="{ here: item.here, structure: item.state !== undefined }"
        :aria-current="item.here ? 'page' : undefined"
        :title="wide ? undefined : item.hint"
      >
        <component :is="item.icon" :size="18" :stroke-width="1.75" aria-hidden="true" />
        <span class="says">{{ item.says }}</span>
        <StateMark v-if="item.state" :state="item.state" :size="wide ? 15 : 12" class="state" />
      </router-link>
    </template>
    <Button
      unstyled
      class="item fold"
      :aria-expanded="wide"
      :aria-label="wide ? 'Fold the menu' : 'Open the menu'"
      @click="fold"
    >
      <component :is="wide ? ChevronsLeft : ChevronsRight" :size="18" :stroke-width="1.75" aria-hidden="true" />
    </Button>
  </nav>
</template>

<style scoped>
.rail {
  width: 56px;
  flex: none;
  display: flex;
  flex-direction: column;
  gap: 2px;
  padding: 8px 6px;
  background: var(--paper);
  border-right: 1px solid var(--line);
  overflow-y: auto;
}
.rail.wide {
  width: 208px;
}
.job {
  display: grid;
  margin: 2px 0 8px;
  padding: 0 12px;
}
.job > * {
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
.item {
  position: relative;
  display: flex;
  align-items: center;
  gap: 10px;
  min-height: 36px;
  padding: 0 12px;
  border: 0;
  border-radius: 4px;
  background: none;
  color: var(--ink-2);
  text-decoration: none;
  cursor: pointer;
}
.item :deep(svg) {
  flex: none;
}
.item:hover {
  background: var(--ground);
  color: var(--ink);
}
.item.here {
  background: var(--chalk-soft);
  color: var(--ink);
  font-weight: 600;
}
.item.here::before {
  content: '';
  position: absolute;
  left: -6px;
  top: 5px;
  bottom: 5px;
  width: 4px;
  background: var(--flag);
}
.says {
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
  min-width: 0;
}
.rail:not(.wide) .says {
  position: absolute;
  width: 1px;
  height: 1px;
  clip-path: inset(50%);
}
.state {
  margin-left: auto;
}
.rail:not(.wide) .state {
  position: absolute;
  right: 4px;
  bottom: 3px;
}
hr {
  width: 100%;
  margin: 6px 0;
  border: 0;
  border-top: 1px solid var(--line);
}
.fold {
  margin-top: auto;
}
@media (max-width: 860px) {
  .rail,
  .rail.wide {
    width: 100%;
    flex-direction: row;
    overflow-x: auto;
    overflow-y: hidden;
    border-right: 0;
    border-top: 1px solid var(--line);
    padding: 2px 4px;
    gap: 0;
  }
  .rail .item {
    flex: none;
    flex-direction: column;
    justify-content: center;
    gap: 2px;
    min-width: 72px;
    max-width: 108px;
    min-height: 56px;
    padding: 4px 8px;
  }
  .item.here::before {
    left: 8px;
    right: 8px;
    top: -2px;
    bottom: auto;
    width: auto;
    height: 3px;
  }
  .rail .item .says,
  .rail:not(.wide) .item .says {
    position: static;
    width: auto;
    height: auto;
    clip-path: none;
    max-width: 92px;
    font-size: 12px;
    text-align: center;
  }
  .rail .state,
  .rail:not(.wide) .state {
    margin-left: 0;
    position: absolute;
    top: 4px;
    bottom: auto;
    right: 14px;
  }
  hr,
  .job,
  .fold {
    display: none;
  }
}
</style>
