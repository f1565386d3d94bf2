import type { RouteLocationRaw } from 'vue-router'

/** Something that can be found by its name: a job, a page, a setting, a button of the page. */
export interface Entry {
  key: string
  group: string
  label: string
  /** Where it stands, beside its name. */
  hint?: string
  /** Further words it goes by. */
  words?: string
  to?: RouteLocationRaw
  /** What else is done, once its page is open. */
  then?: () => void
}

/** Words of the trade that mean a thing which the screens call otherwise. */
const SYNONYMS: Record<string, string[]> = {
  alter: ['change'],
  baluster: ['guard', 'infill'],
  bill: ['invoice', 'estimate'],
  brief: ['overview'],
  buy: ['materials', 'order'],
  calendar: ['schedule'],
  concrete: ['footing', 'materials'],
  cost: ['estimate', 'price'],
  cut: ['cutting', 'pieces'],
  days: ['schedule'],
  dig: ['holes', 'utilities', 'schedule'],
  electric: ['utilities'],
  frost: ['ground'],
  gas: ['utilities', 'obstructions', 'services', 'site'],
  gate: ['opening', 'gate'],
  handrail: ['guard', 'stair'],
  hole: ['footing', 'holes', 'depth'],
  invoice: ['contract', 'estimate'],
  list: ['materials', 'pieces'],
  locate: ['utilities', 'schedule'],
  lumber: ['timber', 'materials'],
  money: ['estimate', 'contract', 'price'],
  order: ['materials'],
  photo: ['photos', 'record'],
  pipe: ['utilities', 'obstructions'],
  price: ['price', 'estimate', 'materials'],
  print: ['sheets', 'calculation'],
  quote: ['estimate', 'contract', 'offer'],
  rail: ['rails', 'guard', 'railing'],
  sag: ['gate'],
  setback: ['boundary', 'site', 'distance'],
  shade: ['sun'],
  snow: ['ground', 'climate'],
  soil: ['ground'],
  spacing: ['spacing', 'posts'],
  stain: ['finish', 'appearance'],
  stair: ['stair', 'steps'],
  steps: ['stair'],
  survey: ['site', 'import'],
  timber: ['lumber', 'materials'],
  wage: ['crew defaults', 'estimate'],
  water: ['utilities', 'ground'],
  weather: ['schedule', 'connections'],
  wind: ['ground', 'wind rating'],
}

const plain = (text: string) => text.normalize('NFKD').replace(/\p{M}/gu, '').toLowerCase()

/** How well one word matches a text: 3 its beginning, 2 the beginning of a word in it, 1 inside, 0 not at all. */
function fit(text: string, word: string): number {
  const at = text.indexOf(word)
  if (at < 0) return 0
  if (at === 0) return 3
  return /[^\p{L}\p{N}]/u.test(text[at - 1]!) ? 2 : 1
}

/** How well an entry matches all of the words typed; 0 where one of them is in neither its name nor its words. */
export function score(entry: Entry, asked: string): number {
  const label = plain(entry.label)
  const rest = plain([entry.hint, entry.words].filter(Boolean).join(' '))
  let sum = 0
  for (const word of plain(asked).split(/\s+/).filter(Boolean)) {
    const own = fit(label, word) * 10 || fit(rest, word) * 4
    const other = Math.max(
      0,
      ...(SYNONYMS[word] ?? []).map((one) => Math.max(fit(label, one) * 3, Math.min(1, fit(rest, one)))),
    )
    const best = Math.max(own, other)
    if (!best) return 0
    sum += best
  }
  // What takes something away is never the first answer.
  return /^(remove|delete|discard)\b/.test(label) ? sum / 2 : sum
}

/** The entries that match, best first; equal ones in the order in which they came. */
export function found(entries: readonly Entry[], asked: string, most = 12): Entry[] {
  if (!asked.trim()) return entries.slice(0, most)
  return entries
    .map((entry, at) => ({ entry, at, score: score(entry, asked) }))
    .filter((one) => one.score > 0)
    .sort((a, b) => b.score - a.score || a.at - b.at)
    .slice(0, most)
    .map((one) => one.entry)
}
