import { expect, it } from 'vitest'
import { read, write } from '@/logic/paths'

it('reads and writes at a path, and makes what is missing between', () => {
  const at = { a: { b: [1, { c: 2 }] } }
  expect(read(at, 'a/b/1/c')).toBe(2)
  expect(read(at, 'x/y')).toBeUndefined()
  write(at, 'a/b/0', 5)
  write(at, 'x/y', 'z')
  expect(at).toEqual({ a: { b: [5, { c: 2 }] }, x: { y: 'z' } })
})
