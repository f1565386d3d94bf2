import { describe, expect, it } from 'vitest'
import { found, type Entry } from '@/logic/find'

const entry = (label: string, more: Partial<Entry> = {}): Entry => ({ key: label, group: 'Page', label, ...more })
const ALL = [
  entry('Overview'),
  entry('Site', { words: 'utilities and obstructions, boundaries, survey' }),
  entry('Estimate & contract'),
  entry('Price book'),
  entry('Add a stair', { group: 'Button' }),
  entry('Rails', { group: 'Setting', hint: 'Windbreak' }),
  entry('Guard rails', { group: 'Setting' }),
]
const labels = (asked: string) => found(ALL, asked).map((one) => one.label)

describe('find', () => {
  it('finds a button, a page and a setting by words of the trade', () => {
    expect(labels('stair')[0]).toBe('Add a stair')
    expect(labels('gas')).toContain('Site')
    expect(labels('setback')).toContain('Site')
    expect(labels('price').slice(0, 2)).toEqual(['Price book', 'Estimate & contract'])
    expect(labels('quote')[0]).toBe('Estimate & contract')
  })
  it('puts what begins with the word before what holds it elsewhere', () => {
    expect(labels('rails')).toEqual(['Rails', 'Guard rails'])
  })
  it('wants every word, wherever it stands', () => {
    expect(labels('rails windbreak')).toEqual(['Rails'])
    expect(labels('rails nowhere')).toEqual([])
  })
  it('shows the first entries before anything is typed', () => {
    expect(found(ALL, ' ', 3)).toHaveLength(3)
  })
})
