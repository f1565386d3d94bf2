import { computed, inject, provide, type ComputedRef, type InjectionKey, type Ref } from 'vue'
import type { Problem } from '@/api/types'

const KEY: InjectionKey<Ref<Problem[]>> = Symbol('problems')

/** Offers the server's refusals to every field below. */
export function provideProblems(problems: Ref<Problem[]>): void {
  provide(KEY, problems)
}

/** The refusal for one path of the document, if there is one. */
export function useProblem(path: () => string): ComputedRef<string> {
  const problems = inject(KEY, null)
  return computed(() => (path() && problems?.value.find((item) => item.field === path())?.message) || '')
}
