import { onScopeDispose, ref, shallowRef } from 'vue'
import { latest } from '@/logic/turns'

/**
 * What the server answers to a question that is asked again as its subject changes. The newest question's answer is
 * shown; one that comes late of an earlier question, of what has been cleared since, or of a page that is left is
 * passed over.
 *
 * `nothing`: what stands while nothing is known, also after a question that failed.
 */
export function useAnswer<T, Of extends unknown[] = []>(ask: (...of: Of) => Promise<T>, nothing: T) {
  const last = latest()
  const found = shallowRef<T>(nothing)
  const busy = ref(false)
  const fault = ref('')

  function shows(answer: T, wrong = ''): void {
    found.value = answer
    fault.value = wrong
    busy.value = false
  }
  function look(...of: Of): Promise<void> {
    busy.value = true
    return last(
      () => ask(...of),
      (answer) => shows(answer),
      (error) => shows(nothing, error.message),
    )
  }
  /** Forgets what was found, and what is on its way. */
  function clear(): void {
    last.drop()
    shows(nothing)
  }
  onScopeDispose(last.drop)
  return { found, busy, fault, look, clear }
}
