import type { Followed, SheetFacing, SheetPlane } from './typed-drawing.ts'
import { isMainPlane, type SketchStep } from './typed.ts'
import { tolerance } from '../../num/index.ts'
import { pathPoint, pathTangent, type PlaneFrame } from '../../path/index.ts'
import { vec3, type Vec3 } from '../../space/index.ts'
import { type Finding, shortLength, type StepContext } from '../../evaluate/index.ts'
import { frameOnFace, level } from '../shared/face-frame.ts'
import { pickedPlane } from '../shared/picked.ts'
import { placesInSpace } from './places.ts'
import { placesOfBodies } from './takable-body.ts'

const X: Vec3 = [1, 0, 0]
const Y: Vec3 = [0, 1, 0]
const Z: Vec3 = [0, 0, 1]

/** A sheet's axes: across and up as they are seen, the normal toward the viewer. XZ is seen from the front (from -Y). */
const STANDARD = {
  xy: { x: X, y: Y },
  xz: { x: X, y: Z },
  yz: { x: Y, y: Z },
} as const

type Standard = Extract<SheetPlane, { kind: keyof typeof STANDARD }>
const isStandard = (p: SheetPlane): p is Standard => p.kind in STANDARD

type Placed = { readonly frame: PlaneFrame } | { readonly finding: Finding }

/** Where a sheet lies: its origin, and its directions across and up, as it was turned over and by quarters. */
export function frameOf(step: SketchStep, context: StepContext): Placed {
  const placed = planeOf(step, context)
  if ('finding' in placed || !step.facing) return placed
  return { frame: facing(placed.frame, step.facing) }
}

/** A plane seen from behind, where it is turned over; then turned by quarters to the left. */
export function facing({ origin, x, y }: PlaneFrame, { over, quarters }: SheetFacing): PlaneFrame {
  let [across, up] = [over ? vec3.scale(x, -1) : x, y]
  for (let k = 0; k < quarters; k++) [across, up] = [up, vec3.scale(across, -1)]
  return { origin, x: across, y: up }
}

function planeOf(step: SketchStep, context: StepContext): Placed {
  const { plane } = step
  const refuse = (code: string, message: string): Placed => ({
    finding: {
      station: 'path',
      step: step.id,
      cures: [],
      id: `${step.id}:${code}`,
      severity: 'blocks',
      code,
      message,
    },
  })
  if (isStandard(plane)) {
    const { x, y } = STANDARD[plane.kind]
    return { frame: { origin: vec3.scale(vec3.cross(x, y), context.number('plane/offset')), x, y } }
  }
  if (plane.kind === 'points' || plane.kind === 'tilted') {
    const places = (plane.kind === 'points' ? plane.points : plane.along).map((f) => placeOf(f, context))
    const gone = places.indexOf(undefined)
    if (gone >= 0)
      return refuse('sketch.place', `Place ${gone + 1} that "${step.name}" lies on is not there any more.`)
    const [a, b, c] = places as Vec3[]
    if (plane.kind === 'points')
      return through(a!, b!, c!) ?? refuse('sketch.line', inLine(step.name, 'places'))
    return (
      tilted(a!, b!, context.number('plane/angle')) ??
      refuse('sketch.line', `The two places of "${step.name}" are one; choose a line that has a length.`)
    )
  }
  if (plane.kind === 'face') {
    const face = pickedPlane(step, 'path', plane.on, context)
    if (!face.ok) return { finding: face.fault[0]! }
    return { frame: frameOnFace(face.value.form, context.number('plane/offset')) }
  }
  if (plane.kind === 'parallel') {
    const at = placeOf(plane.through, context)
    if (!at) return refuse('sketch.place', `The place that "${step.name}" lies on is not there any more.`)
    const like = isMainPlane(plane.to) ? STANDARD[plane.to] : context.input(plane.to, 'sketch').frame
    return { frame: { origin: at, x: like.x, y: like.y } }
  }
  const path = context.input(plane.path, 'path')
  if (plane.kind === 'square') {
    const s = context.number('plane/station')
    if (s < 0 || s > path.path.length) {
      const whole = shortLength(path.path.length, context.display)
      return refuse(
        'sketch.station',
        `"${step.name}" stands at ${shortLength(s, context.display)}, and the path is ${whole} long.`,
      )
    }
    const t = pathTangent(path.path, s)
    // Up on the sheet is up in space as far as it can be; for a path that rises straight, it is +Y.
    const y = level(t)
    // Seen against the travel, so that x points left of travel.
    return { frame: { origin: pathPoint(path.path, s), x: vec3.cross(y, t), y } }
  }
  const [a, b, c] = plane.nodes.map((id) => path.nodes.find((n) => n.id === id)?.point)
  if (!a || !b || !c) return refuse('sketch.nodes', `"${step.name}" lies on nodes that are not on the path.`)
  return through(a, b, c) ?? refuse('sketch.line', inLine(step.name, 'nodes'))
}

const inLine = (name: string, what: string): string =>
  `The three ${what} of "${name}" lie on one line; choose three that do not.`

function placeOf({ step, of, place }: Followed, context: StepContext): Vec3 | undefined {
  // Of a run only what is drawn on a sheet is followed.
  if (of === 'bodies') return placesOfBodies(context.standing(step)).get(place)
  return of === 'carried' ? undefined : placesInSpace({ [of]: context.input(step, of) }).get(place)
}

/** The first is the origin, the second lies across. */
function through(a: Vec3, b: Vec3, c: Vec3): Placed | undefined {
  const across = vec3.sub(b, a)
  const normal = vec3.cross(across, vec3.sub(c, a))
  if (vec3.length(normal) <= tolerance.planarity * vec3.dot(across, across)) return undefined
  const x = vec3.unit(across)
  return { frame: { origin: a, x, y: vec3.cross(vec3.unit(normal), x) } }
}

/** Through a line, level at no angle and seen from above; turned about the line by an angle, its upper side up. */
function tilted(a: Vec3, b: Vec3, angle: number): Placed | undefined {
  const along = vec3.sub(b, a)
  if (!(vec3.length(along) > tolerance.samePlace)) return undefined
  const x = vec3.unit(along)
  const up = level(x)
  const flat = vec3.cross(up, x)
  const y = vec3.addScaled(vec3.scale(flat, Math.cos(angle)), up, Math.sin(angle))
  return { frame: { origin: a, x, y } }
}
