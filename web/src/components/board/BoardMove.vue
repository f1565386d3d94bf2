<script setup lang="ts">
import Button from 'primevue/button'
import Dialog from 'primevue/dialog'
import InputText from 'primevue/inputtext'
import { computed, ref } from 'vue'
import type { BoardBar, BoardJob } from '@/api/types'
import DayField from '@/components/DayField.vue'

/** A job, or one sort of its work, put on another day or under another lead. */
const props = defineProps<{
  job: BoardJob
  bar: BoardBar | null
  leads: string[]
  fault: string
  busy: boolean
}>()
const emit = defineEmits<{ close: []; move: [body: { on: string; lead: string | null }] }>()
const on = ref(props.bar?.first ?? props.job.starts_on)
const lead = ref(props.job.lead)
const others = computed(() => props.leads.filter((name) => name && name !== lead.value))
const was = props.bar?.first ?? props.job.starts_on
const submit = () =>
  emit('move', { on: on.value === was ? '' : on.value, lead: lead.value === props.job.lead ? null : lead.value })
</script>

<template>
  <Dialog visible modal :header="`Move ${job.name}`" :style="{ width: '420px' }" @update:visible="emit('close')">
    <form @submit.prevent="submit">
      <p class="quiet">
        {{ bar ? bar.what : 'The whole job' }}.
        <router-link :to="{ name: 'schedule', params: { job: job.id } }">Open its schedule</router-link>
      </p>
      <DayField v-model="on" label="Begins on" />
      <label for="board-lead">Lead</label>
      <InputText id="board-lead" v-model="lead" placeholder="A name" autocomplete="off" fluid />
      <div v-if="others.length" class="acts" role="group" aria-label="Leads of these jobs">
        <Button v-for="name in others" :key="name" size="small" severity="secondary" text @click="lead = name">{{
          name
        }}</Button>
      </div>
      <p v-if="fault" class="fault" role="alert">{{ fault }}</p>
      <div class="acts">
        <Button type="submit" :disabled="busy">Move</Button>
        <Button severity="secondary" outlined @click="emit('close')">Cancel</Button>
      </div>
    </form>
  </Dialog>
</template>

<style scoped>
form {
  display: grid;
  gap: 8px;
}
label {
  font-size: 13px;
  color: var(--ink-2);
  margin-bottom: -4px;
}
p {
  margin: 0;
}
</style>
