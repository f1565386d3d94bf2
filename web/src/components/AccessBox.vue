<script setup lang="ts">
import Button from 'primevue/button'
import { computed, ref } from 'vue'
import type { Job, JobList } from '@/api/types'
import CountField from '@/components/CountField.vue'
import LengthField from '@/components/LengthField.vue'
import WordsField from '@/components/WordsField.vue'
import { useJob } from '@/stores/job'

/** The way from the truck to the work: measured once, and held against everything that is carried along it. */
defineProps<{ notes: JobList['access'] }>()
type Access = Partial<Job['site']['access']>
type Sized = 'gate_m' | 'corner_from_m' | 'corner_to_m' | 'headroom_m' | 'carry_m' | 'machine_m'
const store = useJob()
const way = computed<Access>(() => store.document?.site.access ?? {})
const open = ref(false)
const SIZES: [Sized, string][] = [
  ['gate_m', 'Narrowest gate or passage'],
  ['corner_from_m', 'Passage before the corner'],
  ['corner_to_m', 'Passage after it'],
  ['headroom_m', 'Headroom at the corner'],
  ['carry_m', 'Truck to the work'],
  ['machine_m', 'Machine, wide'],
]
function put<K extends keyof Access>(name: K, value: Access[K]): void {
  store.change(
    (job) => void (job.site.access = { ...job.site.access, [name]: value } as Job['site']['access']),
    'access to the site',
  )
}
</script>

<template>
  <section>
    <header>
      <h2>Access</h2>
      <Button text size="small" :aria-expanded="open" @click="open = !open">{{ open ? 'Done' : 'Measure' }}</Button>
    </header>
    <ul v-if="notes.length">
      <li v-for="note in notes" :key="note.key" :class="{ fault: !note.fits }">{{ note.text }}</li>
    </ul>
    <p v-else-if="!open" class="small quiet">
      Measure the gate, the tightest corner and the carry: what does not pass is then told here.
    </p>
    <div v-if="open" class="fields">
      <LengthField
        v-for="[name, label] in SIZES"
        :key="name"
        :label="label"
        optional="not measured"
        :model-value="way[name] || null"
        :tape="store.tape"
        :path="`site/access/${name}`"
        @update:model-value="put(name, $event ?? 0)"
      />
      <CountField
        label="Slope, %"
        percent
        empty="level"
        :model-value="way.grade || null"
        path="site/access/grade"
        @update:model-value="put('grade', $event ?? 0)"
      />
      <WordsField
        label="Where the truck stands"
        :model-value="way.truck ?? ''"
        path="site/access/truck"
        @update:model-value="put('truck', $event)"
      />
    </div>
  </section>
</template>

<style scoped>
header {
  display: flex;
  justify-content: space-between;
  align-items: baseline;
}
ul {
  margin: 0;
  padding-left: 18px;
  font-size: 13.5px;
}
.fields {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 6px 12px;
}
</style>
