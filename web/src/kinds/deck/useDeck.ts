import { computed, type Ref } from 'vue'
import type { DeckSpec, Job } from '@/api/types'
import { useJob } from '@/stores/job'

/** The open deck's spec, and the ways to change it that a drawing needs. */
export function useDeck(structure: Ref<string>) {
  const store = useJob()
  const index = computed(() => store.shown?.structures.findIndex((item) => item.spec.id === structure.value) ?? -1)
  const spec = computed<DeckSpec | null>(() => {
    const found = store.shown?.structures[index.value]?.spec
    return found && found.kind === 'deck' ? (found as DeckSpec) : null
  })
  const path = computed(() => `structures/${index.value}/spec`)
  const specOf = (job: Job): DeckSpec =>
    job.structures.find((item) => item.spec.id === structure.value)!.spec as DeckSpec

  function set<K extends keyof DeckSpec>(name: K, value: DeckSpec[K], says: string): void {
    store.change((job) => void (specOf(job)[name] = value), says)
  }
  function edit(change: (at: DeckSpec) => void, says: string): void {
    store.change((job) => change(specOf(job)), says)
  }

  return { index, spec, path, specOf, set, edit }
}
