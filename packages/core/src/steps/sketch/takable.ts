import { tolerance } from '../../num/index.ts'
import { pathPoint, type Path, type PlaneFrame, type Segment } from '../../path/index.ts'
import { pointAt, vec2, type Vec2 } from '../../plane/index.ts'
import { endsOf, piecesOf, placesOf, type SketchEntity } from '../../sketch/index.ts'
import { vec3, type Vec3 } from '../../space/index.ts'
import type { StepOutput } from '../../evaluate/index.ts'

/** What of a step can be taken over: its drawing, its path, the body that is carried along one, or the edges of bodies. */
export type TakenOf = 'sketch' | 'path' | 'carried' | 'bodies'

/** A curve of another step as it lies square down on a sheet, by the names of the places that it is drawn through. */
export type TakableCurve = { readonly key: string } & (
  | { readonly kind: 'line'; readonly from: string; readonly to: string }
  | {
      readonly kind: 'arc'
      readonly centre: string
      readonly from: string
      readonly to: string
      readonly radius: number
      readonly clockwise: boolean
    }
  | { readonly kind: 'circle'; readonly centre: string; readonly rim: string; readonly radius: number }
  | { readonly kind: 'spline'; readonly points: readonly string[] }
)

/** Places and curves of another step square down on a sheet. Names stay while the step keeps its parts. */
export interface Takable {
  readonly of: TakenOf
  readonly places: ReadonlyMap<string, Vec2>
  readonly curves: readonly TakableCurve[]
}

/** Points that a curve which is no line or round on the sheet is drawn through. */
export const THROUGH = 9

/** A place in space, square down on a sheet. */
export function downOn(frame: PlaneFrame, p: Vec3): Vec2 {
  const off = vec3.sub(p, frame.origin)
  return [vec3.dot(off, frame.x), vec3.dot(off, frame.y)]
}

/** What can be taken over onto a sheet from a step's drawing, or else from its path; undefined where there is neither. */
export function takableOn(
  frame: PlaneFrame,
  { sketch, path }: Pick<StepOutput, 'sketch' | 'path'>,
): Takable | undefined {
  if (sketch) return fromSketch(frame, sketch)
  return path ? fromPath(frame, path.path) : undefined
}

function fromPath(frame: PlaneFrame, path: Path): Takable {
  const places = new Map<string, Vec2>()
  const normal = vec3.cross(frame.x, frame.y)
  const n = path.segments.length
  const put = (name: string, p: Vec3): string => {
    places.set(name, downOn(frame, p))
    return name
  }
  const joint = (i: number): string =>
    put(`joint/${i}`, pathPoint(path, i < n ? path.starts[i]! : path.length))
  const curves = path.segments.map((segment, i): TakableCurve => {
    const [from, to] = [joint(i), joint(i + 1)]
    const key = `segment/${i}`
    if (segment.kind === 'line') return { key, kind: 'line', from, to }
    if (liesFlat(segment, normal)) {
      const centre = put(`centre/${i}`, segment.centre)
      const clockwise = vec3.dot(vec3.cross(segment.out, segment.along), normal) < 0
      return { key, kind: 'arc', centre, from, to, radius: segment.radius, clockwise }
    }
    const [s0, s1] = [path.starts[i]!, i + 1 < n ? path.starts[i + 1]! : path.length]
    const inner = Array.from({ length: THROUGH - 2 }, (_, k) =>
      put(`along/${i}/${k + 1}`, pathPoint(path, s0 + ((s1 - s0) * (k + 1)) / (THROUGH - 1))),
    )
    return { key, kind: 'spline', points: [from, ...inner, to] }
  })
  return { of: 'path', places, curves }
}

export const liesFlat = (s: Segment, normal: Vec3): s is Extract<Segment, { kind: 'arc' }> =>
  s.kind === 'arc' && parallel(vec3.cross(s.out, s.along), normal)

export const parallel = (a: Vec3, b: Vec3): boolean =>
  Math.abs(Math.abs(vec3.dot(a, b)) - 1) < tolerance.samePlace

function fromSketch(
  frame: PlaneFrame,
  sketch: { readonly frame: PlaneFrame; readonly entities: readonly SketchEntity[] },
): Takable {
  const f = sketch.frame
  const normal = vec3.cross(frame.x, frame.y)
  const own = vec3.cross(f.x, f.y)
  const [flat, flipped] = [parallel(own, normal), vec3.dot(own, normal) < 0]
  const inSpace = ([x, y]: Vec2): Vec3 => vec3.addScaled(vec3.addScaled(f.origin, f.x, x), f.y, y)
  const places = new Map<string, Vec2>()
  const put = (name: string, p: Vec2): string => {
    places.set(name, downOn(frame, inSpace(p)))
    return name
  }
  const at = placesOf(sketch.entities)
  for (const e of sketch.entities) if (e.kind === 'point') put(e.id, [e.x, e.y])
  const curves = sketch.entities.flatMap((e): TakableCurve[] => {
    const key = e.id
    if (e.kind === 'point') return []
    if (e.kind === 'line') return [{ key, kind: 'line', from: e.from, to: e.to }]
    if (e.kind === 'spline' && e.form === 'through' && flat)
      return [{ key, kind: 'spline', points: e.points }]
    if (flat && e.kind === 'arc') {
      const { centre, from, to, radius } = e
      return [{ key, kind: 'arc', centre, from, to, radius, clockwise: e.clockwise !== flipped }]
    }
    if (flat && e.kind === 'circle') {
      const rim = put(`rim/${e.id}`, vec2.add(at(e.centre), [e.radius, 0]))
      return [{ key, kind: 'circle', centre: e.centre, rim, radius: e.radius }]
    }
    return drawnThrough(e, piecesOf(e, at))
  })
  /** A curve that is another one on this sheet: through places along it; one that closes in two halves. */
  function drawnThrough(
    e: Exclude<SketchEntity, { kind: 'point' }>,
    pieces: ReturnType<typeof piecesOf>,
  ): TakableCurve[] {
    const m = pieces.length
    if (m === 0) return []
    const along = (s: number): Vec2 => {
      const i = Math.min(m - 1, Math.floor(s * m))
      return pointAt(pieces[i]!, s * m - i)
    }
    const ends = endsOf(e)
    const name = (k: number, of: number): string => {
      if (ends && k === 0) return ends[0]
      if (ends && k === of) return ends[1]
      const turned = ends ? k : k % of
      return put(`along/${e.id}/${turned}`, along(turned / of))
    }
    const last = THROUGH - 1
    if (ends)
      return [{ key: e.id, kind: 'spline', points: Array.from({ length: THROUGH }, (_, k) => name(k, last)) }]
    return [0, 1].map((half) => ({
      key: `${e.id}/${half}`,
      kind: 'spline' as const,
      points: Array.from({ length: THROUGH }, (_, k) => name(half * last + k, 2 * last)),
    }))
  }
  return { of: 'sketch', places, curves }
}
