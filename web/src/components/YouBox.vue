<script setup lang="ts">
import Button from 'primevue/button'
import InputText from 'primevue/inputtext'
import { useQuery } from '@tanstack/vue-query'
import { computed, ref } from 'vue'
import { api, ask, done } from '@/api/client'
import type { SignIns } from '@/api/types'
import { useSession } from '@/stores/session'

/** One's own password, and where one is signed in. */
const session = useSession()
const demo = computed(() => session.session?.demo ?? false)
const { data, refetch } = useQuery({
  queryKey: ['places'],
  queryFn: async () => (await ask(api.GET('/api/session/devices'))) as SignIns,
})
const open = computed(() => (data.value?.places ?? []).filter((place) => !place.ended_at))
const old = ref('')
const wished = ref('')
const fault = ref('')
const said = ref('')
async function change(): Promise<void> {
  fault.value = said.value = ''
  try {
    await done(api.PUT('/api/session/password', { body: { old: old.value, new: wished.value } }))
    said.value = 'Changed. You were signed out on all other devices.'
    old.value = wished.value = ''
  } catch (error) {
    fault.value = (error as Error).message
  }
  await refetch()
}
async function end(number: number): Promise<void> {
  fault.value = said.value = ''
  try {
    await done(api.DELETE('/api/session/devices/{number}', { params: { path: { number } } }))
  } catch (error) {
    fault.value = (error as Error).message
  }
  await refetch()
}
/** A browser's own words, shortened to its name and machine. */
function device(agent: string): string {
  const machine = /\(([^;)]+)/.exec(agent)?.[1] ?? ''
  const browser = /(Firefox|Edg|Chrome|Safari)/.exec(agent)?.[1] ?? 'a browser'
  return machine ? `${browser}, ${machine}` : browser
}
const when = (at: string) => new Date(at).toLocaleString([], { dateStyle: 'medium', timeStyle: 'short' })
</script>

<template>
  <section aria-label="You">
    <h2>You</h2>
    <p v-if="fault" class="fault" role="alert">{{ fault }}</p>
    <p v-if="said" class="small" role="status">{{ said }}</p>
    <form v-if="!demo" class="own" @submit.prevent="change">
      <label class="small"
        >Your password <InputText v-model="old" type="password" autocomplete="current-password" size="small"
      /></label>
      <label class="small">
        The new one
        <InputText v-model="wished" type="password" autocomplete="new-password" maxlength="200" size="small" />
      </label>
      <Button severity="secondary" outlined size="small" :disabled="!old || !wished" type="submit">Change it</Button>
    </form>
    <p v-if="open.length" class="small">Signed in:</p>
    <ul class="small">
      <li v-for="place in open" :key="place.number">
        {{ device(place.agent) }}, {{ when(place.at) }}
        <b v-if="place.here">here</b>
        <Button v-else text size="small" :aria-label="`end ${device(place.agent)}`" @click="end(place.number)">
          End session
        </Button>
      </li>
    </ul>
  </section>
</template>

<style scoped>
h2 {
  margin-top: 20px;
}
.own {
  display: flex;
  flex-wrap: wrap;
  gap: 12px;
  align-items: end;
}
</style>
