import { describe, expect, it } from 'vitest'
import { keyOf, sized } from './sticks'

describe('measured timbers', () => {
  it('reads a measured size and a plain one', () => {
    expect(sized('board 1x6 pine @ 0.0175 x 0.138')).toEqual({ like: 'board 1x6 pine', thick_m: 0.0175, wide_m: 0.138 })
    expect(sized('board 1x6 pine')).toEqual({ like: 'board 1x6 pine', thick_m: null, wide_m: null })
  })
  it('writes what it reads', () => {
    expect(keyOf(sized('rail 2x4 pine @ 0.038 x 0.0885'))).toBe('rail 2x4 pine @ 0.038 x 0.0885')
  })
  it('is the plain timber again when a size is taken out', () => {
    expect(keyOf({ like: 'rail 2x4 pine', thick_m: null, wide_m: 0.09 })).toBe('rail 2x4 pine')
    expect(keyOf({ like: 'rail 2x4 pine', thick_m: 0, wide_m: 0.09 })).toBe('rail 2x4 pine')
  })
})
