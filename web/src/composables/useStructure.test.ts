import { createPinia, setActivePinia } from 'pinia'
import { beforeEach, describe, expect, it, vi } from 'vitest'
import { ref } from 'vue'
import type { Job, JobState } from '@/api/types'
import { useNamed } from '@/composables/useNamed'
import { useOffers } from '@/composables/useOffers'
import { useStructure } from '@/composables/useStructure'
import { useBox } from '@/logic/box'
import { useJob } from '@/stores/job'
import { MemoryBox } from '@/testing/standIn'

const api = vi.hoisted(() => ({ GET: vi.fn(), POST: vi.fn(), PUT: vi.fn() }))
vi.mock('@/api/client', async () => ({ ...(await vi.importActual<object>('@/api/client')), api }))

type Fields = Record<string, unknown>
const good = (data: unknown) => ({ data, response: { ok: true, status: 200 } })
const deck = (more: Fields = {}) => ({ id: 'd', kind: 'deck', width_m: 4, depth_m: 3, pins: [], ...more })
const fence = { id: 'f', kind: 'fence', height_m: 1.8 }
const start = { name: 'Job', structures: [{ spec: fence }, { spec: deck() }] } as unknown as Job
let store: ReturnType<typeof useJob>
const spec = () => store.document!.structures[1]!.spec as unknown as Fields

beforeEach(async () => {
  setActivePinia(createPinia())
  useBox(new MemoryBox())
  for (const call of Object.values(api)) call.mockReset()
  const state = { id: 'j', revision: 1, document: start, can_undo: false, can_redo: false, says: '', sent: null }
  api.GET.mockResolvedValue(good({ ...state, saved_at: '2026-06-01T08:00:00Z' } as JobState))
  api.PUT.mockReturnValue(new Promise(() => undefined))
  store = useJob()
  await store.load('j')
})

describe('a change that is its kind’s own', () => {
  it('is asked of the server with the whole job as it stands, and taken over', async () => {
    const open = useStructure(ref('d'))
    const pin = { thing: 'd/beam/1', at_m: 2.4 }
    api.POST.mockResolvedValue(good(deck({ pins: [pin] })))
    await open.hold('d/beam/1', 2.4, 'beam 1 held')
    expect(api.POST.mock.calls[0]).toEqual([
      '/api/structure-types/lock',
      { body: { document: start, structure: 'd', thing: 'd/beam/1', at_m: 2.4 } },
    ])
    expect(spec()['pins']).toEqual([pin])
    expect(store.saved).toBe('waiting')
  })

  it('leaves what was typed meanwhile into another field, and other structures alone', async () => {
    const open = useStructure(ref('d'))
    let say: (answer: unknown) => void = () => undefined
    api.POST.mockReturnValue(new Promise((done) => (say = done)))
    const moving = open.act('turn joists', '', 'joists turned')
    store.change((job) => ((job.structures[1]!.spec as unknown as Fields)['width_m'] = 5.5), 'width')
    store.change((job) => (job.name = 'Another name'), 'name')
    say(good(deck({ depth_m: 3.6 })))
    await moving
    expect([spec()['width_m'], spec()['depth_m'], store.document!.name]).toEqual([5.5, 3.6, 'Another name'])
    expect(store.document!.structures[0]!.spec).toEqual(fence)
  })

  it('that changes nothing is no step to undo', async () => {
    const open = useStructure(ref('d'))
    api.POST.mockResolvedValue(good(deck()))
    await open.hold('d/beam/1', null, 'beam 1 let go')
    expect([store.saved, store.document]).toEqual(['saved', start])
  })

  it('that is refused says why and changes nothing; the next one that goes clears it', async () => {
    const open = useStructure(ref('d'))
    const said = { title: 'No', problems: [{ field: 'to_m', message: 'Beam 1 cannot stand past the edge' }] }
    api.POST.mockResolvedValueOnce({ error: said, response: { ok: false, status: 422 } })
    await open.move({ id: 'd/beam/1' } as never, 9, 'beam 1 moved')
    expect([open.fault.value, spec()]).toEqual(['Beam 1 cannot stand past the edge', deck()])
    api.POST.mockResolvedValueOnce(good(deck({ depth_m: 3.2 })))
    await open.move({ id: 'd/beam/1' } as never, 2, 'beam 1 moved')
    expect([open.fault.value, spec()['depth_m']]).toEqual(['', 3.2])
  })

  it('says that the server was not reached, and loses nothing', async () => {
    const open = useStructure(ref('d'))
    api.POST.mockRejectedValueOnce(new TypeError('Failed to fetch'))
    await open.act('turn joists', '', 'joists turned')
    expect([open.fault.value, spec()]).toEqual(['The server cannot be reached', deck()])
  })

  it('asks nothing of a structure that is not there', async () => {
    const open = useStructure(ref('gone'))
    expect([open.index.value, open.spec.value]).toEqual([-1, null])
    await open.act('turn joists', '', 'joists turned')
    expect(api.POST).not.toHaveBeenCalled()
  })

  it('follows the structure that is looked at; a preview never changes the settings shown', () => {
    const which = ref('f')
    const open = useStructure(which)
    expect([open.index.value, open.path.value]).toEqual([0, 'structures/0/spec'])
    which.value = 'd'
    expect([open.path.value, (open.spec.value as unknown as Fields)['width_m']]).toEqual(['structures/1/spec', 4])
    store.preview((job) => ((open.specOf(job) as unknown as Fields)['width_m'] = 6))
    expect((store.shown!.structures[1]!.spec as unknown as Fields)['width_m']).toBe(6)
    expect((open.spec.value as unknown as Fields)['width_m']).toBe(4)
    expect(spec()['width_m']).toBe(4)
  })
})

describe('what is offered', () => {
  const offer = (change: [string, unknown][]) => ({ id: 'o', says: 'deeper joists', change }) as never
  const open = () => useOffers((job) => job.structures[1]!.spec)

  it('is drawn while it is pointed at, and gone without a trace', () => {
    const offers = open()
    offers.preview(offer([['depth_m', 3.3]]))
    expect((store.shown!.structures[1]!.spec as unknown as Fields)['depth_m']).toBe(3.3)
    expect([spec()['depth_m'], store.saved]).toEqual([3, 'saved'])
    expect(offers.shown.value).toMatchObject({ says: 'deeper joists' })
    offers.end()
    expect(store.shown).toEqual(start)
    expect(offers.shown.value).toBeNull()
  })

  it('stays a moment when its row is left, and for as long as the pointer is on its own buttons', () => {
    vi.useFakeTimers()
    const offers = open()
    const drawn = () => (store.shown!.structures[1]!.spec as unknown as Fields)['depth_m']
    offers.preview(offer([['depth_m', 3.3]]))
    offers.preview(null)
    offers.stay()
    vi.advanceTimersByTime(5000)
    expect(drawn()).toBe(3.3)
    offers.preview(null)
    vi.advanceTimersByTime(5000)
    expect(drawn()).toBe(3)
    vi.useRealTimers()
  })

  it('is made whole when it is taken: every field of it in one step', () => {
    const offers = open()
    offers.preview(offer([['depth_m', 3.3]]))
    offers.take(
      offer([
        ['depth_m', 3.3],
        ['joist', '2x10'],
      ]),
    )
    expect([spec()['depth_m'], spec()['joist'], store.draft, store.saved]).toEqual([3.3, '2x10', null, 'waiting'])
  })

  it('that is how it is built already changes nothing', () => {
    const offers = open()
    offers.preview(offer([]))
    offers.take(offer([]))
    expect([store.draft, store.saved]).toEqual([null, 'saved'])
  })
})

describe('what lies under the pointer', () => {
  const sheet = {
    members: [{ id: 'd/beam/1', name: 'Beam 1' }],
    posts: [{ id: 'f/post/start', number: 1 }],
    bays: [
      { id: 'f/bay/a', opening: '' },
      { id: 'f/bay/b', opening: 'Garden gate' },
    ],
  } as never
  const view = {
    shapes: [
      { layer: 'zone-label', id: 'z', text: 'Flower\n   bed' },
      { layer: 'post', id: 'f/post/start', text: '' },
    ],
  }
  const paper = { left: 10, top: 20 } as DOMRect
  const at = (about: string, pointerType = 'mouse') =>
    ({ target: { getAttribute: () => about }, clientX: 60, clientY: 50, pointerType }) as unknown as PointerEvent
  const names = (busy = false) =>
    useNamed(
      () => sheet,
      () => [view as never],
      () => busy,
    )

  it.each([
    ['d/beam/1', 'Beam 1'],
    ['f/post/start', 'Post 1'],
    ['f/bay/a', 'Bay 1'],
    ['f/bay/b', 'Garden gate'],
    ['z', 'Flower bed'],
  ])('%s is called %s, beside the pointer', (about, says) => {
    const { named, name } = names()
    name(at(about), paper)
    expect(named.value).toEqual({ says, x: 50, y: 30 })
  })

  it('is not named where there is nothing, under a finger, nor while something is pulled', () => {
    const free = names()
    free.name(at('d/beam/1'), paper)
    free.name(at(''), paper)
    expect(free.named.value).toBeNull()
    free.name(at('d/beam/1', 'touch'), paper)
    expect(free.named.value).toBeNull()
    const busy = names(true)
    busy.name(at('d/beam/1'), paper)
    expect(busy.named.value).toBeNull()
  })
})
