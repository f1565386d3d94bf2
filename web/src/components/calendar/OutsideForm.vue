<script setup lang="ts">
import DayField from '@/components/DayField.vue'
import Button from 'primevue/button'
import { computed } from 'vue'
import type { Calendar, Outside } from '@/api/types'
import CountField from '@/components/CountField.vue'
import PickField from '@/components/PickField.vue'
import WordsField from '@/components/WordsField.vue'
import { useJob } from '@/stores/job'

/** One thing that comes from outside: what, when, how long, what waits for it and what it waits for. */
const props = defineProps<{ id: string; calendar: Calendar }>()
const store = useJob()
const at = computed(() => (store.document?.calendar?.outside ?? []).findIndex((item) => item.id === props.id))
const own = computed(() => store.document?.calendar?.outside?.[at.value] ?? null)
const path = (field: string) => `calendar/outside/${at.value}/${field}`
const KINDS = ['delivery', 'made elsewhere', 'other trade', 'inspection'].map((value) => ({ value, says: value }))
const tasks = computed(() => [
  { value: '', says: 'nothing' },
  ...props.calendar.tasks
    .filter((task) => task.structure)
    .map((task) => ({ value: task.id, says: `${task.name}: ${task.what.slice(0, 50)}` })),
])
const edit = (change: (item: Outside) => void) =>
  store.change(
    (job) => {
      const item = job.calendar?.outside?.find((one) => one.id === props.id)
      if (item) change(item)
    },
    `${own.value?.what || own.value?.kind} changed`,
  )
const away = () =>
  store.change(
    (job) => {
      job.calendar!.outside = job.calendar!.outside!.filter((item) => item.id !== props.id)
    },
    `${own.value?.what || own.value?.kind} taken away`,
  )
</script>

<template>
  <section v-if="own" class="form" :aria-label="own.what || own.kind">
    <PickField
      label="What comes"
      :model-value="own.kind ?? 'delivery'"
      :options="KINDS"
      :path="path('kind')"
      @update:model-value="edit((item) => (item.kind = $event as Outside['kind']))"
    />
    <WordsField
      label="Notes"
      :model-value="own.what ?? ''"
      :longest="120"
      :path="path('what')"
      @update:model-value="edit((item) => (item.what = $event))"
    />
    <DayField label="On" :model-value="own.on ?? ''" @update:model-value="edit((item) => (item.on = $event))" />
    <CountField
      label="For how many days"
      :model-value="own.days_count ?? 1"
      :path="path('days_count')"
      @update:model-value="edit((item) => (item.days_count = $event ?? 1))"
    />
    <PickField
      label="Follows"
      :model-value="own.after?.[0] ?? ''"
      :options="tasks"
      @update:model-value="edit((item) => (item.after = $event ? [String($event)] : []))"
    />
    <PickField
      label="Blocks"
      :model-value="own.waits?.[0] ?? ''"
      :options="tasks"
      @update:model-value="edit((item) => (item.waits = $event ? [String($event)] : []))"
    />
    <Button text size="small" @click="away">Remove it</Button>
  </section>
</template>

<style scoped>
.form {
  display: grid;
  gap: 8px;
}
</style>
