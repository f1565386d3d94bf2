import { useQuery } from '@tanstack/vue-query'
import { refDebounced } from '@vueuse/core'
import { computed, toValue, type MaybeRefOrGetter } from 'vue'
import type { Job } from '@/api/types'
import { useJob } from '@/stores/job'

/** What the server makes of the job as it is typed: asked again when it rests, the last answer shown meanwhile. */
export function useJobAnswer<T>(
  key: MaybeRefOrGetter<string>,
  make: (document: Job) => Promise<T>,
  when: (job: Job) => boolean = () => true,
) {
  const store = useJob()
  const rested = refDebounced(
    computed(() => store.document),
    90,
  )
  return useQuery({
    queryKey: computed(() => [toValue(key), rested.value]),
    queryFn: () => make(rested.value!),
    enabled: computed(() => !!rested.value && when(rested.value)),
    placeholderData: (last: T | undefined) => last as never,
    retry: false,
  })
}
