import { defineStore } from 'pinia'
import { ref } from 'vue'
import { api, ask } from '@/api/client'
import type { Session } from '@/api/types'
import { failure } from '@/logic/failures'
import { showPrices } from '@/logic/money'
import { came, left, who } from '@/logic/whose'

/** Who is signed in. */
export const useSession = defineStore('session', () => {
  const session = ref<Session | null>(null)

  function took(found: Session): Session {
    const before = session.value
    came(found)
    // Another tab signed somebody else in: nothing of the person before stays in this page.
    if (before?.signed_in && found.signed_in && before.id !== found.id) location.reload()
    showPrices(found.sees_prices)
    return (session.value = found)
  }
  let looking: Promise<Session> | null = null
  /** Who is signed in; without signal whoever was when there last was one. Asked once for all who ask meanwhile. */
  const look = (): Promise<Session> => (looking ??= lookAnew().finally(() => (looking = null)))
  async function lookAnew(): Promise<Session> {
    try {
      return took(await ask(api.GET('/api/session')))
    } catch (error) {
      const known = who()
      if (!known || failure(error) !== 'no signal') throw error
      return (session.value = known)
    }
  }
  async function signIn(name: string, password: string): Promise<void> {
    took(await ask(api.POST('/api/session', { body: { name, password } })))
  }
  async function signOut(): Promise<void> {
    took(await ask(api.DELETE('/api/session')))
    left()
  }
  async function intoDemo(): Promise<void> {
    took(await ask(api.POST('/api/session/demo')))
  }
  return { session, intoDemo, look, signIn, signOut }
})
