import { ok, type Result } from '../base/index.ts'
import { arc2, line2, type Loop2, type Vec2 } from '../plane/index.ts'
import { tolerance, TURN } from '../num/index.ts'
import { cable } from './cable.ts'
import { bead, cornice, cove, ogee, ovolo, quarterRound, skirting } from './mouldings.ts'
import { region, regionsOf, type Region, type Section } from './region.ts'
import { angle, channel, halfRound, tee } from './rolled.ts'
import { needPositive, refuse, refuseLengths, type Sizes } from './sizes.ts'

function circle(diameter: number): Loop2 {
  return [arc2([0, 0], diameter / 2, 0, TURN)]
}

/** A box about the origin with rounded corners, counter-clockwise; radius 0 leaves them sharp. */
function box(width: number, height: number, radius: number): Loop2 {
  const a = width / 2
  const b = height / 2
  const r = radius
  if (r === 0) {
    const corners: Vec2[] = [
      [a, -b],
      [a, b],
      [-a, b],
      [-a, -b],
    ]
    return corners.map((c, i) => line2(c, corners[(i + 1) % 4]!))
  }
  const centres: Vec2[] = [
    [a - r, -b + r],
    [a - r, b - r],
    [-a + r, b - r],
    [-a + r, -b + r],
  ]
  const loop: Loop2[number][] = []
  centres.forEach((c, i) => {
    const start = -Math.PI / 2 + (i * Math.PI) / 2
    const next = centres[(i + 1) % 4]!
    const out: Vec2 = [Math.round(Math.cos(start + Math.PI / 2)), Math.round(Math.sin(start + Math.PI / 2))]
    loop.push(arc2(c, r, start, Math.PI / 2))
    const from: Vec2 = [c[0] + out[0] * r, c[1] + out[1] * r]
    const to: Vec2 = [next[0] + out[0] * r, next[1] + out[1] * r]
    // Corners that meet leave no straight between them, or one of round-off that has no direction.
    const straight = Math.hypot(to[0] - from[0], to[1] - from[1])
    if (straight > tolerance.negligible * Math.max(width, height)) loop.push(line2(from, to))
  })
  return loop
}

function cornerMisfit(width: number, height: number, radius: number): Result<Region> | undefined {
  const largest = Math.min(width, height) / 2
  if (radius < 0) return refuse('the corner radius cannot be below 0')
  if (radius > largest)
    return refuseLengths`a corner radius of ${radius} is too large; at most ${largest} fits`
  return undefined
}

function bar(width: number, height: number, corner: number): Result<Region> {
  return cornerMisfit(width, height, corner) ?? ok(region(box(width, height, corner)))
}

/** A box tube; the inner corner radius is the outer one less the wall, never below 0. */
function boxTube(width: number, height: number, wall: number, corner: number): Result<Region> {
  const misfit = cornerMisfit(width, height, corner)
  if (misfit) return misfit
  const largest = Math.min(width, height) / 2
  if (wall >= largest) return refuseLengths`a wall of ${wall} leaves no hollow; it must be below ${largest}`
  const inner = box(width - 2 * wall, height - 2 * wall, Math.max(0, corner - wall))
  return ok(region(box(width, height, corner), [inner]))
}

function roundBar(s: Sizes<'diameter'>): Result<Region> {
  return needPositive(s, ['diameter']) ?? ok(region(circle(s.diameter)))
}

function tube(s: Sizes<'diameter' | 'wall'>): Result<Region> {
  const bad = needPositive(s, ['diameter', 'wall'])
  if (bad) return bad
  if (s.wall >= s.diameter / 2) {
    return refuseLengths`a wall of ${s.wall} leaves no hollow; it must be below ${s.diameter / 2}`
  }
  return ok(region(circle(s.diameter), [circle(s.diameter - 2 * s.wall)]))
}

function squareBar(s: Sizes<'side' | 'corner'>): Result<Region> {
  return needPositive(s, ['side']) ?? bar(s.side, s.side, s.corner)
}

function rectangularBar(s: Sizes<'width' | 'height' | 'corner'>): Result<Region> {
  return needPositive(s, ['width', 'height']) ?? bar(s.width, s.height, s.corner)
}

function flat(s: Sizes<'width' | 'thickness'>): Result<Region> {
  return needPositive(s, ['width', 'thickness']) ?? bar(s.width, s.thickness, 0)
}

function hexagon(s: Sizes<'flats'>): Result<Region> {
  const bad = needPositive(s, ['flats'])
  if (bad) return bad
  const corner = s.flats / Math.sqrt(3)
  const points = Array.from({ length: 6 }, (_, i): Vec2 => {
    const a = (i * Math.PI) / 3
    return [corner * Math.cos(a), corner * Math.sin(a)]
  })
  return ok(region(points.map((p, i) => line2(p, points[(i + 1) % 6]!))))
}

function squareTube(s: Sizes<'side' | 'wall' | 'corner'>): Result<Region> {
  return needPositive(s, ['side', 'wall']) ?? boxTube(s.side, s.side, s.wall, s.corner)
}

function rectangularTube(s: Sizes<'width' | 'height' | 'wall' | 'corner'>): Result<Region> {
  return needPositive(s, ['width', 'height', 'wall']) ?? boxTube(s.width, s.height, s.wall, s.corner)
}

/**
 * The shapes by name; each takes its sizes and gives the section, bars about their middle and mouldings in the corner they
 * sit in, or says what does not fit.
 */
export const STOCK_SHAPES = {
  'round-bar': roundBar,
  tube,
  'square-bar': squareBar,
  'rectangular-bar': rectangularBar,
  flat,
  hexagon,
  cable,
  'square-tube': squareTube,
  'rectangular-tube': rectangularTube,
  angle,
  channel,
  tee,
  'half-round': halfRound,
  'quarter-round': quarterRound,
  cove,
  bead,
  ovolo,
  ogee,
  skirting,
  cornice,
} as const

/** The section of a shape with sizes by name, mm and rad; sizes that it needs and that are not there count as not above 0. */
export function stockSection(
  shape: keyof typeof STOCK_SHAPES,
  sizes: Readonly<Record<string, number>>,
): Result<Section> {
  const build = STOCK_SHAPES[shape] as (s: Readonly<Record<string, number>>) => Result<Region | Section>
  const made = build(sizes)
  return made.ok ? ok(regionsOf(made.value)) : made
}
