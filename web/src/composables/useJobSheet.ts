import { inject, provide, type InjectionKey, type Ref, type ShallowRef } from 'vue'
import type { Moving } from '@/composables/useSheet'
import type { Problem, Sheet } from '@/api/types'

export interface JobSheet {
  sheet: ShallowRef<Sheet | null>
  /** The sheet without what is being pulled: what is read as numbers. */
  settled: ShallowRef<Sheet | null>
  /** What was picked when that one was asked for. */
  settledOf: Ref<string>
  selected: Ref<string>
  structure: Ref<string>
  /** What is being pulled about a drawing. */
  moving: Ref<Moving | null>
  problems: Ref<Problem[]>
  failed: Ref<string>
  asked: Ref<number>
  /** What is shown is of older settings: the answer to the new ones is long on its way. */
  late: Ref<boolean>
  run: () => Promise<void>
}
const KEY: InjectionKey<JobSheet> = Symbol('sheet')

/** Offers the open structure's sheet to every stage. */
export function provideSheet(sheet: JobSheet): void {
  provide(KEY, sheet)
}

/** The open structure's sheet. */
export function useJobSheet(): JobSheet {
  const found = inject(KEY)
  if (!found) throw new Error('no sheet above')
  return found
}
