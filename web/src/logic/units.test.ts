import { describe, expect, it } from 'vitest'
import cases from '../../../checks/lengths.json'
import { mass, parseLength, showLength, showSmall, volume, weather, type Bare, type Tape } from './units'

describe('lengths, from the file of cases shared with the core', () => {
  it.each(cases.parse as [string, Bare, number | null][])('reads %s (%s)', (text, bare, metres) => {
    const found = parseLength(text, bare)
    if (metres === null) expect(found).toBeNull()
    else expect(found).toBeCloseTo(metres, 9)
  })
  it.each(cases.show as [number, 'imperial' | 'metric', number, string][])(
    'shows %d (%s, mark %d)',
    (value, system, mark_m, text) => {
      expect(showLength(value, { system, mark_m })).toBe(text)
    },
  )
})

describe('what is less than one mark', () => {
  it('is not shown as nothing', () => {
    const tape: Tape = { system: 'imperial', mark_m: 0.0254 / 16 }
    expect(showSmall(0.0254 / 32, tape)).toBe('¹⁄₃₂″')
    expect(showSmall(0, tape)).toBe('0″')
    expect(showSmall(0.0254, tape)).toBe('1″')
  })
})

describe('weather', () => {
  it('reads water that freezes and boils, an inch of rain and a mile an hour', () => {
    const { t, r, w } = weather('imperial')
    expect([t.show(0), t.show(100), t.keep(50)]).toEqual([32, 212, 10])
    expect(r.keep(1)).toBeCloseTo(25.4, 9)
    expect(w.keep(60)).toBeCloseTo(26.8224, 9) // 60 mph by the mile of 1,609.344 m
    expect(weather('metric').w.show(3)).toBe(3)
  })
})

describe('masses and volumes', () => {
  const feet: Tape = { system: 'imperial', mark_m: 0.0015875 }
  const metric: Tape = { system: 'metric', mark_m: 0.001 }
  it("reads in the crew's own units", () => {
    expect(mass(1000, feet)).toBe('2,205 lb')
    expect(mass(1234.4, metric)).toBe('1,234 kg')
  })
  it('orders concrete by the next step up', () => {
    expect(volume(0.764554857984, feet)).toBe('1.00 yd³')
    expect(volume(0.78, feet)).toBe('1.25 yd³')
    expect(volume(1.01, metric)).toBe('1.2 m³')
  })
})
