import { expect, it } from 'vitest'
import { parseRating, showRating } from '@/logic/ratings'

const feet = { system: 'imperial' as const, mark_m: 0.0015875 }
const metric = { system: 'metric' as const, mark_m: 0.001 }

it("reads a rating in the crew's unit, or in the other one by name", () => {
  expect(parseRating('900', 'force', feet)).toBeCloseTo(900 * 4.4482216152605)
  expect(parseRating('4 kN', 'force', feet)).toBeCloseTo(4000)
  expect(parseRating('2,5', 'force', metric)).toBeCloseTo(2500)
  expect(parseRating('250 MPa', 'stress', metric)).toBeCloseTo(250e6)
  expect(parseRating('', 'force', feet)).toBeUndefined()
  expect(parseRating('strong', 'force', feet)).toBeNull()
  expect(parseRating('4 elephants', 'force', feet)).toBeNull()
})

it('shows what it read', () => {
  for (const tape of [feet, metric])
    for (const kind of ['force', 'moment', 'stress', 'mass'] as const)
      expect(parseRating(showRating(parseRating('37', kind, tape)!, kind, tape), kind, tape)).toBeCloseTo(
        parseRating('37', kind, tape)!,
        3,
      )
})
