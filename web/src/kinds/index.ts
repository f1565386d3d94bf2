import type { Component } from 'vue'
import type { RouteLocationRaw, RouteRecordRaw } from 'vue-router'

/**
 * What a kind of structure brings to the page beyond what its form and its tables already say. All of it may be left
 * out.
 */
export interface KindUi {
  /** Its panel, in place of the one made from its form. */
  panel?: Component
  /** Tables of its own, by key. */
  tables?: Record<string, Component>
  /** The one of them in which what is drawn but is neither post, bay nor member is found and changed. */
  found?: string
  /** Boxes on the buying page: what is approved, and what a merchant has instead. */
  approve?: Component
  swap?: Component
  /** Pages of its own inside a job, and the way to the one of an opening. */
  routes?: RouteRecordRaw[]
  opening?: (structure: string, bay: string) => { says: string; to: RouteLocationRaw }
}

const found = import.meta.glob<{ default: KindUi }>('./*/kind.ts', { eager: true })
const uis: Record<string, KindUi> = Object.fromEntries(
  Object.entries(found).map(([path, module]) => [path.split('/')[1]!, module.default]),
)

/** A kind's own parts of the page; an empty one for a kind that has none. */
export const uiOf = (kind: string): KindUi => uis[kind] ?? {}
export const kindRoutes: RouteRecordRaw[] = Object.values(uis).flatMap((ui) => ui.routes ?? [])
