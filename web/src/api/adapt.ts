/**
 * The one place where what the API sends is read as more than its schema says: pairs and points travel as plain lists, a
 * specification's fields by their names.
 */

/** A value as the type that its sender guarantees; each use names what that is. */
const as = <T>(value: unknown): T => value as T

/** Values with their words, as a form's choices travel. */
export const pairs = (value: unknown): [string, string][] => as(value)
/** Fields with their new values, as an offer's change travels. */
export const fieldChanges = (value: unknown): [string, unknown][] => as(value)
/** What a change leaves of an object. */
export const changed = <T extends object>(of: T, change: unknown): T =>
  ({ ...of, ...Object.fromEntries(fieldChanges(change)) }) as T
/** An object's fields by name. */
export const fieldsOf = (value: object): Record<string, unknown> => as(value)
/** Rings of points, as outlines and walls travel. */
export const rings = (value: unknown): [number, number][][] => as(value)
/** One line of points. */
export const points = (value: unknown): number[][] => as(value)
/** An answer whose schema is wider than what is asked of it. */
export const narrowed = <T>(value: unknown): T => as(value)
