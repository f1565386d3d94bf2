/** Days as a crew counts them: what is today is what it is here, not in Greenwich. */

/** Hours of the day as a clock shows them: 8.5 is 8:30. */
export const clock = (hours: number) =>
  `${Math.floor(hours + 1e-6)}:${String(Math.round((hours % 1) * 60) % 60).padStart(2, '0')}`

const two = (number: number) => String(number).padStart(2, '0')

/** The day of a moment here, as YYYY-MM-DD. */
export const dayOf = (at: Date) => `${at.getFullYear()}-${two(at.getMonth() + 1)}-${two(at.getDate())}`
export const today = () => dayOf(new Date())

/** A day so many days later; days are counted at noon, so that no clock change moves them. */
export function addDays(on: string, count: number): string {
  const at = new Date(`${on}T12:00`)
  at.setDate(at.getDate() + count)
  return dayOf(at)
}
/** The Monday of a day's week. */
export const mondayOf = (on: string) => addDays(on, -((new Date(`${on}T12:00`).getDay() + 6) % 7))

/** So many minutes this clock stands east of Greenwich. */
export const east = (at = new Date()) => 0 - at.getTimezoneOffset()

/** Tells the server, whose clock is Greenwich's, what is today here: on every question and every paper. */
export function tellEast(to: { cookie: string } = document): void {
  to.cookie = `trellis-east=${east()}; path=/; SameSite=Lax; max-age=31536000`
}
