import { defineStore } from 'pinia'
import { ref } from 'vue'
import { api, ask } from '@/api/client'
import type { components } from '@/api/schema'

export type School = components['schemas']['SchoolRow']

/** The schools of rules with their woods, grades and sizes, asked once. */
export const useSchools = defineStore('schools', () => {
  const schools = ref<School[]>([])
  let asked: Promise<void> | null = null

  function load(): Promise<void> {
    asked ??= ask(api.GET('/api/design-codes')).then(
      (found) => void (schools.value = found.schools as School[]),
      (error: unknown) => {
        asked = null
        throw error
      },
    )
    return asked
  }
  const of = (key: string) => schools.value.find((school) => school.key === key)
  return { schools, load, of }
})
