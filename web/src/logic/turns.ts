/**
 * One piece of work after another, each begun when the one before is done, whatever came of it: what is typed faster
 * than it is kept is kept all the same, on top of what was there by then.
 */
export function inTurn(): <T>(work: () => Promise<T>) => Promise<T> {
  let last: Promise<unknown> = Promise.resolve()
  return (work) => {
    const now = last.then(work)
    last = now.catch(() => undefined)
    return now
  }
}
