import { defineStore } from 'pinia'
import { ref } from 'vue'
import { api, ask } from '@/api/client'
import type { Reference } from '@/api/types'

/** What the forms offer, asked once. */
export const useReference = defineStore('reference', () => {
  const reference = ref<Reference | null>(null)
  let asked: Promise<void> | null = null

  function load(): Promise<void> {
    asked ??= ask(api.GET('/api/reckon/reference')).then(
      (found) => void (reference.value = found),
      () => void (asked = null),
    )
    return asked
  }
  return { reference, load }
})
