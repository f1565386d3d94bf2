<script setup lang="ts">
import Button from 'primevue/button'
import InputText from 'primevue/inputtext'
import { useQuery } from '@tanstack/vue-query'
import { useStorage } from '@vueuse/core'
import { computed, ref } from 'vue'
import { api, ask } from '@/api/client'
import { today } from '@/logic/days'

/** One's own hours on the job: a clock that is started and stopped, or hours typed; the office enters their wage. */
const props = defineProps<{ job: string; structure: string }>()
const path = computed(() => ({ params: { path: { job_id: props.job } } }))
const { data, refetch } = useQuery({
  queryKey: computed(() => ['hours', props.job]),
  queryFn: async () => ask(api.GET('/api/jobs/{job_id}/hours', path.value)),
  enabled: computed(() => !!props.job),
  retry: false,
})
const began = useStorage<number>(() => `trellis-clock-${props.job}`, 0)
const hours = ref('')
const note = ref('')
const fault = ref('')
const saved = ref('')
const QUARTER_MS = 15 * 60 * 1000
function stop(): void {
  hours.value = String(Math.max(0.25, Math.round((Date.now() - began.value) / QUARTER_MS) / 4))
  began.value = 0
}
const since = computed(() =>
  began.value ? new Date(began.value).toLocaleTimeString('en-GB', { hour: '2-digit', minute: '2-digit' }) : '',
)
async function keep(): Promise<void> {
  fault.value = saved.value = ''
  const body = {
    on: today(),
    hours: Number(hours.value.replace(',', '.')) || 0,
    structure: props.structure,
    note: note.value,
  }
  try {
    await ask(api.POST('/api/jobs/{job_id}/hours', { ...path.value, body }))
    saved.value = `${body.hours} h saved`
    hours.value = note.value = ''
    await refetch()
  } catch (error) {
    fault.value = `${(error as Error).message}. What you typed is still here`
  }
}
</script>

<template>
  <section class="hours pad-x" aria-label="My hours">
    <p class="strong">
      My hours<span v-if="data?.total" class="quiet">, {{ data.total.toFixed(2).replace(/0$/, '') }} h so far</span>
    </p>
    <form @submit.prevent="keep">
      <Button v-if="!began" type="button" severity="secondary" outlined class="tall" @click="began = Date.now()">
        Start clock
      </Button>
      <Button v-else type="button" severity="secondary" outlined class="tall" @click="stop">
        Stop, since {{ since }}
      </Button>
      <label>Hours <InputText v-model="hours" inputmode="decimal" required class="short tall" /></label>
      <label class="note">Work done <InputText v-model="note" maxlength="200" class="tall" /></label>
      <Button type="submit" class="tall">Save hours</Button>
    </form>
    <p v-if="saved" role="status" class="quiet">{{ saved }}</p>
    <p v-if="fault" role="alert" class="fault">{{ fault }}</p>
  </section>
</template>

<style scoped>
.hours {
  padding: 12px 16px 24px;
  border-top: 1px solid var(--line);
}
form {
  display: flex;
  flex-wrap: wrap;
  gap: 10px;
  align-items: end;
}
label {
  display: grid;
  gap: 3px;
}
.note {
  flex: 1 1 160px;
}
.note input {
  width: 100%;
}
.short {
  width: 84px;
}
.tall {
  min-height: 56px;
}
.strong {
  font-weight: 600;
}
</style>
