import type { SketchStep } from './typed.ts'
import type { PlaneFrame } from '../../path/index.ts'
import { clashOf, piecesOf, placesOf, sizeOf, type SketchEntity } from '../../sketch/index.ts'
import type { Id } from '../../base/index.ts'
import { curveLength, type Vec2 } from '../../plane/index.ts'
import { tolerance } from '../../num/index.ts'
import { type Finding, shortLength, type StepContext, type StepMaker } from '../../evaluate/index.ts'
import { frameOf } from './frame.ts'
import { constraintName, entityName } from './words.ts'
import { numericConstraints, solveSketch, type FollowedPlaces } from './solved.ts'
import { takableOfBodies } from './takable-body.ts'
import { takableOfRun } from './takable-run.ts'
import { takableOn, type Takable } from './takable.ts'

const base = (step: SketchStep) => ({ station: 'path', step: step.id, cures: [] }) as const

export const sketchMaker: StepMaker<SketchStep> = {
  cheaper: 'Part the drawing into smaller sketches, or take constraints out.',
  evaluate(step, context) {
    const placed = frameOf(step, context)
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
        of === 'carried'
          ? takableOfRun(frame, context.input(other, 'carried'))
          : of === 'bodies'
            ? takableOfBodies(frame, context.standing(other))
            : takableOn(frame, { [of]: context.input(other, of) }),
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
