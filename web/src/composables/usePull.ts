import { ref, type Ref } from 'vue'
import type { Handle } from '@/api/types'
import { toMark, type Tape } from '@/logic/units'

interface Pulled {
  handle: Handle
  at: number
  offset: number
}
interface Pull {
  svg: Ref<SVGSVGElement | undefined>
  tape: () => Tape
  /** Place along the handle's axis (m) of a pixel of the drawing. */
  along: (handle: Handle, x: number, y: number) => number
  least: (handle: Handle) => number
  most: (handle: Handle) => number
  start: () => void
  end: () => void
  drag: (handle: Handle, to_m: number) => void
  drop: (handle: Handle, to_m: number) => void
  cancel: () => void
}

/** Pulling a handle about a drawing, by the finest mark of the crew's tape. */
export function usePull(pull: Pull) {
  const held = ref<Pulled | null>(null)
  let moved = false

  function place(event: PointerEvent, handle: Handle): number {
    const rect = pull.svg.value!.getBoundingClientRect()
    return pull.along(handle, event.clientX - rect.left, event.clientY - rect.top)
  }
  function take(handle: Handle, event: PointerEvent): void {
    if (event.button !== 0) return
    event.preventDefault()
    event.stopPropagation()
    held.value = { handle, at: handle.station_m, offset: handle.station_m - place(event, handle) }
    pull.start()
    pull.svg.value?.setPointerCapture(event.pointerId)
  }
  function drag(event: PointerEvent): void {
    if (!held.value) return
    const { handle, offset } = held.value
    const to = toMark(place(event, handle) + offset, pull.tape())
    const at = Math.min(Math.max(pull.least(handle), to), pull.most(handle))
    if (Math.abs(at - held.value.at) < 1e-6) return
    moved = true
    held.value = { ...held.value, at }
    pull.drag(handle, at)
  }
  function letGo(): void {
    held.value = null
    moved = false
    pull.end()
  }
  function drop(): void {
    if (!held.value) return
    const { handle, at } = held.value
    const did = moved
    letGo()
    if (did) pull.drop(handle, at)
  }
  function cancel(): void {
    if (!held.value) return
    letGo()
    pull.cancel()
  }
  return { held, take, drag, drop, cancel }
}
