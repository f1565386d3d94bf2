/** Prices carry no currency: the crew knows its own. Thousands are told apart, whole units are enough. */
export function money(value: number): string {
  return Math.round(value).toLocaleString('en-US')
}
