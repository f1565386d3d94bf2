/** In which order answers count: work that is begun in turn, and questions of which the last one's answer holds. */

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

/**
 * Of what is asked again and again the last question's answer holds; what comes late of an earlier one is passed over:
 * nothing is shown of a job that is no longer so.
 */
export function latest() {
  let asked = 0
  async function last<T>(
    ask: () => Promise<T>,
    holds: (answer: T) => void,
    fails: (error: Error) => void,
  ): Promise<void> {
    const mine = ++asked
    try {
      const answer = await ask()
      if (mine === asked) holds(answer)
    } catch (error) {
      if (mine === asked) fails(error as Error)
    }
  }
  /** No question that is on its way counts any more. */
  const drop = () => void asked++
  return Object.assign(last, { drop })
}
