<script setup lang="ts">
import { isOpen } from '@/logic/states'
import Message from 'primevue/message'
import { computed } from 'vue'
import { useRoute } from 'vue-router'
import { api, ask } from '@/api/client'
import { useJobAnswer } from '@/composables/useJobAnswer'

/** Which structures of the job do not pass, on every page that sells, orders, schedules or builds them. */
const props = defineProps<{ job: string }>()
const route = useRoute()
/** A structure's own sheet says its state itself. */
const SAID_THERE = ['set-out', 'frame']
const { data } = useJobAnswer('states', (document) => ask(api.POST('/api/reckon/states', { body: { document } })))
const rows = computed(() => data.value?.states ?? [])
const open = computed(() => rows.value.filter((row) => !row.left_out && isOpen(row.key)))
/** Structures that say the same share a line. */
const groups = computed(() => {
  const found = new Map<string, typeof open.value>()
  for (const row of open.value) found.set(row.says, [...(found.get(row.says) ?? []), row])
  return [...found].map(([says, alike]) => ({ says, alike }))
})
const leftOut = computed(() => rows.value.filter((row) => row.left_out))
const wrong = computed(() => open.value.some((row) => row.wrong))
const shown = computed(() => !SAID_THERE.includes(String(route.name)) && (open.value.length || leftOut.value.length))
const to = (structure: string) => ({ name: 'frame', params: { job: props.job, structure } })
</script>

<template>
  <Message
    v-if="shown"
    class="states"
    :severity="wrong ? 'error' : 'warn'"
    :closable="false"
    role="status"
    aria-label="State of the structures"
  >
    <ul>
      <li v-for="group in groups" :key="group.says">
        <router-link v-for="row in group.alike" :key="row.id" :to="to(row.id)">{{ row.name }}</router-link>
        <span class="says">{{ group.says }}</span>
      </li>
      <li v-if="leftOut.length">
        Not in the accepted option, so not ordered, scheduled or built:
        {{ leftOut.map((row) => row.name).join(', ') }}
      </li>
    </ul>
  </Message>
</template>

<style scoped>
.states {
  flex: none;
  margin: 8px 18px;
  font-size: 14px;
}
.states :deep(.p-message-text) {
  font-size: inherit;
}
ul {
  margin: 0;
  padding: 0;
  list-style: none;
  display: grid;
  gap: 4px;
}
li {
  color: var(--ink);
  display: flex;
  flex-wrap: wrap;
  gap: 2px 10px;
}
.says {
  color: var(--ink);
  min-width: 0;
  overflow-wrap: anywhere;
}
@media print {
  .states {
    margin: 0 0 8px;
  }
}
</style>
