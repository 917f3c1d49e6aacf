import { vec2, type Vec2 } from '@flexum/core/plane'
import { niceStep } from '../bench/drag.ts'
import type { Laid } from '../ui/curvePath.ts'
import { middleOf } from './dimensioning.ts'
import { boxOf, type SheetModel } from './model.ts'

/** What part of the sheet is seen: the place in the middle, mm, and how many px one mm is. */
export interface SheetView {
  readonly centre: Vec2
  readonly scale: number
  readonly width: number
  readonly height: number
}

/** Where a place of the sheet is on the surface, px from its upper left. */
export function toScreen(v: SheetView, p: Vec2): Vec2 {
  return [v.width / 2 + (p[0] - v.centre[0]) * v.scale, v.height / 2 - (p[1] - v.centre[1]) * v.scale]
}

export function toSheet(v: SheetView, p: Vec2): Vec2 {
  return [v.centre[0] + (p[0] - v.width / 2) / v.scale, v.centre[1] - (p[1] - v.height / 2) / v.scale]
}

export const laidOn = (v: SheetView): Laid => ({ place: (p) => toScreen(v, p), scale: v.scale })

const LEAST_SCALE = 0.01
const MOST_SCALE = 2000

/** Nearer or further about a place of the surface that stays where it is. */
export function zoomed(v: SheetView, factor: number, about: Vec2): SheetView {
  const scale = Math.min(Math.max(v.scale * factor, LEAST_SCALE), MOST_SCALE)
  const at = toSheet(v, about)
  return {
    ...v,
    scale,
    centre: [at[0] - (about[0] - v.width / 2) / scale, at[1] + (about[1] - v.height / 2) / scale],
  }
}

export function panned(v: SheetView, dx: number, dy: number): SheetView {
  return { ...v, centre: [v.centre[0] - dx / v.scale, v.centre[1] + dy / v.scale] }
}

/** So much of what is drawn stays on the surface, px, and it is shown no smaller. */
const KEPT = 40

/** The view moved back so far that what is drawn does not leave it, and is not too small to be seen; the origin on an empty sheet. */
export function keptInView(v: SheetView, model: SheetModel): SheetView {
  const [[x0, y0], [x1, y1]] = boxOf(model) ?? [
    [0, 0],
    [0, 0],
  ]
  const across = Math.max(x1 - x0, y1 - y0)
  const least = across > 0 ? Math.min(KEPT / across, MOST_SCALE) : LEAST_SCALE
  const scale = Math.max(v.scale, least)
  const within = (at: number, from: number, to: number, side: number): number => {
    const half = Math.max(0, side / 2 - KEPT) / scale
    return Math.min(Math.max(at, from - half), to + half)
  }
  const centre: Vec2 = [within(v.centre[0], x0, x1, v.width), within(v.centre[1], y0, y1, v.height)]
  const same = scale === v.scale && centre[0] === v.centre[0] && centre[1] === v.centre[1]
  return same ? v : { ...v, scale, centre }
}

/** A box grown to hold the texts of dimensions that were placed. */
function withDimensions(
  box: readonly [Vec2, Vec2] | undefined,
  model: SheetModel,
): readonly [Vec2, Vec2] | undefined {
  if (!box) return undefined
  let [[x0, y0], [x1, y1]] = box
  for (const c of model.step.constraints) {
    if (c.kind !== 'dimension') continue
    const [x, y] = vec2.add(middleOf(model, c.measured), c.place)
    x0 = Math.min(x0, x)
    y0 = Math.min(y0, y)
    x1 = Math.max(x1, x)
    y1 = Math.max(y1, y)
  }
  return [
    [x0, y0],
    [x1, y1],
  ]
}

/** Room left round what is drawn, for its dimensions, px. */
const ROOM = 80
/** What an empty sheet shows across, mm. */
const EMPTY_ACROSS = 160

/** Brings what is drawn into view by the least move, and further off only where it has no room: nothing comes nearer by itself. */
export function reveal(v: SheetView, model: SheetModel): SheetView {
  const box = boxOf(model)
  if (!box) return v
  const fitted = fitView(v, model)
  const scale = Math.min(v.scale, fitted.scale)
  if (scale < v.scale) return { ...fitted, scale }
  const room = ROOM / 2
  const [[x0, y1], [x1, y0]] = [toScreen(v, box[0]), toScreen(v, box[1])]
  const over = (least: number, most: number, side: number): number =>
    least < room ? room - least : most > side - room ? side - room - most : 0
  return panned(v, over(x0, x1, v.width), over(y0, y1, v.height))
}

/** All that is drawn in view; an empty sheet shows a hand's breadth round its origin. */
export function fitView(v: SheetView, model: SheetModel): SheetView {
  const box = withDimensions(boxOf(model), model)
  if (!box || model.size <= 1)
    return { ...v, centre: [EMPTY_ACROSS * 0.2, EMPTY_ACROSS * 0.2], scale: v.width / EMPTY_ACROSS }
  const [a, b] = box
  const [w, h] = [Math.max(b[0] - a[0], 1e-6), Math.max(b[1] - a[1], 1e-6)]
  const scale = Math.min((v.width - 2 * ROOM) / w, (v.height - 2 * ROOM) / h)
  return {
    ...v,
    centre: [(a[0] + b[0]) / 2, (a[1] + b[1]) / 2],
    scale: Math.min(Math.max(scale, LEAST_SCALE), MOST_SCALE),
  }
}

/** Step of the grid that lies about 24 px apart. */
export const gridStep = (v: SheetView): number => niceStep(24 / v.scale)
