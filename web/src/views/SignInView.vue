<script setup lang="ts">
import Button from 'primevue/button'
import InputText from 'primevue/inputtext'
import { ref } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { useSession } from '@/stores/session'

const session = useSession()
const router = useRouter()
const route = useRoute()
const name = ref('')
const password = ref('')
const fault = ref('')
const busy = ref(false)
if (!session.session) void session.look().catch(() => undefined)
const go = () => enter(() => session.signIn(name.value, password.value))
async function enter(door: () => Promise<void>): Promise<void> {
  busy.value = true
  fault.value = ''
  try {
    await door()
    const to = String(route.query.to ?? '/')
    await router.replace(to.startsWith('/') && !to.startsWith('//') ? to : '/')
  } catch (error) {
    fault.value = (error as Error).message
  } finally {
    busy.value = false
  }
}
</script>

<template>
  <main class="door">
    <svg viewBox="0 0 420 150" aria-hidden="true">
      <path d="M0 118 Q120 96 210 110 T420 92 V150 H0Z" fill="url(#soil)" />
      <g v-for="k in 7" :key="k">
        <rect :x="k * 54 - 20" :y="44 + k * 1.5" width="9" height="86" fill="var(--post)" />
      </g>
      <path d="M20 66 402 58M20 92 402 84" stroke="var(--rail)" stroke-width="7" />
      <path d="M12 50 H408" stroke="var(--chalk)" stroke-width="1.5" />
    </svg>
    <h1>Steady Trellis</h1>
    <p class="quiet">From stakes in the ground to sign-off.</p>
    <form @submit.prevent="go">
      <label for="name">Name</label>
      <InputText id="name" v-model="name" autocomplete="username" required maxlength="150" />
      <label for="password">Password</label>
      <InputText
        id="password"
        v-model="password"
        type="password"
        autocomplete="current-password"
        required
        maxlength="200"
      />
      <p v-if="fault" class="fault" role="alert">{{ fault }}</p>
      <Button :disabled="busy" type="submit">{{ busy ? 'Signing in…' : 'Sign in' }}</Button>
    </form>
    <p v-if="session.session?.demo_here">
      <Button severity="secondary" outlined :disabled="busy" @click="enter(session.intoDemo)">Return to demo</Button>
    </p>
    <p class="small quiet">
      No account yet, or the password is lost? An owner of your crew sends you a link. Whoever runs this server adds the
      first person with one command; it stands in the README.
    </p>
  </main>
</template>

<style scoped>
.door {
  max-width: 420px;
  margin: 0 auto;
  padding: 9vh 20px;
}
.door svg {
  width: 100%;
  display: block;
  margin-bottom: 18px;
}
form {
  display: grid;
  gap: 5px;
  margin: 18px 0;
}
form .main {
  margin-top: 10px;
  min-height: 40px;
}
</style>
