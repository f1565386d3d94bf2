/** The bay that a rail, board or ripped board of a fence's plan belongs to; any other id stays as it is. */
export function bayOf(id: string): string {
  return /\/(rail|boards|rip)\//.test(id) ? id.replace(/\/(rail|boards|rip)\//, '/bay/').replace(/(\/[ab])?(\/[12])?$/, '') : id
}
