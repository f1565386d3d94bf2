/** A Step's formula, written in the core's own arithmetic, as pieces to typeset. */
export interface Piece {
  text: string
  kind: 'text' | 'symbol' | 'sub' | 'sup'
}

const NAME = /([A-Za-zα-ωΑ-Ω]+'?(?:_[A-Za-z0-9_]+)?'?)/.source
const POWER = /(\*\*\s*(?:\d+(?:\.\d+)?|\([^()]*\)))/.source
const TOKEN = new RegExp(`${NAME}|${POWER}|(\\d+(?:\\.\\d+)?)|(\\*|\\/|\\+|-|\\(|\\)|,)`, 'g')
const SIGNS: Record<string, string> = { '*': ' × ', '/': ' / ', '+': ' + ', '-': ' − ', ',': ', ' }
const GREEK: Record<string, string> = {
  gamma: 'γ',
  phi: 'φ',
  lam: 'λ',
  tau: 'τ',
  rho: 'ρ',
  phiM: 'φM',
  phiN: 'φN',
}
const WORDS = new Set(['max', 'min', 'sqrt', 'ln'])

/** Splits a symbol into its letter and its subscript. */
export function symbol(name: string): Piece[] {
  const prime = name.endsWith("'") ? '′' : ''
  const [head = '', ...rest] = name.replace(/'$/, '').split('_')
  const sub = rest.join(',')
  const pieces: Piece[] = [{ text: GREEK[head] ?? head, kind: 'symbol' }]
  if (sub) pieces.push({ text: sub, kind: 'sub' })
  if (prime) pieces.push({ text: prime, kind: 'symbol' })
  return pieces
}

/** Typesets a formula: × for *, raised powers, lowered indices. */
export function typeset(formula: string): Piece[] {
  const pieces: Piece[] = []
  for (const match of formula.matchAll(TOKEN)) {
    const [, name, power, value, sign] = match
    if (name && WORDS.has(name)) pieces.push({ text: name === 'sqrt' ? '√' : name, kind: 'text' })
    else if (name) pieces.push(...symbol(name))
    else if (power)
      pieces.push({
        text: power
          .replace(/\*\*\s*/, '')
          .replace(/^\((.*)\)$/, '$1')
          .replaceAll(' ', ''),
        kind: 'sup',
      })
    else if (value) pieces.push({ text: value, kind: 'text' })
    else if (sign) pieces.push({ text: SIGNS[sign] ?? sign, kind: 'text' })
  }
  return pieces
}

/** A value to four figures, without a trail of zeros. */
export function figure(value: number): string {
  if (value === 0) return '0'
  const size = Math.abs(value)
  if (size >= 1000) return Math.round(value).toLocaleString('en-US')
  return String(Number(value.toPrecision(4)))
}
