/**
 * The browser's own store, guarded: a full or withheld store loses nothing while the page lives, and says so.
 *
 * Keys are `trellis/<person>/<what>/…`: what one person typed is never read, sent or cleared under another's name.
 */
import { ref } from 'vue'

export type Box = Pick<Storage, 'getItem' | 'setItem' | 'removeItem' | 'key' | 'length'>

/** What can be fetched again: let go first when the store is full, and at sign-out. */
const FETCHED = ['site', 'theirs', 'state', 'said']

let box = (): Box => localStorage
/** What found no room in the store and lives in this page alone. */
const spilled = new Map<string, string>()
/** How much lives in this page alone: closing it would lose that. */
export const onlyHere = ref(0)

/** Another store than the browser's: for tests. */
export function useBox(other: Box): void {
  box = () => other
  spilled.clear()
  onlyHere.value = 0
}

export function keys(): string[] {
  try {
    const from = box()
    return [...new Set([...Array.from({ length: from.length }, (_, at) => from.key(at)!), ...spilled.keys()])]
  } catch {
    return [...spilled.keys()]
  }
}

export function get<T>(key: string, otherwise: T): T {
  try {
    const text = spilled.get(key) ?? box().getItem(key)
    return text ? (JSON.parse(text) as T) : otherwise
  } catch {
    return otherwise
  }
}

/** Keeps a value; whether it will be there after a reload. */
export function put(key: string, value: unknown): boolean {
  const text = JSON.stringify(value)
  const kept = stored(key, text) || (letGo(key) && stored(key, text))
  if (kept) spilled.delete(key)
  else spilled.set(key, text)
  count()
  return kept
}

export function drop(key: string): void {
  spilled.delete(key)
  count()
  try {
    box().removeItem(key)
  } catch {
    /* Withheld: nothing was kept there. */
  }
}

function stored(key: string, text: string): boolean {
  try {
    box().setItem(key, text)
    return true
  } catch {
    return false
  }
}

/** Makes room by what can be fetched again; whether there was any. */
function letGo(but: string): boolean {
  const found = keys().filter((key) => key !== but && fetched(key))
  found.forEach(drop)
  return found.length > 0
}

export const fetched = (key: string) => FETCHED.includes(key.split('/')[2] ?? '')

function count(): void {
  onlyHere.value = [...spilled.keys()].filter((key) => !fetched(key)).length
}
