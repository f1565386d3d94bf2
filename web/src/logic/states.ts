/** States of a structure and results of a check: keys from the server, their labels and looks. */

/** Labels by key; the same as the core's catalog (a test compares them). */
export const STATE_LABELS: Record<string, string> = {
  conflict: "Can't be built",
  fail: 'Fails',
  not_checked: 'Not checked',
  to_answer: 'To answer',
  pass_by_practice: 'Passes by practice, to be confirmed',
  at_limit: 'At the limit',
  pass_as_specified: 'Passes with specified connectors',
  pass: 'Passes',
  practice: 'Typical practice',
  advisory: 'Recommendation not met',
}
/** Worst first. */
const ORDER = Object.keys(STATE_LABELS)
const WRONG = ['conflict', 'fail']
const OPEN = [...WRONG, 'not_checked', 'to_answer']

export const stateLabel = (key: string | undefined): string => (key ? (STATE_LABELS[key] ?? key) : '')
/** Whether it fails or can't be built. */
export const isWrong = (key: string | undefined): boolean => WRONG.includes(key ?? '')
/** Whether something is still missing. */
export const isOpen = (key: string | undefined): boolean => OPEN.includes(key ?? '')
/** Whether it passes, whatever stands beside it. */
export const isPassing = (key: string | undefined): boolean => !!key && !OPEN.includes(key)
/** From best to worst, to sort by. */
export const rank = (key: string): number => ORDER.length - ORDER.indexOf(key)

const AMONG: [string, string][] = [
  ['pass_by_practice', 'by practice, to be confirmed'],
  ['at_limit', 'at the limit'],
  ['pass_as_specified', 'with specified connectors'],
]
/** All structures pass: how many of them by practice, at their limit or with connectors to specify. */
export function allClear(keys: readonly string[]): string {
  const among = AMONG.map(([key, says]) => [keys.filter((one) => one === key).length, says] as const)
  const said = among.filter(([count]) => count).map(([count, says]) => `${count} ${says}`)
  return `All ${keys.length} structures pass${said.length ? `: ${said.join(', ')}` : ''}.`
}

/** Kinds of cautions, as they are shown. */
export const CAUTIONS: Record<string, string> = Object.fromEntries([
  ['hurt', 'Safety'],
  ['rot', 'Durability'],
  ['licence', 'Licensing'],
  ['permit', 'Permit'],
  ['drawing', 'Detail'],
])
