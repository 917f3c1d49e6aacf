import type { SheetPlane, SketchStep } from '../../document/index.ts'
import { pathPoint, pathTangent, type PlaneFrame } from '../../path/index.ts'
import { vec3, type Vec3 } from '../../space/index.ts'
import { clashOf, piecesOf, placesOf, sizeOf, type SketchEntity } from '../../sketch/index.ts'
import type { Id } from '../../base/index.ts'
import { curveLength, type Vec2 } from '../../plane/index.ts'
import { tolerance } from '../../num/index.ts'
import type { Finding } from '../../evaluate/finding.ts'
import { constraintName, entityName } from './words.ts'
import { numericConstraints, solveSketch, type FollowedPlaces } from './solved.ts'
import { takableOn, type Takable } from './takable.ts'
import { shortLength, type StepContext, type StepMaker } from '../../evaluate/kind.ts'

const X: Vec3 = [1, 0, 0]
const Y: Vec3 = [0, 1, 0]
const Z: Vec3 = [0, 0, 1]

/** A sheet's axes: across and up as they are seen, the normal toward the viewer. XZ is seen from the front (from -Y). */
const STANDARD = {
  xy: { x: X, y: Y },
  xz: { x: X, y: Z },
  yz: { x: Y, y: Z },
} as const

const base = (step: SketchStep) => ({ station: 'path', step: step.id, cures: [] }) as const

type Standard = Extract<SheetPlane, { kind: keyof typeof STANDARD }>
const isStandard = (p: SheetPlane): p is Standard => p.kind in STANDARD

export const sketchMaker: StepMaker<SketchStep> = {
  evaluate(step, context) {
    const placed = frameOf(step, step.plane, context)
    if ('finding' in placed) return { findings: [placed.finding] }
    const { followed, gone } = followedBy(step, placed.frame, context)
    const solved = solveSketch(step, (f) => context.number(f), followed)
    if (!solved.converged) return { findings: [...gone, clashFinding(step, context, followed)] }
    const { areas, freedom } = solved
    const findings = [
      ...gone,
      ...degenerate(step, solved.entities),
      ...areas.gaps.map((g, i): Finding => {
        const message =
          `A gap of ${shortLength(g.distance, context.display)} in "${step.name}" ` +
          `between the ${entityName(step, g.a.point)} and the ${entityName(step, g.b.point)}.`
        return { ...base(step), id: `${step.id}:gap-${i}`, severity: 'warns', code: 'sketch.gap', message }
      }),
    ]
    if (freedom.loose > 0)
      findings.push({
        ...base(step),
        id: `${step.id}:loose`,
        severity: 'notes',
        code: 'sketch.loose',
        message: `"${step.name}" is free in ${freedom.loose === 1 ? 'one way' : `${freedom.loose} ways`}.`,
      })
    return {
      output: {
        sketch: {
          frame: placed.frame,
          followed,
          entities: solved.entities,
          loose: freedom.loose,
          free: freedom.free,
          regions: areas.regions,
          gaps: areas.gaps,
          looseEnds: areas.loose,
        },
        figures: solved.measures,
      },
      findings,
    }
  },
  summary({ sketch }) {
    if (!sketch) return ''
    const curves = sketch.entities.filter((e) => e.kind !== 'point').length
    if (curves === 0) return 'empty'
    return sketch.loose === 0 ? 'settled' : `${sketch.loose} loose`
  },
}

function frameOf(
  step: SketchStep,
  plane: SheetPlane,
  context: StepContext,
): { readonly frame: PlaneFrame } | { readonly finding: Finding } {
  const refuse = (code: string, message: string) => ({
    finding: { ...base(step), id: `${step.id}:${code}`, severity: 'blocks', code, message } as const,
  })
  if (isStandard(plane)) {
    const { x, y } = STANDARD[plane.kind]
    return { frame: { origin: vec3.scale(vec3.cross(x, y), context.number('plane/offset')), x, y } }
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
    const lean = Math.abs(t[2]) < 0.99 ? Z : Y
    const y = vec3.unit(vec3.addScaled(lean, t, -vec3.dot(lean, t)))
    // Seen against the travel, so that x points left of travel.
    return { frame: { origin: pathPoint(path.path, s), x: vec3.cross(y, t), y } }
  }
  const points = plane.nodes.map((id) => path.nodes.find((n) => n.id === id)?.point)
  const [a, b, c] = points
  if (!a || !b || !c) return refuse('sketch.nodes', `"${step.name}" lies on nodes that are not on the path.`)
  const across = vec3.sub(b, a)
  const normal = vec3.cross(across, vec3.sub(c, a))
  if (vec3.length(normal) <= tolerance.planarity * vec3.dot(across, across))
    return refuse(
      'sketch.line',
      `The three nodes of "${step.name}" lie on one line; choose three that do not.`,
    )
  const x = vec3.unit(across)
  return { frame: { origin: a, x, y: vec3.cross(vec3.unit(normal), x) } }
}

/** Where the places are that points of a sketch follow, and what is said of those that are gone. */
function followedBy(
  step: SketchStep,
  frame: PlaneFrame,
  context: StepContext,
): { readonly followed: FollowedPlaces; readonly gone: readonly Finding[] } {
  const followed = new Map<Id, Vec2>()
  const gone: Finding[] = []
  const known = new Map<string, Takable | undefined>()
  for (const c of step.constraints) {
    if (c.kind !== 'fixed' || !c.follows) continue
    const { step: other, of, place } = c.follows
    const key = `${of} ${other}`
    if (!known.has(key))
      known.set(
        key,
        of === 'sketch'
          ? takableOn(frame, { sketch: context.input(other, 'sketch') })
          : takableOn(frame, { path: context.input(other, 'path') }),
      )
    const at = known.get(key)?.places.get(place)
    if (at) followed.set(c.id, at)
    else
      gone.push({
        ...base(step),
        id: `${step.id}:gone-${c.id}`,
        severity: 'warns',
        code: 'sketch.gone',
        message: `What the ${entityName(step, c.point)} of "${step.name}" followed is not there any more; it stays where it was. Open the sheet and drop that it follows, or take another place over.`,
      })
  }
  return { followed, gone }
}

/** What cannot all hold, in words: the smallest set of constraints. */
function clashFinding(step: SketchStep, context: StepContext, followed: FollowedPlaces): Finding {
  const members = clashOf(
    step.entities,
    numericConstraints(step, (f) => context.number(f), followed),
  ).map((m) => step.constraints.find((c) => c.id === m.constraint)!)
  const names = members.slice(0, 6).map((c) => constraintName(step, c))
  const more = members.length > 6 ? ` and ${members.length - 6} more` : ''
  const message =
    members.length === 0
      ? `"${step.name}" cannot be brought to hold its constraints from the shape it has.`
      : `${members.length} constraints of "${step.name}" cannot all hold: ${names.join('; ')}${more}. Open the sheet to let one go.`
  return { ...base(step), id: `${step.id}:clash`, severity: 'blocks', code: 'sketch.clash', message }
}

/** Curves that have shrunk to nothing. */
function degenerate(step: SketchStep, entities: readonly SketchEntity[]): Finding[] {
  const at = placesOf(entities)
  const least = tolerance.sketchMeet * sizeOf(entities)
  return entities.flatMap((e): Finding[] => {
    if (e.kind === 'point') return []
    const length = piecesOf(e, at).reduce((sum, c) => sum + curveLength(c), 0)
    if (length > least) return []
    const message = `The ${entityName(step, e.id)} of "${step.name}" has no length. Give it one, or remove it.`
    return [
      { ...base(step), id: `${step.id}:nothing-${e.id}`, severity: 'warns', code: 'sketch.nothing', message },
    ]
  })
}
