/** Which tab this is, and which others are open: what a tab typed is taken over by another once it is gone. */
import { newId } from '@/logic/ids'

const TAB = 'trellis.tab'
const LOCK = 'trellis tab '

let own = ''
/** This tab's name: the same after a reload. */
export function tab(): string {
  if (own) return own
  try {
    own = sessionStorage.getItem(TAB) ?? ''
  } catch {
    /* Withheld: a name for this page alone. */
  }
  name(own || newId())
  const locks = globalThis.navigator?.locks
  void locks
    ?.request(LOCK + own, { ifAvailable: true }, (got) => {
      if (got) return new Promise<void>(() => undefined)
      // A tab that was opened as a copy of another has its name, too: it takes one of its own.
      name(newId())
      void locks.request(LOCK + own, () => new Promise<void>(() => undefined)).catch(() => undefined)
    })
    .catch(() => undefined)
  return own
}

function name(as: string): void {
  own = as
  try {
    sessionStorage.setItem(TAB, own)
  } catch {
    /* Withheld. */
  }
}

/** Names of the other tabs that are open; none where the browser cannot tell: what is sent twice is kept once. */
export async function otherTabs(): Promise<Set<string>> {
  const found = await globalThis.navigator?.locks?.query().catch(() => null)
  const names = (found?.held ?? []).map((lock) => lock.name ?? '').filter((name) => name.startsWith(LOCK))
  return new Set(names.map((name) => name.slice(LOCK.length)).filter((name) => name !== own))
}
