import { beforeEach, describe, expect, it } from 'vitest'
import type { Job, ReadingBody, Session, Sheet } from '@/api/types'
import { get, onlyHere, put, useBox } from '@/logic/box'
import {
  allUnsaved,
  deviceName,
  keepQueue,
  keepSaid,
  keepSheet,
  keepUnsaved,
  keptSheet,
  queued,
  said,
  unsentReadings,
} from '@/logic/keep'
import { came, left, who } from '@/logic/whose'
import { MemoryBox } from '@/testing/standIn'

let box: MemoryBox
const person = (id: number) => came({ signed_in: true, id, name: `person ${id}` } as Session)
beforeEach(() => {
  useBox((box = new MemoryBox()))
  left()
  person(1)
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
const job = { name: 'Fence', structures: [] } as unknown as Job
const unsaved = (at: string) => ({ base: 3, document: job, says: 'name', at, sent: null })
const sheet = (size: number) => ({ job, revision: 1, sheet: { id: 'x'.repeat(size) } as unknown as Sheet, at: '' })

describe('what a browser keeps', () => {
  it('keeps a queue a job, and only that job’s', () => {
    keepQueue('a', [reading('1'), reading('2')])
    expect(queued('a').map((item) => item.id)).toEqual(['1', '2'])
    expect(queued('b')).toEqual([])
    expect(unsentReadings()).toEqual([{ job: 'a', count: 2 }])
  })
  it('keeps what was said after the queue was sent', () => {
    keepSaid('a', [reading('1')])
    keepQueue('a', [])
    expect(said('a')).toHaveLength(1)
    expect(unsentReadings()).toEqual([])
  })
  it('opens with nothing kept, and with something broken', () => {
    expect(keptSheet('a', 'f')).toBeNull()
    box.setItem('trellis/1/queue/a', '{broken')
    expect(queued('a')).toEqual([])
  })
  it('gives a phone one name for good, whoever signs in', () => {
    const name = deviceName()
    person(2)
    expect(deviceName()).toBe(name)
  })
  it('tells unsaved work of every tab, the oldest first', () => {
    keepUnsaved('a', 'tab 2', unsaved('2026-06-02'))
    keepUnsaved('a', 'tab 1', unsaved('2026-06-01'))
    keepUnsaved('b', 'tab 1', unsaved('2026-06-03'))
    expect(allUnsaved('a').map((item) => item.tab)).toEqual(['tab 1', 'tab 2'])
    expect(allUnsaved().map((item) => item.job)).toEqual(['a', 'a', 'b'])
  })
})

describe('whose it is', () => {
  it('is never seen, sent or counted under another name', () => {
    keepQueue('a', [reading('1')])
    keepUnsaved('a', 'tab', unsaved('2026-06-01'))
    person(2)
    expect([queued('a'), allUnsaved(), unsentReadings()]).toEqual([[], [], []])
    person(1)
    expect([queued('a').length, allUnsaved().length]).toEqual([1, 1])
  })
  it('goes at sign-out but for what is not sent yet', () => {
    keepSheet('a', 'f', sheet(10))
    keepSaid('a', [reading('0')])
    keepQueue('a', [reading('1')])
    left()
    expect([...box.kept.keys()]).toEqual(['trellis/1/queue/a'])
    expect(who()).toBeNull()
  })
  it('takes what an older release queued for whoever signs in first', () => {
    box.setItem('trellis.queue.a', JSON.stringify([reading('1')]))
    box.setItem('trellis.site.a.f', '{}')
    person(3)
    expect(queued('a').map((item) => item.id)).toEqual(['1'])
    expect([...box.kept.keys()].some((key) => key.startsWith('trellis.'))).toBe(false)
  })
})

describe('a store that is full', () => {
  it('lets go of what can be fetched again before it refuses what was typed', () => {
    useBox((box = new MemoryBox(3000)))
    keepSheet('a', 'f', sheet(2500))
    expect(
      keepQueue(
        'a',
        Array.from({ length: 5 }, (_, k) => reading(String(k))),
      ),
    ).toBe(true)
    expect(keptSheet('a', 'f')).toBeNull()
    expect(queued('a')).toHaveLength(5)
  })
  it('keeps the rest in the page, says so, and keeps it for good once there is room', () => {
    useBox((box = new MemoryBox(400)))
    const many = Array.from({ length: 9 }, (_, k) => reading(String(k)))
    expect(keepQueue('a', many)).toBe(false)
    expect([queued('a').length, onlyHere.value]).toEqual([9, 1])
    expect(unsentReadings()).toEqual([{ job: 'a', count: 9 }])
    expect(keepQueue('a', many.slice(0, 1))).toBe(true)
    expect([queued('a').length, onlyHere.value]).toEqual([1, 0])
  })
  it('is no fault where the browser gives no store at all', () => {
    useBox({
      length: 0,
      key: () => null,
      getItem: () => {
        throw new Error('withheld')
      },
      setItem: () => {
        throw new Error('withheld')
      },
      removeItem: () => {
        throw new Error('withheld')
      },
    })
    put('trellis/1/queue/a', [1])
    expect(get('trellis/1/queue/a', [])).toEqual([1])
  })
})
