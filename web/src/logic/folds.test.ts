import { beforeEach, expect, it } from 'vitest'
import { useBox } from '@/logic/box'
import { folds, keepFold } from '@/logic/folds'
import { MemoryBox } from '@/testing/standIn'

beforeEach(() => useBox(new MemoryBox()))

it('keeps by its title whether a group stands open, and nothing of others', () => {
  expect(folds()).toEqual({})
  keepFold('Joists', false)
  keepFold('Guard', true)
  keepFold('Joists', true)
  expect(folds()).toEqual({ Joists: true, Guard: true })
})
