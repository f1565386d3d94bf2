import { useQuery } from '@tanstack/vue-query'
import { computed } from 'vue'
import { api, ask } from '@/api/client'
import type { Kind } from '@/api/types'

/** Every kind of structure that can be planned: asked once. */
export function useKinds() {
  const { data } = useQuery({
    queryKey: ['kinds'],
    queryFn: async () => (await ask(api.GET('/api/kinds'))).kinds as Kind[],
    staleTime: Infinity,
  })
  const kinds = computed(() => data.value ?? [])
  const called = (key: string | undefined) => kinds.value.find((kind) => kind.key === key) ?? null
  return { kinds, called }
}
