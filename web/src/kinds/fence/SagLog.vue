<script setup lang="ts">
import Button from 'primevue/button'
import SelectBox from '@/components/SelectBox'
import { computed, ref, watch } from 'vue'
import { api, ask } from '@/api/client'
import type { Sheet } from '@/api/types'
import LengthField from '@/components/LengthField.vue'
import { newId } from '@/logic/ids'
import { showLength } from '@/logic/units'
import { useJob } from '@/stores/job'

/** The log of the latch edge against the mark made when the leaf was hung. */
const props = defineProps<{ sheet: Sheet | null; gate: string }>()
const store = useJob()
type Row = Awaited<ReturnType<typeof readLog>>[number]
const log = ref<Row[]>([])
async function readLog() {
  return (
    await ask(api.GET('/api/jobs/{job_id}/readings', { params: { path: { job_id: store.id } } }))
  ).readings.filter((row) => row.what === 'latch edge' && row.about.startsWith(`${props.gate}/`))
}
async function refresh(): Promise<void> {
  if (store.id) log.value = await readLog().catch(() => log.value)
}
watch([() => store.id, () => props.gate], refresh, { immediate: true })
const leaves = computed(() =>
  (props.sheet?.details ?? [])
    .filter((item) => item.id.endsWith('/leaf'))
    .map((item) => item.id.replace(/\/leaf$/, '')),
)
const dropped = ref<number | null>(null)
const which = ref('')
const fault = ref('')
watch(leaves, (at) => at.includes(which.value) || (which.value = at[0] ?? ''), { immediate: true })
async function note(): Promise<void> {
  const about = which.value
  if (dropped.value === null || !about) return
  const reading = {
    id: newId(),
    about,
    what: 'latch edge' as const,
    value_m: dropped.value,
    done: false,
    note: '',
    device: 'desk',
    measured_at: new Date().toISOString(),
  }
  fault.value = ''
  try {
    await ask(
      api.POST('/api/jobs/{job_id}/readings', {
        params: { path: { job_id: store.id } },
        body: { readings: [reading] },
      }),
    )
    dropped.value = null
    await refresh()
  } catch (error) {
    // What was measured stays in its field.
    fault.value = `Not kept. ${(error as Error).message}`
  }
}
</script>

<template>
  <section class="log" aria-label="Sag log">
    <h2>Sag log</h2>
    <p class="small">Make a mark on the latch post when the leaf is hung; measure down from it.</p>
    <form @submit.prevent="note">
      <label v-if="leaves.length > 1"
        >Leaf<SelectBox v-model="which">
          <option v-for="(item, i) in leaves" :key="item" :value="item">{{ i + 1 }}</option>
        </SelectBox></label
      >
      <LengthField
        label="Sag since installation"
        bare="in"
        :model-value="dropped"
        :tape="store.tape"
        optional="not measured"
        @update:model-value="dropped = $event"
      />
      <Button severity="secondary" outlined :disabled="dropped === null" type="submit">Keep</Button>
    </form>
    <p v-if="fault" class="fault" role="alert">{{ fault }}</p>
    <ul v-if="log.length">
      <li v-for="row in log" :key="row.id">
        {{ new Date(row.measured_at).toLocaleDateString() }}: leaf {{ row.about.slice(-1) }} down
        {{ showLength(row.value_m ?? 0, store.tape)
        }}<template v-if="row.planned_m != null"
          >, calculated {{ showLength(row.planned_m, store.tape) }} in the end</template
        >. <b v-if="row.verdict === 'outside'" class="verdict fail">Adjust gate: beyond latch tolerance</b
        ><span v-else class="quiet">within latch tolerance</span>
      </li>
    </ul>
  </section>
</template>

<style scoped>
.log {
  margin: 14px 0;
}
.log h2 {
  font-size: 15px;
}
.log form {
  display: flex;
  gap: 10px;
  align-items: end;
}
.log ul {
  list-style: none;
  padding: 0;
}
label {
  display: block;
  font-size: 12.5px;
  color: var(--ink-2);
}
select {
  font:
    600 14px 'Trellis Sans',
    system-ui,
    sans-serif;
  padding: 5px 6px;
  border: 1px solid var(--line);
  border-radius: 3px;
  background: var(--paper);
  color: var(--ink);
}
</style>
