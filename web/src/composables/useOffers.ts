import { getCurrentScope, onScopeDispose, shallowRef } from 'vue'
import { fieldChanges } from '@/api/adapt'
import type { Choice, Job, Option, Start } from '@/api/types'
import { useJob } from '@/stores/job'

type Offer = Option | Choice | Start

/** How long a preview stays after its row is left, so that the pointer reaches its own buttons. */
const STAYS_MS = 600

/**
 * What the calculation offers (a change that would help, a member, a way to build): drawn as a preview on pointing, made on
 * taking. `shown` is the offer that is drawn now.
 */
export function useOffers(specOf: (job: Job) => object) {
  const store = useJob()
  const shown = shallowRef<Offer | null>(null)
  let timer: ReturnType<typeof setTimeout> | undefined

  const change = (offer: Offer) => (job: Job) => {
    const at = specOf(job) as Record<string, unknown>
    for (const [field, value] of fieldChanges(offer.change)) at[field] = value
  }
  /** Draws nothing but what is typed. */
  function end(): void {
    clearTimeout(timer)
    shown.value = null
    store.preview(null)
  }
  function preview(offer: Offer | null): void {
    clearTimeout(timer)
    if (!offer) {
      timer = setTimeout(end, STAYS_MS)
      return
    }
    shown.value = offer.change.length ? offer : null
    store.preview(offer.change.length ? change(offer) : null)
  }
  /** The pointer is on the preview's own buttons. */
  const stay = () => clearTimeout(timer)
  function take(offer: Offer): void {
    end()
    if (offer.change.length) store.change(change(offer), offer.says)
  }
  if (getCurrentScope()) onScopeDispose(() => clearTimeout(timer))

  return { shown, preview, stay, end, take }
}
