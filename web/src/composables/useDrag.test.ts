import { ref } from 'vue'
import { describe, expect, it } from 'vitest'
import type { DragHandle } from '@/api/types'
import { useDrag } from './useDrag'

const tape = { system: 'imperial' as const, mark_m: 0.0254 / 16 }
const AT = Math.round(2 / tape.mark_m) * tape.mark_m
const handle = { id: 'p', station_m: AT, axis: 'line' } as DragHandle
const event = (clientX: number, button = 0) =>
  ({ clientX, clientY: 0, button, pointerId: 1, preventDefault() {}, stopPropagation() {} }) as unknown as PointerEvent

/** A drawing of a hundred pixels a metre that begins ten pixels in. */
function drawing(most = 5) {
  const told: string[] = []
  const svg = ref({
    getBoundingClientRect: () => ({ left: 10, top: 0 }),
    setPointerCapture: () => undefined,
  } as unknown as SVGSVGElement)
  const pull = useDrag({
    svg,
    tape: () => tape,
    along: (_, x) => x / 100,
    least: () => 0,
    most: () => most,
    start: () => told.push('start'),
    end: () => told.push('end'),
    drag: (_, to) => told.push(`drag ${to.toFixed(4)}`),
    drop: (_, to) => told.push(`drop ${to.toFixed(4)}`),
    cancel: () => told.push('cancel'),
  })
  return { told, ...pull }
}

describe('pulling a handle', () => {
  it('takes it where it is held, not where its middle is', () => {
    const { told, take, drag, drop } = drawing()
    take(handle, event(215)) // five centimetres right of its middle
    drag(event(215))
    expect(told).toEqual(['start'])
    drag(event(315))
    drop()
    const metre = (Math.round(3 / tape.mark_m) * tape.mark_m).toFixed(4)
    expect(told).toEqual(['start', `drag ${metre}`, 'end', `drop ${metre}`])
  })

  it('lands on a mark of the tape', () => {
    const { told, take, drag } = drawing()
    take(handle, event(210))
    drag(event(217.3))
    const to = Number(told[1]!.split(' ')[1])
    expect(Math.abs(to / tape.mark_m - Math.round(to / tape.mark_m))).toBeLessThan(0.05)
    expect(Math.abs(to - 2.073)).toBeLessThanOrEqual(tape.mark_m / 2 + 1e-4)
  })

  it('stays between its ends', () => {
    const { told, take, drag } = drawing(2.5)
    take(handle, event(210))
    drag(event(900))
    drag(event(-900))
    expect(told.slice(1)).toEqual(['drag 2.5000', 'drag 0.0000'])
  })

  it('changes nothing where it was only touched, or given up', () => {
    const { told, take, drag, drop, cancel } = drawing()
    take(handle, event(210))
    drop()
    expect(told).toEqual(['start', 'end'])
    take(handle, event(210))
    drag(event(300))
    cancel()
    expect(told.slice(2).map((row) => row.split(' ')[0])).toEqual(['start', 'drag', 'end', 'cancel'])
    drag(event(400))
    drop()
    expect(told).toHaveLength(6)
  })

  it('is not taken by another button', () => {
    const { told, take, held } = drawing()
    take(handle, event(210, 2))
    expect(told).toEqual([])
    expect(held.value).toBeNull()
  })
})

describe('the drawing under a pull', () => {
  it('is asked once where it stands, and again when it is scrolled', () => {
    let asked = 0
    let left = 10
    const svg = ref({
      getBoundingClientRect: () => ({ left, top: 0, asked: ++asked }),
      setPointerCapture: () => undefined,
    } as unknown as SVGSVGElement)
    const told: number[] = []
    const nothing = () => undefined
    const { take, drag, shifted, held } = useDrag({
      svg,
      tape: () => tape,
      along: (_, x) => x / 100,
      least: () => 0,
      most: () => 9,
      start: nothing,
      end: nothing,
      drag: (_, to) => told.push(to),
      drop: nothing,
      cancel: nothing,
    })
    take(handle, event(210))
    const first = held.value
    for (let x = 211; x < 310; x++) drag(event(x))
    expect([asked, held.value === first]).toEqual([1, true])
    const before = told.at(-1)!
    left = -40 // scrolled half a metre to the left: under the same pointer lies half a metre more
    shifted()
    drag(event(309))
    expect(told.at(-1)! - before).toBeCloseTo(0.5, 2)
  })
})
