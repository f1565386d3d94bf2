import { expect, it } from 'vitest'
import { usedOf } from '@/logic/units'

it('says utilization in whole percent, never 100 where it is over, and no absurd figures', () => {
  expect([0.953, 1, 1.003, 1.34, 10, 12.7, 127000].map(usedOf)).toEqual([
    '95%',
    '100%',
    '101%',
    '134%',
    '1000%',
    'over 1,000%',
    'over 1,000%',
  ])
})
