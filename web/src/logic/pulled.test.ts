import { describe, expect, it } from 'vitest'
import type { Sheet } from '@/api/types'
import { withChanges } from './pulled'

const shape = (id: string, x: number) => ({ id, points: [[x, 0]] })
const sheet = {
  headline: 'passes',
  posts: [{ id: 'a' }, { id: 'b' }],
  views: [
    { name: 'plan', title: 'Plan', shapes: [shape('a', 0), shape('b', 1)] },
    { name: 'elevation', title: 'Elevation', shapes: [shape('a', 0)] },
  ],
} as unknown as Sheet

describe('what a pull changes', () => {
  it('is laid onto the sheet, and all else stays the same objects', () => {
    const moved = shape('b', 2)
    const now = withChanges(sheet, {
      headline: 'fails',
      posts: { rows: [[1, { id: 'c' }]] },
      views: { rows: [[0, { name: 'plan', title: 'Plan', shapes: { rows: [[1, moved]] } }]] },
    })
    expect(now.headline).toBe('fails')
    expect(now.posts[0]).toBe(sheet.posts[0])
    expect(now.posts[1]!.id).toBe('c')
    expect(now.views[0]!.shapes[0]).toBe(sheet.views[0]!.shapes[0])
    expect(now.views[0]!.shapes[1]).toBe(moved)
    expect(now.views[1]).toBe(sheet.views[1])
    expect(sheet.posts[1]!.id).toBe('b')
  })
  it('comes whole where there is more or less of it', () => {
    const now = withChanges(sheet, { posts: [{ id: 'x' }], views: [] })
    expect(now.posts.length + now.views.length).toBe(1)
  })
})
