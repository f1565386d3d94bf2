import { beforeEach, describe, expect, it, vi } from 'vitest'
import type { ReadingBody } from '@/api/types'
import { deviceName, keepQueue, keepSaid, keptSheet, queued, said } from './keep'

const store = new Map<string, string>()
beforeEach(() => {
  store.clear()
  vi.stubGlobal('localStorage', {
    getItem: (key: string) => store.get(key) ?? null,
    setItem: (key: string, value: string) => void store.set(key, value),
  })
})
const reading = (id: string): ReadingBody => ({
  id,
  about: 'f/post/start',
  what: 'set',
  value_m: null,
  done: true,
  note: '',
  device: 'p',
  measured_at: '2026-06-01T08:00:00Z',
})

describe('what a phone keeps', () => {
  it('keeps a queue a job, and only that job’s', () => {
    keepQueue('a', [reading('1'), reading('2')])
    expect(queued('a').map((item) => item.id)).toEqual(['1', '2'])
    expect(queued('b')).toEqual([])
  })
  it('keeps what was said after the queue was sent', () => {
    keepSaid('a', [reading('1')])
    keepQueue('a', [])
    expect(said('a')).toHaveLength(1)
  })
  it('opens with nothing kept, and with something broken', () => {
    expect(keptSheet('a', 'f')).toBeNull()
    store.set('trellis.queue.a', '{broken')
    expect(queued('a')).toEqual([])
  })
  it('gives a phone one name for good', () => {
    expect(deviceName()).toBe(deviceName())
  })
})
