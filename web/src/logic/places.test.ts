import { describe, expect, it } from 'vitest'
import { bayOf } from './places'

describe('the bay that a piece belongs to', () => {
  it('is read from rails, boards, lapping boards and ripped ones', () => {
    expect(bayOf('f/rail/start+2')).toBe('f/bay/start+2')
    expect(bayOf('f/boards/start')).toBe('f/bay/start')
    expect(bayOf('f/boards/start/1')).toBe('f/bay/start')
    expect(bayOf('f/boards/gate-1-b/2')).toBe('f/bay/gate-1-b')
    expect(bayOf('f/rip/straight-2/a')).toBe('f/bay/straight-2')
    expect(bayOf('f/rip/straight-2/b/1')).toBe('f/bay/straight-2')
  })
  it('leaves all else as it is', () => {
    for (const id of ['f/post/start', 'f/hole/start', 'f/gate/gate-1', 'd/joist-3', 'f/bay/straight-2']) expect(bayOf(id)).toBe(id)
  })
})
