<script setup lang="ts">
import Button from 'primevue/button'
import { useQuery } from '@tanstack/vue-query'
import InputText from 'primevue/inputtext'
import { computed, ref } from 'vue'
import { useRouter } from 'vue-router'
import { api, ask, done } from '@/api/client'
import type { Invited } from '@/api/types'
import { useSession } from '@/stores/session'

/** Joining a crew by a link, or taking a new password by one. */
const props = defineProps<{ secret: string }>()
const at = computed(() => ({ params: { path: { secret: props.secret } } }))
const { data, error, isPending } = useQuery({
  queryKey: computed(() => ['invited', props.secret]),
  queryFn: async () => (await ask(api.GET('/api/session/invited/{secret}', at.value))) as Invited,
  retry: false,
})
const session = useSession()
const router = useRouter()
const name = ref('')
const password = ref('')
const fault = ref('')
const busy = ref(false)
async function go(): Promise<void> {
  busy.value = true
  fault.value = ''
  try {
    await session.look() // the page's token for what follows
    await done(
      api.POST('/api/session/invited/{secret}', { ...at.value, body: { name: name.value, password: password.value } }),
    )
    await session.look()
    await router.replace('/')
  } catch (error) {
    fault.value = (error as Error).message
  } finally {
    busy.value = false
  }
}
</script>

<template>
  <main class="join">
    <h1>{{ data?.name ? 'A new password' : 'Join the crew' }}</h1>
    <p v-if="isPending" class="quiet">Checking invitation…</p>
    <p v-else-if="error" role="alert">
      This link has expired: it was used, taken back, or is older than seven days. Ask an owner of the crew for another
      one.
    </p>
    <template v-else-if="data">
      <p v-if="data.name">
        For <b>{{ data.name }}</b> in {{ data.crew }}. Wherever you are signed in, that ends.
      </p>
      <p v-else>
        You are invited to <b>{{ data.crew }}</b>, as {{ data.role.toLowerCase() }}: {{ data.does }}.
      </p>
      <form @submit.prevent="go">
        <template v-if="!data.name">
          <label for="name">The name that you sign in with</label>
          <InputText id="name" v-model="name" autocomplete="username" required maxlength="150" />
        </template>
        <label for="password">Password (10 characters or more; a phrase works well)</label>
        <InputText
          id="password"
          v-model="password"
          type="password"
          autocomplete="new-password"
          required
          maxlength="200"
        />
        <p v-if="fault" class="fault" role="alert">{{ fault }}</p>
        <Button :disabled="busy" type="submit">{{ data.name ? 'Take it' : 'Join' }}</Button>
      </form>
    </template>
  </main>
</template>

<style scoped>
.join {
  max-width: 460px;
  margin: 9vh auto 0;
  padding: 0 22px 40px;
}
form {
  display: grid;
  gap: 8px;
  margin-top: 18px;
}
.main {
  justify-self: start;
  margin-top: 8px;
}
</style>
