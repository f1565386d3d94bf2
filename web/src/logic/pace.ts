/** How often a pull asks where its answers take the hand's own time: between two of them its moves are drawn. */

/** Three frames (ms): a drawing that follows twenty times a second is followed by eye. */
const LEAST_MS = 48
/** Of a slow phone's time about a third goes to answers at most: what a page writes it then lays out and paints. */
const TIMES = 6

/** From one question to the next (ms), by what writing the last answer onto the page took (ms). */
export function restAfter(laying_ms: number): number {
  return Math.max(LEAST_MS, TIMES * laying_ms)
}

/** Waits so many milliseconds, or until nobody wants what is waited for. */
export function rest(ms: number, signal: AbortSignal): Promise<void> {
  if (ms <= 0 || signal.aborted) return Promise.resolve()
  return new Promise((done) => {
    const end = () => {
      clearTimeout(timer)
      signal.removeEventListener('abort', end)
      done()
    }
    const timer = setTimeout(end, ms)
    signal.addEventListener('abort', end)
  })
}
