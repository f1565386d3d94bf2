import { describe, expect, it } from 'vitest'
import { rest, restAfter } from './pace'

describe('between two answers of a pull', () => {
  it('three frames pass, and more on a phone that takes long to write one', () => {
    expect(restAfter(0)).toBe(48)
    expect(restAfter(4)).toBe(48)
    expect(restAfter(40)).toBe(240)
  })

  it('it is waited, unless nobody wants the next any more', async () => {
    const wanted = new AbortController()
    const began = performance.now()
    await rest(30, wanted.signal)
    expect(performance.now() - began).toBeGreaterThan(20)
    const dropped = rest(60_000, wanted.signal)
    wanted.abort()
    await dropped
    await rest(60_000, wanted.signal)
    await rest(-5, new AbortController().signal)
    expect(performance.now() - began).toBeLessThan(5_000)
  })
})
