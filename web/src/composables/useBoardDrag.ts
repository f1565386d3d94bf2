import { ref } from 'vue'

/** Where a bar is let go: the day and the lead there, and the day at which it was taken hold of. */
export interface BoardCell {
  on: string
  lead: string
  from: string
}
/** A pointer that moves less is a click. */
const SLIP_PX = 6

/** Day and lead of what lies under a point of the board. */
function cellAt(x: number, y: number): { on: string; lead: string } | null {
  const under = document.elementsFromPoint(x, y) as HTMLElement[]
  const day = under.find((item) => item.dataset.day)?.dataset.day
  const lane = under.find((item) => item.dataset.lead !== undefined)
  return day && lane ? { on: day, lead: lane.dataset.lead! } : null
}

/** Bars of the board that are pulled with a pointer; `pulled`: the last press was a pull, and no click. */
export function useBoardDrag() {
  const pulled = ref(false)
  function start(event: PointerEvent, land: (cell: BoardCell) => void): void {
    if (event.button !== 0) return
    const bar = event.currentTarget as HTMLElement
    const { clientX: x, clientY: y } = event
    const from = cellAt(x, y)?.on ?? ''
    pulled.value = false
    const moves = (now: PointerEvent) => {
      if (!pulled.value && Math.abs(now.clientX - x) < SLIP_PX && Math.abs(now.clientY - y) < SLIP_PX) return
      pulled.value = true
      bar.style.transform = `translate(${now.clientX - x}px, ${now.clientY - y}px)`
      bar.style.zIndex = '2'
      bar.style.opacity = '0.8'
    }
    const over = (now: PointerEvent | null) => {
      window.removeEventListener('pointermove', moves)
      window.removeEventListener('pointerup', over)
      window.removeEventListener('pointercancel', cancel)
      window.removeEventListener('keydown', escape)
      bar.style.transform = bar.style.zIndex = bar.style.opacity = ''
      const cell = now && pulled.value ? cellAt(now.clientX, now.clientY) : null
      if (cell) land({ ...cell, from })
    }
    const cancel = () => over(null)
    const escape = (key: KeyboardEvent) => key.key === 'Escape' && over(null)
    window.addEventListener('pointermove', moves)
    window.addEventListener('pointerup', over)
    window.addEventListener('pointercancel', cancel)
    window.addEventListener('keydown', escape)
  }
  return { pulled, start }
}
