import type { PlacedOutline, SitePlacement } from '@/api/types'
import { useJob } from '@/stores/job'

/** To the millimetre: finer than anything is set out. */
export const mm = (value: number) => Math.round(value * 1000) / 1000
export const FULL = 2 * Math.PI

/** Where structures stand on the site, changed. */
export function usePlacing() {
  const store = useJob()
  const own = (stand: PlacedOutline) => store.document?.structures.find((item) => item.spec.id === stand.id)
  /** Where the job says that it stands. What is drawn may be an answer behind: a change built on that would take the
   * change before it back. */
  const standing = (stand: PlacedOutline): SitePlacement => own(stand)?.stands ?? stand.stands
  function put(stand: PlacedOutline, change: Partial<SitePlacement>): void {
    const now = { ...standing(stand), ...change }
    const rounded = { ...now, x_m: mm(now.x_m), y_m: mm(now.y_m) }
    store.change((job) => {
      const found = job.structures.find((item) => item.spec.id === stand.id)
      if (found) found.stands = rounded
    }, `${stand.name} stands elsewhere`)
  }
  function loose(stand: PlacedOutline): void {
    store.change((job) => {
      const found = job.structures.find((item) => item.spec.id === stand.id)
      if (found) found.stands = null
    }, `${stand.name} stands nowhere yet`)
  }
  return { standing, put, loose }
}
