/** What changed on a drawing, laid onto what was shown before. */
import { narrowed } from '@/api/adapt'
import type { Sheet, View } from '@/api/types'

interface Rows {
  rows: [number, unknown][]
}
export type Changes = Record<string, unknown>

const isRows = (value: unknown): value is Rows =>
  typeof value === 'object' && value !== null && 'rows' in value && Array.isArray((value as Rows).rows)

function laid(old: unknown[], told: Rows): unknown[] {
  const now = [...old]
  for (const [at, row] of told.rows) now[at] = row
  return now
}

/** A sheet with changes laid onto it; rows and shapes that did not change stay the same objects. */
export function withChanges(sheet: Sheet, changes: Changes): Sheet {
  const now: Record<string, unknown> = { ...sheet }
  for (const [field, told] of Object.entries(changes)) {
    if (!isRows(told)) now[field] = told
    else if (field !== 'views') now[field] = laid(now[field] as unknown[], told)
    else {
      const views = [...sheet.views]
      for (const [at, view] of told.rows as [number, Omit<View, 'shapes'> & { shapes: unknown }][]) {
        const shapes = isRows(view.shapes) ? laid(views[at]!.shapes, view.shapes) : view.shapes
        views[at] = { ...view, shapes } as View
      }
      now.views = views
    }
  }
  return narrowed<Sheet>(now)
}
