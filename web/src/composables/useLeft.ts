import { computed, ref } from 'vue'
import { api, ask } from '@/api/client'
import type { Job } from '@/api/types'
import { useOutbox } from '@/composables/useOutbox'
import { newId } from '@/logic/ids'
import { allUnsaved, dropUnsaved, keepUnsaved, keptState, unsentReadings, type Unsaved } from '@/logic/keep'
import { otherTabs } from '@/logic/tabs'

export interface Left {
  job: string
  name: string
  tab: string /** empty: readings */
  count: number
}

/**
 * What this browser holds under the person's name that the server has not: sent again, or shown with a way to mend it.
 */
export function useLeft() {
  const left = ref<Left[]>([])
  const says = computed(() =>
    left.value.map((item) => (item.tab ? `changes of ${item.name}` : `${item.count} readings of ${item.name}`)),
  )

  async function look(): Promise<void> {
    const open = await otherTabs()
    const typed = allUnsaved()
      .filter((item) => !open.has(item.tab))
      .map((item) => ({ job: item.job, name: item.unsaved.document.name, tab: item.tab, count: 1 }))
    const measured = unsentReadings().map((item) => ({
      ...item,
      name: keptState(item.job)?.document.name ?? 'a job',
      tab: '',
    }))
    left.value = [...typed, ...measured]
  }

  /** Sends what can be sent; a clash stays for whoever opens the job. */
  async function send(): Promise<void> {
    await look()
    for (const item of left.value) {
      if (!item.tab) await useOutbox(item.job).send()
      else {
        const found = allUnsaved(item.job).find((one) => one.tab === item.tab)
        if (found) await save(item.job, item.tab, found.unsaved).catch(() => undefined)
      }
    }
    await look()
  }

  async function save(job: string, tab: string, unsaved: Unsaved): Promise<void> {
    const { base, document, says } = unsaved
    const first = unsaved.sent ?? { key: newId(), base, document, says }
    keepUnsaved(job, tab, { ...unsaved, sent: first })
    const state = await put(job, first)
    if (JSON.stringify(first.document) !== JSON.stringify(document)) {
      const next = { key: newId(), base: state.sent ?? state.revision, document, says }
      keepUnsaved(job, tab, { ...unsaved, base: next.base, sent: next })
      await put(job, next)
    }
    dropUnsaved(job, tab)
  }

  const put = (job: string, body: { key: string; base: number; document: Job; says: string }) =>
    ask(api.PUT('/api/jobs/{job_id}', { params: { path: { job_id: job } }, body }))

  return { left, says, look, send }
}
