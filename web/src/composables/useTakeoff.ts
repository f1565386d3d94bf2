import { useQuery } from '@tanstack/vue-query'
import { refDebounced } from '@vueuse/core'
import { computed, shallowRef, watch, type Ref } from 'vue'
import { api, ask, Refused } from '@/api/client'
import type { Problem, Takeoff } from '@/api/types'
import { useJob } from '@/stores/job'

/**
 * Pieces, cut plans, list and price of one structure as the job stands; the last ones stay while new ones are counted.
 */
export function useTakeoff(structure: Ref<string>, wanted: Ref<boolean>) {
  const store = useJob()
  const document = refDebounced(
    computed(() => store.document),
    150,
  )
  const { data, error } = useQuery({
    queryKey: computed(() => ['takeoff', structure.value, document.value]),
    queryFn: async () =>
      (await ask(
        api.POST('/api/designs/takeoff', {
          body: { document: document.value!, structure: structure.value, selected: '' },
        }),
      )) as Takeoff,
    enabled: computed(() => wanted.value && !!document.value && !!structure.value),
    placeholderData: (last) => last,
  })
  /** The last that came out stays in sight while a field is mended. */
  const last = shallowRef<Takeoff | null>(null)
  watch(data, (value) => value && (last.value = value))
  watch(structure, () => (last.value = null))
  return {
    takeoff: computed(() => data.value ?? last.value),
    fault: computed(() => error.value?.message ?? ''),
    problems: computed<Problem[]>(() => (error.value instanceof Refused ? error.value.problems : [])),
  }
}
