const KEY = 'trellis.line-scale'

/** Whether a line is drawn at its true scale, as it is until somebody chooses to see the whole of it. */
export const isTrueScale = (): boolean => localStorage.getItem(KEY) !== 'whole'
export const keepTrueScale = (on: boolean): void => localStorage.setItem(KEY, on ? 'true' : 'whole')
