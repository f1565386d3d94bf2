import { useQuery } from '@tanstack/vue-query'
import { refDebounced } from '@vueuse/core'
import { computed, type Ref } from 'vue'
import { api, ask } from '@/api/client'
import type { Takeoff } from '@/api/types'
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
        api.POST('/api/reckon/takeoff', {
          body: { document: document.value!, structure: structure.value, selected: '' },
        }),
      )) as Takeoff,
    enabled: computed(() => wanted.value && !!document.value && !!structure.value),
    placeholderData: (last) => last,
  })
  return { takeoff: computed(() => data.value ?? null), fault: computed(() => error.value?.message ?? '') }
}
