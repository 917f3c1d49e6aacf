import { TURN } from '@flexum/core/num'
import { flipCurve, placeCurve, type Curve2 } from '@flexum/core/plane'
import type { Squared } from '@flexum/core/trace'
import type { Stroke } from './strokes.ts'
import type { SheetPicture } from '@flexum/core/recipe'

/** An outline that was found in the picture, as it lies on the sheet; `out` when it is not to be drawn. */
export interface FoundOutline {
  readonly stroke: Stroke
  readonly out: boolean
}

/** Outlines in px of what was traced, y down, as they lie on the sheet; `every` px of the picture were one of those. */
export function foundOn(loops: readonly Squared[], p: SheetPicture, every: number): FoundOutline[] {
  return loops.map((l) => ({
    stroke: {
      closed: l.closed,
      smooth: l.smooth,
      square: l.square,
      curves: l.curves.map((c) => onSheet(c, p, every)),
    },
    out: false,
  }))
}

/** How far the straights that were found are turned from level or upright on the sheet, rad; 0 where there are none. */
export function squareTurn(loops: readonly Squared[], p: SheetPicture): number {
  const lead = loops.find((l) => l.square.some(Boolean))
  if (!lead) return 0
  const turn = p.angle - lead.turn
  return turn - Math.round(turn / (TURN / 4)) * (TURN / 4)
}

function onSheet(c: Curve2, p: SheetPicture, every: number): Curve2 {
  const scaled = scaledCurve(c, p.scale * every)
  // y up: mirrored left to right, then half a turn.
  const up = placeCurve(flipCurve(scaled), Math.PI, [0, p.height * p.scale * (p.stretch ?? 1)])
  return placeCurve(placeCurve(up, p.angle, [0, 0]), 0, p.at)
}

function scaledCurve(c: Curve2, k: number): Curve2 {
  if (c.kind === 'line') return { ...c, from: [c.from[0] * k, c.from[1] * k], to: [c.to[0] * k, c.to[1] * k] }
  if (c.kind === 'arc') return { ...c, centre: [c.centre[0] * k, c.centre[1] * k], radius: c.radius * k }
  return { ...c, points: c.points.map(([x, y]) => [x * k, y * k] as const) }
}
