<script setup lang="ts">
import { useQueryClient } from '@tanstack/vue-query'
import Button from 'primevue/button'
import InputText from 'primevue/inputtext'
import { reactive, ref } from 'vue'
import { api, ask, done } from '@/api/client'
import type { PersonOff } from '@/api/types'
import DayField from '@/components/DayField.vue'
import { useAct } from '@/composables/useAct'
import { today } from '@/logic/days'

/** Days off in the period shown, and a form to add some. */
defineProps<{ away: PersonOff[]; people: string[] }>()
const client = useQueryClient()
const entry = reactive({ who: '', first: today(), last: '', note: '' })
const adding = ref(false)
const { act, fault } = useAct(() => client.invalidateQueries({ queryKey: ['board'] }))
async function add(): Promise<void> {
  const body = { ...entry, last: entry.last && entry.last < entry.first ? entry.first : entry.last }
  await act(() => ask(api.POST('/api/board/days-off', { body })))
  if (fault.value) return
  Object.assign(entry, { who: '', last: '', note: '' })
  adding.value = false
}
const remove = (key: string) =>
  act(() => done(api.DELETE('/api/board/days-off/{key}', { params: { path: { key: Number(key) } } })))
const short = (on: string) => on.slice(5)
</script>

<template>
  <section class="panel-box" aria-label="Days off">
    <h2>Days off</h2>
    <ul v-if="away.length">
      <li v-for="one in away" :key="one.key">
        <span
          ><b>{{ one.who }}</b> {{ short(one.first) }}{{ one.last === one.first ? '' : ` to ${short(one.last)}` }}
          <span class="quiet small">{{ one.note }}</span></span
        >
        <Button text size="small" :aria-label="`Delete the days off of ${one.who}`" @click="remove(one.key)"
          >Delete</Button
        >
      </li>
    </ul>
    <p v-else class="quiet small">No days off in this period.</p>
    <form v-if="adding" @submit.prevent="add">
      <label class="small" for="off-who">Name</label>
      <InputText id="off-who" v-model="entry.who" maxlength="60" required size="small" autocomplete="off" fluid />
      <div v-if="people.length" class="names" role="group" aria-label="People of these jobs">
        <Button v-for="name in people" :key="name" text size="small" @click="entry.who = name">{{ name }}</Button>
      </div>
      <DayField v-model="entry.first" label="First day" />
      <DayField v-model="entry.last" label="Last day" />
      <label class="small" for="off-note">Note</label>
      <InputText id="off-note" v-model="entry.note" maxlength="120" size="small" autocomplete="off" fluid />
      <p v-if="fault" class="fault small" role="alert">{{ fault }}</p>
      <div class="names">
        <Button type="submit" size="small">Add days off</Button>
        <Button size="small" severity="secondary" outlined @click="adding = false">Cancel</Button>
      </div>
    </form>
    <Button v-else size="small" severity="secondary" outlined @click="adding = true">Add days off</Button>
  </section>
</template>

<style scoped>
ul {
  margin: 0 0 8px;
  padding: 0;
  list-style: none;
  font-size: 13px;
}
li {
  display: flex;
  justify-content: space-between;
  align-items: baseline;
  gap: 6px;
}
form {
  display: grid;
  gap: 4px;
}
.names {
  display: flex;
  flex-wrap: wrap;
  gap: 4px;
}
</style>
