import { computed, type Ref } from 'vue'
import type { FenceSpec, Handle, Job } from '@/api/types'
import { useJob } from '@/stores/job'

/** A spec that is a fence's, or nothing. */
export function fenceOf(spec: Job['structures'][number]['spec'] | undefined): FenceSpec | null {
  return spec && spec.kind === 'fence' ? (spec as FenceSpec) : null
}

/** The open structure's spec, and the ways to change it that a drawing needs. */
export function useFence(structure: Ref<string>) {
  const store = useJob()
  const index = computed(() => store.shown?.structures.findIndex((item) => item.spec.id === structure.value) ?? -1)
  const spec = computed<FenceSpec | null>(() => fenceOf(store.shown?.structures[index.value]?.spec))
  const path = computed(() => `structures/${index.value}/spec`)

  const specOf = (job: Job): FenceSpec => fenceOf(job.structures.find((item) => item.spec.id === structure.value)?.spec)!

  function set<K extends keyof FenceSpec>(name: K, value: FenceSpec[K], says: string): void {
    store.change((job) => void (specOf(job)[name] = value), says)
  }

  /** Moves what a handle stands for, through the field that the plan named for it. */
  function move(handle: Handle, station_m: number): (job: Job) => void {
    return (job) => {
      const at = specOf(job)
      const [list, key, field] = handle.field.split('/')
      const inner = handle.id.replace(`${at.id}/post/`, '')
      if (list === 'locks' && key === '+') at.locks.push({ id: inner, at_m: station_m, why: '' })
      else if (list === 'straights') {
        const straight = at.straights[Number(key)]
        if (straight) straight.length_m = Math.max(0.1, straight.length_m + station_m - handle.station_m)
      } else if (list === 'locks' || list === 'openings' || list === 'zones') {
        const item = at[list][Number(key)] as unknown as Record<string, number> | undefined
        if (item && field) item[field] = Math.max(0, station_m)
      }
    }
  }

  function unlock(handle: Handle): void {
    store.change((job) => {
      const at = specOf(job)
      at.locks = at.locks.filter((lock) => lock.id !== handle.id.replace(`${at.id}/post/`, ''))
    }, 'unlocked a post')
  }

  return { index, spec, path, specOf, set, move, unlock }
}
