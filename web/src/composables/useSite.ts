import { useEventListener, useOnline } from '@vueuse/core'
import { onMounted, ref, shallowRef } from 'vue'
import { api, ask, type Refused } from '@/api/client'
import type { Job, Sheet } from '@/api/types'
import { useOutbox } from '@/composables/useOutbox'
import { keepSheet, keptSheet } from '@/logic/keep'
import { useSession } from '@/stores/session'

/** A structure on a phone: the last plan known, readings kept at once and sent when there is signal. */
export function useSite(job: string, structure: string) {
  const kept = keptSheet(job, structure)
  const document = shallowRef<Job | null>(kept?.job ?? null)
  const sheet = shallowRef<Sheet | null>(kept?.sheet ?? null)
  /** What still holds the first hole back; without signal as it was last known. */
  const held = ref<string[]>(kept?.held ?? [])
  const outbox = useOutbox(job)
  const { queue, signal, fault, send, hear } = outbox
  const online = useOnline()

  /** Whether it came. */
  async function fetchPlan(): Promise<boolean> {
    try {
      await useSession().look()
      const state = await ask(api.GET('/api/jobs/{job_id}', { params: { path: { job_id: job } } }))
      const found = (await ask(
        api.POST('/api/designs/plan', { body: { document: state.document, structure, selected: '' } }),
      )) as Sheet
      const dig = await ask(
        api.POST('/api/designs/locate-status', { body: { document: state.document, structure, selected: '' } }),
      )
      document.value = state.document
      sheet.value = found
      held.value = dig.ready ? [] : dig.open_points
      keepSheet(job, structure, {
        job: state.document,
        revision: state.revision,
        sheet: found,
        held: held.value,
        at: new Date().toISOString(),
      })
      signal.value = true
      fault.value = ''
      const told = await ask(api.GET('/api/jobs/{job_id}/readings', { params: { path: { job_id: job } } }))
      outbox.hearAll(told.readings)
      return true
    } catch (error) {
      hear(error)
      return false
    }
  }
  /** Asks the plan to go round what a hole met; answers in a sentence what came of it. */
  async function goRound(post: string, what: string, half_width_m: number): Promise<string> {
    await send()
    if (queue.value.length)
      return 'Kept here. No signal: the rest is solved again from the desk, or say it once more when there is.'
    try {
      await ask(
        api.POST('/api/jobs/{job_id}/obstructions', {
          params: { path: { job_id: job } },
          body: { structure, post, what: what.slice(0, 60), half_width_m },
        }),
      )
      if (!(await fetchPlan())) return `Kept, but there is no new plan: ${signal.value ? fault.value : 'no signal'}`
      const clash = sheet.value?.conflicts[0]
      return clash
        ? `Saved, but no valid layout: ${clash}`
        : 'The rest is solved again: posts that are set stay, no hole meets a band.'
    } catch (error) {
      hear(error)
      return (error as Refused).message
    }
  }
  onMounted(() => {
    void fetchPlan()
    void send()
  })
  useEventListener(window, 'online', () => {
    signal.value = true
    void fetchPlan()
    void send()
  })
  const timer = setInterval(() => void (queue.value.length && send()), 8000)
  const { aside, waiting, say, settle, last } = outbox
  const stop = () => clearInterval(timer)
  return { document, sheet, held, signal, online, fault, waiting, aside, say, settle, last, fetchPlan, goRound, stop }
}
