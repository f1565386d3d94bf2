import { defineStore } from 'pinia'
import { computed, reactive } from 'vue'
import { api, ask } from '@/api/client'
import type { Job, Reference } from '@/api/types'
import { useJob } from '@/stores/job'

type School = Job['school']

/** What the forms offer under the open job's school, asked once for each school. */
export const useReference = defineStore('reference', () => {
  const job = useJob()
  const known = reactive<Partial<Record<School, Reference>>>({})
  const asked: Partial<Record<School, Promise<void>>> = {}
  const reference = computed(() => known[job.document?.school ?? 'us'] ?? null)

  function load(school: School = job.document?.school ?? 'us'): Promise<void> {
    asked[school] ??= ask(api.GET('/api/designs/reference', { params: { query: { school } } })).then(
      (found) => void (known[school] = found),
      () => void delete asked[school],
    )
    return asked[school]!
  }
  const of = (school: School) => known[school] ?? null
  return { reference, load, of }
})
