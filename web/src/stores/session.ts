import { defineStore } from 'pinia'
import { ref } from 'vue'
import { api, ask } from '@/api/client'
import type { Session } from '@/api/types'

/** Who is signed in. */
export const useSession = defineStore('session', () => {
  const session = ref<Session | null>(null)

  async function look(): Promise<Session> {
    session.value = await ask(api.GET('/api/session'))
    return session.value
  }
  async function signIn(name: string, password: string): Promise<void> {
    session.value = await ask(api.POST('/api/session', { body: { name, password } }))
  }
  async function signOut(): Promise<void> {
    session.value = await ask(api.DELETE('/api/session'))
  }
  return { session, look, signIn, signOut }
})
