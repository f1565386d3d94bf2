import { effectScope, nextTick, ref, shallowRef } from 'vue'
import { beforeEach, describe, expect, it, vi } from 'vitest'
import type { DragHandle, Job, Sheet } from '@/api/types'
import { useSheet, type Moving } from './useSheet'

const POST = vi.hoisted(() => vi.fn())
vi.mock('@/api/client', async (original) => ({ ...(await original<object>()), api: { POST } }))

interface Call {
  path: string
  body: Record<string, unknown>
  signal: AbortSignal
  answer: (data: unknown) => void
  refuse: (status: number, problems?: { field: string; message: string }[]) => void
}
/** A server that answers when the test says so, and not to who has hung up. */
function server(): Call[] {
  const calls: Call[] = []
  POST.mockReset()
  POST.mockImplementation(
    (path: string, { body, signal }: { body: Record<string, unknown>; signal: AbortSignal }) =>
      new Promise((answer, reject) => {
        signal.addEventListener('abort', () => reject(new DOMException('', 'AbortError')))
        calls.push({
          path,
          body,
          signal,
          answer: (data) => answer({ data, response: { ok: true, status: 200 } }),
          refuse: (status, problems = []) =>
            answer({ error: { title: 'no', problems }, response: { ok: false, status } }),
        })
      }),
  )
  return calls
}
const settled = () => new Promise((done) => setTimeout(done, 0))
const asked = (calls: Call[], count: number) => vi.waitFor(() => expect(calls).toHaveLength(count))
const job = (height: number) =>
  ({ name: 'a', structures: [{ name: 'Fence', spec: { id: 'f', height_m: height } }] }) as unknown as Job
const sheetOf = (more: object = {}) =>
  ({
    id: 'f',
    headline: 'passes',
    posts: [{ id: 'p1', hole: "4'" }],
    views: [],
    checks: ['one'],
    ...more,
  }) as unknown as Sheet
const handle = { id: 'f/post/1', station_m: 1 } as DragHandle

function open() {
  const document = shallowRef<Job | null>(job(1))
  const structure = ref('f')
  const selected = ref('')
  const moving = ref<Moving | null>(null)
  const scope = effectScope(true)
  const found = scope.run(() => useSheet(document, structure, selected, moving))!
  return { document, structure, selected, moving, ...found, close: () => scope.stop() }
}

describe('the sheet of a structure', () => {
  let calls: Call[]
  beforeEach(() => void (calls = server()))

  it('is asked for at once, and again for what was typed meanwhile, whose older question ends', async () => {
    const page = open()
    expect(calls.map((call) => call.path)).toEqual(['/api/designs/plan'])
    page.document.value = job(2)
    await settled()
    expect(calls[0]!.signal.aborted).toBe(true)
    expect(calls).toHaveLength(2)
    expect(calls[1]!.body.document).toEqual(job(2))
    calls[1]!.answer(sheetOf())
    await settled()
    expect(page.sheet.value).toEqual(sheetOf())
    expect(page.settled.value).toBe(page.sheet.value)
  })

  it('keeps the last that could be calculated where the next is refused, with the field that is wrong', async () => {
    const page = open()
    calls[0]!.answer(sheetOf())
    await settled()
    page.document.value = job(99)
    await nextTick()
    calls[1]!.refuse(422, [{ field: 'document/structures/0/spec/height_m', message: 'at most 12 ft' }])
    await settled()
    expect(page.sheet.value).toEqual(sheetOf())
    expect(page.problems.value).toEqual([{ field: 'structures/0/spec/height_m', message: 'at most 12 ft' }])
    expect(page.failed.value).toBe('')
    page.document.value = job(3)
    await nextTick()
    calls[2]!.answer(sheetOf())
    await settled()
    expect(page.problems.value).toEqual([])
  })

  it('tells that the drawing is of older settings once their answer takes long, and not before', async () => {
    const page = open()
    calls[0]!.answer(sheetOf())
    await settled()
    vi.useFakeTimers()
    page.document.value = job(2)
    await nextTick()
    vi.advanceTimersByTime(200)
    expect(page.late.value).toBe(false)
    vi.advanceTimersByTime(200)
    expect(page.late.value).toBe(true)
    vi.useRealTimers()
    calls[1]!.answer(sheetOf())
    await settled()
    expect(page.late.value).toBe(false)
    // What is picked asks for checks alone: the drawing is that of today's settings.
    page.selected.value = 'f/post/1'
    await nextTick()
    vi.useFakeTimers()
    vi.advanceTimersByTime(900)
    expect(page.late.value).toBe(false)
    vi.useRealTimers()
    page.close()
  })

  it('says that the calculation did not answer, where no field is wrong', async () => {
    const page = open()
    calls[0]!.refuse(500)
    await settled()
    expect(page.failed.value).toBe('no')
    expect(page.sheet.value).toBeNull()
  })

  it('says what was picked when its checks were asked for, until those of the next have come', async () => {
    const page = open()
    calls[0]!.answer(sheetOf())
    await settled()
    page.selected.value = 'f/post/1'
    await settled()
    expect([page.settledOf.value, calls[1]!.body.selected]).toEqual(['', 'f/post/1'])
    calls[1]!.answer(sheetOf({ checks: ['its own'] }))
    await settled()
    expect(page.settledOf.value).toBe('f/post/1')
  })

  it('asks nothing for a structure that the job has not', async () => {
    const page = open()
    calls[0]!.answer(sheetOf())
    await settled()
    page.structure.value = 'gone'
    await settled()
    expect(calls).toHaveLength(1)
  })

  it('asks no more once its page is left', async () => {
    const page = open()
    page.close()
    await settled()
    expect(calls[0]!.signal.aborted).toBe(true)
    expect(page.sheet.value).toBeNull()
  })
})

describe('a pull', () => {
  let calls: Call[]
  beforeEach(() => void (calls = server()))

  async function pulled() {
    const page = open()
    calls[0]!.answer(sheetOf())
    await settled()
    page.moving.value = { handle, to_m: 1.1 }
    await settled()
    return page
  }

  it('sends the document once, then where it is now, and lays what changed onto what is shown', async () => {
    const page = await pulled()
    const key = calls[1]!.body.key
    expect([calls[1]!.path, calls[1]!.body.after, !!calls[1]!.body.document]).toEqual(['/api/designs/drag', 0, true])
    calls[1]!.answer({ held: true, number: 1, changes: { headline: 'fails', posts: [{ id: 'p1', hole: "5'" }] } })
    await settled()
    expect(page.sheet.value!.headline).toBe('fails')
    expect(page.sheet.value!.posts[0]!.hole).toBe("5'")
    page.moving.value = { handle, to_m: 1.2 }
    await asked(calls, 3)
    expect([calls[2]!.body.after, calls[2]!.body.document, calls[2]!.body.key]).toEqual([1, undefined, key])
  })

  it('leaves what is read as numbers as it was, whole, until it is let go', async () => {
    const page = await pulled()
    const before = page.settled.value
    calls[1]!.answer({ held: true, number: 1, changes: { headline: 'fails' } })
    await settled()
    expect(page.settled.value).toBe(before)
    expect(page.sheet.value).not.toBe(before)
    page.document.value = job(2)
    page.moving.value = null
    await settled()
    calls[2]!.answer(sheetOf({ headline: 'fails', checks: ['two'] }))
    await settled()
    expect(page.settled.value).toBe(page.sheet.value)
    expect((page.settled.value as unknown as { checks: string[] }).checks).toEqual(['two'])
  })

  it('sends the document again to a server that does not hold it any more', async () => {
    const page = await pulled()
    calls[1]!.answer({ held: true, number: 1, changes: { headline: 'one' } })
    await settled()
    page.moving.value = { handle, to_m: 1.2 }
    await asked(calls, 3)
    calls[2]!.answer({ held: false })
    await settled()
    expect(!!calls[3]!.body.document).toBe(true)
    calls[3]!.answer({ held: true, number: 1, changes: { headline: 'two' } })
    await settled()
    expect(page.sheet.value!.headline).toBe('two')
  })

  it('has one question on its way, and only the newest place waits', async () => {
    const page = await pulled()
    for (const to_m of [1.2, 1.3, 1.4]) {
      page.moving.value = { handle, to_m }
      await settled()
    }
    expect(calls).toHaveLength(2)
    calls[1]!.answer({ held: true, number: 1, changes: {} })
    await asked(calls, 3)
    expect((calls[2]!.body.moving as Moving).to_m).toBe(1.4)
  })

  it('rests before it asks again, then asks for the place where it is by then', async () => {
    const page = await pulled()
    const began = performance.now()
    calls[1]!.answer({ held: true, number: 1, changes: {} })
    await settled()
    page.moving.value = { handle, to_m: 1.2 }
    await settled()
    expect(calls).toHaveLength(2)
    page.moving.value = { handle, to_m: 1.3 }
    await asked(calls, 3)
    expect(performance.now() - began).toBeGreaterThan(30)
    expect((calls[2]!.body.moving as Moving).to_m).toBe(1.3)
    calls[2]!.answer({ held: true, number: 2, changes: {} })
    await new Promise((done) => setTimeout(done, 120))
    expect(calls).toHaveLength(3)
  })

  it('is calculated whole at once where it is let go in that rest', async () => {
    const page = await pulled()
    calls[1]!.answer({ held: true, number: 1, changes: {} })
    await settled()
    page.moving.value = { handle, to_m: 1.2 }
    await settled()
    page.document.value = job(2)
    page.moving.value = null
    await settled()
    expect(calls.slice(2).map((call) => [call.path, call.body.document])).toEqual([['/api/designs/plan', job(2)]])
  })

  it('ends with its question when it is let go', async () => {
    const page = await pulled()
    page.moving.value = null
    await settled()
    expect(calls[1]!.signal.aborted).toBe(true)
    expect(calls[2]!.path).toBe('/api/designs/plan')
  })
})
