import { readonly, ref } from 'vue'

const shown = ref(true)
/** Whether whoever is signed in is shown prices; the crew's own never reach the page of those who are not. */
export const showPrices = (on: boolean) => void (shown.value = on)
export const pricesShown = readonly(shown)
const HIDDEN = 'not shown'

/** Prices carry no currency: the crew knows its own. Thousands are told apart, whole units are enough. */
export function money(value: number): string {
  return shown.value ? Math.round(value).toLocaleString('en-US') : HIDDEN
}

/** By how much a price changes, with its sign. */
export function change(value: number, places: 0 | 2 = 0): string {
  if (!shown.value) return HIDDEN
  return `${value < 0 ? '−' : '+'}${(places ? exact : money)(Math.abs(value))}`
}

/** A price to the hundredth, as a list shows it. */
export function exact(value: number): string {
  if (!shown.value) return HIDDEN
  return value.toLocaleString('en-US', { minimumFractionDigits: 2, maximumFractionDigits: 2 })
}

/**
 * A price as people type it: 41.50, $41.50, 41,50, 1,234.50 and 1.234,50. Null where it is none, or not above nothing.
 * A single comma or point before three digits stands between thousands.
 */
export function parsePrice(text: string): number | null {
  const bare = text
    .trim()
    .replace(/^[$€£]\s*|\s*[$€£]$/g, '')
    .replace(/[\s ']/g, '')
  if (!/^\d[\d.,]*$/.test(bare)) return null
  const last = Math.max(bare.lastIndexOf('.'), bare.lastIndexOf(','))
  const mark = last < 0 ? '' : bare[last]!
  const alone = last >= 0 && bare.indexOf(mark) === last && !bare.includes(mark === '.' ? ',' : '.')
  const thousands = last >= 0 && bare.length - last - 1 === 3 && (!alone || mark === ',')
  const whole = last < 0 || thousands ? bare : bare.slice(0, last)
  const part = last < 0 || thousands ? '' : bare.slice(last + 1)
  const value = Number(`${whole.replace(/[.,]/g, '')}.${part || '0'}`)
  return Number.isFinite(value) && value > 0 ? value : null
}
