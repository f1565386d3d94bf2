import { effectScope } from 'vue'
import { describe, expect, it, vi } from 'vitest'
import type { Job } from '@/api/types'
import { useSearch } from './useSearch'

const job = { name: 'a' } as unknown as Job
const line = (more: object) => JSON.stringify({ rows: [], at: 0, planned: 0, says: '', ...more }) + '\n'

const POST = vi.hoisted(() => vi.fn())
vi.mock('@/api/client', async (original) => ({ ...(await original<object>()), api: { POST } }))

/**
 * A server whose lines are said one after another by the test, and the signals by which it hears that nobody listens.
 */
function server() {
  const said: ReadableStreamDefaultController<Uint8Array>[] = []
  const signals: AbortSignal[] = []
  POST.mockImplementation((_: string, { signal }: { signal: AbortSignal }) => {
    signals.push(signal)
    const data = new ReadableStream<Uint8Array>({ start: (controller) => void said.push(controller) })
    signal.addEventListener('abort', () => said.at(-1)?.error(new DOMException('', 'AbortError')))
    return Promise.resolve({ data, response: new Response() })
  })
  const say = (text: string) => said.at(-1)!.enqueue(new TextEncoder().encode(text))
  return { say, end: () => said.at(-1)!.close(), signals }
}
const settled = () => new Promise((done) => setTimeout(done, 5))
const search = () => effectScope(true).run(() => useSearch('fixes'))!

describe('a search', () => {
  it('shows rows as they come, even where a line comes in two halves', async () => {
    const there = server()
    const found = search()
    const done = found.look(job, 'fence')
    await settled()
    const first = line({ rows: [{ says: 'dearer' }], planned: 8 })
    there.say(first.slice(0, 20))
    await settled()
    expect(found.rows.value).toBe(null)
    there.say(first.slice(20))
    await settled()
    expect(found.rows.value).toEqual([{ says: 'dearer' }])
    expect([found.busy.value, found.planned.value]).toEqual([true, 8])
    there.say(line({ rows: [{ says: 'cheaper' }, { says: 'dearer' }], planned: 16 }))
    there.end()
    await done
    expect(found.rows.value).toEqual([{ says: 'cheaper' }, { says: 'dearer' }])
    expect(found.busy.value).toBe(false)
  })

  it('keeps what was found before until something stands in its place, and no longer than to the end', async () => {
    const there = server()
    const found = search()
    found.rows.value = [{ says: 'old 1' }, { says: 'old 2' }] as never
    const done = found.look(job, 'fence')
    await settled()
    there.say(line({ rows: [{ says: 'new' }] }))
    await settled()
    expect(found.rows.value).toEqual([{ says: 'new' }, { says: 'old 2' }])
    there.end()
    await done
    expect(found.rows.value).toEqual([{ says: 'new' }])
  })

  it('ends the one under way when another begins, and hears no more of it', async () => {
    const there = server()
    const found = search()
    void found.look(job, 'fence')
    await settled()
    const done = found.look(job, 'deck')
    await settled()
    expect(there.signals[0]!.aborted).toBe(true)
    there.say(line({ rows: [{ says: 'of the deck' }] }))
    there.end()
    await done
    expect([found.rows.value, found.fault.value]).toEqual([[{ says: 'of the deck' }], ''])
  })

  it('says that it waits, where it stopped by itself, and why it failed', async () => {
    const there = server()
    const found = search()
    const done = found.look(job, 'fence')
    await settled()
    there.say(line({ waiting: true }))
    await settled()
    expect(found.waiting.value).toBe(true)
    there.say(line({ rows: [{ says: 'one' }], says: 'stopped after 2,000 plans' }))
    there.end()
    await done
    expect([found.ceiling.value, found.waiting.value]).toEqual(['stopped after 2,000 plans', false])
    const again = found.look(job, 'fence')
    await settled()
    there.say(line({ failed: 'This search stopped' }))
    there.end()
    await again
    expect(found.fault.value).toBe('This search stopped')
    expect(found.rows.value).toEqual([{ says: 'one' }])
  })

  it('asks again while the server has no room, and says that it waits', async () => {
    vi.useFakeTimers()
    const there = server()
    const answers = POST.getMockImplementation()!
    let full = 2
    POST.mockImplementation((...asked: unknown[]) =>
      full-- > 0 ? Promise.resolve({ error: {}, response: { status: 503 } }) : answers(...asked),
    )
    const found = search()
    const done = found.look(job, 'fence')
    await vi.advanceTimersByTimeAsync(100)
    expect([found.waiting.value, found.fault.value]).toEqual([true, ''])
    await vi.advanceTimersByTimeAsync(2000)
    there.say(line({ rows: [{ says: 'one' }] }))
    there.end()
    vi.useRealTimers()
    await done
    expect([found.rows.value, found.fault.value]).toEqual([[{ says: 'one' }], ''])
  })

  it('is stopped with what it found, and is over when the page is left', async () => {
    const there = server()
    const scope = effectScope(true)
    const found = scope.run(() => useSearch('fixes'))!
    void found.look(job, 'fence')
    await settled()
    there.say(line({ rows: [{ says: 'one' }] }))
    await settled()
    found.stop()
    expect([found.busy.value, found.rows.value!.length]).toEqual([false, 1])
    void found.look(job, 'fence')
    await settled()
    scope.stop()
    expect(there.signals.every((signal) => signal.aborted)).toBe(true)
  })
})
