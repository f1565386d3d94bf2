import { describe, expect, it } from 'vitest'
import { FT, IN, parseLength, showDistance, showLength, showReading, showSpeed, toMark, type Tape } from './units'

/** Numbers by chance, the same in every run. */
function chance(seed: number): () => number {
  let state = seed
  return () => (state = (state * 1103515245 + 12345) % 2147483648) / 2147483648
}
const TAPES: Tape[] = [
  { system: 'imperial', mark_m: IN / 16 },
  { system: 'imperial', mark_m: IN / 8 },
  { system: 'imperial', mark_m: IN / 32 },
  { system: 'metric', mark_m: 0.001 },
  { system: 'metric', mark_m: 0.005 },
]

describe('what is shown reads back', () => {
  it.each(TAPES)('to the mark of the tape: %o', (tape) => {
    const next = chance(7)
    for (let k = 0; k < 2000; k++) {
      const value = (next() - 0.3) * 10 ** (next() * 4 - 1)
      const text = showLength(value, tape)
      const back = parseLength(text, tape.system === 'imperial' ? 'ft' : 'mm')
      expect(back, text).not.toBeNull()
      expect(Math.abs(back! - value), text).toBeLessThanOrEqual(tape.mark_m / 2 + 1e-9)
    }
  })
  it.each(TAPES)('and what stands on a mark stays there: %o', (tape) => {
    const next = chance(11)
    for (let k = 0; k < 500; k++) {
      const on = toMark(next() * 30, tape)
      expect(toMark(on, tape)).toBeCloseTo(on, 9)
      expect(parseLength(showLength(on, tape), tape.system === 'imperial' ? 'ft' : 'mm')).toBeCloseTo(on, 9)
    }
  })
})

describe('a length by hand', () => {
  it.each([
    ['7′ 6½″', 7 * FT + 6.5 * IN],
    ['7-6', 7 * FT + 6 * IN],
    ["7' 6 1/2", 7 * FT + 6.5 * IN],
    ['90½″', 90.5 * IN],
    ['2.5 m', 2.5],
    ['2 500 mm', 2.5],
    ['2,500 mm', 2.5],
    ['250 cm', 2.5],
    ['−3 ft', -3 * FT],
    ['3 1', 3 * FT + IN],
  ] as [string, number][])('reads %s', (text, metres) => {
    expect(parseLength(text, 'ft')).toBeCloseTo(metres, 9)
  })
  it.each([
    '',
    ' ',
    'six feet',
    '3 ft 4 ft',
    '3 in 4 ft',
    '1/0 in',
    '5 m 3 in',
    'NaN',
    '1e9',
    '--3',
    "7'6'",
    '3 mm 4 m',
  ])('refuses %j', (text) => expect(parseLength(text, 'ft')).toBeNull())
  it('takes nothing longer than a line', () => expect(parseLength('1'.repeat(41), 'ft')).toBeNull())
})

describe('distances, readings and winds', () => {
  it('metres to the third place, feet as lengths', () => {
    expect(showDistance(12.3456, { system: 'metric', mark_m: 0.001 })).toBe('12.346 m')
    expect(showDistance(10 * FT, { system: 'imperial', mark_m: IN / 16 })).toBe('10′ 0″')
  })
  it('moisture as per cent', () => expect(showReading(0.185, '%', TAPES[0]!)).toBe('18.5 %'))
  it('gusts by the hour or the second', () => {
    expect(showSpeed(46.9392, 'imperial')).toBe('105 mph')
    expect(showSpeed(25, 'metric')).toBe('25.0 m/s')
  })
})
