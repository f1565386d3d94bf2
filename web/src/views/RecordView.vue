<script setup lang="ts">
import Button from 'primevue/button'
import { computed, onMounted, ref } from 'vue'
import { RouterLink } from 'vue-router'
import { api, ask } from '@/api/client'
import type { SiteReading, MeasurementImpact } from '@/api/types'
import DataList, { type ListColumn } from '@/components/DataList.vue'
import ApplyMeasurementBox from '@/components/ApplyMeasurementBox.vue'
import JobThumb from '@/components/JobThumb.vue'
import PageTabs from '@/components/PageTabs.vue'
import StructurePick from '@/components/StructurePick.vue'
import { useJobSheet } from '@/composables/useJobSheet'
import { useJob } from '@/stores/job'
import { showReading } from '@/logic/units'
import { sentence } from '@/logic/sentence'

const store = useJob()
const { sheet, structure } = useJobSheet()
const readings = ref<SiteReading[] | null>(null)
const fault = ref('')
async function load(): Promise<void> {
  fault.value = ''
  try {
    readings.value = (
      await ask(api.GET('/api/jobs/{job_id}/readings', { params: { path: { job_id: store.id } } }))
    ).readings
  } catch (error) {
    fault.value = (error as Error).message
  }
}
onMounted(load)
const field = computed(() => ({ name: 'field', params: { job: store.id, structure: structure.value } }))
const rows = computed(() => (readings.value ?? []).filter((row) => row.structure === structure.value))
function nameOf(about: string): string {
  const post = sheet.value?.posts.find((item) => item.id === about)
  if (post) return `Post ${post.number}`
  const member = sheet.value?.members.find((item) => item.id === about)
  const target = sheet.value?.targets.find((item) => item.about === about)
  return member?.name ?? sentence(target ? target.of || 'as built' : 'not in current plan')
}
/** Values of one kind at one post, from different phones, that do not agree. */
const twice = computed(() => {
  const found = new Map<string, Set<string>>()
  for (const row of rows.value)
    if (row.value_m !== null) {
      const key = `${row.about} ${row.what}`
      found.set(key, (found.get(key) ?? new Set()).add(row.device))
    }
  return new Set([...found].filter(([, devices]) => devices.size > 1).map(([key]) => key))
})
const set = computed(
  () => new Set(rows.value.filter((row) => row.what === 'set' && row.done).map((row) => row.about)).size,
)
/** A reading in words: "Post 2 at 6′ 4¾″", "moisture 22 %". */
function said(row: SiteReading): string {
  const value = showReading(row.value_m ?? 0, row.unit ?? 'm', store.tape)
  const post = sheet.value?.posts.find((item) => item.id === row.about)
  return post && row.what === 'stands at'
    ? `Post ${post.number} at ${value}`
    : `${nameOf(row.about)}, ${row.what} ${value}`
}
/** A reading that may be taken into the plan: first what it would change is shown. */
const asked = ref<SiteReading | null>(null)
const found = ref<MeasurementImpact | null>(null)
async function look(row: SiteReading): Promise<void> {
  fault.value = ''
  found.value = null
  asked.value = row
  try {
    const body = {
      document: store.document!,
      structure: structure.value,
      thing: row.about,
      at_m: row.value_m!,
      job: store.id,
    }
    found.value = (await ask(api.POST('/api/structure-types/apply-measurement', { body }))) as MeasurementImpact
  } catch (error) {
    fault.value = (error as Error).message
  }
}
function take(): void {
  const taken = found.value!
  store.change((job) => {
    const at = job.structures.find((item) => item.spec.id === structure.value)
    if (at) at.spec = taken.spec as never
    if (taken.rack.length) job.yard.rack = [...(job.yard.rack ?? []), ...taken.rack]
  }, 'took what was measured into the plan')
  found.value = asked.value = null
}
const COLUMNS: ListColumn[] = [
  { key: 'of', label: 'Part', by: 'about' },
  { key: 'what', label: 'What', by: 'what' },
  { key: 'measured', label: 'Measured', figure: true, strong: true },
  { key: 'planned', label: 'Planned', figure: true },
  { key: 'off', label: 'Off by', figure: true },
  { key: 'verdict', label: 'Tolerance', by: 'verdict' },
  { key: 'who', label: 'Who, when', quiet: true, by: 'measured_at' },
  { key: 'act', label: '' },
]
const ticks = (row: SiteReading) => (row.done ? 'Ticked' : row.what === 'set' ? 'Unticked' : '')
const measured = (row: SiteReading) =>
  row.value_m === null ? ticks(row) : showReading(row.value_m, row.unit, store.tape)
const planned = (row: SiteReading) => (row.planned_m == null ? '' : showReading(row.planned_m, row.unit, store.tape))
const off = (row: SiteReading) =>
  row.value_m === null || row.planned_m == null ? '' : showReading(row.value_m - row.planned_m, row.unit, store.tape)
/** To the minute: seconds are no part of a record. */
const when = (row: SiteReading) =>
  new Date(row.measured_at).toLocaleString(undefined, { dateStyle: 'medium', timeStyle: 'short' })
const lockable = (row: SiteReading) => row.replans === 'hold' && row.value_m !== null
</script>

<template>
  <main v-if="store.document" class="page">
    <header class="page-head">
      <h1>Site record</h1>
      <span class="end">
        <StructurePick />
        <Button severity="secondary" outlined @click="load">Fetch again</Button>
        <Button v-if="structure" :as="RouterLink" :to="field" label="Open field view" />
      </span>
    </header>
    <PageTabs place="record" label="Pages of the site record" />
    <p v-if="sheet" class="strong">{{ set }} of {{ sheet.posts.length }} posts are set.</p>
    <p v-if="fault" class="fault" role="alert">{{ fault }}</p>
    <ApplyMeasurementBox
      v-if="found && asked"
      :found="found"
      :what="said(asked)"
      @take="take"
      @leave="((found = null), (asked = null))"
    />
    <section v-if="!structure" class="panel-box empty">
      <h2>No structure yet</h2>
      <p>What is measured on site stands here beside what was planned.</p>
      <Button :as="RouterLink" :to="{ name: 'overview' }" label="Start a structure" />
    </section>
    <section v-else-if="readings && !rows.length" class="panel-box empty">
      <JobThumb v-if="sheet?.views[0]" :view="sheet.views[0]" />
      <h2>Nothing measured yet</h2>
      <p>
        Open field view on a phone, read a mark, tick it, and type what the tape says. Each reading shows here beside
        the plan, with its tolerance, and may be taken into the plan.
      </p>
    </section>
    <DataList v-if="rows.length" :rows="rows" :columns="COLUMNS" label="Readings" row-key="id" paged>
      <template #of="{ row }">{{ nameOf(row.about) }}</template>
      <template #what="{ row }"
        >{{ sentence(row.what) }}<template v-if="row.note">: {{ row.note }}</template></template
      >
      <template #measured="{ row }">{{ measured(row) }}</template>
      <template #planned="{ row }">{{ planned(row) }}</template>
      <template #off="{ row }">{{ off(row) }}</template>
      <template #verdict="{ row }">
        <span v-if="row.verdict" class="verdict" :class="row.verdict === 'inside' ? 'pass' : 'fail'"
          >{{ sentence(row.verdict) }} tolerance</span
        ><span v-if="row.mend" class="mend small">{{ row.mend }}.</span
        ><span v-if="twice.has(`${row.about} ${row.what}`)" class="strong"> Conflicting readings</span>
      </template>
      <template #who="{ row }">{{ row.author }}, {{ row.device }}, {{ when(row) }}</template>
      <template #act="{ row }">
        <Button
          v-if="lockable(row)"
          class="once"
          severity="secondary"
          outlined
          size="small"
          label="Update plan"
          @click="look(row)"
        />
      </template>
    </DataList>
  </main>
</template>

<style scoped>
.once {
  white-space: nowrap;
}
.mend {
  display: block;
  max-width: 34ch;
}
.page {
  overflow-y: auto;
}
.empty {
  max-width: 680px;
  margin-top: 16px;
}
.empty h2 {
  margin: 12px 0 4px;
}
</style>
