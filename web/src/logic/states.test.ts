import { describe, expect, it } from 'vitest'
import { allClear, isOpen, isPassing, rank } from './states'

describe('states', () => {
  it('ranks the worst first', () => {
    const keys = ['pass', 'conflict', 'pass_by_practice', 'to_answer']
    expect([...keys].sort((one, other) => rank(other) - rank(one))).toEqual([
      'conflict',
      'to_answer',
      'pass_by_practice',
      'pass',
    ])
  })
  it('says how many pass with something beside it', () => {
    expect(allClear(['pass', 'pass'])).toBe('All 2 structures pass.')
    expect(allClear(['pass', 'pass_by_practice', 'pass_as_specified', 'pass_as_specified'])).toBe(
      'All 4 structures pass: 1 by practice, to be confirmed, 2 with specified connectors.',
    )
  })
  it('counts what is missing as open', () => {
    expect(['fail', 'not_checked', 'to_answer'].every(isOpen)).toBe(true)
    expect(isPassing('pass_by_practice')).toBe(true)
    expect(isPassing(undefined)).toBe(false)
  })
})
