import { useTitle as useTabTitle } from '@vueuse/core'
import { computed } from 'vue'
import { useRoute } from 'vue-router'
import { PAGES } from '@/logic/pages'
import { useJob } from '@/stores/job'

/** The tab says which page is open, of which structure and job. */
export function useTitle(): void {
  const route = useRoute()
  const store = useJob()
  useTabTitle(
    computed(() => {
      const page = PAGES[String(route.name)] ?? 'A leaf'
      const job = route.params.job && store.document && store.id === route.params.job ? store.document : null
      const part = job?.structures.find((item) => item.spec.id === route.params.structure)?.name
      return [page, part, job?.name, 'Steady Trellis'].filter(Boolean).join(' · ')
    }),
  )
}
