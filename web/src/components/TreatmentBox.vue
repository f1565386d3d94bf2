<script setup lang="ts">
import { computed } from 'vue'
import type { JobList } from '@/api/types'
import { useReference } from '@/stores/reference'

/** Which treatment every stick is ordered with: by where it stands, or as somebody decided for all alike. */
const props = defineProps<{ rows: JobList['treatments'] }>()
const reference = useReference()
void reference.load()
const named = (key: string) => reference.reference?.items.find((item) => item.key === key)?.says ?? key
/** One line a stick: everything that is made of it in the class that it is ordered with. */
const asked = computed(() => {
  const found = new Map<string, { item: string; treatment: string; parts: string[]; notes: string[] }>()
  for (const row of props.rows.filter((one) => one.highest)) {
    const one = found.get(row.item) ?? { item: row.item, treatment: row.decided || row.asked, parts: [], notes: [] }
    one.parts.push(...row.parts)
    if (row.note && !one.notes.includes(row.note)) one.notes.push(row.note)
    found.set(row.item, one)
  }
  return [...found.values()]
})
const changed = computed(() => props.rows.filter((row) => row.decided))
</script>

<template>
  <section v-if="rows.length">
    <h2>Treatment</h2>
    <ul>
      <li v-for="row in asked" :key="row.item">
        <b>{{ row.treatment || 'ask the yard' }}</b> {{ named(row.item) }}
        <span class="small quiet">{{ [row.parts.join(', '), ...row.notes].join('; ') }}</span>
      </li>
    </ul>
    <p v-for="row in changed" :key="'c' + row.item + row.place" class="small">
      {{ named(row.item) }}, {{ row.parts.join(', ') }}: {{ row.decided }} instead of {{ row.asked }}, decided by
      {{ row.by }}.
    </p>
    <p class="small quiet">
      From memory, to be confirmed on the label; an inspector's decision is kept in the job file.
    </p>
  </section>
</template>

<style scoped>
ul {
  margin: 0;
  padding: 0;
  list-style: none;
  display: grid;
  gap: 4px;
  font-size: 13.5px;
}
li span {
  display: block;
}
</style>
