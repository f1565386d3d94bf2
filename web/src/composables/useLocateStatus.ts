import { toValue, type MaybeRefOrGetter } from 'vue'
import { api, ask } from '@/api/client'
import type { Dig } from '@/api/types'
import { useJobAnswer } from '@/composables/useJobAnswer'

/** What of the locate still holds back a structure's first hole, as the job stands. */
export const useLocateStatus = (structure: MaybeRefOrGetter<string>) =>
  useJobAnswer<Dig>(
    () => `dig ${toValue(structure)}`,
    (document) =>
      ask(api.POST('/api/designs/locate-status', { body: { document, structure: toValue(structure), selected: '' } })),
    () => !!toValue(structure),
  )
