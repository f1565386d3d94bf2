import { describe, expect, it } from 'vitest'
import type { View } from '@/api/types'
import { divisions, gridLayout, lineLayout, pictured, PICTURE, WHOLE, zoomed } from '@/logic/panes'

const view = (name: string, bounds: [number, number, number, number]) =>
  ({ name, title: name, shapes: [], bounds, layout: 'grid', how: 'above' }) as unknown as View
const paper = { width: 800, height: 560 }
const inside = (pane: { view: View; x0: number; y0: number; sx: number; sy: number }) => {
  const [left, low, right, top] = pane.view.bounds as [number, number, number, number]
  return {
    left: pane.x0 + left * pane.sx,
    right: pane.x0 + right * pane.sx,
    top: pane.y0 - top * pane.sy,
    bottom: pane.y0 - low * pane.sy,
  }
}

describe('gridLayout', () => {
  it('keeps every view on the paper, the first the largest, none over another', () => {
    for (const size of [
      [5, 3],
      [12, 3],
      [2, 9],
    ] as const) {
      const views = [
        view('plan', [0, -size[1], size[0], 0]),
        view('a', [0, -1, size[0], 2]),
        view('b', [0, -1, size[1], 2]),
      ]
      const made = gridLayout(views, [...views[0]!.bounds], paper, WHOLE)
      const boxes = made.panes.map(inside)
      for (const box of boxes) {
        expect(box.left).toBeGreaterThanOrEqual(0)
        expect(box.right).toBeLessThanOrEqual(paper.width)
        expect(box.bottom).toBeLessThanOrEqual(paper.height + 1)
      }
      for (const [i, a] of boxes.entries())
        for (const b of boxes.slice(i + 1))
          expect(a.right <= b.left || b.right <= a.left || a.bottom <= b.top || b.bottom <= a.top).toBe(true)
      for (const pane of made.panes) {
        expect(pane.sx).toBe(pane.sy)
        expect(pane.sx).toBeLessThanOrEqual(made.scale)
      }
    }
  })
})
describe('the picture in space beside a grid', () => {
  const views = [view('plan', [0, -4, 5, 0]), view('a', [0, -1, 5, 2]), view('b', [0, -1, 4, 2])]
  it('has the foot of the column for itself where there is room', () => {
    expect(pictured(views, paper)).toBe(true)
    const made = gridLayout(views, [...views[0]!.bounds], paper, WHOLE)
    for (const pane of made.panes.slice(1)) expect(inside(pane).bottom).toBeLessThanOrEqual(paper.height - PICTURE)
  })
  it('gives way on a small paper, and where nothing stands beside the plan', () => {
    expect(pictured(views, { width: 500, height: 560 })).toBe(false)
    expect(pictured(views, { width: 800, height: 540 })).toBe(false)
    expect(pictured(views.slice(0, 2), { width: 800, height: 540 })).toBe(true)
    expect(pictured(views.slice(0, 1), paper)).toBe(false)
  })
})

describe('gridLayout drawn in', () => {
  it('leaves what lies under the pointer there, in every view, and their titles over them', () => {
    for (const size of [
      [5, 3],
      [2, 9],
    ] as const) {
      const views = [view('plan', [0, -size[1], size[0], 0]), view('a', [0, -1, size[0], 2])]
      const bounds = [...views[0]!.bounds]
      const before = gridLayout(views, bounds, paper, WHOLE)
      for (const [factor, x, y] of [
        [1.4, 400, 280],
        [3, 90, 500],
      ] as const) {
        const after = gridLayout(views, bounds, paper, zoomed(WHOLE, factor, x, y))
        expect(after.scale).toBeCloseTo(before.scale * factor, 6)
        for (const [k, pane] of after.panes.entries()) {
          const was = before.panes[k]!
          // Which place of this view lay under the pointer, and where it lies now.
          expect(pane.x0 + ((x - was.x0) / was.sx) * pane.sx).toBeCloseTo(x, 6)
          expect(pane.y0 + ((y - was.y0) / was.sy) * pane.sy).toBeCloseTo(y, 6)
          if (pane.title) expect(pane.title[1]).toBeLessThan(inside(pane).top)
        }
      }
    }
  })
})
describe('lineLayout', () => {
  it('draws above and side on one scale along the line, in the middle of a wide paper', () => {
    const made = lineLayout(view('plan', [0, -1, 3, 1]), view('side', [0, -1, 3, 2]), 3, paper, WHOLE, false)
    expect(made.above.sx).toBe(made.side.sx)
    expect(made.pad * 2 + 3 * made.above.sx).toBeCloseTo(paper.width, 6)
    expect(made.stretch).toBeLessThanOrEqual(4)
  })
})
describe('zoomed', () => {
  it('keeps what lies under the pointer there', () => {
    const base = { zoom: 1, dx: 0, dy: 0 }
    const near = zoomed(base, 2, 300, 200)
    // A point 300 px from the left was at 300 px; drawn in twice it is at 2 × 300 + dx.
    expect(300 * near.zoom + near.dx).toBeCloseTo(300, 9)
    expect(200 * near.zoom + near.dy).toBeCloseTo(200, 9)
    expect(zoomed(near, 0.1, 5, 5)).toEqual(WHOLE)
  })
})
describe('divisions', () => {
  it('names every second foot, or every half metre, and never crowds', () => {
    expect(
      divisions(3.048, 40, true)
        .filter((d) => d.long)
        .map((d) => d.label),
    ).toEqual(['0′', '2′', '4′', '6′', '8′', '10′'])
    expect(divisions(1, 62, false).map((d) => d.label)).toEqual(['0.0', '0.5', '1.0'])
    for (const imperial of [true, false])
      for (const scale of [4, 8, 13, 27, 40, 90]) {
        const named = divisions(24, scale, imperial).filter((d) => d.long)
        for (let k = 1; k < named.length; k++)
          expect((named[k]!.at - named[k - 1]!.at) * scale).toBeGreaterThanOrEqual(imperial ? 24 : 30)
      }
    expect(divisions(30, 8, true).every((d) => d.long)).toBe(true)
  })
})
