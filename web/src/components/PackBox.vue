<script setup lang="ts">
import Button from 'primevue/button'
import Checkbox from 'primevue/checkbox'
import { useIntervalFn } from '@vueuse/core'
import { computed, ref } from 'vue'
import { api, ask, done } from '@/api/client'
import type { PackTold } from '@/api/types'

/** The job pack: ordered, made apart while work goes on, and opened when it is there. */
const props = defineProps<{ job: string; paper: 'letter' | 'a4' }>()
const order = ref('')
const PARTS = [
  ['site', 'Site plan'],
  ['days', 'Days'],
  ['list', 'Buy list'],
  ['crew', 'Crew sheets, two pages each'],
  ['sheets', 'Site sheets in full'],
  ['calculation', 'Calculations'],
] as const
/** What a crew takes along; the rest is an annex that is chosen. */
const parts = ref<(typeof PARTS)[number][0][]>(['site', 'list', 'crew'])
const told = ref<PackTold | null>(null)
const fault = ref('')
const busy = computed(() => told.value?.stage === 'waiting' || told.value?.stage === 'making')
const path = () => ({ params: { path: { job_id: props.job, order: order.value } } })
const { pause, resume } = useIntervalFn(look, 400, { immediate: false })
async function look(): Promise<void> {
  try {
    told.value = await ask(api.GET('/api/jobs/{job_id}/pack/{order}', path()))
    fault.value = ''
    if (!busy.value) pause()
  } catch (error) {
    fault.value = (error as Error).message
    pause()
  }
}
async function make(): Promise<void> {
  fault.value = ''
  told.value = { stage: 'waiting', done: 0, of: 0, says: 'waiting for its turn' }
  try {
    const body = { paper: props.paper, parts: PARTS.map(([key]) => key).filter((key) => parts.value.includes(key)) }
    order.value = (
      await ask(api.POST('/api/jobs/{job_id}/pack', { params: { path: { job_id: props.job } }, body }))
    ).order
    resume()
  } catch (error) {
    told.value = null
    fault.value = (error as Error).message
  }
}
async function stop(): Promise<void> {
  try {
    await done(api.DELETE('/api/jobs/{job_id}/pack/{order}', path()))
  } catch (error) {
    fault.value = (error as Error).message
  }
}
</script>

<template>
  <div class="pack">
    <template v-if="told?.stage === 'made'">
      <a :href="`/api/jobs/${job}/pack/${order}/pack.pdf`" target="_blank" rel="noreferrer">Open the job pack</a>
      <Button text size="small" @click="make">Rebuild</Button>
    </template>
    <template v-else-if="busy">
      <label class="bar"
        ><span>The job pack: {{ told!.says }}{{ told!.of ? `, ${told!.done} of ${told!.of}` : '' }}</span>
        <progress :max="told!.of || 1" :value="told!.done"></progress
      ></label>
      <Button severity="secondary" outlined size="small" @click="stop">Stop</Button>
    </template>
    <template v-else>
      <div class="parts" role="group" aria-label="In the job package">
        <label v-for="[key, says] in PARTS" :key="key" class="small"
          ><Checkbox v-model="parts" :value="key" :input-id="`part-${key}`" /> {{ says }}</label
        >
      </div>
      <Button severity="secondary" outlined size="small" :disabled="!parts.length" @click="make"
        >Create job package</Button
      >
      <span v-if="told" class="small" role="status">{{ told.says }}</span>
    </template>
    <span v-if="fault" class="small fault" role="alert">{{ fault }}</span>
  </div>
</template>

<style scoped>
.pack {
  display: inline-flex;
  flex-wrap: wrap;
  gap: 4px 12px;
  align-items: center;
}
.parts {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 14px;
  flex-basis: 100%;
}
.parts label {
  display: inline-flex;
  gap: 6px;
  align-items: center;
}
.bar {
  display: grid;
  gap: 2px;
}
progress {
  width: 260px;
  height: 10px;
}
</style>
