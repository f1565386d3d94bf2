import type { View } from '@/api/types'
import type { Box } from '@/logic/labels'
import { FT } from '@/logic/units'

/** A view laid on the paper: where its zero stands and how many pixels a metre takes each way. */
export interface Pane {
  view: View
  x0: number
  y0: number
  sx: number
  sy: number
  /** Where its title stands; the first view of a grid has its rulers instead. */
  title: [number, number] | null
  /** Where its words may stand; null: anywhere. */
  box: Box | null
  note: string
}
/** How far a drawing is drawn in (1: the whole of it), and how far it is pulled aside, in pixels. */
export interface Viewport {
  zoom: number
  dx: number
  dy: number
}
export interface Paper {
  width: number
  height: number
}
export const WHOLE: Viewport = { zoom: 1, dx: 0, dy: 0 }
export const RULE = 34
export const TAPE = 58
const PAD = 46
/** Room beside a line's plan and its elevation for their titles. */
const PLAN_ROOM = 34
const SIDE_ROOM = 54

const tall = (view: View) => view.bounds[3] - view.bounds[1]
const across = (view: View) => view.bounds[2] - view.bounds[0]

/** Views of one line under each other, on one scale along it: from above, the tape, from the side. */
export interface LineLayout {
  above: Pane
  side: Pane
  tapeTop: number
  sideTop: number
  pad: number
  wide: number
  stretch: number
}
export function lineLayout(
  above: View,
  side: View,
  line_m: number,
  paper: Paper,
  at: Viewport,
  true_scale: boolean,
): LineLayout {
  // A gate's leaf swings up to its whole width off the line: all of its arc is drawn.
  const inward = Math.max(above.bounds[3], 0.8)
  const outward = Math.max(-above.bounds[1], 0.8)
  // At true scale plan and elevation share one scale both ways: a round hole is a circle.
  const shared = Math.min(90, (paper.height - TAPE - PLAN_ROOM - SIDE_ROOM) / (inward + outward + tall(side)))
  const planHeight = true_scale
    ? Math.max(96, (inward + outward) * shared + PLAN_ROOM)
    : Math.max(96, Math.min(170, paper.height * 0.27))
  const sideTop = planHeight + TAPE
  const sideHeight = Math.max(120, paper.height - sideTop)
  const upright = Math.min((sideHeight - SIDE_ROOM) / tall(side), 90)
  const long = Math.max(line_m, 0.5)
  // A short line is not stretched over the paper: it stands in the middle of it, no wider than it is high.
  const fit = Math.max(1, Math.min(upright, (paper.width - 2 * PAD) / long)) * at.zoom
  const sx = true_scale ? Math.max(upright, fit) : fit
  const vy = true_scale && sx === upright ? upright : Math.min(upright, sx * 4)
  const pad = Math.max(PAD, (paper.width - long * sx) / 2)
  const stretch = vy / sx
  const wide = Math.max(paper.width, long * sx + 2 * pad)
  const sy = Math.min(true_scale ? sx : 34, (planHeight - PLAN_ROOM) / (inward + outward))
  const y0 = 10 + Math.max(inward * sy, planHeight / 2 - outward * sy)
  return {
    above: {
      view: above,
      x0: pad,
      y0: Math.min(y0, planHeight - outward * sy - 4),
      sx,
      sy,
      title: [16, 20],
      box: { left: 0, right: wide, top: 2, bottom: planHeight },
      note: 'turn angles noted at corners',
    },
    side: {
      view: side,
      x0: pad,
      y0: sideTop + 50 + side.bounds[3] * vy,
      sx,
      sy: vy,
      title: [16, sideTop + 19],
      box: { left: 0, right: wide, top: sideTop, bottom: paper.height },
      note: stretch > 1.05 ? `vertical exaggeration ${stretch.toFixed(1)}×` : 'true scale',
    },
    tapeTop: planHeight,
    sideTop,
    pad,
    wide,
    stretch,
  }
}

/**
 * Views that share one scale both ways: the first with its rulers, the others under it, or beside it on a wide paper.
 */
export interface GridLayout {
  panes: Pane[]
  scale: number
  /** Where the first view ends, below or to the right. */
  split: { beside: boolean; at: number }
}
const GAP = 60
export function gridLayout(views: View[], outline: number[], paper: Paper, at: Viewport): GridLayout {
  const whole = wholeGrid(views, outline, paper)
  if (at.zoom === 1) return whole
  const xIn = (x: number) => x * at.zoom + at.dx
  const yIn = (y: number) => y * at.zoom + at.dy
  const panes = whole.panes.map((pane) => {
    const y0 = yIn(pane.y0)
    // A title is as large as before: it stands as far over its view as it did.
    const over = pane.title && pane.y0 - pane.view.bounds[3]! * pane.sy - pane.title[1]
    const title: Pane['title'] = pane.title && [
      whole.split.beside ? xIn(pane.title[0]) : pane.title[0],
      y0 - pane.view.bounds[3]! * pane.sy * at.zoom - over!,
    ]
    return { ...pane, x0: xIn(pane.x0), y0, sx: pane.sx * at.zoom, sy: pane.sy * at.zoom, title, box: null }
  })
  const { beside, at: end } = whole.split
  return { panes, scale: whole.scale * at.zoom, split: { beside, at: beside ? xIn(end) : yIn(end) } }
}

/** Width of the column at the right in which other views stand beside a large first one. */
export const INSET = 262
/** Height at the foot of that column in which the structure stands in space. */
export const PICTURE = 176
/** Height that each drawing over it keeps: in less its words lie on each other. */
const LEAST_INSET = 168
export const pictured = (views: View[], paper: Paper) =>
  views.length > 1 &&
  paper.width >= ROOM_FOR_INSETS &&
  paper.height >= RULE + 8 + PICTURE + LEAST_INSET * (views.length - 1)
/** Paper at least so wide has room for that column. */
const ROOM_FOR_INSETS = 640

/** The whole of it on the paper: the first view as large as the room lets it, the others beside it or under it. */
function wholeGrid(views: View[], outline: number[], paper: Paper): GridLayout {
  return views.length > 1 && paper.width >= ROOM_FOR_INSETS
    ? withInsets(views, outline, paper)
    : stackedGrid(views, outline, paper)
}

/** The first view large, the others small in a column of their own, each at the scale that fits it. */
function withInsets(views: View[], outline: number[], paper: Paper): GridLayout {
  const first = views[0]!
  const others = views.slice(1)
  const [left, low, right, top] = outline as [number, number, number, number]
  const firstRight = paper.width - INSET
  const room = { width: firstRight - RULE - 62, height: paper.height - RULE - 32 }
  const scale = Math.max(6, Math.min(room.width / (right - left), room.height / (top - low), 130))
  const x0 = RULE + (firstRight - RULE - 40 - (right - left) * scale) / 2 - first.bounds[0] * scale
  const y0 = RULE + 16 + (room.height - (top - low) * scale) / 2 + first.bounds[3] * scale
  const box = (left: number, right: number, top: number, bottom: number): Box => ({ left, right, top, bottom })
  const panes: Pane[] = [untitled(first, x0, y0, scale, box(RULE + 8, firstRight, RULE, paper.height))]
  const foot = pictured(views, paper) ? PICTURE : 0
  const each = (paper.height - RULE - 8 - foot) / others.length
  others.forEach((view, k) => {
    const start = RULE + 4 + k * each
    const own = Math.min(scale, (INSET - 44) / across(view), (each - 78) / tall(view))
    const size = Math.max(4, own)
    panes.push({
      view,
      x0: firstRight + (INSET - across(view) * size) / 2 - view.bounds[0] * size,
      y0: start + 50 + view.bounds[3] * size,
      sx: size,
      sy: size,
      title: [firstRight + 12, start + 16],
      note: '',
      box: box(firstRight, paper.width, start, start + each),
    })
  })
  return { panes, scale, split: { beside: true, at: firstRight } }
}

/** The view that needs no title: the plan itself. */
const untitled = (view: View, x0: number, y0: number, scale: number, box: Box): Pane => ({
  view,
  x0,
  y0,
  sx: scale,
  sy: scale,
  title: null,
  note: '',
  box,
})

/** One view under the other, all on one scale. */
function stackedGrid(views: View[], outline: number[], paper: Paper): GridLayout {
  const first = views[0]!
  const others = views.slice(1)
  const [left, low, right, top] = outline as [number, number, number, number]
  const wide = right - left
  const high = top - low
  const widest = Math.max(0, ...others.map(across))
  const stacked = others.reduce((sum, view) => sum + tall(view), 0)
  const gaps = GAP * others.length
  const under = Math.min(
    (paper.width - RULE - 150) / Math.max(wide, widest),
    (paper.height - RULE - 44 - gaps) / (high + stacked),
  )
  const beside = others.length
    ? Math.min(
        (paper.width - RULE - 258) / (wide + widest),
        (paper.height - RULE - 32 - gaps) / Math.max(high, stacked),
      )
    : 0
  const isBeside = beside > under * 1.1
  const scale = Math.max(6, Math.min(Math.max(under, beside), 90))
  const firstRight = isBeside
    ? RULE + 96 + wide * scale + Math.max(0, (paper.width - RULE - 258 - (wide + widest) * scale) / 2)
    : paper.width
  const x0 = RULE + (firstRight - RULE - 46 - wide * scale) / 2 - first.bounds[0] * scale
  const y0 = RULE + 22 + first.bounds[3] * scale
  const bottom = isBeside ? paper.height : y0 - first.bounds[1] * scale + 18
  const edge = (left: number, right: number, top: number, end: number): Box => ({ left, right, top, bottom: end })
  const panes: Pane[] = [untitled(first, x0, y0, scale, edge(RULE + 8, firstRight, RULE, bottom))]
  let y = isBeside ? RULE + 20 : bottom + 20
  for (const view of others) {
    const x = isBeside ? firstRight + 22 : RULE + (paper.width - RULE - 90 - across(view) * scale) / 2
    panes.push({
      view,
      x0: x - view.bounds[0] * scale,
      y0: y + 28 + (isBeside ? 8 : 0) + view.bounds[3] * scale,
      sx: scale,
      sy: scale,
      title: [isBeside ? firstRight + 16 : 16, y],
      note: 'same scale',
      box: isBeside ? edge(firstRight, paper.width, RULE, paper.height) : edge(0, paper.width, bottom, paper.height),
    })
    y += tall(view) * scale + GAP
  }
  return { panes, scale, split: { beside: isBeside, at: isBeside ? firstRight : bottom } }
}

/** A viewport drawn in or out about a point of the paper, so that what lies under the pointer stays there. */
export function zoomed(at: Viewport, factor: number, x: number, y: number, most = 12): Viewport {
  const zoom = Math.min(most, Math.max(1, at.zoom * factor))
  const by = zoom / at.zoom
  if (zoom === 1) return WHOLE
  return { zoom, dx: x - (x - at.dx) * by, dy: y - (y - at.dy) * by }
}

/** Named divisions stand so far apart that the widest of their names leaves a gap. */
const namePx = (name: string) => name.length * 6.3 + 5
/** The first of these steps at which the widest name fits. */
export function namedEvery(steps: number[], widest: string, px: number): number {
  return steps.find((step) => step * px >= namePx(widest)) ?? steps[steps.length - 1]! * 2
}
/** Divisions of a ruler: every step of the crew's units, the long ones named. */
export function divisions(
  size_m: number,
  scale: number,
  imperial: boolean,
): { at: number; long: boolean; label: string }[] {
  const step = imperial ? FT : 0.5
  const name = (k: number) => (imperial ? `${k}′` : (k * step).toFixed(1))
  const steps = imperial ? [2, 4, 8, 16, 32] : [1, 2, 4, 10, 20, 40]
  const every = namedEvery(steps, name(Math.floor(size_m / step)), step * scale)
  const found = []
  for (let k = 0; k * step <= size_m + 1e-6; k++) {
    const long = k % every === 0
    if (!long && step * scale < 5) continue
    found.push({ at: k * step, long, label: name(k) })
  }
  return found
}
