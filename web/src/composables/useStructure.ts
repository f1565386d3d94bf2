import { computed, ref, type Ref } from 'vue'
import { fieldsOf } from '@/api/adapt'
import { api, ask } from '@/api/client'
import type { DragHandle, Job, Spec } from '@/api/types'
import { useJob } from '@/stores/job'

/**
 * The open structure's spec, whatever its kind, and the changes that are its kind's own: made in Python, never here.
 */
export function useStructure(structure: Ref<string>) {
  const store = useJob()
  const fault = ref('')
  const index = computed(() => store.document?.structures.findIndex((item) => item.spec.id === structure.value) ?? -1)
  const spec = computed<Spec | null>(() => store.document?.structures[index.value]?.spec ?? null)
  const path = computed(() => `structures/${index.value}/spec`)
  const specOf = (job: Job): Spec => job.structures.find((item) => item.spec.id === structure.value)!.spec

  /** Takes over what the server changed, field by field: what was typed meanwhile into another field stays. */
  function takeOver(sent: Spec, back: Spec, says: string): void {
    const fields = Object.keys(back).filter(
      (name) => JSON.stringify(sent[name as keyof Spec]) !== JSON.stringify(back[name as keyof Spec]),
    )
    if (!fields.length) return
    store.change((job) => {
      const at = fieldsOf(specOf(job))
      for (const name of fields) at[name] = fieldsOf(back)[name]
    }, says)
  }
  async function change(says: string, call: (document: Job) => Promise<Spec>): Promise<void> {
    const document = store.document
    const sent = document?.structures.find((item) => item.spec.id === structure.value)?.spec
    if (!document || !sent) return
    try {
      const back = await call(document)
      fault.value = ''
      takeOver(sent, back, says)
    } catch (error) {
      fault.value = (error as Error).message
    }
  }
  const where = (document: Job) => ({ document, structure: structure.value })
  const move = (handle: DragHandle, to_m: number, says: string) =>
    change(
      says,
      async (document) =>
        (await ask(api.POST('/api/structure-types/move', { body: { ...where(document), handle, to_m } }))) as Spec,
    )
  /** Holds a thing at a place; without one it is let go. */
  const hold = (thing: string, at_m: number | null, says: string) =>
    change(
      says,
      async (document) =>
        (await ask(api.POST('/api/structure-types/lock', { body: { ...where(document), thing, at_m } }))) as Spec,
    )
  const act = (name: string, value: string, says: string) =>
    change(
      says,
      async (document) =>
        (await ask(
          api.POST('/api/structure-types/action', { body: { ...where(document), act: name, value } }),
        )) as Spec,
    )
  return { index, spec, path, specOf, fault, move, hold, act }
}
