/** A timber's key in a size that was measured: "board 1x6 pine @ 0.0175 x 0.138", in metres. */
export interface Sized {
  like: string
  thick_m: number | null
  wide_m: number | null
}
const MEASURED = /^([^@]+) @ (0\.\d{1,6}) x (0\.\d{1,6})$/

export function sized(key: string): Sized {
  const match = MEASURED.exec(key)
  return match
    ? { like: match[1]!, thick_m: Number(match[2]), wide_m: Number(match[3]) }
    : { like: key, thick_m: null, wide_m: null }
}

/**
 * The key of a measured size; the plain one where nothing was measured. Sizes are kept to a hundredth of a millimetre.
 */
export function keyOf({ like, thick_m, wide_m }: Sized): string {
  if (thick_m === null || wide_m === null || !(thick_m > 0) || !(wide_m > 0)) return like
  return `${like} @ ${Number(thick_m.toFixed(5))} x ${Number(wide_m.toFixed(5))}`
}
