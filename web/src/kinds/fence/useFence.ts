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

  const edit = (says: string, change: (at: FenceSpec) => void) => store.change((job) => change(specOf(job)), says)
  function fresh(list: { id: string }[], word: string): string {
    for (let k = 1; ; k++) if (!list.some((item) => item.id === `${word}-${k}`)) return `${word}-${k}`
  }
  const end = () => spec.value!.straights.reduce((sum, item) => sum + item.length_m, 0)
  const middle = () => end() * 0.5
  /** Adds a gate in the middle of the line. Returns its id. */
  function addGate(): string {
    const id = fresh(spec.value!.openings, 'gate')
    edit('a gate', (at) =>
      at.openings.push({
        id,
        what: 'walk gate',
        at_m: middle(),
        clear_m: 1.2192,
        leaves_m: [],
        swing: 'in',
      } as never),
    )
    return id
  }
  /** Adds a no-dig band in the middle of the line. Returns its id. */
  function addBand(): string {
    const id = fresh(spec.value!.zones, 'no-dig')
    edit('a no-dig band', (at) =>
      at.zones.push({
        id,
        kind: 'no dig',
        foot: null,
        what: 'buried service',
        letter: 'S',
        at_m: middle(),
        half_width_m: 0.6096,
        off_m: 0,
        crossing_rad: Math.PI / 2,
        hand_dig_m: 0.9144,
        depth: 'depth unknown',
      }),
    )
    return id
  }

  return { index, spec, path, specOf, set, edit, fresh, middle, addGate, addBand }
}
