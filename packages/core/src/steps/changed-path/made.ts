import { allOk, fail, fault, faultWords, ok, type Result } from '../../base/index.ts'
import type { ChangedPathStep } from './typed.ts'
import {
  type Finding,
  type PathGiven,
  shortLength,
  type StepContext,
  type StepMaker,
} from '../../evaluate/index.ts'
import { tolerance } from '../../num/index.ts'
import {
  bentToArc,
  joinedPaths,
  mirroredPath,
  pathBeside,
  pathOfViews,
  pathPart,
  rebuilt,
  simplified,
  startedAt,
  straightened,
  type Apart,
  type JoinedAt,
  type Path,
  type View,
} from '../../path/index.ts'
import type { Vec3 } from '../../space/index.ts'
import { pathEvaluation } from '../shared/path-output.ts'
import { pathSummary } from '../shared/path-summary.ts'
import { refusal, unbuilt } from '../shared/refusal.ts'
import { formatAngle } from '../../units/index.ts'

/** What came of a change: the path, how far it lies off the one before, joints, corners left out. */
interface Changed {
  readonly path: Path
  readonly apart?: Apart
  readonly joints?: readonly JoinedAt[]
  readonly left?: number
  readonly unseen?: readonly [number, number]
}

const NORMALS: Readonly<Record<string, Vec3>> = { xy: [0, 0, 1], xz: [0, 1, 0], yz: [1, 0, 0] }
/** The field that what cannot be is most likely about. */
const ABOUT: Readonly<Record<string, string>> = {
  part: 'change/to',
  start: 'change/at',
  join: 'change/radius',
  beside: 'change/by',
  arc: 'change/angle',
  rebuild: 'change/spans',
  simplify: 'change/within',
}
/** Joints told one by one. */
const MOST_JOINTS = 12

export const changedPathMaker: StepMaker<ChangedPathStep> = {
  cheaper: 'A shorter path or fewer spans would fit.',
  evaluate(step, context) {
    const made = changed(step, context)
    if (!made.ok) {
      const message = faultWords(made.fault, (mm) => shortLength(mm, context.display))
      const sentence = `${message.charAt(0).toUpperCase()}${message.slice(1)}.`
      return unbuilt(refusal(step, 'path', made.fault.code, sentence, ABOUT[step.change.kind]))
    }
    const { path, apart, joints = [], left, unseen = [] } = made.value
    const output = pathEvaluation(step, path, context)
    const findings: Finding[] = [
      ...joints.flatMap((j, i) => jointFinding(step, j, i, context)).slice(0, MOST_JOINTS),
      ...unseen.flatMap((length, k) => unseenFinding(step, length, k, context)),
      ...(left !== undefined ? [leftFinding(step, left)] : []),
    ]
    const given = output.output?.path
    return {
      ...output,
      ...(given && apart
        ? { output: { ...output.output, path: { ...given, follows: { deviation: apart } } } }
        : {}),
      findings: [...output.findings, ...findings],
    }
  },
  summary: pathSummary,
}

function changed(step: ChangedPathStep, context: StepContext): Result<Changed> {
  const { path } = context.input(step.path, 'path')
  const { change } = step
  const number = (field: string): number => context.number(`change/${field}`)
  const alone = (r: Result<Path>): Result<Changed> => (r.ok ? ok({ path: r.value }) : r)
  switch (change.kind) {
    case 'mirror': {
      const normal = NORMALS[change.plane]!
      const offset = number('offset')
      const at: Vec3 = [normal[0] * offset, normal[1] * offset, normal[2] * offset]
      return ok({ path: mirroredPath(path, at, normal) })
    }
    case 'part':
      return alone(pathPart(path, number('from'), Math.min(number('to'), path.length)))
    case 'start':
      return alone(startedAt(path, number('at')))
    case 'beside':
      return alone(pathBeside(path, number('by'), change.corners))
    case 'views':
      return ofViews(step, change.with, context)
    case 'straighten':
      return alone(straightened(path))
    case 'arc':
      return alone(bentToArc(path, number('angle'), [number('x'), number('y'), number('z')]))
    case 'rebuild':
      return rebuilt(path, number('spans'))
    case 'simplify':
      return simplified(path, number('within'))
    case 'join': {
      const others = change.with.map((id) => context.input(id, 'path').path)
      return joinedPaths([path, ...others], number('radius'))
    }
  }
}

/** How a path is looked at when it is a view: square to the sheet that it was drawn on, or to the plane that it lies in. */
function viewOf({ path, analysis, sheet }: PathGiven, name: string): Result<View> {
  const normal = sheet ?? analysis.normal
  if (normal) return ok({ path, normal })
  const why = analysis.planar
    ? 'is straight and was drawn on no sheet, so that it cannot be told which view it is'
    : 'lies in no plane'
  return fail(
    fault('views.plane', `"${name}" ${why}; a view is a path drawn on a sheet, or one that is flat`),
  )
}

function ofViews(step: ChangedPathStep, other: string | null, context: StepContext): Result<Changed> {
  if (other === null)
    return fail(fault('views.other', 'choose the other view: a flat path whose plane lies across this one'))
  const views = allOk(
    [step.path, other].map((id) => viewOf(context.input(id, 'path'), context.around.step(id)?.name ?? id)),
  )
  if (!views.ok) return views
  const [first, second] = views.value as [View, View]
  const made = pathOfViews(first, second)
  return made.ok ? ok({ path: made.value.path, unseen: made.value.left }) : made
}

const unseenFinding = (
  step: ChangedPathStep,
  unseen: number,
  k: number,
  { display }: StepContext,
): Finding[] =>
  unseen <= tolerance.pointCoincidence
    ? []
    : [
        {
          id: `${step.id}:unseen-${k}`,
          severity: 'notes',
          code: 'views.unseen',
          message: `${shortLength(unseen, display)} of the ${k === 0 ? 'first' : 'other'} view have nothing beside them in the ${k === 0 ? 'other' : 'first'}, and are left out.`,
          station: 'path',
          step: step.id,
          cures: [],
        },
      ]

function jointFinding(step: ChangedPathStep, j: JoinedAt, i: number, { display }: StepContext): Finding[] {
  if (j.gap === 0 && j.angle <= tolerance.goesOnTangent) return []
  const where = shortLength(j.station, display)
  const breaks = j.angle > tolerance.goesOnTangent ? `, and turns by ${formatAngle(j.angle, 1)} there` : ''
  const message =
    j.gap > 0
      ? `At ${where} a straight of ${shortLength(j.gap, display)} bridges the gap to the next path${breaks}.`
      : `At ${where} the paths meet at an angle of ${formatAngle(j.angle, 1)}; a radius would blend them.`
  return [
    {
      id: `${step.id}:joint-${i}`,
      severity: j.gap > 0 ? 'warns' : 'notes',
      code: j.gap > 0 ? 'path.bridged' : 'path.joint',
      message,
      station: 'path',
      step: step.id,
      from: j.station,
      to: j.station,
      cures: [],
    },
  ]
}

const leftFinding = (step: ChangedPathStep, left: number): Finding => ({
  id: `${step.id}:left`,
  severity: 'notes',
  code: 'path.simplified',
  message: left === 1 ? '1 corner is left out.' : `${left} corners are left out.`,
  station: 'path',
  step: step.id,
  cures: [],
})
