import type { Choice, Job, Option, Start } from '@/api/types'
import { useJob } from '@/stores/job'

/**
 * What the calculation offers (a change that would help, a member, a way to build): drawn on pointing, made on taking.
 */
export function useOffers(specOf: (job: Job) => object) {
  const store = useJob()

  const change = (offer: Option | Choice | Start) => (job: Job) => {
    const at = specOf(job) as Record<string, unknown>
    for (const [field, value] of offer.change as unknown as [string, unknown][]) at[field] = value
  }
  const preview = (offer: Option | Choice | Start | null) =>
    store.preview(offer && offer.change.length ? change(offer) : null)
  function take(offer: Option | Choice | Start): void {
    store.preview(null)
    if (offer.change.length) store.change(change(offer), offer.says)
  }

  return { preview, take }
}
