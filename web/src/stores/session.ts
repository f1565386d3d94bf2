import { defineStore } from 'pinia'
import { ref } from 'vue'
import { api, ask } from '@/api/client'
import type { Session } from '@/api/types'
import { showPrices } from '@/logic/money'

/** Who is signed in. */
export const useSession = defineStore('session', () => {
  const session = ref<Session | null>(null)

  function took(found: Session): Session {
    showPrices(found.sees_prices)
    return (session.value = found)
  }
  async function look(): Promise<Session> {
    return took(await ask(api.GET('/api/session')))
  }
  async function signIn(name: string, password: string): Promise<void> {
    took(await ask(api.POST('/api/session', { body: { name, password } })))
  }
  async function signOut(): Promise<void> {
    took(await ask(api.DELETE('/api/session')))
  }
  async function intoDemo(): Promise<void> {
    took(await ask(api.POST('/api/session/demo')))
  }
  return { session, intoDemo, look, signIn, signOut }
})
