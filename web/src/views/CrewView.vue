<script setup lang="ts">
import Button from 'primevue/button'
import InputText from 'primevue/inputtext'
import Textarea from 'primevue/textarea'
import { useQuery } from '@tanstack/vue-query'
import { computed, ref, watch } from 'vue'
import { api, ask } from '@/api/client'
import type { Crew } from '@/api/types'
import { useAct } from '@/composables/useAct'
import FeedBox from '@/components/FeedBox.vue'
import PeopleBox from '@/components/PeopleBox.vue'
import YouBox from '@/components/YouBox.vue'
import { useSession } from '@/stores/session'

const session = useSession()
if (!session.session?.signed_in) void session.look()
const sees = computed(() => session.session?.sees_prices !== false)
const owns = computed(() => session.session?.may.includes('people') ?? true)

/** The crew: what stands at the head of its quotes, and who is in it. */
const { data, error, refetch } = useQuery({
  queryKey: ['crew'],
  queryFn: async () => (await ask(api.GET('/api/crew'))) as Crew,
})
const name = ref('')
const head = ref({ name: '', address: '', reach: '', small_print: '' })
/** What was typed and is not kept yet stays, whatever is asked for anew meanwhile. */
let heard = ''
const typed = () => JSON.stringify([name.value, head.value])
watch(
  data,
  (crew) => {
    if (!crew || (heard && typed() !== heard)) return
    name.value = crew.name
    head.value = { ...crew.letterhead }
    heard = typed()
  },
  { immediate: true },
)
const { fault, said, act } = useAct(refetch)
const keep = () =>
  act(async () => {
    await ask(api.PUT('/api/crew', { body: { name: name.value, letterhead: head.value } }))
    heard = typed()
  }, 'Saved.')
</script>

<template>
  <main class="page">
    <h1>Crew settings</h1>
    <p v-if="error" class="fault">{{ error.message }}</p>
    <p v-if="fault" class="fault" role="alert">{{ fault }}</p>
    <p v-if="said" class="small" role="status">{{ said }}</p>
    <div v-if="data" class="columns">
      <section aria-label="Letterhead">
        <h2>Letterhead</h2>
        <form @submit.prevent="keep">
          <label>Crew name <InputText v-model="name" maxlength="120" required size="small" /></label>
          <label>Name on quotes <InputText v-model="head.name" maxlength="120" size="small" /></label>
          <label>Address <Textarea v-model="head.address" rows="3" maxlength="1000" /></label>
          <label>Contact details <Textarea v-model="head.reach" rows="2" maxlength="1000" /></label>
          <label>Terms <Textarea v-model="head.small_print" rows="3" maxlength="1000" /></label>
          <Button v-if="owns" type="submit">Save</Button>
        </form>
        <template v-if="sees">
          <h2>Crew defaults</h2>
          <p class="small">
            <router-link to="/crew/defaults">How every job starts</router-link>: rules, tape, hours, wages, and what
            each kind of structure is made of.
          </p>
        </template>
        <h2>Calendar</h2>
        <p class="small"><a href="/api/crew/calendar.ics">The days of all our jobs</a>, as one calendar file.</p>
        <FeedBox />
      </section>
      <section aria-label="People">
        <PeopleBox />
        <YouBox />
      </section>
    </div>
  </main>
</template>

<style scoped>
.columns {
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(0, 1fr);
  gap: 16px 40px;
}
h2 {
  margin: 16px 0 8px;
}
form {
  display: grid;
  gap: 12px;
  justify-items: start;
}
form label {
  width: 100%;
}
label input,
label textarea {
  display: block;
  width: 100%;
}
@media (max-width: 860px) {
  .columns {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
