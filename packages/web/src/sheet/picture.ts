import { TURN } from '@flexum/core/num'
import { vec2, type Vec2 } from '@flexum/core/plane'
import { toScreen, type SheetView } from './view.ts'
import type { SheetPicture } from '@flexum/core/recipe'

/** Where a pixel of the picture (from its upper left corner, y down) lies on the sheet, mm. */
export function pixelOnSheet(p: SheetPicture, [x, y]: Vec2): Vec2 {
  return vec2.add(p.at, vec2.turn([x * p.scale, (p.height - y) * p.scale * (p.stretch ?? 1)], p.angle))
}

/** A picture new on the sheet: its middle in the middle of the view, two thirds of it wide. */
export function pictureIn(
  view: SheetView,
  image: { readonly hash: string; readonly width: number; readonly height: number },
): SheetPicture {
  const { width, height } = image
  const scale = Math.min((0.66 * view.width) / view.scale / width, (0.66 * view.height) / view.scale / height)
  const at = vec2.sub(view.centre, [(width * scale) / 2, (height * scale) / 2])
  return { image: image.hash, width, height, at, scale, angle: 0, shade: 0.5 }
}

/** The way from one place of the sheet to another in px of the picture, y up. */
function pixelsBetween(p: SheetPicture, a: Vec2, b: Vec2): Vec2 {
  const [x, y] = vec2.turn(vec2.sub(b, a), -p.angle)
  return [x / p.scale, y / (p.scale * (p.stretch ?? 1))]
}

/** The picture so scaled about `a` that a and b are as far apart as they truly are. */
export function scaledSo(p: SheetPicture, a: Vec2, b: Vec2, distance: number): SheetPicture | undefined {
  const factor = distance / vec2.distance(a, b)
  if (!(factor > 0) || !Number.isFinite(factor)) return undefined
  const known = { px: pixelsBetween(p, a, b), distance }
  return { ...p, scale: p.scale * factor, at: vec2.addScaled(a, vec2.sub(p.at, a), factor), known }
}

/** Sine of the least angle between two ways that tell width and height apart. */
const LEAST_ANGLE = 0.2

/**
 * The picture so stretched that a and b are as far apart as they truly are while the distance its scale was set by holds:
 * with w and h the squares of mm a px across and up, w x^2 + h y^2 = distance^2 for both ways. Undefined when no scale
 * was set, or the ways lie too nearly the same way or mirrored to it, or no pixels would do.
 */
export function stretchedSo(p: SheetPicture, a: Vec2, b: Vec2, distance: number): SheetPicture | undefined {
  if (!p.known || !(distance > 0)) return undefined
  const [x1, y1] = p.known.px
  const [x2, y2] = pixelsBetween(p, a, b)
  const det = x1 * x1 * y2 * y2 - x2 * x2 * y1 * y1
  if (Math.abs(det) < LEAST_ANGLE * (x1 * x1 + y1 * y1) * (x2 * x2 + y2 * y2)) return undefined
  const [d1, d2] = [p.known.distance ** 2, distance ** 2]
  const w = (d1 * y2 * y2 - d2 * y1 * y1) / det
  const h = (d2 * x1 * x1 - d1 * x2 * x2) / det
  if (!(w > 0 && h > 0)) return undefined
  const next = { ...p, scale: Math.sqrt(w), stretch: Math.sqrt(h / w) }
  // The first of the two places stays where it is.
  const [px, py] = pixelsBetween(p, p.at, a)
  const there = vec2.turn([px * next.scale, py * next.scale * next.stretch], p.angle)
  return { ...next, at: vec2.sub(a, there) }
}

/** The picture turned about its middle. */
export function turnedTo(p: SheetPicture, angle: number): SheetPicture {
  const middle = pixelOnSheet(p, [p.width / 2, p.height / 2])
  const half: Vec2 = [(p.width * p.scale) / 2, (p.height * p.scale * (p.stretch ?? 1)) / 2]
  return { ...p, angle, at: vec2.sub(middle, vec2.turn(half, angle)) }
}

/** The picture turned by the least that makes the way from a to b level or upright; undefined when they are one place. */
export function uprightBy(p: SheetPicture, a: Vec2, b: Vec2): SheetPicture | undefined {
  const [x, y] = vec2.sub(b, a)
  if (!(Math.hypot(x, y) > 0)) return undefined
  const way = Math.atan2(y, x)
  return turnedTo(p, p.angle - (way - Math.round(way / (TURN / 4)) * (TURN / 4)))
}

/** The matrix that draws the picture on the surface, from its pixels to screen pixels. */
export function pictureMatrix(p: SheetPicture, view: SheetView): string {
  const [o, x, y] = [
    [0, 0],
    [1, 0],
    [0, 1],
  ].map((c) => toScreen(view, pixelOnSheet(p, c as unknown as Vec2)))
  return `matrix(${x![0] - o![0]} ${x![1] - o![1]} ${y![0] - o![0]} ${y![1] - o![1]} ${o![0]} ${o![1]})`
}
