import { nextTick, onScopeDispose, ref, shallowRef, watch, type Ref } from 'vue'
import { api, ask, Refused } from '@/api/client'
import type { DragHandle, Job, Problem, Sheet } from '@/api/types'
import { newId } from '@/logic/ids'
import { rest, restAfter } from '@/logic/pace'
import { withChanges } from '@/logic/pulled'

/** After so long a drawing of older settings says so [our own]. */
const LATE_MS = 300

/** A handle that is being pulled, and where it is now. */
export interface Moving {
  handle: DragHandle
  to_m: number
}

/**
 * The sheet of one structure, asked again whenever the document or the selection changes. One question is on its way
 * at a time and only the newest waits, so that a drag never queues up; what is typed or let go ends the question
 * before it, whose answer nobody wants any more.
 */
export function useSheet(
  document: Ref<Job | null>,
  structure: Ref<string>,
  selected: Ref<string>,
  moving: Ref<Moving | null>,
) {
  const sheet = shallowRef<Sheet | null>(null)
  /**
   * The last sheet that was answered whole: a pull brings its drawing alone, whose posts never stand beside older
   * checks.
   */
  const settled = shallowRef<Sheet | null>(null)
  /** What was picked when that one was asked for: its checks are of that alone. */
  const settledOf = ref('')
  const problems = ref<Problem[]>([])
  const failed = ref('')
  const asked = ref(0)
  /** An answer to what was typed is long on its way: what is shown is of older settings. */
  const late = ref(false)
  let slow: ReturnType<typeof setTimeout> | undefined
  let busy = false
  let again = false
  let gone = false
  let under: AbortController | null = null
  /** The document of the last whole answer. */
  let settledJob: Job | null = null
  /** When a pull may ask again (ms of the page's clock): its moves are drawn between its answers. */
  let next = 0

  /** What the server holds of a pull: the document under a key, and which of its answers is shown. */
  let held: { job: Job; key: string; structure: string; number: number; shown: Sheet } | null = null

  /** The sheet while something is pulled: what changed, laid onto what is shown. */
  async function pulled(job: Job, to: Moving, signal: AbortSignal): Promise<Sheet> {
    const before = sheet.value
    if (!before || before.id !== structure.value) throw new Refused(0, 'The drawing is not there yet', [])
    const known = held?.job === job && held.structure === structure.value && held.shown === before ? held : null
    const key = known?.key ?? newId()
    const body = { key, structure: structure.value, moving: to, after: known?.number ?? 0 }
    const first = { ...body, document: job, after: 0 }
    let told = await ask(api.POST('/api/designs/drag', { body: known ? body : first, signal }))
    // Another worker answered, or it was long ago: the document is sent again.
    if (!told.held) told = await ask(api.POST('/api/designs/drag', { body: first, signal }))
    const shown = withChanges(before, told.changes ?? {})
    held = { job, key, structure: structure.value, number: told.number ?? 0, shown }
    return shown
  }

  async function run(): Promise<void> {
    if (busy) {
      again = true
      return
    }
    busy = true
    do {
      const mine = (under = new AbortController())
      if (moving.value) await rest(next - performance.now(), mine.signal)
      if (gone) return
      if (mine.signal.aborted) continue
      again = false
      const job = document.value
      if (!job || !job.structures.some((item) => item.spec.id === structure.value)) break
      const to = moving.value
      const of = selected.value
      const drawn = settled.value?.id === structure.value && job !== settledJob
      if (!to && drawn) slow ??= setTimeout(() => (late.value = true), LATE_MS)
      const began = performance.now()
      if (to) next = began + restAfter(0)
      try {
        const found = to
          ? await pulled(job, to, mine.signal)
          : ((await ask(
              api.POST('/api/designs/plan', {
                body: { document: job, structure: structure.value, selected: of },
                signal: mine.signal,
              }),
            )) as Sheet)
        if (gone) return
        sheet.value = found
        if (!to) {
          settled.value = found
          settledOf.value = of
          settledJob = job
        }
        problems.value = []
        failed.value = ''
        if (to) {
          const came = performance.now()
          await nextTick()
          next = began + restAfter(performance.now() - came)
        }
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
    clearTimeout(slow)
    slow = undefined
    late.value = false
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
    clearTimeout(slow)
    under?.abort()
  })
  return { sheet, settled, settledOf, problems, failed, asked, late, run }
}
