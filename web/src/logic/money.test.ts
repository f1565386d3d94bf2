import { describe, expect, it } from 'vitest'
import cases from '../../../checks/prices.json'
import { exact, money, parsePrice } from '@/logic/money'

describe('prices', () => {
  it.each(cases.read as [string, number][])('reads %s', (text, value) => {
    expect(parsePrice(text)).toBeCloseTo(value, 9)
  })
  it.each(cases.refused)('refuses %s', (text) => {
    expect(parsePrice(text)).toBeNull()
  })

  it('shows whole units in a sum and hundredths in a list', () => {
    expect(money(1234.56)).toBe('1,235')
    expect(exact(1234.5)).toBe('1,234.50')
    expect(parsePrice(exact(1234.5))).toBe(1234.5)
  })
})
