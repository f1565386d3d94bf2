import { useQuery } from '@tanstack/vue-query'
import { computed } from 'vue'
import { api, ask } from '@/api/client'
import type { Kind } from '@/api/types'

/** Every kind of structure that can be planned: asked once. */
export function useKinds() {
  const { data, suspense } = useQuery({
    queryKey: ['kinds'],
    queryFn: async () => await ask(api.GET('/api/structure-types')),
    staleTime: Infinity,
  })
  const kinds = computed(() => (data.value?.kinds ?? []) as Kind[])
  /** What can be set for the whole job. */
  const whole = computed(() => (data.value?.job ?? []) as Kind['settings'])
  const called = (key: string | undefined) => kinds.value.find((kind) => kind.key === key) ?? null
  /** When they have come: what was pressed before that is not forgotten. */
  const come = async () => void (await suspense())
  return { kinds, whole, called, come }
}
