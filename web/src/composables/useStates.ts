import { computed } from 'vue'
import { api, ask } from '@/api/client'
import { useJobAnswer } from '@/composables/useJobAnswer'

/** The state of every structure of the job that is open, asked once for all who show it. */
export function useStates() {
  const { data, error } = useJobAnswer('states', (document) =>
    ask(api.POST('/api/designs/states', { body: { document } })),
  )
  const rows = computed(() => data.value?.states ?? [])
  return {
    rows,
    error,
    stateOf: (structure: string) => rows.value.find((row) => row.id === structure)?.key ?? '',
    headlineOf: (structure: string) => rows.value.find((row) => row.id === structure)?.says ?? '',
  }
}
