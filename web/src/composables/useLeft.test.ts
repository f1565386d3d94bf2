import { beforeEach, describe, expect, it, vi } from 'vitest'
import type { Job } from '@/api/types'
import { useLeft } from '@/composables/useLeft'
import { useBox } from '@/logic/box'
import { allUnsaved, keepQueue, keepState, keepUnsaved, queued, type Unsaved } from '@/logic/keep'
import { MemoryBox } from '@/testing/standIn'

const sent = vi.hoisted(() => ({ PUT: vi.fn(), POST: vi.fn() }))
const open = vi.hoisted(() => ({ tabs: new Set<string>() }))
vi.mock('@/api/client', async () => ({ ...(await vi.importActual<object>('@/api/client')), api: sent }))
vi.mock('@/logic/tabs', () => ({ tab: () => 'mine', otherTabs: () => Promise.resolve(open.tabs) }))

type Body = { body: { key: string; base: number; document: Job; says: string } }
const job = (name: string) => ({ name, structures: [] }) as unknown as Job
const typed = (name: string, more: Partial<Unsaved> = {}): Unsaved => ({
  base: 3,
  document: job(name),
  says: 'a height',
  at: '2026-06-01T08:00:00Z',
  sent: null,
  ...more,
})
const kept = (revision: number) => ({ data: { revision, document: {} }, response: { ok: true, status: 200 } })
const refused = (status: number) => ({ error: { title: 'no', problems: [] }, response: { ok: false, status } })
const reading = { id: 'r1', about: 'p', what: 'set', value_m: null, done: true, note: '', device: 'd' }

beforeEach(() => {
  useBox(new MemoryBox())
  sent.PUT.mockReset()
  sent.POST.mockReset()
  open.tabs = new Set()
})

describe('what this browser holds that the server has not', () => {
  it('is told by the name of its job', async () => {
    keepUnsaved('a', 't1', typed('Larkspur Rise'))
    keepState({ id: 'b', document: job('Tui Terrace') } as never)
    keepQueue('b', [reading, { ...reading, id: 'r2' }] as never)
    const { look, says, left } = useLeft()
    await look()
    expect(says.value).toEqual(['changes of Larkspur Rise', '2 readings of Tui Terrace'])
    expect(left.value.map((item) => item.count)).toEqual([1, 2])
  })

  it("leaves another open tab's work to that tab", async () => {
    keepUnsaved('a', 't1', typed('Larkspur Rise'))
    open.tabs = new Set(['t1'])
    const { look, left, send } = useLeft()
    await look()
    expect(left.value).toEqual([])
    await send()
    expect(sent.PUT).not.toHaveBeenCalled()
    expect(allUnsaved()).toHaveLength(1)
  })

  it('is sent from the revision it was typed on, and let go of once it is kept', async () => {
    keepUnsaved('a', 't1', typed('Larkspur Rise'))
    sent.PUT.mockResolvedValue(kept(4))
    const { send, left } = useLeft()
    await send()
    const [, { body }] = sent.PUT.mock.calls[0] as [string, Body]
    expect([body.base, body.document.name, body.says]).toEqual([3, 'Larkspur Rise', 'a height'])
    expect(left.value).toEqual([])
    expect(allUnsaved()).toEqual([])
  })

  it('is sent again under the same key where an answer was lost, so that it is kept once', async () => {
    const first = { key: 'k1', base: 3, document: job('Larkspur Rise'), says: 'a height' }
    keepUnsaved('a', 't1', typed('Larkspur Rise', { sent: first }))
    sent.PUT.mockResolvedValue(kept(4))
    await useLeft().send()
    expect(sent.PUT).toHaveBeenCalledTimes(1)
    expect((sent.PUT.mock.calls[0] as [string, Body])[1].body.key).toBe('k1')
  })

  it('sends what was typed after a lost answer behind it, from where the first was kept', async () => {
    const first = { key: 'k1', base: 3, document: job('Larkspur'), says: 'a name' }
    keepUnsaved('a', 't1', typed('Larkspur Rise', { sent: first }))
    sent.PUT.mockResolvedValueOnce({ data: { revision: 6, sent: 5 }, response: { ok: true, status: 200 } })
    sent.PUT.mockResolvedValueOnce(kept(7))
    await useLeft().send()
    const bodies = (sent.PUT.mock.calls as [string, Body][]).map(([, { body }]) => body)
    expect(bodies.map((body) => [body.document.name, body.base])).toEqual([
      ['Larkspur', 3],
      ['Larkspur Rise', 5],
    ])
    expect(bodies[0]!.key).not.toBe(bodies[1]!.key)
    expect(allUnsaved()).toEqual([])
  })

  it('stays, under a key that it goes again by, where it is not taken', async () => {
    keepUnsaved('a', 't1', typed('Larkspur Rise'))
    sent.PUT.mockResolvedValue(refused(503))
    const { send, left } = useLeft()
    await send()
    expect(left.value).toHaveLength(1)
    const key = allUnsaved()[0]!.unsaved.sent!.key
    sent.PUT.mockResolvedValue(kept(4))
    await send()
    expect((sent.PUT.mock.calls[1] as [string, Body])[1].body.key).toBe(key)
    expect(left.value).toEqual([])
  })

  it('one job that is refused holds up no other', async () => {
    keepUnsaved('a', 't1', typed('Refused', { at: '2026-06-01T07:00:00Z' }))
    keepUnsaved('b', 't1', typed('Taken'))
    sent.PUT.mockImplementation((_: string, { body }: Body) =>
      Promise.resolve(body.document.name === 'Refused' ? refused(422) : kept(4)),
    )
    const { send, says } = useLeft()
    await send()
    expect(says.value).toEqual(['changes of Refused'])
  })

  it('sends readings, too', async () => {
    keepQueue('a', [reading] as never)
    sent.POST.mockResolvedValue({ data: { kept: [{ id: 'r1', counts_at: 'x' }] }, response: { ok: true, status: 200 } })
    const { send, left } = useLeft()
    await send()
    expect(queued('a')).toEqual([])
    expect(left.value).toEqual([])
  })
})
