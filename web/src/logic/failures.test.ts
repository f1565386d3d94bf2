import { describe, expect, it } from 'vitest'
import { Refused } from '@/api/client'
import { AGAIN_MS, certain, failure, SAYS, type Failure } from './failures'

const of = (status: number) => failure(new Refused(status, 'no', []))

describe('why something was not kept', () => {
  it.each([
    [0, 'no signal'],
    [502, 'no signal'],
    [503, 'no signal'],
    [504, 'no signal'],
    [401, 'signed out'],
    [403, 'not allowed'],
    [404, 'gone'],
    [413, 'too much'],
    [429, 'busy'],
    [500, 'server fault'],
    [507, 'full'],
    [400, 'refused'],
    [409, 'refused'],
    [422, 'refused'],
  ] as [number, Failure][])('%d is %s', (status, says) => expect(of(status)).toBe(says))

  it('what is no answer at all is no signal', () => {
    expect(failure(new TypeError('Failed to fetch'))).toBe('no signal')
  })

  it('is told in words that say where what was typed is', () => {
    for (const says of Object.values(SAYS)) expect(says.toLowerCase()).toMatch(/saved on this device/)
  })

  it('is tried again by itself only where nobody has to do anything', () => {
    expect(Object.keys(AGAIN_MS).sort()).toEqual(['busy', 'full', 'no signal', 'server fault', 'signed out'])
    for (const after of Object.values(AGAIN_MS)) expect(after).toBeGreaterThanOrEqual(4000)
  })

  it('only a refusal says for certain that nothing was kept', () => {
    expect([400, 401, 413, 422, 429].map((status) => certain(new Refused(status, '', [])))).toEqual(Array(5).fill(true))
    expect([0, 500, 502, 504].map((status) => certain(new Refused(status, '', [])))).toEqual(Array(4).fill(false))
    expect(certain(new TypeError('Failed to fetch'))).toBe(false)
  })
})
