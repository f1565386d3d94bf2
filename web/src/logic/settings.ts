import { narrowed, pairs } from '@/api/adapt'
import type { ResolvedField } from '@/api/types'
import { read } from '@/logic/paths'

export interface SettingGroup {
  title: string
  fields: ResolvedField[]
}
/** No more than a panel holds. */
export const MOST = 14
const EACH = '*'
type Named = { what?: string; name?: string }

/** Groups whose fields stand for each item of a list, once for each item there is and named after it. */
export function each(groups: readonly SettingGroup[], spec: unknown): SettingGroup[] {
  return groups.flatMap((group) => {
    const list = group.fields[0]?.path.split(`/${EACH}/`)[0] ?? ''
    if (!group.fields[0]?.path.includes(`/${EACH}/`)) return [group]
    const items = (read(spec, list) ?? []) as Named[]
    return items.map((item, index) => {
      const name = item.what ?? item.name ?? ''
      const alike = items.filter((other) => (other.what ?? other.name) === name).length > 1
      return {
        title: `${group.title}, ${name}${alike ? ` ${index + 1}` : ''}`,
        fields: group.fields.map((field) => ({
          ...field,
          path: field.path.replace(`/${EACH}/`, `/${index}/`),
        })),
      }
    })
  })
}

/** Whether a field has a meaning as the structure is now. */
export function asksNow(field: ResolvedField, spec: unknown): boolean {
  if (!field.when) return true
  const [at, values] = narrowed<[string, string[]]>(field.when)
  return values.includes(String(read(spec, at)))
}

/** Settings whose names, groups or words of what they do hold every word asked for; those whose names do come first. */
export function matching(groups: readonly SettingGroup[], asked: string, spec: unknown): SettingGroup[] {
  const words = asked.toLowerCase().split(/\s+/).filter(Boolean)
  if (!words.length) return []
  const has = (text: string) => words.every((word) => text.toLowerCase().includes(word))
  const named = (field: ResolvedField) => has(field.says)
  const told = (group: SettingGroup, field: ResolvedField) =>
    has([field.says, group.title, field.text, ...choices(field)].join(' '))
  const held = (field: ResolvedField) => asksNow(field, spec)
  let left = MOST
  const found: SettingGroup[] = []
  const take = (group: SettingGroup, fields: ResolvedField[]) => {
    const kept = fields.slice(0, left)
    left -= kept.length
    if (kept.length) found.push({ title: group.title, fields: kept })
  }
  for (const group of groups)
    take(
      group,
      group.fields.filter((field) => held(field) && named(field)),
    )
  const seen = new Set(found.flatMap((group) => group.fields.map((field) => field.path)))
  for (const group of groups) {
    const rest = group.fields.filter((field) => held(field) && !seen.has(field.path) && told(group, field))
    const there = found.find((item) => item.title === group.title)
    if (there) {
      const more = rest.slice(0, left)
      left -= more.length
      there.fields.push(...more)
    } else take(group, rest)
  }
  return found
}

const choices = (field: ResolvedField) => pairs(field.choices).map(([, says]) => says)
