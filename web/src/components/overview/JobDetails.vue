<script setup lang="ts">
import Drawer from 'primevue/drawer'
import InputText from 'primevue/inputtext'
import Textarea from 'primevue/textarea'
import { computed, onMounted } from 'vue'
import { api, ask } from '@/api/client'
import type { Job } from '@/api/types'
import PickField from '@/components/PickField.vue'
import { useJob } from '@/stores/job'
import { useReference } from '@/stores/reference'

/** What the whole job is: its name, place, client and scope, who uses it, its code and its units. */
const open = defineModel<boolean>('open', { required: true })
const store = useJob()
const reference = useReference()
onMounted(() => void reference.load())
const text = (name: 'name' | 'place' | 'client' | 'wanted') => (value: string | undefined) => {
  if (name === 'name' && !value?.trim()) return
  store.change((job) => void (job[name] = value ?? ''), name)
}
const USES = [
  { value: 'house', says: 'A house of one or two families' },
  { value: 'farm', says: 'A farm' },
  { value: 'workplace', says: 'A workplace' },
  { value: 'public', says: 'Public use (engineer required)' },
]
const codes = computed(() => reference.reference?.codes ?? [])
/** Readings by their finest mark. */
const marksOf = computed(() =>
  (reference.reference?.marks ?? []).map(({ says, reading }) => ({ value: reading.mark_m, says, reading })),
)
function marks(value: string | number): void {
  const found = marksOf.value.find((item) => item.value === value)
  if (found) store.change((job) => void (job.reading = { ...found.reading }), 'units')
}
/** Another school knows other soils, winds and bags: the core says where what it does not know goes. */
async function school(value: Job['school']): Promise<void> {
  void reference.load(value)
  const body = { document: store.document!, school: value }
  const { document } = (await ask(api.POST('/api/designs/localize', { body }))) as { document: Job }
  store.change((job) => {
    job.school = document.school
    job.reading = document.reading
    job.yard.bag = document.yard.bag
    const { soil, exposure, wind_speed_m_per_s, wind_pressure_pa } = document.site
    Object.assign(job.site, { soil, exposure, wind_speed_m_per_s, wind_pressure_pa })
  }, 'code')
}
</script>

<template>
  <!-- Beside the page, not over it: undo and the rest stay at hand. -->
  <Drawer
    v-model:visible="open"
    position="right"
    header="Job details"
    :modal="false"
    :dismissable="false"
    class="job-details"
  >
    <div v-if="store.document" class="form">
      <label for="name">Job</label
      ><InputText
        id="name"
        :model-value="store.document.name"
        maxlength="120"
        @change="text('name')(($event.target as HTMLInputElement).value)"
      />
      <label for="place">Place</label
      ><InputText
        id="place"
        :model-value="store.document.place"
        maxlength="200"
        @change="text('place')(($event.target as HTMLInputElement).value)"
      />
      <label for="client">Client</label
      ><InputText
        id="client"
        :model-value="store.document.client"
        maxlength="120"
        @change="text('client')(($event.target as HTMLInputElement).value)"
      />
      <label for="wanted">Scope of work</label
      ><Textarea
        id="wanted"
        :model-value="store.document.wanted"
        rows="3"
        maxlength="2000"
        @change="text('wanted')(($event.target as HTMLTextAreaElement).value)"
      />
      <PickField
        label="Occupancy"
        :model-value="store.document.site.use"
        :options="USES"
        @update:model-value="store.change((job) => void (job.site.use = $event as never), 'who uses it')"
      />
      <p v-if="store.document.site.use === 'public'" class="strong">
        Public use: marks and pieces only. Nothing here will say that it passes; ask an engineer.
      </p>
      <p v-if="store.document.site.use === 'workplace'" class="small">
        Workplace: ask the local office which rules and licences apply before building.
      </p>
      <PickField
        label="Building code"
        :model-value="store.document.school"
        :options="codes"
        @update:model-value="school($event as Job['school'])"
      />
      <p v-if="store.document.school === 'ca'" class="small">
        Canada asks for the hourly wind pressure of the place, under Ground: no speed.
      </p>
      <PickField
        label="Tape and units"
        :model-value="store.document.reading.mark_m"
        :options="marksOf"
        @update:model-value="marks"
      />
    </div>
  </Drawer>
</template>

<style scoped>
.form {
  display: grid;
  gap: 6px;
  align-content: start;
}
.form > label {
  font-size: 13px;
  color: var(--ink-2);
  margin-top: 6px;
  margin-bottom: -4px;
}
</style>

<style>
.job-details.p-drawer {
  width: min(380px, 100vw);
  height: calc(100% - 48px);
  margin-top: 48px;
}
</style>
