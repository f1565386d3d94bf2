import { describe, expect, it } from 'vitest'
import { outermost, snapShift, targetsOf, type At } from './snap'

const square: At[] = [
  [0, 0],
  [4, 0],
  [4, 4],
  [0, 4],
]

describe('snapping', () => {
  it('brings a corner onto a corner before a line that is nearer', () => {
    const shift = snapShift([[4.3, 3.9]], targetsOf([square], true), 0.5)
    expect(shift![0]).toBeCloseTo(-0.3)
    expect(shift![1]).toBeCloseTo(0.1)
  })
  it('brings a point square onto a line where no corner is near', () => {
    const shift = snapShift([[2, 4.2]], targetsOf([square], true), 0.5)
    expect(shift![0]).toBeCloseTo(0)
    expect(shift![1]).toBeCloseTo(-0.2)
  })
  it('leaves alone what is out of reach, and knows open lines from rings', () => {
    expect(snapShift([[2, 9]], targetsOf([square], true), 0.5)).toBeNull()
    expect(snapShift([[-0.2, 2]], targetsOf([square], false), 0.5)).toBeNull()
    expect(snapShift([[-0.2, 2]], targetsOf([square], true), 0.5)![0]).toBeCloseTo(0.2)
  })
  it('keeps only the corners that stick out', () => {
    const found = outermost([...square, [2, 2], [1, 3], [4, 2]])
    expect(found).toHaveLength(4)
    expect(new Set(found.map(String))).toEqual(new Set(square.map(String)))
  })
})
