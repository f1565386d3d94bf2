import { describe, expect, it } from 'vitest'
import { boxOf, place, type Box, type Label } from './labels'
import { PICTURES, type Mark } from './pictures'

/** Numbers by chance, the same in every run. */
function chance(seed: number): () => number {
  let state = seed
  return () => (state = (state * 1103515245 + 12345) % 2147483648) / 2147483648
}
const PAPER: Box = { left: 0, right: 800, top: 0, bottom: 400 }
const meet = (a: Box, b: Box) => a.left < b.right && b.left < a.right && a.top < b.bottom && b.top < a.bottom

function some(next: () => number, count: number): Label[] {
  const words = ['6′ 4¾″', 'turn 18° right', 'W water main', '12', '2 290 mm', 'double gate, swings in']
  return Array.from({ length: count }, () => ({
    x: next() * 820 - 10,
    y: next() * 420 - 10,
    text: words[Math.floor(next() * words.length)]!,
    size: 11 + Math.floor(next() * 3),
    anchor: (['start', 'middle', 'end'] as const)[Math.floor(next() * 3)]!,
    weight: Math.floor(next() * 4),
    down: next() < 0.5,
    box: PAPER,
  }))
}

describe('labels by chance', () => {
  it('never lie over each other nor run off their paper', () => {
    for (let seed = 1; seed <= 60; seed++) {
      const placed = place(some(chance(seed), 40))
      const boxes = placed.map(boxOf)
      boxes.forEach((box, k) => {
        expect(box.top).toBeGreaterThanOrEqual(PAPER.top)
        expect(box.bottom).toBeLessThanOrEqual(PAPER.bottom)
        for (const other of boxes.slice(k + 1)) expect(meet(box, other), `seed ${seed}`).toBe(false)
      })
    }
  })

  it('stay off what is kept free', () => {
    const free: Box = { left: 200, right: 600, top: 150, bottom: 250 }
    for (let seed = 1; seed <= 30; seed++)
      for (const label of place(some(chance(seed), 30), { keep: [free] })) expect(meet(boxOf(label), free)).toBe(false)
  })

  it('the heaviest stands where it wants to, whatever the others want', () => {
    for (let seed = 1; seed <= 30; seed++) {
      const labels = some(chance(seed), 20)
      const first: Label = { x: 400, y: 200, text: 'this one', size: 12, anchor: 'middle', weight: 99, box: PAPER }
      const found = place([...labels, first]).find((label) => label.text === 'this one')!
      expect([found.x, found.y]).toEqual([400, 200])
    }
  })

  it('a wider word is never said to be narrower', () => {
    const width = (text: string) => {
      const box = boxOf({ x: 0, y: 0, text, size: 12, anchor: 'start', weight: 1 })
      return box.right - box.left
    }
    const words = ['6′', 'gate', '118′ 6″', 'W water main']
    for (const word of words) expect(width(`${word}x`)).toBeGreaterThan(width(word))
  })
})

describe('pictures of sums', () => {
  const ends = (mark: Mark): [number, number][] => {
    const [kind] = mark
    if (kind === 'ground') return [[0, mark[1]]]
    if (kind === 'even')
      return [
        [mark[1], mark[3]],
        [mark[2], mark[3]],
      ]
    if (kind === 'support' || kind === 'text') return [[mark[1], mark[2]]]
    if (kind === 'wood' || kind === 'block')
      return [
        [mark[1], mark[2]],
        [mark[1] + mark[3], mark[2] + mark[4]],
      ]
    return [
      [mark[1], mark[2]],
      [mark[3], mark[4]],
    ]
  }
  it.each(Object.entries(PICTURES))('%s stays on its sheet', (_, marks) => {
    for (const mark of marks)
      for (const [x, y] of ends(mark)) {
        expect(x).toBeGreaterThanOrEqual(0)
        expect(x).toBeLessThanOrEqual(320)
        expect(y).toBeGreaterThanOrEqual(-14)
        expect(y).toBeLessThanOrEqual(166)
      }
  })
  it.each(Object.entries(PICTURES))('%s names what it shows', (_, marks) => {
    const words = marks.map((mark) => mark.at(-1)).filter((word) => typeof word === 'string' && word.length > 1)
    expect(words.length).toBeGreaterThan(0)
  })
})
