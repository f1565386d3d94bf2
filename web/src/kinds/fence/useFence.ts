import { computed, type Ref } from 'vue'
import type { FenceSpec, Job } from '@/api/types'
import { useJob } from '@/stores/job'

/** A spec that is a fence's, or nothing. */
export function fenceOf(spec: Job['structures'][number]['spec'] | undefined): FenceSpec | null {
  return spec && spec.kind === 'fence' ? (spec as FenceSpec) : null
}

/** The open structure's spec, and the ways to change it that a drawing needs. */
export function useFence(structure: Ref<string>) {
  const store = useJob()
  const index = computed(() => store.document?.structures.findIndex((item) => item.spec.id === structure.value) ?? -1)
  const spec = computed<FenceSpec | null>(() => fenceOf(store.document?.structures[index.value]?.spec))
  const path = computed(() => `structures/${index.value}/spec`)

  const specOf = (job: Job): FenceSpec =>
    fenceOf(job.structures.find((item) => item.spec.id === structure.value)?.spec)!

  function set<K extends keyof FenceSpec>(name: K, value: FenceSpec[K], says: string): void {
    store.change((job) => void (specOf(job)[name] = value), says)
  }

  return { index, spec, path, specOf, set }
}
