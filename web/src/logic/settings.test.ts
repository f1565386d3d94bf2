import { describe, expect, it } from 'vitest'
import type { ResolvedField } from '@/api/types'
import { each, matching } from '@/logic/settings'

const field = (path: string, says: string, more: Partial<ResolvedField> = {}): ResolvedField =>
  ({ path, says, sort: 'length', text: '', choices: [], when: null, ...more }) as unknown as ResolvedField
const GROUPS = [
  { title: 'Rails', fields: [field('rail_inset_m', 'Rail inset', { text: 'From the ends' }), field('rail', 'Rails')] },
  {
    title: 'Footings',
    fields: [
      field('depth_step_m', 'Depth step', { text: 'Depths are rounded up' }),
      field('panel_m', 'Panel, wide', { when: ['bays', ['panels']] as never }),
    ],
  },
]
const paths = (asked: string, spec: unknown = {}) =>
  matching(GROUPS, asked, spec).flatMap((group) => group.fields.map((item) => item.path))

describe('finding a setting', () => {
  it('by its name, by what it does, and by its group', () => {
    expect(paths('inset')).toEqual(['rail_inset_m'])
    expect(paths('rounded')).toEqual(['depth_step_m'])
    expect(paths('rail')).toEqual(['rail_inset_m', 'rail'])
    expect(paths('FOOTINGS step')).toEqual(['depth_step_m'])
  })
  it('leaves out what has no meaning here, and finds nothing for nothing', () => {
    expect(paths('panel', { bays: 'equal' })).toEqual([])
    expect(paths('panel', { bays: 'panels' })).toEqual(['panel_m'])
    expect(paths('  ')).toEqual([])
    expect(paths('elephant')).toEqual([])
  })
  it('shows no more than a panel holds', () => {
    const many = [{ title: 'All', fields: Array.from({ length: 60 }, (_, k) => field(`f${k}`, `Post ${k}`)) }]
    expect(matching(many, 'post', {})[0]!.fields).toHaveLength(14)
  })
  it('of each gate there is, named after it', () => {
    const gates = [{ title: 'Hinges', fields: [field('openings/*/leaf/hinge_inset_m', 'Hinge inset')] }]
    const spec = { openings: [{ what: 'walk gate' }, { what: 'double gate' }, { what: 'walk gate' }] }
    expect(each(gates, spec).map((group) => [group.title, group.fields[0]!.path])).toEqual([
      ['Hinges, walk gate 1', 'openings/0/leaf/hinge_inset_m'],
      ['Hinges, double gate', 'openings/1/leaf/hinge_inset_m'],
      ['Hinges, walk gate 3', 'openings/2/leaf/hinge_inset_m'],
    ])
    expect(each(gates, { openings: [] })).toEqual([])
    expect(each(GROUPS, {})).toEqual(GROUPS)
  })
})
