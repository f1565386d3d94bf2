import { LB, LB_MASS, PSF, type Tape } from '@/logic/units'

/** Figures from a maker's sheet: what the crew types, and its size in SI. */
export type RatingKind = 'force' | 'moment' | 'stress' | 'pressure' | 'modulus' | 'mass' | 'plain'
interface Unit {
  says: string
  si: number
  digits: number
}
const IMPERIAL: Record<RatingKind, Unit> = {
  force: { says: 'lb', si: LB, digits: 0 },
  moment: { says: 'lb-ft', si: 1.3558179483314, digits: 0 },
  stress: { says: 'ksi', si: 6894757.29, digits: 1 },
  modulus: { says: 'in³', si: 1.6387064e-5, digits: 3 },
  mass: { says: 'lb', si: LB_MASS, digits: 0 },
  pressure: { says: 'psf', si: PSF, digits: 1 },
  plain: { says: '', si: 1, digits: 2 },
}
const METRIC: Record<RatingKind, Unit> = {
  force: { says: 'kN', si: 1000, digits: 2 },
  moment: { says: 'kN·m', si: 1000, digits: 2 },
  stress: { says: 'MPa', si: 1e6, digits: 0 },
  modulus: { says: 'cm³', si: 1e-6, digits: 2 },
  mass: { says: 'kg', si: 1, digits: 0 },
  pressure: { says: 'kPa', si: 1000, digits: 2 },
  plain: { says: '', si: 1, digits: 2 },
}
const unit = (kind: RatingKind, tape: Tape) => (tape.system === 'imperial' ? IMPERIAL : METRIC)[kind]
const SAMPLE: Record<RatingKind, [string, string]> = {
  force: ['500 lb', '2.2 kN'],
  moment: ['800 lb-ft', '1.1 kN·m'],
  stress: ['36 ksi', '250 MPa'],
  pressure: ['20 psf', '1 kPa'],
  modulus: ['0.7 in³', '12 cm³'],
  mass: ['40 lb', '18 kg'],
  plain: ['1.5', '1.5'],
}
/** How a figure of a kind is written, as an example. */
export const sample = (kind: RatingKind, tape: Tape) => SAMPLE[kind][tape.system === 'imperial' ? 0 : 1]
export const unitSays = (kind: RatingKind, tape: Tape) => unit(kind, tape).says

export function showRating(value: number | null, kind: RatingKind, tape: Tape): string {
  if (value === null) return ''
  const { says, si, digits } = unit(kind, tape)
  return `${Number((value / si).toFixed(digits))} ${says}`.trim()
}

/** A number with or without its unit; null where it is none, undefined where nothing was typed. */
export function parseRating(text: string, kind: RatingKind, tape: Tape): number | null | undefined {
  const clean = text.trim().replace(',', '.')
  if (!clean) return undefined
  const match = /^([0-9]*\.?[0-9]+)\s*([^\d]*)$/.exec(clean)
  if (!match) return null
  const { says, si } = unit(kind, tape)
  const other = unit(kind, { ...tape, system: tape.system === 'imperial' ? 'metric' : 'imperial' })
  const typed = match[2]!.trim().toLowerCase()
  const scale = !typed || typed === says.toLowerCase() ? si : typed === other.says.toLowerCase() ? other.si : null
  return scale === null ? null : Number(match[1]) * scale
}
