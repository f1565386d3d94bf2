import { expect, it } from 'vitest'
import { sentence } from '@/logic/sentence'

it('changes the first letter alone', () => {
  expect(sentence('post 4x4 pine')).toBe('Post 4x4 pine')
  expect(sentence('double gate, Lark Rd')).toBe('Double gate, Lark Rd')
  expect(sentence('4x4')).toBe('4x4')
  expect(sentence('')).toBe('')
})
