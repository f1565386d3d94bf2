import { computed, type Ref } from 'vue'
import type { DeckSpec, Handle, Job } from '@/api/types'
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
  const specOf = (job: Job): DeckSpec => job.structures.find((item) => item.spec.id === structure.value)!.spec as DeckSpec

  function set<K extends keyof DeckSpec>(name: K, value: DeckSpec[K], says: string): void {
    store.change((job) => void (specOf(job)[name] = value), says)
  }
  function edit(change: (at: DeckSpec) => void, says: string): void {
    store.change((job) => change(specOf(job)), says)
  }

  /** Moves what a handle stands for: a pinned beam or post, or all corners on one edge of the outline. */
  function move(handle: Handle, at_m: number): (job: Job) => void {
    return (job) => {
      const at = specOf(job)
      const [list, key] = handle.field.split('/')
      const inner = handle.id.split('/').pop()!
      if (list === 'pins' && key === '+') at.pins.push({ id: inner, at_m, why: '' })
      else if (list === 'pins') {
        const pin = at.pins[Number(key)]
        if (pin) pin.at_m = at_m
      } else if (list === 'outline') {
        const axis = key === 'x' ? 'x_m' : 'y_m'
        for (const corner of at.outline) if (Math.abs(corner[axis] - handle.station_m) < 1e-6) corner[axis] = Math.max(0.6, at_m)
      }
    }
  }
  function unpin(handle: Handle): void {
    edit((at) => void (at.pins = at.pins.filter((pin) => pin.id !== handle.id.split('/').pop())), 'let go of a pin')
  }
  return { index, spec, path, specOf, set, edit, move, unpin }
}
