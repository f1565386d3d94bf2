import { describe, expect, it } from 'vitest'
import { exact, money, parsePrice } from '@/logic/money'

describe('prices', () => {
  it.each([
    ['41.50', 41.5],
    ['$41.50', 41.5],
    ['€ 41,50', 41.5],
    ['41,50 €', 41.5],
    ['1,234', 1234],
    ['1,234.50', 1234.5],
    ['1.234,50', 1234.5],
    ['12.345', 12.345],
    ['1 234,5', 1234.5],
    ['7', 7],
    ['.5', null],
    ['-3', null],
    ['0', null],
    ['abc', null],
    ['', null],
    ['1e5', null],
  ])('reads %s', (text, value) => {
    expect(parsePrice(text)).toBe(value)
  })

  it('shows whole units in a sum and hundredths in a list', () => {
    expect(money(1234.56)).toBe('1,235')
    expect(exact(1234.5)).toBe('1,234.50')
    expect(parsePrice(exact(1234.5))).toBe(1234.5)
  })
})
