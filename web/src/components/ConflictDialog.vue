<script setup lang="ts">
import Button from 'primevue/button'
import RadioButton from 'primevue/radiobutton'
import Dialog from 'primevue/dialog'
import { computed, reactive, watch } from 'vue'
import type { ClashRow, Job } from '@/api/types'
import { useJob } from '@/stores/job'
import { showLength } from '@/logic/units'

const job = useJob()
const choices = reactive<Record<string, 'mine' | 'theirs'>>({})
watch(
  () => job.conflict,
  (conflict) => {
    for (const key of Object.keys(choices)) delete choices[key]
    for (const clash of conflict?.clashes ?? []) choices[clash.path] = 'theirs'
  },
  { immediate: true },
)

const open = computed(() => job.saved === 'conflict' && !!job.conflict)
function show(clash: ClashRow, side: 'mine' | 'theirs'): string {
  const value = clash[side] as unknown
  if (value === null || value === undefined) return 'removed'
  if (typeof value === 'number' && clash.path.endsWith('_m')) return showLength(value, job.tape)
  if (typeof value === 'object') return describe(value as Record<string, unknown>)
  return String(value)
}
function describe(value: Record<string, unknown>): string {
  const at = typeof value.at_m === 'number' ? ` at ${showLength(value.at_m, job.tape)}` : ''
  return `${String(value.what ?? value.name ?? value.id ?? 'a part')}${at}`
}
const words = (path: string) =>
  path
    .split('/')
    .filter((part) => part !== 'spec' && part !== 'structures')
    .map((part) => part.replace(/_m$/, '').replaceAll('_', ' '))
    .join(' › ')

/** Puts the chosen values into the version in which all else is already joined. */
function join(): void {
  const conflict = job.conflict
  if (!conflict) return
  const chosen = JSON.parse(JSON.stringify(conflict.merged)) as Job
  for (const clash of conflict.clashes)
    if (choices[clash.path] === 'mine') put(chosen, clash.path.split('/'), clash.mine)
  void job.resolve(chosen)
}
function keyed(list: unknown[], key: string): number {
  return list.findIndex((item) => {
    const entry = item as Record<string, unknown>
    const spec = (entry.spec ?? entry) as Record<string, unknown>
    return String(spec.id ?? entry.line ?? entry.at_m ?? `${String(entry.item)}@${String(entry.length_m)}`) === key
  })
}
function put(target: unknown, path: string[], value: unknown): void {
  const [head, ...rest] = path
  if (head === undefined || target === null || typeof target !== 'object') return
  if (Array.isArray(target)) {
    const at = keyed(target, head)
    if (rest.length) put(target[at], rest, value)
    else if (value === null && at >= 0) target.splice(at, 1)
    else if (at >= 0) target[at] = value
    else target.push(value)
    return
  }
  const record = target as Record<string, unknown>
  if (rest.length) put(record[head], rest, value)
  else record[head] = value
}
</script>

<template>
  <Dialog :visible="open" modal :closable="false" :style="{ width: '640px' }" header="Edit conflict">
    <template v-if="job.conflict">
      <p>
        {{ job.conflict.author || 'Someone' }} saved while you were working. All that does not clash is already joined.
        Choose the rest, part by part:
      </p>
      <p v-if="!job.conflict.clashes.length">Nothing clashes: theirs is newer. Join to go on.</p>
      <table v-else>
        <thead>
          <tr>
            <th>Part</th>
            <th>Yours</th>
            <th>Theirs</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="clash in job.conflict.clashes" :key="clash.path">
            <td>{{ words(clash.path) }}</td>
            <td v-for="side in ['mine', 'theirs'] as const" :key="side">
              <label class="choice"
                ><RadioButton v-model="choices[clash.path]" :name="clash.path" :value="side" />
                {{ show(clash, side) }}</label
              >
            </td>
          </tr>
        </tbody>
      </table>
    </template>
    <template #footer><Button @click="join">Merge</Button></template>
  </Dialog>
</template>

<style scoped>
.choice {
  display: flex;
  gap: 6px;
  align-items: baseline;
  cursor: pointer;
}
</style>
