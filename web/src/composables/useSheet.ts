import { onScopeDispose, ref, shallowRef, watch, type Ref } from 'vue'
import { api, ask, Refused } from '@/api/client'
import type { Handle, Job, Problem, Sheet } from '@/api/types'

/** A handle that is being pulled, and where it is now. */
export interface Moving {
  handle: Handle
  to_m: number
}

/**
 * The sheet of one structure, asked again whenever the document or the selection changes. One question is on its way
 * at a time and only the newest waits, so that a drag never queues up; what is typed or let go ends the question before it,
 * whose answer nobody wants any more.
 */
export function useSheet(
  document: Ref<Job | null>,
  structure: Ref<string>,
  selected: Ref<string>,
  moving: Ref<Moving | null>,
) {
  const sheet = shallowRef<Sheet | null>(null)
  const problems = ref<Problem[]>([])
  const failed = ref('')
  const asked = ref(0)
  let busy = false
  let again = false
  let gone = false
  let under: AbortController | null = null

  async function run(): Promise<void> {
    if (busy) {
      again = true
      return
    }
    busy = true
    do {
      again = false
      const job = document.value
      if (!job || !job.structures.some((item) => item.spec.id === structure.value)) break
      const mine = (under = new AbortController())
      try {
        const body = { document: job, structure: structure.value, selected: selected.value, moving: moving.value }
        const found = await ask(api.POST('/api/reckon/plan', { body, signal: mine.signal }))
        if (gone) return
        sheet.value = found as Sheet
        problems.value = []
        failed.value = ''
      } catch (error) {
        if (mine.signal.aborted) continue
        const refused = error as Refused
        problems.value = (refused.problems ?? []).map((item) => ({
          ...item,
          field: item.field.replace(/^document\//, ''),
        }))
        failed.value = problems.value.length ? '' : (refused.title ?? 'The calculation did not answer')
      }
      asked.value++
    } while (again)
    busy = false
  }

  watch(
    [document, structure, selected, moving],
    () => {
      if (!moving.value) under?.abort()
      void run()
    },
    { immediate: true },
  )
  onScopeDispose(() => {
    gone = true
    under?.abort()
  })
  return { sheet, problems, failed, asked, run }
}
