import { createPinia, setActivePinia } from 'pinia'
import { beforeEach, describe, expect, it, vi } from 'vitest'
import { HELP, TOUR } from '@/logic/help'
import { useTour } from '@/stores/tour'

describe('help', () => {
  beforeEach(() => {
    const store = new Map<string, string>()
    vi.stubGlobal('sessionStorage', {
      getItem: (key: string) => store.get(key) ?? null,
      setItem: (key: string, value: string) => store.set(key, value),
      removeItem: (key: string) => store.delete(key),
    })
    setActivePinia(createPinia())
  })
  it('has a text for every stop of the tour, and no page without anything to do', () => {
    for (const stop of TOUR) expect(HELP[stop.page], stop.page).toBeDefined()
    for (const [page, help] of Object.entries(HELP)) {
      expect(help.does.length, page).toBeGreaterThan(0)
      for (const line of [help.says, ...help.does]) expect(line, page).toMatch(/\.$/)
    }
  })
  it('goes on after the page is loaded anew, and is over when it is left', () => {
    const tour = useTour()
    expect(tour.on).toBe(false)
    tour.start()
    tour.go(1)
    setActivePinia(createPinia())
    expect(useTour().at).toBe(1)
    useTour().leave()
    setActivePinia(createPinia())
    expect(useTour().on).toBe(false)
  })
  it('stays within its stops', () => {
    const tour = useTour()
    tour.start()
    tour.go(-1)
    expect(tour.at).toBe(0)
    TOUR.forEach(() => tour.go(1))
    expect(tour.at).toBe(TOUR.length - 1)
  })
})
