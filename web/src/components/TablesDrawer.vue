<script setup lang="ts">
import { GripHorizontal } from 'lucide-vue-next'
import Button from 'primevue/button'
import { refDebounced, useEventListener } from '@vueuse/core'
import { computed, defineAsyncComponent, ref, watch } from 'vue'
import type { Choice, Kind, Sheet } from '@/api/types'
import CautionList from '@/components/CautionList.vue'
import SearchLine from '@/components/SearchLine.vue'
import { useSearch } from '@/composables/useSearch'
import { useTakeoff } from '@/composables/useTakeoff'
import { uiOf } from '@/kinds'
import { useJob } from '@/stores/job'
import { change } from '@/logic/money'

// Loaded when the tray is first opened: the drawing does not wait for them.
const ChoiceTable = defineAsyncComponent(() => import('@/components/ChoiceTable.vue'))
const CutPlanTable = defineAsyncComponent(() => import('@/components/CutPlanTable.vue'))
const HolesTable = defineAsyncComponent(() => import('@/components/HolesTable.vue'))
const JointsTable = defineAsyncComponent(() => import('@/components/JointsTable.vue'))
const MarksTable = defineAsyncComponent(() => import('@/components/MarksTable.vue'))
const MembersTable = defineAsyncComponent(() => import('@/components/MembersTable.vue'))
const PiecesTable = defineAsyncComponent(() => import('@/components/PiecesTable.vue'))

/** The tables of a structure, as its kind names them, under its drawings. */
const props = defineProps<{
  sheet: Sheet
  structure: string
  kind: Kind | null
  selected: string
  touched: string /** what was picked in the drawing and is neither post, bay nor member */
}>()
const emit = defineEmits<{ select: [id: string]; preview: [choice: Choice | null]; take: [choice: Choice] }>()
const store = useJob()
const tables = computed(() =>
  (props.kind?.tables ?? []).filter(
    (table) => !table.needs || props.sheet.members.some((item) => item.what === table.needs),
  ),
)
const picked = ref('')
const tab = computed(() => picked.value || (tables.value[0]?.key ?? ''))
watch(
  () => props.structure,
  () => (picked.value = ''),
)
/** How far the tray is pulled up: shut, a few rows, or half of the room; kept for the person. */
const STOPS = ['shut', 'rows', 'half'] as const
type Stop = (typeof STOPS)[number]
const KEY = 'trellis.tray'
const kept = localStorage.getItem(KEY) as Stop | null
const stop = ref<Stop>(kept && STOPS.includes(kept) ? kept : window.innerHeight >= 900 ? 'rows' : 'shut')
watch(stop, (to) => localStorage.setItem(KEY, to))
const open = computed({
  get: () => stop.value !== 'shut',
  set: (on: boolean) => (stop.value = !on ? 'shut' : stop.value === 'shut' ? 'rows' : stop.value),
})
const pull = () => (stop.value = STOPS[(STOPS.indexOf(stop.value) + 1) % STOPS.length]!)
watch(
  // What its kind offers may come after what was picked.
  () => [props.touched, props.kind?.key ?? ''] as const,
  ([thing, kind]) => {
    const key = uiOf(kind).found
    if (!thing || !key) return
    picked.value = key
    open.value = true
  },
)
const now = computed(() => tables.value.find((table) => table.key === tab.value) ?? null)
const own = computed(() => uiOf(props.kind?.key ?? '').tables?.[tab.value] ?? null)

const document = refDebounced(
  computed(() => store.document),
  180,
)
const offered = computed(() => !!now.value?.offers.length)
const search = useSearch('member-options')
watch(
  [offered, () => props.structure, document],
  ([asked, structure, job]) => void (asked && job ? search.look(job, structure) : search.stop()),
  { immediate: true },
)
watch(() => props.structure, search.clear, { flush: 'sync' })
const of = (group: string) => (search.rows.value ?? []).filter((choice) => choice.group === group)
const { takeoff, fault: miscounted } = useTakeoff(
  computed(() => props.structure),
  computed(() => tab.value === 'pieces' || tab.value === 'cut plan'),
)
const fault = computed(() => (offered.value ? '' : miscounted.value))
const counts = computed<Record<string, string>>(() => ({
  members: String(props.sheet.members.length),
  marks: String(props.sheet.posts.length),
  holes: String(props.sheet.posts.length),
  pieces: takeoff.value ? String(takeoff.value.pieces.reduce((sum, row) => sum + row.count, 0)) : '',
  cautions: String(props.sheet.cautions.length + props.sheet.conflicts.length),
}))
function choose(key: string): void {
  open.value = !(open.value && tab.value === key)
  picked.value = key
}
const tape = ref({ from_end: false, to: 'centre' as const, mirrored: false })
const query = computed(
  () =>
    new URLSearchParams({
      from_end: String(tape.value.from_end),
      to: tape.value.to,
      mirrored: String(tape.value.mirrored),
    }),
)
const file = (name: string) => `/api/jobs/${store.id}/files/${props.structure}/${name}`
useEventListener('keydown', (event: KeyboardEvent) => {
  const at = event.target as HTMLElement
  if (at.matches('input, textarea, select') || event.ctrlKey || event.metaKey) return
  if (event.key.toLowerCase() === 'p') pull()
  const table = tables.value[Number(event.key) - 1]
  if (table) choose(table.key)
})
</script>

<template>
  <section class="drawer no-print" :class="[stop, { open }]" aria-label="Tables">
    <Button
      unstyled
      class="grip"
      :aria-label="stop === 'half' ? 'Close the tables' : 'Pull the tables up'"
      :aria-expanded="open"
      @click="pull"
    >
      <GripHorizontal :size="16" :stroke-width="1.75" aria-hidden="true" />
    </Button>
    <div class="bar">
      <div class="tabs" role="tablist" aria-label="Tables">
        <Button
          v-for="table in tables"
          :id="'tab-' + table.key"
          :key="table.key"
          unstyled
          class="tab"
          role="tab"
          :aria-selected="open && tab === table.key"
          aria-controls="panel"
          @click="choose(table.key)"
        >
          {{ table.says }} <span class="quiet">{{ counts[table.key] }}</span>
        </Button>
      </div>
      <a class="file" :href="`${file('sheets.pdf')}?${query}`" target="_blank">Site sheets</a>
      <a class="file" :href="file('working.pdf')" target="_blank">Calculation</a>
    </div>
    <div v-if="open" id="panel" role="tabpanel" :aria-labelledby="'tab-' + tab" class="panel" tabindex="0">
      <p v-if="fault" class="fault">{{ fault }}</p>
      <component :is="own" v-if="own" :structure="structure" :touched="touched" />
      <div v-else-if="now && offered" class="side">
        <SearchLine
          :busy="search.busy.value"
          :waiting="search.waiting.value"
          :planned="search.planned.value"
          :ceiling="search.ceiling.value"
          :fault="search.fault.value"
          @stop="search.stop"
        />
        <template v-for="group in now.offers" :key="group.group">
          <p v-if="group.beside" class="ways small">
            <Button
              v-for="way in of(group.group)"
              :key="way.says"
              severity="secondary"
              outlined
              size="small"
              :class="{ on: way.chosen }"
              :aria-pressed="way.chosen"
              @click="emit('take', way)"
            >
              {{ way.says }}, {{ way.whole }}{{ way.price_change ? `, ${change(way.price_change)}` : '' }}
            </Button>
          </p>
          <section v-else>
            <h3 v-if="group.title">{{ group.title }}</h3>
            <ChoiceTable
              :choices="of(group.group)"
              :busy="search.busy.value"
              :what="group.what"
              :whole="sheet.called"
              @preview="emit('preview', $event)"
              @take="emit('take', $event)"
            />
          </section>
        </template>
      </div>
      <MembersTable
        v-else-if="tab === 'members'"
        :members="sheet.members"
        :selected="selected"
        @select="emit('select', $event)"
      />
      <MarksTable
        v-else-if="tab === 'marks'"
        v-model="tape"
        :structure="structure"
        :selected="selected"
        :file="`${file('marks.csv')}?${query}`"
        @select="emit('select', $event)"
      />
      <HolesTable v-else-if="tab === 'holes'" :sheet="sheet" :selected="selected" @select="emit('select', $event)" />
      <PiecesTable
        v-else-if="tab === 'pieces'"
        :pieces="takeoff?.pieces ?? null"
        :selected="selected"
        :tape="store.tape"
        :file="file('pieces.csv')"
        @select="emit('select', $event)"
      />
      <template v-else-if="tab === 'cut plan'">
        <CutPlanTable v-if="takeoff" :cuts="takeoff.cuts" :tape="store.tape" />
        <p v-else class="quiet">Planning the cuts.</p>
      </template>
      <JointsTable
        v-else-if="tab === 'joints'"
        :structure="structure"
        :selected="selected"
        @select="emit('select', $event)"
      />
      <CautionList v-else :sheet="sheet" />
    </div>
  </section>
</template>

<style scoped>
.drawer {
  position: relative;
}
.grip {
  position: absolute;
  left: 50%;
  top: -24px; /* over the drawing's edge: no tab lies under it */
  transform: translateX(-50%);
  width: 62px;
  height: 24px;
  display: grid;
  place-items: center;
  border: 1px solid var(--line);
  border-bottom: 0;
  border-radius: 12px 12px 0 0;
  background: var(--paper);
  color: var(--ink-2);
  cursor: pointer;
  z-index: 2;
}
.half > .panel {
  height: 42vh;
}
/* Of the calculation before: the drawing alone follows the hand. */
.pulling > .panel {
  opacity: 0.45;
}
.side h3 {
  margin: 8px 0 2px;
  font-size: 13px;
}
.ways {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
  margin: 6px 0;
}
</style>
