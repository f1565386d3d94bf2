import { describe, expect, it } from 'vitest'
import { keptFor } from './kept'

describe('what is made of a thing once', () => {
  it('is made once of each, and again of another that looks the same', () => {
    let made = 0
    const of = keptFor((thing: { x: number }) => ((made += 1), { doubled: thing.x * 2 }))
    const one = { x: 3 }
    expect(of(one)).toBe(of(one))
    expect(of(one).doubled).toBe(6)
    expect(of({ x: 3 })).not.toBe(of(one))
    expect(made).toBe(2)
  })
  it('is kept where it is nothing, too', () => {
    let made = 0
    const of = keptFor<object, undefined>(() => ((made += 1), undefined))
    const one = {}
    of(one)
    of(one)
    expect(made).toBe(1)
  })
})
