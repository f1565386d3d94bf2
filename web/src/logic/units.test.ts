import { describe, expect, it } from 'vitest'
import cases from '../../../checks/lengths.json'
import { parseLength, showLength, type Bare } from './units'

describe('lengths, from the file of cases shared with the core', () => {
  it.each(cases.parse as [string, Bare, number | null][])('reads %s (%s)', (text, bare, metres) => {
    const found = parseLength(text, bare)
    if (metres === null) expect(found).toBeNull()
    else expect(found).toBeCloseTo(metres, 9)
  })
  it.each(cases.show as [number, 'imperial' | 'metric', number, string][])('shows %d (%s, mark %d)', (value, system, mark_m, text) => {
    expect(showLength(value, { system, mark_m })).toBe(text)
  })
})
