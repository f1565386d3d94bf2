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
    const placed = place([label(50, 50, 'light'), label(50, 50, 'heavy', 5)], 0)
    expect(placed.map((entry) => entry.text)).toEqual(['heavy'])
  })
  it('are whole on the paper, and stay off it where their place is drawn aside', () => {
    const [left] = place([label(10, 50, 'a long label')], 3, 300)
    expect(boxOf(left!).left).toBeGreaterThanOrEqual(0)
    const [right] = place([label(295, 50, 'a long label')], 3, 300)
    expect(boxOf(right!).right).toBeLessThanOrEqual(300)
    expect(place([label(-80, 50, 'aside')], 3, 300)[0]!.x).toBe(-80)
    expect(place([label(150, 50, 'middle')], 3, 300)[0]!.x).toBe(150)
  })
})
