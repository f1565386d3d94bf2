import { describe, expect, it } from 'vitest'
import type { FenceSpec } from '@/api/types'
import { removable } from '@/kinds/fence/removable'

const spec = () =>
  ({
    id: 'f',
    openings: [
      { id: 'g1', what: 'walk gate' },
      { id: 'g2', what: 'double gate' },
    ],
    zones: [{ id: 'z', what: 'water main' }],
    locks: [{ id: 'start+3' }],
    lift_outs: [],
  }) as unknown as FenceSpec

describe('what Delete takes out of a fence', () => {
  it('is the gate, band or post that stands there, and nothing else', () => {
    const at = spec()
    const gate = removable(at, 'f/gate/g2')!
    expect(gate.says).toBe('removed double gate')
    gate.remove(at)
    expect(at.openings.map((item) => item.id)).toEqual(['g1'])
    removable(at, 'f/zone/z')!.remove(at)
    expect(at.zones).toEqual([])
    expect(removable(at, 'f/post/start+3')!.says).toBe('removed a post that stays')
  })
  it('is nothing where the line itself or another structure stands', () => {
    expect(removable(spec(), 'f/post/start+1')).toBeNull()
    expect(removable(spec(), 'other/gate/g1')).toBeNull()
  })
})
