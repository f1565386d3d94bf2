import { computed, type Ref } from 'vue'
import type { Paper, Viewport } from '@/logic/panes'

/** Which part of a drawing is on its paper, where that is not all of it; and another part brought there. */
export function usePart(
  at: Ref<Viewport>,
  paper: Ref<Paper>,
  /** How wide a line's drawing is, which scrolls; null: a grid, which is pulled. */
  wide: () => number | null,
  scrolled: Ref<number>,
) {
  const part = computed(() => {
    const { width, height } = paper.value
    const whole = wide()
    if (whole !== null) {
      if (whole <= width + 1) return null
      return { left: scrolled.value / whole, right: (scrolled.value + width) / whole, top: 0, bottom: 1 }
    }
    const { zoom, dx, dy } = at.value
    if (zoom === 1) return null
    const share = (pixels: number, size: number) => Math.min(1, Math.max(0, pixels / zoom / size))
    return {
      left: share(-dx, width),
      right: share(width - dx, width),
      top: share(-dy, height),
      bottom: share(height - dy, height),
    }
  })
  function show(x: number, y: number): void {
    const { width, height } = paper.value
    const whole = wide()
    if (whole !== null) {
      scrolled.value = x * whole - width / 2
      return
    }
    const { zoom } = at.value
    at.value = { zoom, dx: width / 2 - x * zoom * width, dy: height / 2 - y * zoom * height }
  }
  return { part, show }
}
