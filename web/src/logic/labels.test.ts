import { describe, expect, it } from 'vitest'
import { boxOf, place } from './labels'

const label = (x: number, y: number, text: string, weight = 1) => ({
  x,
  y,
  text,
  size: 12,
  anchor: 'middle' as const,
  weight,
})

describe('labels on a drawing', () => {
  it('never overlap', () => {
    const placed = place([label(50, 50, 'one label'), label(54, 52, 'two label'), label(60, 51, 'three')])
    for (const a of placed)
      for (const b of placed) {
        if (a === b) continue
        const [p, q] = [boxOf(a), boxOf(b)]
        expect(p.left < q.right && q.left < p.right && p.top < q.bottom && q.top < p.bottom).toBe(false)
      }
  })
  it('keep the heavier one in its place', () => {
    const placed = place([label(50, 50, 'light'), label(50, 50, 'heavy', 5)], { steps: 0 })
    expect(placed.map((entry) => entry.text)).toEqual(['heavy'])
  })
  it('are whole on their paper, off what is kept, and not beside it', () => {
    const box = { left: 0, right: 300, top: 0, bottom: 80 }
    const on = (x: number, y: number, text = 'a long label') => ({ ...label(x, y, text), box })
    expect(boxOf(place([on(10, 50)])[0]!).left).toBeGreaterThanOrEqual(0)
    expect(boxOf(place([on(295, 50)])[0]!).right).toBeLessThanOrEqual(300)
    expect(place([on(-80, 50)])[0]!.x).toBe(-80)
    const low = boxOf(place([on(150, 86)])[0]!)
    expect(low.bottom).toBeLessThanOrEqual(80)
    const title = { left: 0, right: 300, top: 36, bottom: 60 }
    const off = boxOf(place([on(150, 50)], { keep: [title] })[0]!)
    expect(off.bottom <= 36 || off.top >= 60).toBe(true)
    expect(place([on(150, 50)], { keep: [box] })).toEqual([])
  })
})
