import { beforeEach, describe, expect, it, vi } from 'vitest'
import type { ReadingBody } from '@/api/types'
import { useOutbox } from '@/composables/useOutbox'
import { useBox } from '@/logic/box'
import { queued } from '@/logic/keep'
import { MemoryBox } from '@/testing/standIn'

const post = vi.hoisted(() => vi.fn())
vi.mock('@/api/client', async () => ({ ...(await vi.importActual<object>('@/api/client')), api: { POST: post } }))

type Body = { body: { readings: ReadingBody[]; sent_at: string } }
const refusal = (status: number, field = '', message = 'no') => ({
  error: { title: message, problems: field ? [{ field, message }] : [] },
  response: { ok: false, status },
})
const kept = (readings: ReadingBody[]) => ({
  data: { kept: readings.map(({ id }) => ({ id, counts_at: '2026-06-01T08:00:00Z' })) },
  response: { ok: true, status: 200 },
})
const settle = () => new Promise((done) => setTimeout(done, 0))

beforeEach(() => {
  useBox(new MemoryBox())
  post.mockReset()
})

describe('readings of a phone', () => {
  it('set aside what the server refuses, with its reason, and send the rest', async () => {
    post.mockImplementation((_: string, { body }: Body) => {
      const bad = body.readings.findIndex((row) => row.value_m === 9999)
      return Promise.resolve(bad < 0 ? kept(body.readings) : refusal(422, `readings/${bad}/value_m`, 'More than 5 km'))
    })
    const box = useOutbox('a')
    for (const value of [1, 9999, 2, 3]) box.say('p', 'stands at', value)
    await box.send()
    await settle()
    expect(box.waiting.value).toBe(0)
    expect(box.aside.value.map((item) => [item.reading.value_m, item.why])).toEqual([[9999, 'More than 5 km']])
    expect(box.mine.value.map((item) => !!item.counts_at)).toEqual([true, false, true, true])
    box.settle(box.aside.value[0]!.reading.id, false)
    expect([box.aside.value, box.mine.value.length]).toEqual([[], 3])
  })
  it('find the one that is refused where the server does not name it', async () => {
    post.mockImplementation((_: string, { body }: Body) =>
      Promise.resolve(body.readings.some((row) => row.value_m === 9999) ? refusal(422) : kept(body.readings)),
    )
    const box = useOutbox('a')
    for (const value of [1, 2, 9999, 3, 4, 5]) box.say('p', 'stands at', value)
    await box.send()
    await settle()
    expect([box.waiting.value, box.aside.value.map((item) => item.reading.value_m)]).toEqual([0, [9999]])
  })
  it.each([
    [401, 'Sign in again; what was measured waits on this device.', true],
    [403, 'Your part in the crew does not record on site', true],
    [500, 'Your part in the crew does not record on site', true],
    [503, '', false],
  ])('stay queued at %i, and it says which it is', async (status, says, signal) => {
    post.mockResolvedValue(refusal(status, '', 'Your part in the crew does not record on site'))
    const box = useOutbox('a')
    box.say('p', 'set', null, true)
    await settle()
    expect([queued('a').length, box.fault.value, box.signal.value]).toEqual([1, says, signal])
  })
  it('are ordered by the server’s clock, however wrong a phone’s own', () => {
    const box = useOutbox('a')
    const row = (id: string, measured_at: string, counts_at: string, done: boolean) => ({
      id,
      about: 'p',
      what: 'set',
      value_m: null,
      done,
      note: '',
      device: id,
      measured_at,
      counts_at,
    })
    box.hearAll([
      row('future', '2031-01-01T00:00:00Z', '2026-06-01T08:00:00Z', true),
      row('right', '2026-06-01T09:00:00Z', '2026-06-01T09:00:00Z', false),
    ])
    expect(box.last('p', 'set')?.done).toBe(false)
    post.mockRejectedValue(new TypeError('away'))
    box.say('p', 'set', null, true)
    expect(box.last('p', 'set')?.done).toBe(true) // what this phone says now and has not sent comes last
  })
})
