import type { Stand, Standing } from '@/api/types'
import { useJob } from '@/stores/job'

/** To the millimetre: finer than anything is set out. */
export const mm = (value: number) => Math.round(value * 1000) / 1000
export const FULL = 2 * Math.PI

/** Where structures stand on the site, changed. */
export function usePlacing() {
  const store = useJob()
  function put(stand: Stand, change: Partial<Standing>): void {
    const at = { ...stand.stands, ...change }
    const rounded = { ...at, x_m: mm(at.x_m), y_m: mm(at.y_m) }
    store.change((job) => {
      const own = job.structures.find((item) => item.spec.id === stand.id)
      if (own) own.stands = rounded
    }, `${stand.name} stands elsewhere`)
  }
  function loose(stand: Stand): void {
    store.change((job) => {
      const own = job.structures.find((item) => item.spec.id === stand.id)
      if (own) own.stands = null
    }, `${stand.name} stands nowhere yet`)
  }
  return { put, loose }
}
