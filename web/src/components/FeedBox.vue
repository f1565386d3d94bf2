<script setup lang="ts">
import Button from 'primevue/button'
import InputText from 'primevue/inputtext'
import { useQuery } from '@tanstack/vue-query'
import { computed, ref } from 'vue'
import { api, ask } from '@/api/client'
import type { Feeds } from '@/api/types'
import { useAct } from '@/composables/useAct'

/** Addresses for calendar programs: all jobs, or one lead's. Each is told once and can be taken back. */
const { data, refetch } = useQuery({
  queryKey: ['feeds'],
  queryFn: async () => (await ask(api.GET('/api/crew/feeds'))) as Feeds,
})
const feeds = computed(() => data.value?.feeds ?? [])
const lead = ref('')
const address = ref('')
const { fault, act } = useAct(refetch)
const make = () =>
  act(async () => {
    const made = await ask(api.POST('/api/crew/feeds', { body: { lead: lead.value } }))
    address.value = new URL(made.path, window.location.origin).href
  })
const drop = (number: number) =>
  act(() => ask(api.DELETE('/api/crew/feeds/{number}', { params: { path: { number } } })))
</script>

<template>
  <div class="feeds">
    <p class="small quiet">Or subscribe from a calendar program: it needs a private address.</p>
    <ul v-if="feeds.length" class="small">
      <li v-for="one in feeds" :key="one.id">
        {{ one.lead ? `jobs of ${one.lead}` : 'all jobs' }}, since {{ one.made_at.slice(0, 10) }}
        <Button text size="small" :aria-label="`Revoke the calendar of ${one.lead || 'all jobs'}`" @click="drop(one.id)"
          >Revoke</Button
        >
      </li>
    </ul>
    <form @submit.prevent="make">
      <label class="small">Lead <InputText v-model="lead" maxlength="80" placeholder="All leads" size="small" /></label>
      <Button size="small" severity="secondary" outlined type="submit">Create address</Button>
    </form>
    <label v-if="address" class="small"
      >Copy now; it won't be shown again
      <InputText :model-value="address" readonly size="small" @focus="($event.target as HTMLInputElement).select()" />
    </label>
    <p v-if="fault" class="fault" role="alert">{{ fault }}</p>
  </div>
</template>

<style scoped>
.feeds,
form {
  display: grid;
  gap: 8px;
  justify-items: start;
}
label {
  display: grid;
  gap: 2px;
  width: 100%;
  max-width: 420px;
}
ul {
  padding-left: 18px;
  margin: 0;
}
</style>
