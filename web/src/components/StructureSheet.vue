<script setup lang="ts">
import Button from 'primevue/button'
import { useEventListener, useMediaQuery } from '@vueuse/core'
import { computed, defineAsyncComponent, ref, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import type { DragHandle } from '@/api/types'
import FormPanel from '@/components/FormPanel.vue'
import CalculationPanel from '@/components/CalculationPanel.vue'
import ShowLayers from '@/components/ShowLayers.vue'
import SpaceInset from '@/components/SpaceInset.vue'
import StateMark from '@/components/StateMark.vue'
import TablesDrawer from '@/components/TablesDrawer.vue'
import ViewCanvas from '@/components/ViewCanvas.vue'
import { useJobSheet } from '@/composables/useJobSheet'
import { useOffers } from '@/composables/useOffers'
import { useStructure } from '@/composables/useStructure'
import { uiOf } from '@/kinds'
import { today } from '@/logic/days'
import { isOpen } from '@/logic/states'
import { useJob } from '@/stores/job'
import { useKinds } from '@/stores/kinds'

/** Any structure's sheet: its panel, its drawings, its tables and its calculation. */
const store = useJob()
const { called, come } = useKinds()
const { sheet, settled, settledOf, selected, structure, moving, problems, failed, late, run } = useJobSheet()
const { spec, specOf, fault, move, hold, act } = useStructure(structure)
const { shown: offered, preview, stay, end: endPreview, take } = useOffers(specOf)
watch(structure, endPreview)
const known = computed(() => !!spec.value)
/** More reasons than two would take the drawing's room: the others come when asked for. */
const FIRST_CONFLICTS = 2
const every = ref(false)
watch(structure, () => (every.value = false))
const conflicts = computed(() => sheet.value?.conflicts ?? [])
const shownConflicts = computed(() => (every.value ? conflicts.value : conflicts.value.slice(0, FIRST_CONFLICTS)))
const hiddenConflicts = computed(() => conflicts.value.length - shownConflicts.value.length)
const name = computed(
  () => store.shown?.structures.find((item) => item.spec.id === structure.value)?.name ?? 'No such structure',
)
const kind = computed(() => called(spec.value?.kind))
const panel = computed(() => uiOf(spec.value?.kind ?? '').panel ?? FormPanel)
const problem = computed(() => problems.value[0]?.message ?? (failed.value || fault.value))
const SpaceView = defineAsyncComponent(() => import('@/components/SpaceView.vue'))
const SunView = defineAsyncComponent(() => import('@/components/SunView.vue'))
/** Drawings are measured from; in space and in the sun it is looked at. */
const SIGHTS = [
  ['drawings', 'Drawings'],
  ['space', '3D view'],
  ['sun', 'Sun and shade'],
] as const
/** From the schedule it is come to at a task, in space. */
const route = useRoute()
const task = computed(() => String(route.query.task ?? ''))
const sight = ref<(typeof SIGHTS)[number][0]>(task.value ? 'space' : 'drawings')
const toward = ref<[number, number, number] | null>(null)
const sun = ref({ on: today(), hour: 15, utc_h: null as number | null })
watch(
  structure,
  () => {
    toward.value = null
    const own = (spec.value as { sun?: { on: string; hour: number; utc_h: number | null } } | null)?.sun
    if (own) sun.value = { ...own }
  },
  { immediate: true },
)
const hidden = ref<string[]>(['diagonal', 'diagonal-label'])
watch(structure, () => (fault.value = ''))

/** While something is pulled the drawing stays under the hand: what is told meanwhile lies over its buttons. */
const told = ref<HTMLElement>()
const room = ref('')
watch(
  () => !!moving.value,
  (pulling) => (room.value = pulling ? `${told.value?.offsetHeight ?? 0}px` : ''),
)

/** From so wide a window on, settings stand at the left and checks at the right; else they share one panel. */
const both = useMediaQuery('(min-width: 1600px), (max-width: 860px)')
const TABS = [
  ['settings', 'Settings'],
  ['checks', 'Checks'],
] as const
const tab = ref<(typeof TABS)[number][0]>('settings')
watch(selected, (id) => {
  if (id) tab.value = 'checks'
})
watch(structure, () => (tab.value = 'settings'))

/** Things that can be picked, in the order in which the keys walk over them. */
const things = computed(() => {
  if (!sheet.value) return []
  return (sheet.value.members.length ? sheet.value.members : sheet.value.posts).map((item) => item.id)
})
/** What was picked in the drawing and has its place in a table alone: a band, a wall. */
const touched = ref('')
function select(id: string): void {
  const all = sheet.value ? [...sheet.value.members, ...sheet.value.posts, ...sheet.value.bays] : []
  const known = all.some((item) => item.id === id)
  selected.value = known ? id : ''
  touched.value = known ? '' : id
}
/** A gate's page, from its drawing. */
const router = useRouter()
function open(id: string): void {
  const bay = sheet.value?.bays.find((item) => item.id === id && item.opening)
  const page = bay && uiOf(spec.value?.kind ?? '').opening?.(structure.value, bay.id)
  if (page) void router.push(page.to)
}
/** What its kind takes out at a press, it says which, or why not. */
const TAKE_OUT = 'take out'
async function takeOut(): Promise<void> {
  const thing = selected.value || touched.value
  if (!thing) return
  const of = structure.value
  await come()
  if (of !== structure.value || !kind.value?.acts.includes(TAKE_OUT)) return
  await act(TAKE_OUT, thing, `removed ${nameOf(thing)}`)
  if (!fault.value) selected.value = touched.value = ''
}
const handle = computed(() => sheet.value?.handles.find((item) => item.id === selected.value) ?? null)
const nameOf = (id: string) => {
  const post = sheet.value?.posts.find((item) => item.id === id)
  return (
    sheet.value?.members.find((item) => item.id === id)?.name ||
    sheet.value?.bays.find((item) => item.id === id)?.opening ||
    (post ? `post ${post.number}` : 'part of the drawing')
  ).toLowerCase()
}
async function drop(handle: DragHandle, to_m: number): Promise<void> {
  await move(handle, to_m, `moved ${nameOf(handle.id)}`)
  moving.value = null
}
function lock(handle: DragHandle): void {
  void hold(
    handle.id,
    handle.locked ? null : handle.station_m,
    handle.locked ? `let go of ${nameOf(handle.id)}` : `${nameOf(handle.id)} stays here`,
  )
}
function walk(way: number): void {
  const all = things.value
  if (!all.length) return
  const at = all.indexOf(selected.value)
  selected.value = all[at < 0 ? (way > 0 ? 0 : all.length - 1) : (at + way + all.length) % all.length]!
}
useEventListener('keydown', (event: KeyboardEvent) => {
  const at = event.target as HTMLElement
  if (
    at.matches('input, textarea, select, [role=combobox]') ||
    at.closest('[role=dialog]') ||
    event.ctrlKey ||
    event.metaKey
  )
    return
  const key = event.key.toLowerCase()
  if (key === ',') walk(-1)
  else if (key === '.') walk(1)
  else if (event.key === 'Escape' && offered.value) endPreview()
  else if (event.key === 'Escape') selected.value = ''
  else if (event.key === 'Delete') void takeOut()
  else if (key === 'l' && handle.value?.holds) lock(handle.value)
  else if (key === 'b') {
    const bay = sheet.value?.bays.find((item) => item.start === selected.value)
    if (bay) selected.value = bay.id
  } else if (handle.value && event.key.startsWith('Arrow')) {
    const back = event.key === 'ArrowLeft' || event.key === 'ArrowUp'
    if (handle.value.axis === 'line' && (event.key === 'ArrowUp' || event.key === 'ArrowDown')) return
    event.preventDefault()
    void drop(handle.value, handle.value.station_m + (back ? -1 : 1) * store.tape.mark_m)
  }
})
</script>

<template>
  <div class="stage" :class="{ both }">
    <div v-if="!both" class="tabs" role="tablist" aria-label="Panel">
      <Button
        v-for="[key, says] in TABS"
        :id="'panel-' + key"
        :key="key"
        unstyled
        class="tab"
        role="tab"
        :aria-selected="tab === key"
        :aria-controls="key"
        @click="tab = key"
      >
        {{ says }}
        <StateMark v-if="key === 'checks' && settled && isOpen(settled.verdict)" :state="settled.verdict" :size="14" />
      </Button>
    </div>
    <component
      :is="panel"
      v-show="both || tab === 'settings'"
      id="settings"
      class="settings"
      :structure="structure"
      :sheet="settled ?? sheet"
      :kind="kind"
      @touch="select($event)"
    />
    <main class="middle" :class="{ previewing: offered }">
      <h1 class="visually-hidden">{{ name }}</h1>
      <p v-if="!known" class="empty">
        This job has no such structure. <router-link :to="{ name: 'overview' }">Start one on the overview</router-link>.
      </p>
      <p v-else-if="!sheet && problem" class="empty">
        <b>It cannot be calculated yet.</b> {{ problem }}
        <Button severity="secondary" outlined @click="run">Try again</Button>
      </p>
      <p v-else-if="!sheet" class="empty" aria-busy="true">Calculating the first plan.</p>
      <template v-else>
        <div ref="told" class="told" :style="{ height: room }">
          <p v-if="problem" class="refused" role="alert">
            {{ problem }} <Button text size="small" @click="store.step('undo')">Undo</Button>
          </p>
          <p v-for="(text, at) in shownConflicts" :key="text" class="refused" role="alert">
            {{ text }} <Button v-if="!at && store.canUndo" text size="small" @click="store.step('undo')">Undo</Button>
            <Button v-if="at === shownConflicts.length - 1 && hiddenConflicts" text size="small" @click="every = true"
              >{{ hiddenConflicts }} more</Button
            >
          </p>
        </div>
        <div v-if="offered" class="offered no-print" role="status" @mouseenter="stay" @mouseleave="preview(null)">
          <b>Preview</b>
          <span class="what">{{ offered.says }}</span>
          <span class="quiet small">Your settings stay as they are.</span>
          <Button size="small" @click="take(offered)">Apply</Button>
          <Button size="small" severity="secondary" outlined @click="endPreview">Back (Esc)</Button>
        </div>
        <div class="bar no-print">
          <div id="scale" class="scale"></div>
          <ShowLayers
            v-if="sight === 'drawings' && sheet.layers.length"
            v-model:hidden="hidden"
            :layers="sheet.layers"
          />
          <div class="sights" role="group" aria-label="View">
            <Button
              v-for="[key, says] in SIGHTS"
              :key="key"
              severity="secondary"
              outlined
              size="small"
              :class="{ on: sight === key }"
              :aria-pressed="sight === key"
              @click="sight = key"
            >
              {{ says }}
            </Button>
          </div>
        </div>
        <div id="whole-line" class="no-print"></div>
        <SpaceView
          v-if="sight === 'space'"
          :structure="structure"
          :selected="selected"
          :toward="toward"
          :task="task"
          @select="select"
        />
        <SunView v-else-if="sight === 'sun'" v-model="sun" :structure="structure" @toward="toward = $event" />
        <p v-if="late && sight === 'drawings'" class="calculating no-print" role="status">
          Calculating the new settings…
        </p>
        <ViewCanvas
          v-if="sight === 'drawings'"
          :class="{ outdated: late }"
          tools="#scale"
          :sheet="sheet"
          :tape="store.tape"
          :selected="selected"
          :hidden="hidden"
          @select="select"
          @open="open"
          @drag="(handle, to_m) => (moving = { handle, to_m })"
          @drop="drop"
          @cancel="moving = null"
        >
          <template #picture>
            <SpaceInset :structure="structure" :name="name" @open="sight = 'space'" />
          </template>
        </ViewCanvas>
        <TablesDrawer
          :class="{ pulling: settled && sheet !== settled }"
          :sheet="settled ?? sheet"
          :structure="structure"
          :kind="kind"
          :selected="selected"
          :touched="touched"
          @select="select"
          @preview="preview"
          @take="take"
        />
      </template>
    </main>
    <CalculationPanel
      v-if="settled && known"
      v-show="both || tab === 'checks'"
      id="checks"
      :sheet="settled"
      :pulling="sheet !== settled"
      :late="settledOf !== selected"
      :selected="selected"
      :structure="structure"
      :kind="kind"
      :failed="problem"
      @select="select"
      @lock="lock"
      @preview="preview"
      @take="take"
    />
  </div>
</template>

<style scoped>
/* Layers of their own: a move over the drawing does not paint what stands beside it again. */
.stage > :deep(aside),
.drawer {
  will-change: transform;
}
.stage {
  flex: 1;
  min-height: 0;
  display: grid;
  grid-template: 40px minmax(0, 1fr) / minmax(0, 1fr) 320px;
}
.stage > .middle {
  grid-area: 1 / 1 / 3 / 2;
}
.stage > :deep(aside) {
  grid-area: 2 / 2;
  min-height: 0;
  border-left: 1px solid var(--line);
}
.stage > .tabs {
  grid-area: 1 / 2;
}
.stage.both {
  grid-template: minmax(0, 1fr) / 264px minmax(0, 1fr) 328px;
}
.stage.both > .middle {
  grid-area: 1 / 2;
}
.stage.both > :deep(.settings) {
  grid-area: 1 / 1;
  border-left: 0;
  border-right: 1px solid var(--line);
}
.stage.both > :deep(.calculation-panel) {
  grid-area: 1 / 3;
}
.tabs {
  display: flex;
  gap: 4px;
  padding: 0 12px;
  background: var(--paper);
  border-left: 1px solid var(--line);
  border-bottom: 1px solid var(--line);
}
.tabs .tab {
  display: flex;
  align-items: center;
  gap: 6px;
  padding: 0 10px;
  border: 0;
  border-bottom: 3px solid transparent;
  background: none;
  font-weight: 600;
  cursor: pointer;
}
.tabs .tab[aria-selected='true'] {
  border-bottom-color: var(--chalk);
  color: var(--chalk);
}
.middle {
  flex: 1;
  min-width: 0;
  display: flex;
  flex-direction: column;
  position: relative;
}
.calculating {
  position: absolute;
  inset: 50% auto auto 50%;
  z-index: 3;
  margin: 0;
  padding: 8px 14px;
  transform: translate(-50%, -50%);
  background: var(--paper);
  border: 1px solid var(--line);
  border-radius: 6px;
  font-size: 14px;
}
.outdated {
  opacity: 0.45;
}
.bar {
  display: flex;
  flex-wrap: wrap;
  justify-content: space-between;
  gap: 4px 10px;
  flex: none;
  padding: 4px 10px;
  background: var(--ground);
  border-bottom: 1px solid var(--line);
}
.scale {
  display: flex;
  gap: 10px;
  align-items: center;
}
.sights {
  display: flex;
  margin-left: auto;
}
.sights .plain {
  border-radius: 0;
  margin-left: -1px;
}
.empty {
  padding: 40px;
}
.offered {
  position: absolute;
  z-index: 2;
  left: 12px;
  right: 12px;
  bottom: 60px;
  display: flex;
  align-items: center;
  gap: 10px;
  padding: 8px 12px;
  background: var(--paper);
  border: 2px dashed var(--chalk);
  border-radius: 4px;
}
.offered .what {
  flex: 1;
  min-width: 0;
}
.previewing > :deep(.canvas) {
  outline: 2px dashed var(--chalk);
  outline-offset: -3px;
}
.told {
  flex: none;
  position: relative;
  z-index: 1;
}
.refused {
  margin: 0;
  padding: 7px 18px;
  background: color-mix(in srgb, var(--fail) 10%, var(--paper));
  border-bottom: 2px solid var(--fail);
  color: var(--fail);
  font-weight: 600;
}
@media (max-width: 860px) {
  .stage,
  .stage.both {
    display: flex;
    flex-direction: column;
    overflow-y: auto;
  }
  .stage > :deep(aside) {
    width: 100%;
    flex: none;
    overflow: visible;
  }
  .stage > .middle {
    order: -1;
    flex: none;
    height: max(82vh, 560px);
  }
}
@media print {
  .stage {
    display: block;
  }
}
</style>
