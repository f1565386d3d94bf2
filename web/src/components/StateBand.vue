<script setup lang="ts">
import StateMark from '@/components/StateMark.vue'
import { allClear, isOpen, rank } from '@/logic/states'
import Message from 'primevue/message'
import { computed } from 'vue'
import { useRoute } from 'vue-router'
import { useStates } from '@/composables/useStates'
import { useJob } from '@/stores/job'
import { STRUCTURE_PAGES } from '@/logic/pages'

/** Which structures of the job do not pass, on every page that sells, orders, schedules or builds them. */
const props = defineProps<{ job: string }>()
const route = useRoute()
const { rows, error } = useStates()
/** A structure's own pages speak of it alone; the rail shows the others. */
const own = computed(() => (STRUCTURE_PAGES.includes(String(route.name)) ? String(route.params.structure ?? '') : ''))
const mine = computed(() => rows.value.filter((row) => !row.left_out && (!own.value || row.id === own.value)))
const open = computed(() => mine.value.filter((row) => isOpen(row.key)))
/** All clear is one quiet line, and never nothing. */
const clear = computed(() =>
  open.value.length ? [] : [...mine.value].sort((one, other) => rank(other.key) - rank(one.key)),
)
/** Structures that say the same share a line. */
const groups = computed(() => {
  const found = new Map<string, typeof open.value>()
  for (const row of open.value) found.set(row.says, [...(found.get(row.says) ?? []), row])
  return [...found].map(([says, alike]) => ({ says, alike }))
})
/** A line holds the place of the states until they are known, so that the page does not move when they arrive. */
const store = useJob()
const waiting = computed(() => !rows.value.length && !!store.shown?.structures.length)
const leftOut = computed(() => rows.value.filter((row) => row.left_out))
const wrong = computed(() => open.value.some((row) => row.wrong))
const shown = computed(() => open.value.length || (leftOut.value.length && !own.value))
/** Where structures are placed, a structure that passes may still stand too near to something. */
const placing = computed(() => route.name === 'site-plan')
const to = (structure: string) => ({ name: 'design', params: { job: props.job, structure } })
</script>

<template>
  <p
    v-if="!shown && clear.length"
    class="clear"
    :class="clear[0]!.key"
    role="status"
    aria-label="State of the structures"
  >
    <StateMark :state="clear[0]!.key" />
    {{
      own
        ? clear[0]!.says
        : clear.length === 1
          ? `${clear[0]!.name}: ${clear[0]!.says}`
          : allClear(clear.map((row) => row.key))
    }}
    <template v-if="placing">Setbacks and clearances between them are told apart, beside the plan.</template>
  </p>
  <p v-else-if="waiting" class="clear waiting">
    {{ error ? `States are not known: ${error.message}` : 'Checking every structure…' }}
  </p>
  <Message
    v-else-if="shown"
    class="states"
    :severity="wrong ? 'error' : 'warn'"
    :closable="false"
    role="status"
    aria-label="State of the structures"
  >
    <ul>
      <li v-for="group in groups" :key="group.says">
        <StateMark :state="group.alike[0]!.key" />
        <router-link v-for="row in group.alike" :key="row.id" :to="to(row.id)">{{ row.name }}</router-link>
        <span class="says">{{ group.says }}</span>
      </li>
      <li v-if="leftOut.length && !own">
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
.clear {
  flex: none;
  display: flex;
  align-items: center;
  gap: 8px;
  margin: 0;
  padding: 5px 18px;
  font-size: 13px;
  color: var(--pass);
  background: color-mix(in srgb, var(--pass) 8%, var(--paper));
  border-bottom: 1px solid var(--line);
}
.clear.waiting {
  color: var(--ink-2);
  background: var(--paper);
}
.clear.pass_by_practice,
.clear.at_limit {
  color: var(--spare);
  background: color-mix(in srgb, var(--spare) 10%, var(--paper));
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
