import { computed, type Ref } from 'vue'
import type { FenceSpec, Job } from '@/api/types'
import { useFence } from '@/kinds/fence/useFence'
import { useJob } from '@/stores/job'

export type Opening = FenceSpec['openings'][number]
export type Leaf = NonNullable<Opening['leaf']>
export type Arch = NonNullable<Opening['arch']>

/** One gate of a fence, and the ways to change how its leaf is built. */
export function useLeaf(structure: Ref<string>, id: Ref<string>) {
  const store = useJob()
  const { spec, path, specOf } = useFence(structure)
  const index = computed(() => spec.value?.openings.findIndex((item) => item.id === id.value) ?? -1)
  const opening = computed(() => (index.value >= 0 ? spec.value!.openings[index.value]! : null))
  const leaf = computed(() => opening.value?.leaf ?? null)
  const here = computed(() => `${path.value}/openings/${index.value}`)

  const openingOf = (job: Job): Opening => specOf(job).openings[index.value]!
  const edit = (change: (leaf: Leaf) => void) => (job: Job) => change(openingOf(job).leaf as Leaf)
  function set<K extends keyof Leaf>(name: K, value: Leaf[K], says: string): void {
    store.change(
      edit((at) => void (at[name] = value)),
      says,
    )
  }

  return { spec, opening, leaf, here, openingOf, edit, set }
}
