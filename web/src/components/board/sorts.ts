/** Sorts of work on the board, in the order in which a job goes. */
export const SORTS = [
  { key: 'dig', says: 'Dig' },
  { key: 'pour', says: 'Pour' },
  { key: 'frame', says: 'Frame' },
  { key: 'finish', says: 'Finish' },
  { key: 'visit', says: 'Visit, delivery' },
] as const
