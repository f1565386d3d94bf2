/**
 * Lengths as people write them and back: the permitted twin of the core's `measure`, for fields and the site view
 * without signal. Both are tested from checks/lengths.json.
 */
export type Bare = 'ft' | 'in' | 'm' | 'mm'
export interface Tape {
  system: 'imperial' | 'metric'
  mark_m: number
}

export const IN = 0.0254
export const FT = 12 * IN
export const LB = 4.4482216152605
export const LB_MASS = 0.45359237
export const MPH = 0.44704
export const PSF = LB / FT ** 2
const UNIT: Record<string, number> = { ft: FT, in: IN, m: 1, cm: 0.01, mm: 0.001 }
const WORDS: Record<string, string> = {
  "'": 'ft',
  ft: 'ft',
  foot: 'ft',
  feet: 'ft',
  '"': 'in',
  "''": 'in',
  in: 'in',
  inch: 'in',
  inches: 'in',
  m: 'm',
  mm: 'mm',
  cm: 'cm',
  meter: 'm',
  metre: 'm',
  meters: 'm',
  metres: 'm',
}
const VULGAR: Record<string, string> = {
  '½': '1/2',
  '¼': '1/4',
  '¾': '3/4',
  '⅛': '1/8',
  '⅜': '3/8',
  '⅝': '5/8',
  '⅞': '7/8',
  '⅓': '1/3',
  '⅔': '2/3',
}
const UP = '⁰¹²³⁴⁵⁶⁷⁸⁹'
const DOWN = '₀₁₂₃₄₅₆₇₈₉'
const NUMBER = String.raw`(?:\d+\s+\d+/\d+|\d+/\d+|\d*\.\d+|\d+\.?)`
const TERM = new RegExp(
  String.raw`\s*(${NUMBER})\s*(''|'|"|feet|foot|ft|inches|inch|in|metres|meters|metre|meter|mm|cm|m)?\.?\s*`,
  'y',
)
/** 2 290 mm, as it is shown and as many write it: thousands with a space between. */
const GROUPED = /(?<![\d/.])\d{1,3}(?:\s\d{3})+(?=(?:\.\d*)?\s*(mm|cm|m|$))/g
const FEET_INCHES = new RegExp(String.raw`^\s*(\d+)\s*(?:-|\s)\s*(${NUMBER})\s*$`)

/** A length in metres, or null where the text is not one. `bare` is the unit of a single number without one. */
export function parseLength(text: string, bare: Bare = 'ft'): number | null {
  let clean = text
    .trim()
    .toLowerCase()
    .replace(/[’′]/g, "'")
    .replace(/[″“”]/g, '"')
    .replace(/−/g, '-')
    .replace(/,/g, '')
  for (const [sign, words] of Object.entries(VULGAR)) clean = clean.replaceAll(sign, ' ' + words)
  if (clean.includes('⁄')) {
    clean = clean.replace(/([⁰¹²³⁴⁵⁶⁷⁸⁹]+)⁄/g, ' $1⁄')
    for (let k = 0; k < 10; k++) clean = clean.replaceAll(UP[k]!, String(k)).replaceAll(DOWN[k]!, String(k))
    clean = clean.replaceAll('⁄', '/')
  }
  clean = clean.replace(/(?<=['t])\s*-\s*(?=\d)/g, ' ').trim() // 7'-6" is 7' 6"
  clean = clean.replace(/(?<![\d/.])(\d+)-(\d+\/\d+)(?=\s*[a-z'"])/g, '$1 $2') // 2-1/2 in is two and a half inches
  clean = clean.replace(/(?<=['t])\s*(\d+)-(\d+\/\d+)$/, ' $1 $2') // 7'6-1/2: inches after feet, their mark left out
  clean = clean.replace(GROUPED, (all: string, unit: string) => (unit || bare === 'mm' ? all.replace(/\s/g, '') : all))
  let sign = 1
  if (clean.startsWith('-')) {
    sign = -1
    clean = clean.slice(1).trim()
  }
  if (!clean || clean.length > 40) return null
  const both = FEET_INCHES.exec(clean)
  const slashes = clean.split('/').length - 1
  if (
    both &&
    (bare === 'ft' || bare === 'in') &&
    (clean.includes('-') || slashes === 0 || clean.split(/\s+/).length === 3)
  ) {
    const inches = number(both[2]!)
    return inches === null ? null : sign * (Number(both[1]) * FT + inches * IN)
  }
  let total = 0
  let at = 0
  let last = Infinity
  while (at < clean.length) {
    TERM.lastIndex = at
    const term = TERM.exec(clean)
    if (!term || TERM.lastIndex === at) return null
    const unit: string = term[2] ? WORDS[term[2]]! : last === FT ? 'in' : at === 0 ? bare : ''
    const follows = unit !== '' && UNIT[unit]! < last && (unit === 'ft' || unit === 'in') === (last === FT)
    if (!follows && !(at === 0 && unit)) return null
    last = UNIT[unit]!
    const value = number(term[1]!)
    if (value === null) return null
    total += value * last
    at = TERM.lastIndex
  }
  return sign * total
}

function number(text: string): number | null {
  let sum = 0
  for (const part of text.split(/\s+/)) {
    const [top, under] = part.split('/')
    const value = under === undefined ? Number(top) : Number(top) / Number(under)
    if (!Number.isFinite(value)) return null
    sum += value
  }
  return sum
}

function fraction(part: number, of: number): string {
  if (!part) return ''
  const eighths = (part * 8) / of
  if (Number.isInteger(eighths)) return ' ⅛¼⅜½⅝¾⅞'[eighths] ?? ''
  const common = gcd(part, of)
  const digits = (value: number, from: string) => [...String(value)].map((d) => from[Number(d)]).join('')
  return `${digits(part / common, UP)}⁄${digits(of / common, DOWN)}`
}

function gcd(a: number, b: number): number {
  return b ? gcd(b, a % b) : a
}

/** Rounds half to even, as the core does, so that both sides print the same mark. */
function roundEven(value: number): number {
  const below = Math.floor(value)
  const rest = value - below
  if (rest !== 0.5) return Math.round(value)
  return below % 2 === 0 ? below : below + 1
}

/** Feet, inches and a real fraction. */
export function feetInches(value_m: number, parts: number): string {
  const total = roundEven((Math.abs(value_m) / IN) * parts)
  const sign = value_m < 0 && total ? '−' : ''
  const feet = Math.floor(total / (12 * parts))
  const rest = total % (12 * parts)
  const inches = Math.floor(rest / parts)
  const part = fraction(rest % parts, parts)
  if (feet) return `${sign}${feet}′ ${inches}${part}″`
  return `${sign}${inches || !part ? inches : ''}${part}″`
}

/** A length to the crew's own mark. */
export function showLength(value_m: number, tape: Tape): string {
  if (tape.system === 'metric') {
    const mm = roundEven(roundEven(value_m / tape.mark_m) * tape.mark_m * 1000)
    return `${String(mm).replace(/\B(?=(\d{3})+(?!\d))/g, '\u00a0')} mm`
  }
  return feetInches(value_m, Math.max(1, Math.round(IN / tape.mark_m)))
}

/** The same, but for what is less than one mark: the play of a hinge is not nothing. */
export function showSmall(value_m: number, tape: Tape): string {
  const less = value_m > 0 && value_m < tape.mark_m && tape.system === 'imperial'
  return showLength(value_m, less ? { ...tape, mark_m: IN / 64 } : tape)
}

/** A long distance: feet and inches, or metres. */
export function showDistance(value_m: number, tape: Tape): string {
  if (tape.system === 'metric') return `${(roundEven(value_m / tape.mark_m) * tape.mark_m).toFixed(3)} m`
  return showLength(value_m, tape)
}

/** What was measured on site, in its target's unit: a length, or a share of one as per cent. */
export function showReading(value: number, unit: string, tape: Tape): string {
  return unit === '%' ? `${Math.round(value * 1000) / 10} %` : showLength(value, tape)
}

/** The nearest tape mark (m). */
export function toMark(value_m: number, tape: Tape): number {
  return roundEven(value_m / tape.mark_m) * tape.mark_m
}

/** A wind speed: miles an hour beside feet, else metres a second. */
export function showSpeed(value_m_per_s: number, system: string): string {
  return system === 'imperial' ? `${Math.round(value_m_per_s / MPH)} mph` : `${value_m_per_s.toFixed(1)} m/s`
}

/** One quantity of the weather: what it is called, and how it is shown and kept. */
interface Scale {
  says: string
  show: (kept: number) => number
  keep: (shown: number) => number
}
const scaled = (says: string, size: number): Scale => ({
  says,
  show: (kept) => kept / size,
  keep: (shown) => shown * size,
})

/** Weather as the crew reads it: temperature (kept in °C), rain (mm) and wind (m/s). */
export function weather(system: Tape['system']): { t: Scale; r: Scale; w: Scale } {
  if (system === 'metric') return { t: scaled('°C', 1), r: scaled('rain, mm', 1), w: scaled('wind, m/s', 1) }
  const t = { says: '°F', show: (c: number) => (c * 9) / 5 + 32, keep: (f: number) => ((f - 32) * 5) / 9 }
  return { t, r: scaled('rain, in', IN * 1000), w: scaled('wind, mph', MPH) }
}

/** A mass as the crew's scales read it. */
export function mass(value_kg: number, tape: Tape): string {
  const value = tape.system === 'imperial' ? value_kg / LB_MASS : value_kg
  return `${Math.round(value).toLocaleString('en-US')} ${tape.system === 'imperial' ? 'lb' : 'kg'}`
}

/** A volume of concrete as it is ordered: to a quarter of a cubic yard, or a fifth of a cubic metre. */
export function volume(value_m3: number, tape: Tape): string {
  if (tape.system === 'metric') return `${(Math.ceil(value_m3 * 5 - 1e-9) / 5).toFixed(1)} m³`
  return `${(Math.ceil((value_m3 / (3 * FT) ** 3) * 4 - 1e-9) / 4).toFixed(2)} yd³`
}

/** Utilization as the server says it: whole percent, never 100 where it is over, and over tenfold only that. */
export function usedOf(use: number): string {
  if (!(use <= 10)) return 'over 1,000%'
  const percent = Math.round(use * 100)
  return `${percent <= 100 && use - 1 > 1e-9 ? percent + 1 : percent}%`
}
