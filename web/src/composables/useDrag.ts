import { ref, shallowRef, type Ref } from 'vue'
import type { DragHandle } from '@/api/types'
import { toMark, type Tape } from '@/logic/units'

interface Held {
  handle: DragHandle
  /** Where the drawing stands in the window: to ask for that at every move would lay the page out anew. */
  paper: DOMRect
  /** From where it was taken to its middle (m). */
  offset: number
}
interface Pull {
  svg: Ref<SVGSVGElement | undefined>
  tape: () => Tape
  /** Place along the handle's axis (m) of a pixel of the drawing. */
  along: (handle: DragHandle, x: number, y: number) => number
  least: (handle: DragHandle) => number
  most: (handle: DragHandle) => number
  start: () => void
  end: () => void
  drag: (handle: DragHandle, to_m: number) => void
  drop: (handle: DragHandle, to_m: number) => void
  cancel: () => void
}

/**
 * Pulling a handle about a drawing, by the finest mark of the crew's tape.
 *
 * `held` stays the same while the drawing stays where it is; `at`, where it is by now, changes with every move: whoever
 * draws only what is held is not drawn again by it.
 */
export function useDrag(pull: Pull) {
  const held = shallowRef<Held | null>(null)
  const at = ref(0)
  let moved = false

  const place = (event: PointerEvent, handle: DragHandle, paper: DOMRect): number =>
    pull.along(handle, event.clientX - paper.left, event.clientY - paper.top)
  function take(handle: DragHandle, event: PointerEvent): void {
    if (event.button !== 0) return
    event.preventDefault()
    event.stopPropagation()
    const paper = pull.svg.value!.getBoundingClientRect()
    at.value = handle.station_m
    held.value = { handle, paper, offset: handle.station_m - place(event, handle, paper) }
    pull.start()
    pull.svg.value?.setPointerCapture(event.pointerId)
  }
  function drag(event: PointerEvent): void {
    if (!held.value) return
    const { handle, offset, paper } = held.value
    const to = toMark(place(event, handle, paper) + offset, pull.tape())
    const now = Math.min(Math.max(pull.least(handle), to), pull.most(handle))
    if (Math.abs(now - at.value) < 1e-6) return
    moved = true
    at.value = now
    pull.drag(handle, now)
  }
  /** The drawing was scrolled or the window changed: it stands elsewhere by now. */
  function shifted(): void {
    if (held.value) held.value = { ...held.value, paper: pull.svg.value!.getBoundingClientRect() }
  }
  function letGo(): void {
    held.value = null
    moved = false
    pull.end()
  }
  function drop(): void {
    if (!held.value) return
    const { handle } = held.value
    const did = moved
    letGo()
    if (did) pull.drop(handle, at.value)
  }
  function cancel(): void {
    if (!held.value) return
    letGo()
    pull.cancel()
  }
  return { held, at, take, drag, drop, cancel, shifted }
}
