import { afterEach, describe, expect, it, vi } from 'vitest'
import { dayOf, east, tellEast, today } from './days'

const zone = process.env.TZ
const at = (moment: string) => (vi.useFakeTimers(), vi.setSystemTime(new Date(moment)))
afterEach(() => {
  vi.useRealTimers()
  if (zone === undefined) delete process.env.TZ
  else process.env.TZ = zone
})

describe('today', () => {
  it.each([
    ['Pacific/Auckland', '2026-11-28T20:30:00Z', '2026-11-29', 780],
    ['America/Denver', '2026-11-29T02:30:00Z', '2026-11-28', -420],
    ['UTC', '2026-01-05T00:00:00Z', '2026-01-05', 0],
    ['Asia/Kathmandu', '2026-12-31T18:20:00Z', '2027-01-01', 345],
  ])('in %s at %s is %s', (where, moment, day, minutes) => {
    process.env.TZ = where
    at(moment)
    expect([today(), east()]).toEqual([day, minutes])
  })

  it('is written with two figures a month and a day', () => {
    expect(dayOf(new Date(2026, 0, 5, 23, 59))).toBe('2026-01-05')
  })

  it('is told to the server as minutes east, for as long as a year', () => {
    process.env.TZ = 'Pacific/Auckland'
    at('2026-11-28T20:30:00Z')
    const page = { cookie: '' }
    tellEast(page)
    expect(page.cookie).toBe('trellis-east=780; path=/; SameSite=Lax; max-age=31536000')
  })
})
