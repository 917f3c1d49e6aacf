import { fail, fault, ok, type Result } from '../../base/index.ts'
import { tolerance } from '../../num/index.ts'
import svgpath from 'svgpath'
import { arc2, bezier2, line2, vec2, type Curve2, type Vec2 } from '../../plane/index.ts'
import { applyToPoint, type Matrix } from 'transformation-matrix'
import { flips, similarity } from './affine.ts'

/** One stroke of the pen. */
export interface SubPath {
  readonly curves: readonly Curve2[]
  readonly closed: boolean
}

type Command = readonly [string, ...number[]]

const none = (message: string) => fail(fault('svg.path', message))

const apply = (m: Matrix, [x, y]: Vec2): Vec2 => {
  const p = applyToPoint(m, { x, y })
  return [p.x, p.y]
}

/**
 * Path data as strokes in mm, moved as `m` says. Arcs of circles stay arcs where circles stay circles; other arcs become
 * free-form curves. Refused where the data cannot be read; what stands before the fault is not kept.
 */
export function strokesOf(data: string, m: Matrix): Result<readonly SubPath[]> {
  // The types leave out where it says what it could not read.
  const read = svgpath(data) as ReturnType<typeof svgpath> & { readonly err: string }
  if (read.err) return none(read.err.replace(/^SvgPath: /, ''))
  const strokes: SubPath[] = []
  let curves: Curve2[] = []
  let start: Vec2 = [0, 0]
  let outOfRange = false
  const end = (closed: boolean): void => {
    if (curves.length > 0) strokes.push({ curves, closed: closed || meets(curves) })
    curves = []
  }
  const line = (a: Vec2, b: Vec2): void => {
    const [p, q] = [apply(m, a), apply(m, b)]
    if (vec2.distance(p, q) > 0) curves.push(line2(p, q))
  }
  read
    .abs()
    .unshort()
    .iterate((segment: unknown, _: number, x: number, y: number) => {
      const [letter, ...n] = segment as Command
      const here: Vec2 = [x, y]
      if (n.some((v) => !(Math.abs(v) <= FURTHEST_PLACE))) outOfRange = true
      const place = (i: number): Vec2 => [n[i]!, n[i + 1]!]
      const free = (...points: Vec2[]): void =>
        void curves.push(bezier2([here, ...points].map((p) => apply(m, p))))
      switch (letter) {
        case 'M':
          end(false)
          start = place(0)
          break
        case 'L':
          line(here, place(0))
          break
        case 'H':
          line(here, [n[0]!, y])
          break
        case 'V':
          line(here, [x, n[0]!])
          break
        case 'Q':
          free(place(0), place(2))
          break
        case 'C':
          free(place(0), place(2), place(4))
          break
        case 'A':
          curves.push(...arcOf(here, n, m))
          break
        case 'Z':
          line(here, start)
          end(true)
          break
      }
    })
  end(false)
  // Transforms may take it out of range too.
  if (outOfRange || !strokes.every((s) => s.curves.every(inRange)))
    return none('a coordinate is out of range')
  return ok(strokes)
}

/** mm, and the drawing's own units. */
const FURTHEST_PLACE = 1e7

function inRange(c: Curve2): boolean {
  const numbers =
    c.kind === 'line'
      ? [...c.from, ...c.to]
      : c.kind === 'arc'
        ? [...c.centre, c.radius, c.start, c.sweep]
        : c.points.flat()
  return numbers.every((v) => Math.abs(v) <= FURTHEST_PLACE)
}

function meets(curves: readonly Curve2[]): boolean {
  const start = startOf(curves[0]!)
  let size = 0
  for (const c of curves) size = Math.max(size, vec2.distance(start, endOf(c)))
  return size > 0 && vec2.distance(start, endOf(curves.at(-1)!)) <= tolerance.strokeMeets * size
}

const startOf = (c: Curve2): Vec2 =>
  c.kind === 'line'
    ? c.from
    : c.kind === 'bezier'
      ? c.points[0]!
      : [c.centre[0] + c.radius * Math.cos(c.start), c.centre[1] + c.radius * Math.sin(c.start)]
const endOf = (c: Curve2): Vec2 =>
  c.kind === 'line'
    ? c.to
    : c.kind === 'bezier'
      ? c.points.at(-1)!
      : [
          c.centre[0] + c.radius * Math.cos(c.start + c.sweep),
          c.centre[1] + c.radius * Math.sin(c.start + c.sweep),
        ]

/**
 * An elliptical arc by its ends (SVG 1.1, implementation notes F.6): radii too small for the chord grow until they fit.
 */
function arcOf(from: Vec2, n: readonly number[], m: Matrix): Curve2[] {
  const [rx, ry, turn, large, sweep, x, y] = n as [number, number, number, number, number, number, number]
  const to: Vec2 = [x, y]
  const chord = vec2.distance(from, to)
  if (chord === 0) return []
  if (rx === 0 || ry === 0) return [line2(apply(m, from), apply(m, to))]
  const scale = similarity(m)
  if (scale === undefined || Math.abs(rx) !== Math.abs(ry)) {
    const made: Curve2[] = []
    svgpath(`M${from[0]} ${from[1]}A${rx} ${ry} ${turn} ${large} ${sweep} ${x} ${y}`)
      .unarc()
      .iterate((segment: unknown, _: number, px: number, py: number) => {
        const [letter, ...c] = segment as Command
        const points: Vec2[] = [
          [px, py],
          [c[0]!, c[1]!],
          [c[2]!, c[3]!],
          [c[4]!, c[5]!],
        ]
        if (letter === 'C') made.push(bezier2(points.map((p) => apply(m, p))))
      })
    return made
  }
  const r = Math.max(Math.abs(rx), chord / 2)
  const middle = vec2.scale(vec2.add(from, to), 0.5)
  const u = vec2.scale(vec2.sub(to, from), 1 / chord)
  // With y pointing down a sweep of 1 turns clockwise as seen, which is the positive turn of these axes.
  const side = large !== sweep ? 1 : -1
  const off = side * Math.sqrt(Math.max(0, r * r - (chord * chord) / 4))
  const centre: Vec2 = [middle[0] - u[1] * off, middle[1] + u[0] * off]
  const [c, p, q] = [apply(m, centre), apply(m, from), apply(m, to)]
  const start = Math.atan2(p[1] - c[1], p[0] - c[0])
  const positive = (sweep === 1) !== flips(m)
  const raw = Math.atan2(q[1] - c[1], q[0] - c[0]) - start
  const turned = raw - 2 * Math.PI * Math.floor(raw / (2 * Math.PI))
  return [arc2(c, r * scale, start, positive ? turned : turned - 2 * Math.PI)]
}
