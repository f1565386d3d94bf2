<script setup lang="ts">
import Button from 'primevue/button'
import InputText from 'primevue/inputtext'
import { computed, ref } from 'vue'
import type { Job, JobList } from '@/api/types'
import DataList, { type ListColumn } from '@/components/DataList.vue'
import { today } from '@/logic/days'
import { showLength } from '@/logic/units'
import { useJob } from '@/stores/job'

/** A delivery ticked off line by line: what came good is in hand, the rest stays on the list and is planned again. */
type Line = JobList['bill']['lines'][number]
const props = defineProps<{ list: JobList }>()
const store = useJob()
const open = ref(false)
const good = ref<Record<string, string>>({})
const note = ref('')
const wrong = ref('')
const key = (line: Line) => `${line.item} ${line.length_m ?? ''}`
const due = computed(() => props.list.bill.lines.filter((line) => !line.in_hand))
const DUE: ListColumn[] = [
  { key: 'says', label: 'Line', strong: true },
  { key: 'count', label: 'Asked', figure: true },
  { key: 'good', label: 'Good', figure: true },
]
const days = computed(() => props.list.arrived)
function begin(): void {
  good.value = Object.fromEntries(due.value.map((line) => [key(line), String(line.count)]))
  note.value = wrong.value = ''
  open.value = true
}
function take(): void {
  const rows = due.value.map((line) => ({ line, count: Number(good.value[key(line)]) }))
  const bad = rows.find(({ count }) => !Number.isInteger(count) || count < 0 || count > 20000)
  if (bad) {
    wrong.value = `${bad.line.says}: write how many came good, as a whole number`
    return
  }
  const on = today()
  const stamp = Date.now().toString(36)
  store.change((job) => {
    rows.forEach(({ line, count }, k) => {
      if (count === 0) return
      const length_m = line.length_m ?? null
      job.came.push({
        id: `${stamp}-${k}`,
        item: line.item,
        length_m,
        asked: Math.max(line.count, count),
        good: count,
        returned: 0,
        on,
        note: note.value.slice(0, 200),
      })
    })
  }, 'a delivery came')
  open.value = false
}
function forget(on: string): void {
  store.change((job) => (job.came = job.came.filter((row) => (row.on ?? '') !== on)), 'a delivery taken back')
}
function giveBack(id: string): void {
  store.change((job) => {
    const row = job.came.find((one) => one.id === id)
    if (row) row.returned = Math.min(row.good, (row.returned ?? 0) + 1)
  }, 'sent back to the supplier')
}
const says = (row: Job['came'][number]) =>
  `${row.good} of ${row.asked} ${row.item}${row.length_m ? ` × ${showLength(row.length_m, store.tape)}` : ''}`
</script>

<template>
  <section aria-label="Deliveries received">
    <h2>Deliveries received</h2>
    <ul v-if="days.length" class="small">
      <li v-for="day in days" :key="day.on">
        <details>
          <summary>
            {{ day.on || 'some day' }}: {{ day.lines.length }} {{ day.lines.length === 1 ? 'line' : 'lines'
            }}{{ day.short_count ? `, ${day.short_count} short or damaged` : ', all of it good' }}
            {{ day.note ? `(${day.note})` : '' }}
          </summary>
          <p v-for="row in day.lines" :key="row.id">
            {{ says(row) }}{{ row.returned ? `, ${row.returned} returned` : '' }}
            <Button
              v-if="row.good > (row.returned ?? 0)"
              text
              size="small"
              :aria-label="`Return one of ${row.item}`"
              @click="giveBack(row.id)"
              >Return one</Button
            >
          </p>
          <Button text size="small" :aria-label="`take back what came on ${day.on}`" @click="forget(day.on)">
            Take back
          </Button>
        </details>
      </li>
    </ul>
    <p v-else class="small quiet">Nothing yet. Tick off a delivery, and the list says what is still to buy.</p>
    <Button v-if="!open && due.length" severity="secondary" outlined size="small" @click="begin"
      >Receive delivery</Button
    >
    <p v-if="!due.length && days.length" class="small">Everything on the list is here.</p>
    <form v-if="open" class="arrived" @submit.prevent="take">
      <p class="small quiet">How many of each came good. What is short or damaged stays on the list.</p>
      <DataList :rows="due" :columns="DUE" label="What came" row-key="says">
        <template #good="{ row: line }">
          <InputText v-model="good[key(line)]" inputmode="numeric" :aria-label="`good of ${line.says}`" size="small" />
        </template>
      </DataList>
      <label class="small">What was wrong <InputText v-model="note" maxlength="200" class="note" size="small" /></label>
      <p v-if="wrong" class="fault" role="alert">{{ wrong }}</p>
      <Button size="small" type="submit">Record delivery</Button>
      <Button text size="small" type="button" @click="open = false">Not now</Button>
    </form>
  </section>
</template>

<style scoped>
.arrived {
  display: grid;
  gap: 8px;
  justify-items: start;
}
table {
  width: 100%;
}
tbody th {
  font-weight: 400;
  text-align: left;
}
.n {
  text-align: right;
  white-space: nowrap;
}
.n input {
  width: 5em;
  text-align: right;
}
.note {
  width: 22em;
  max-width: 100%;
}
</style>
