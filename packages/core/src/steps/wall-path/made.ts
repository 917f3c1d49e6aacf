import { ok, type Id } from '../../base/index.ts'
import type { WallPathStep } from './typed.ts'
import {
  type Finding,
  shortLength,
  type StepContext,
  type StepMaker,
  type PathGiven,
} from '../../evaluate/index.ts'
import { deg, tolerance, TURN } from '../../num/index.ts'
import { bowOfRadius, wallLine, type Wall } from '../../room/index.ts'
import { reversePath, segmentPoint, type Path } from '../../path/index.ts'
import { formatAngle } from '../../units/index.ts'
import { openingsOf } from './openings.ts'
import { pathEvaluation } from '../shared/path-output.ts'
import { pathSummary } from '../shared/path-summary.ts'
import { refusal, unbuilt, type Built } from '../shared/refusal.ts'

/** A corner between walls has more than this and less than a whole turn less this, rad: 20 degrees. */
const SHARPEST = Math.PI / 9

export const wallPathMaker: StepMaker<WallPathStep> = {
  cheaper: 'Fewer walls would fit.',
  evaluate(step, context) {
    const height = context.number('height')
    if (!(height > 0))
      return unbuilt(refusal(step, 'path', 'walls.height', 'A room is higher than 0.', 'height'))
    const walls = step.drawn === undefined ? typedWalls(step, context) : drawnWalls(step, step.drawn, context)
    if (!walls.ok) return unbuilt(walls)
    const { path, ids } = walls.value
    const openings = openingsOf(step, path, ids, height, context)
    if (!openings.ok) return unbuilt(openings)
    return pathEvaluation(step, path, context, { pieces: ids, room: { height, openings: openings.value } })
  },
  summary({ path }, display) {
    if (!path) return ''
    const openings = path.room?.openings.length ?? 0
    const also = openings === 0 ? '' : openings === 1 ? ', 1 opening' : `, ${openings} openings`
    return `${path.path.segments.length} walls${also}, ${pathSummary({ path }, display).split(',')[0]}`
  },
}

interface Walls {
  readonly path: Path
  /** Ids of the walls, one for each segment. */
  readonly ids: readonly Id[]
}

function typedWalls(step: WallPathStep, context: StepContext): Built<Walls> {
  const figure = context.number
  const wrong: Finding[] = []
  const walls = step.rows.map((r, i): Wall => {
    const length = figure(`rows/${r.id}/length`)
    const corner = figure(`rows/${r.id}/corner`)
    const bow = figure(`rows/${r.id}/bow`)
    const radius = r.radius === undefined ? 0 : figure(`rows/${r.id}/radius`)
    const bowed = radius === 0 ? bow : bowOfRadius(length, radius)
    const wall = { length, corner, bow: bowed ?? 0 }
    wrong.push(...wallFaults(step, i, { ...wall, typed: bow, radius, reaches: bowed !== undefined }, context))
    return wall
  })
  if (wrong.length > 0) return { ok: false, fault: wrong }
  const start = { at: [figure('x'), figure('y'), 0] as const, heading: figure('heading') }
  const line = wallLine(walls, start, step.closed && walls.length > 0)
  if (walls.length > 0 && step.closed && line.gap > tolerance.wallsClose * line.path.length)
    return { ok: false, fault: [openFinding(step, line.gap, line.turnLeft, context)] }
  return ok({ path: line.path, ids: step.rows.map((r) => r.id) })
}

/** The walls along a flat path; the other way round where that has the room at its right. */
function drawnWalls(step: WallPathStep, source: Id, context: StepContext): Built<Walls> {
  const given = context.input(source, 'path')
  const { path, analysis } = given
  const heights = path.segments.map((g) => segmentPoint(g, 0)[2])
  const level = Math.max(...heights) - Math.min(...heights) <= tolerance.pointCoincidence
  const lies = analysis.normal ? Math.abs(analysis.normal[2]) > 1 - tolerance.sameDirection : analysis.planar
  if (!level || !lies)
    return refusal(
      step,
      'path',
      'walls.drawn',
      `"${context.around.step(source)?.name ?? source}" does not lie flat; walls stand on a line that is drawn seen from above.`,
    )
  const ids = path.origins.map((o, i) => idOf(given, o, i))
  const turned = path.closed && enclosedArea(path) < 0
  return ok(turned ? { path: reversePath(path), ids: ids.toReversed() } : { path, ids })
}

/** By the curve, the node or the row that a wall is drawn by. */
function idOf({ pieces, nodes }: PathGiven, origin: Path['origins'][number], i: number): Id {
  if (origin.kind === 'piece') return pieces?.[origin.index] ?? `wall-${i + 1}`
  const node = nodes[origin.index]?.id ?? String(origin.index)
  return origin.kind === 'node' ? `${node}-bend` : node
}

/** Area within the corners and middles of a closed line, seen from above; above 0 anticlockwise. */
function enclosedArea(path: Path): number {
  const points = path.segments.flatMap((g) =>
    [0, g.length / 3, (2 * g.length) / 3].map((s) => segmentPoint(g, s)),
  )
  return points.reduce((sum, [x, y], i) => {
    const next = points[(i + 1) % points.length]!
    return sum + (x * next[1] - next[0] * y) / 2
  }, 0)
}

function openFinding(step: WallPathStep, gap: number, turnLeft: number, { display }: StepContext): Finding {
  const turns =
    Math.abs(turnLeft) < tolerance.sameBendPlane
      ? 'their corners add up'
      : `their corners are ${formatAngle(Math.abs(turnLeft), 2)} too ${turnLeft > 0 ? 'small' : 'large'} together`
  return {
    id: `${step.id}:walls-open`,
    severity: 'blocks',
    code: 'walls.open',
    message: `The walls do not close: the last ends ${shortLength(gap, display)} from where the first begins, and ${turns}.`,
    station: 'path',
    step: step.id,
    cures: [
      {
        label: 'Leave them open',
        change: { do: 'close-walls', with: { step: step.id, closed: false } },
      },
    ],
  }
}

/** A wall with what was typed of its curve. */
interface TypedWall extends Wall {
  readonly typed: number
  readonly radius: number
  /** Whether a circle of the radius reaches from corner to corner. */
  readonly reaches: boolean
}

/** Everything that keeps a row from being a wall. */
function wallFaults(
  step: WallPathStep,
  i: number,
  { length, bow, corner, typed, radius, reaches }: TypedWall,
  { display }: StepContext,
): Finding[] {
  const { id } = step.rows[i]!
  const long = (mm: number): string => shortLength(mm, display)
  const found: Finding[] = []
  const put = (code: string, message: string, column: string): void => {
    const base = { severity: 'blocks', station: 'path', step: step.id, cures: [], node: id } as const
    const field = `rows/${id}/${column}`
    found.push({ ...base, id: `${step.id}:${code}-${field}`, code: `walls.${code}`, message, field })
  }
  const named = `Wall ${i + 1}`
  if (!(length > 0)) put('length', `${named} is ${long(length)} long; it is longer than 0.`, 'length')
  else if (radius !== 0 && typed !== 0)
    put(
      'curve',
      `${named} is told how far it bows and its radius; one of them is enough, the other is 0.`,
      'radius',
    )
  else if (!reaches)
    put(
      'radius',
      `${named} is ${long(length)} across, and a circle of radius ${long(Math.abs(radius))} reaches over ${long(2 * Math.abs(radius))}: at least ${long(length / 2)} fits.`,
      'radius',
    )
  else if (Math.abs(bow) > 2 * length)
    put('bow', `${named} bows by ${long(Math.abs(bow))}; at most twice its ${long(length)} fits.`, 'bow')
  // The corner of the last of open walls is none.
  if (!step.closed && i === step.rows.length - 1) return found
  if (!(corner >= SHARPEST && corner <= TURN - SHARPEST))
    put(
      'corner',
      `The corner after wall ${i + 1} has ${formatAngle(corner, 2)}; a corner in a room has ${deg(SHARPEST).toFixed(0)}° to ${deg(TURN - SHARPEST).toFixed(0)}°, over 180° outside.`,
      'corner',
    )
  return found
}
