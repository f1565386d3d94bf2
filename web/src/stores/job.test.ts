import { createPinia, setActivePinia } from 'pinia'
import { beforeEach, describe, expect, it, vi } from 'vitest'
import type { Job, JobState, PlacedOutline } from '@/api/types'
import { usePlacing } from '@/components/place/usePlacing'
import { useJob } from '@/stores/job'

const put = vi.hoisted(() => vi.fn())
const get = vi.hoisted(() => vi.fn())
const post = vi.hoisted(() => vi.fn())
vi.mock('@/api/client', async () => {
  const real = await vi.importActual<typeof import('@/api/client')>('@/api/client')
  return { ...real, api: { PUT: put, GET: get, POST: post } }
})

const job = (name: string, place: string): Job => ({ name, place, structures: [], sums: [] }) as unknown as Job

function state(revision: number, document: Job, sent: number | null = null): JobState {
  const rest = { can_undo: true, can_redo: false, says: '', saved_at: '2026-06-01T08:00:00Z' }
  return { id: 'j', revision, document, sent, ...rest } as JobState
}

const answered = (data: JobState) => ({ data, response: { ok: true, status: 200 } })

/** Answers of the server, given out one by one by hand. */
function held() {
  const waiting: ((answer: unknown) => void)[] = []
  put.mockImplementation(() => new Promise((done) => waiting.push(done)))
  return async (data: JobState) => {
    waiting.shift()?.(answered(data))
    await vi.advanceTimersByTimeAsync(0)
  }
}

beforeEach(() => {
  setActivePinia(createPinia())
  vi.useFakeTimers()
  put.mockReset()
  get.mockResolvedValue(answered(state(1, job('Fence', 'North Lane'))))
})

describe('saving while another person saves', () => {
  it('goes on from what was sent when the server joined it with a change of theirs', async () => {
    const store = useJob()
    await store.load('j')
    const answer = held()
    store.change((doc) => void (doc.name = 'Fence A'), 'name')
    await vi.advanceTimersByTimeAsync(400)
    store.change((doc) => void (doc.name = 'Fence AB'), 'name')
    // The other person moved the place meanwhile: joined as revision 4, what was sent kept as 3.
    await answer(state(4, job('Fence A', 'South Lane'), 3))
    await vi.advanceTimersByTimeAsync(400)
    const second = put.mock.calls[1]?.[1] as { body: { base: number; document: Job } }
    expect(second.body.base).toBe(3)
    expect(second.body.document.name).toBe('Fence AB')
    await answer(state(6, job('Fence AB', 'South Lane'), 5))
    expect(store.document?.place).toBe('South Lane')
    expect(store.document?.name).toBe('Fence AB')
    expect(store.saved).toBe('saved')
    expect(store.revision).toBe(6)
  })

  it('keeps no step for a change that changes nothing', async () => {
    const store = useJob()
    await store.load('j')
    store.change((doc) => void (doc.name = 'Fence'), 'name')
    await vi.advanceTimersByTimeAsync(1000)
    expect(put).not.toHaveBeenCalled()
    expect(store.saved).toBe('saved')
  })

  it('takes a joined document whole when nothing more was typed', async () => {
    const store = useJob()
    await store.load('j')
    const answer = held()
    store.change((doc) => void (doc.name = 'Fence A'), 'name')
    await vi.advanceTimersByTimeAsync(400)
    await answer(state(4, job('Fence A', 'South Lane'), 3))
    expect(store.document?.place).toBe('South Lane')
    expect(store.revision).toBe(4)
  })

  it('saves on the new revision when nobody else changed anything', async () => {
    const store = useJob()
    await store.load('j')
    const answer = held()
    store.change((doc) => void (doc.name = 'Fence A'), 'name')
    await vi.advanceTimersByTimeAsync(400)
    store.change((doc) => void (doc.name = 'Fence AB'), 'name')
    await answer(state(2, job('Fence A', 'North Lane')))
    await vi.advanceTimersByTimeAsync(400)
    expect((put.mock.calls[1]?.[1] as { body: { base: number } }).body.base).toBe(2)
  })
})

describe('undo', () => {
  it('waits for what was typed while a save was on its way, and is not dropped for it', async () => {
    const store = useJob()
    await store.load('j')
    const answer = held()
    post.mockResolvedValue(answered(state(2, job('Fence A', 'North Lane'))))
    store.change((doc) => void (doc.name = 'Fence A'), 'name')
    await vi.advanceTimersByTimeAsync(400)
    store.change((doc) => void (doc.name = 'Fence AB'), 'name')
    void store.step('undo')
    await answer(state(2, job('Fence A', 'North Lane')))
    expect(post).not.toHaveBeenCalled()
    await answer(state(3, job('Fence AB', 'North Lane')))
    await vi.advanceTimersByTimeAsync(0)
    expect(post.mock.calls[0]?.[1]).toMatchObject({ body: { base: 3 } })
    expect(store.document?.name).toBe('Fence A')
  })
})

describe('a structure is put where it stands', () => {
  it('on top of what was changed last, though the drawing is an answer behind', async () => {
    const stands = { x_m: 1, y_m: 2, turn_rad: 0, level_m: 0 }
    const deck = { spec: { id: 'deck' }, name: 'Deck', stands }
    get.mockResolvedValue(answered(state(1, { ...job('Yard', ''), structures: [deck] } as unknown as Job)))
    const store = useJob()
    await store.load('j')
    const drawn = { id: 'deck', name: 'Deck', stands } as unknown as PlacedOutline
    const { standing, put: stand } = usePlacing()
    stand(drawn, { turn_rad: 0.5 })
    stand(drawn, { y_m: -15.24 })
    expect(standing(drawn)).toEqual({ ...stands, turn_rad: 0.5, y_m: -15.24 })
  })
})
