import { computed, ref } from 'vue'
import { api, ask } from '@/api/client'
import { sendPhoto } from '@/api/photos'
import type { Underlay } from '@/api/types'
import { useJob } from '@/stores/job'

type At = readonly [number, number]
/** What is asked for: how far apart two of its points are, or where both belong. */
type Asking = '' | 'length' | 'places'

/** The photo or scan under the site: brought, scaled by two points that are tapped, shown paler, taken away. */
export function useUnder() {
  const store = useJob()
  const under = computed<Underlay | null>(() => (store.document?.site.under as Underlay | undefined) ?? null)
  const asking = ref<Asking>('')
  const taps = ref<At[]>([])
  const missing = ref(false)
  const fault = ref('')
  const busy = ref(false)
  const pale = ref(Number(localStorage.getItem('trellis.under') ?? 0.6))
  const address = computed(() => (under.value ? `/api/jobs/${store.id}/photos/${under.value.picture}` : ''))
  /** Both points, and for places a point and its place by turns. */
  const wanted = computed(() => (asking.value === 'places' ? 4 : 2))
  const full = computed(() => taps.value.length >= wanted.value)
  const says = computed(() => {
    const k = taps.value.length
    if (asking.value === 'length') return ['Tap a point of the picture', 'Tap a second one, far off', ''][k] ?? ''
    return (
      ['Tap a point of the picture', 'Tap where it belongs', 'Tap a second point, far off', 'Tap where it belongs'][
        k
      ] ?? ''
    )
  })

  async function lay(asked: object, words: string): Promise<boolean> {
    fault.value = ''
    try {
      const body = { document: store.document!, ask: asked as never }
      const found = await ask(api.POST('/api/views/underlay', { body }))
      store.change((job) => (job.site.under = found.under as never), words)
      return true
    } catch (error) {
      fault.value = (error as Error).message
      return false
    }
  }
  async function bring([file]: File[]): Promise<void> {
    busy.value = true
    fault.value = ''
    missing.value = false
    try {
      const photo = await sendPhoto(store.id, file!, '', 'laid under the site')
      await lay({ picture: photo.id, wide_px: photo.wide, high_px: photo.high }, 'A picture laid under the site')
    } catch (error) {
      fault.value = (error as Error).message
    } finally {
      busy.value = false
    }
  }
  function begin(way: Asking): void {
    asking.value = way
    taps.value = []
    fault.value = ''
  }
  function tap(at: At): void {
    if (asking.value && !full.value) taps.value = [...taps.value, at]
    if (asking.value === 'places' && full.value) void done(0)
  }
  async function done(length_m: number): Promise<void> {
    const [a, b, c, d] = taps.value
    const scale = asking.value === 'places' ? { points: [a, c], places: [b, d] } : { points: [a, b], length_m }
    if (await lay(scale, 'The picture under the site scaled')) begin('')
    else taps.value = []
  }
  function shade(to: number): void {
    pale.value = to
    localStorage.setItem('trellis.under', String(to))
  }
  function away(): void {
    begin('')
    store.change((job) => (job.site.under = null), 'The picture under the site taken away')
  }
  return { under, asking, taps, full, says, missing, fault, busy, pale, address, bring, begin, tap, done, shade, away }
}

export type Under = ReturnType<typeof useUnder>
