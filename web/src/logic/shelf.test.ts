import { describe, expect, it } from 'vitest'
import type { JobCard } from '@/api/types'
import { arranged, matches } from './shelf'

const card = (name: string, more: Partial<JobCard> = {}): JobCard => ({
  id: name,
  revision: 1,
  name,
  place: '',
  client: '',
  status: 'planning',
  created_at: '2026-01-01T00:00:00Z',
  changed_at: '2026-01-01T00:00:00Z',
  structures: [],
  ...more,
})

describe('the list of jobs', () => {
  const cards = [
    card('Larch End 10', { changed_at: '2026-03-01T00:00:00Z', place: 'by the mill' }),
    card('Larch End 9', { created_at: '2026-02-01T00:00:00Z', status: 'done', client: 'Zoë' }),
    card('Ash Row', {
      status: 'archived',
      structures: [{ id: 'deck', name: 'Deck', size: '', verdict: '', problem: '' }],
    }),
  ]
  it('finds every word typed, whatever its accents and case', () => {
    expect(matches(cards[1]!, 'zoe LARCH')).toBe(true)
    expect(matches(cards[2]!, 'deck')).toBe(true)
    expect(matches(cards[0]!, 'mill deck')).toBe(false)
    expect(matches(cards[0]!, '  ')).toBe(true)
  })
  it('leaves out what is put away unless it is asked for', () => {
    expect(arranged(cards, '', '', 'name').map((one) => one.name)).toEqual(['Larch End 9', 'Larch End 10'])
    expect(arranged(cards, '', 'archived', 'name').map((one) => one.name)).toEqual(['Ash Row'])
  })
  it('sorts by the day changed or made, newest first', () => {
    expect(arranged(cards, '', '', 'changed')[0]!.name).toBe('Larch End 10')
    expect(arranged(cards, '', '', 'made')[0]!.name).toBe('Larch End 9')
  })
})
