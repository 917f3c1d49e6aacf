import { faultWords, ok, type Id } from '../../base/index.ts'
import type { MouldingLineStep } from './typed.ts'
import {
  type Finding,
  turnedWalls,
  shortLength,
  type StepContext,
  type StepMaker,
  type OnWalls,
  type PathGiven,
  type RoomGiven,
} from '../../evaluate/index.ts'
import {
  intoRoom,
  lineAlongWalls,
  lineRoundOpening,
  type LineAlong,
  type WallPlace,
} from '../../room/index.ts'
import { reversePath, segmentPoint, segmentTangent, type Path } from '../../path/index.ts'
import { tolerance } from '../../num/index.ts'
import { vec3, type Vec3 } from '../../space/index.ts'
import { facingFrames } from '../../sweep/index.ts'
import { crossed, offWall } from './findings.ts'
import { pathEvaluation } from '../shared/path-output.ts'
import { pathSummary } from '../shared/path-summary.ts'
import { refusal, unbuilt, type Built } from '../shared/refusal.ts'

/** A line with what it is called by at each segment, the way out of the wall that it lies on, and what is about it. */
interface Line {
  readonly path: Path
  /** Ids of its pieces, one for each segment. */
  readonly pieces: readonly Id[]
  /** Where a section's y goes: up, or away from the opening. */
  upAt(index: number, at: Vec3): Vec3
  readonly onWalls: OnWalls
  readonly findings: readonly Finding[]
}

export const mouldingLineMaker: StepMaker<MouldingLineStep> = {
  cheaper: 'Fewer walls would fit.',
  evaluate(step, context) {
    const given = context.input(step.walls, 'path')
    const { room } = given
    if (!room)
      return unbuilt(
        refusal(
          step,
          'path',
          'trim.walls',
          'A line along walls needs the walls of a room; this is another path.',
        ),
      )
    const line =
      step.level === 'opening'
        ? roundOpening(step, given, room, context)
        : alongWalls(step, given, room, context)
    if (!line.ok) return unbuilt(line)
    const { path, pieces, upAt, onWalls, findings } = turnedRound(line.value, step.reversed ?? false)
    const made = pathEvaluation(step, path, context, {
      pieces,
      onWalls,
      facing: facingFrames(path, (index, _, at) => upAt(index, at)),
    })
    return { ...made, findings: [...made.findings, ...findings] }
  },
  summary: pathSummary,
}

function turnedRound(line: Line, reversed: boolean): Line {
  if (!reversed) return line
  const { onWalls } = line
  const n = line.path.segments.length
  return {
    ...line,
    path: reversePath(line.path),
    upAt: (index, at) => line.upAt(n - 1 - index, at),
    onWalls: turnedWalls(onWalls),
  }
}

/** A line round an opening, its section's y away from it. */
function roundOpening(
  step: MouldingLineStep,
  { path }: PathGiven,
  room: RoomGiven,
  context: StepContext,
): Built<Line> {
  const opening = room.openings.find((o) => o.id === step.around)
  if (!opening)
    return refusal(step, 'path', 'trim.around', 'Choose the opening that the line goes round.', 'around')
  const clear = clearOf(step, context)
  if (!clear.ok) return clear
  const line = lineRoundOpening({ path }, opening, clear.value)
  if (!line.ok) return said(step, line.fault, context)
  const wall = path.segments[opening.wall]!
  const way = intoRoom(wall, 0)
  const middle = vec3.addScaled(
    segmentPoint(wall, opening.from + opening.width / 2),
    [0, 0, 1],
    opening.sill + opening.height / 2,
  )
  const n = line.value.segments.length
  return ok({
    path: line.value,
    pieces: line.value.segments.map((_, i) => `${opening.id}-${i + 1}`),
    upAt(index) {
      const g = line.value.segments[Math.min(Math.max(index, 0), n - 1)]!
      if (g.kind !== 'line') return [0, 0, 1]
      const out = vec3.cross(g.direction, way)
      return vec3.dot(out, vec3.sub(g.start, middle)) < 0 ? vec3.scale(out, -1) : out
    },
    onWalls: {
      room: 'left',
      down: Infinity,
      up: Infinity,
      corners: {},
    },
    findings: [],
  })
}

function clearOf(step: MouldingLineStep, context: StepContext): Built<number> {
  const clear = step.clear === undefined ? 0 : context.number('clear')
  if (clear >= 0) return ok(clear)
  return refusal(step, 'path', 'trim.clear', 'A line stays 0 or more off an opening.', 'clear')
}

const said = (
  step: MouldingLineStep,
  fault: Parameters<typeof faultWords>[0],
  context: StepContext,
  field?: string,
): Built<never> => {
  const words = faultWords(fault, (mm) => shortLength(mm, context.display))
  return refusal(step, 'path', `trim.${fault.code}`, `${words[0]!.toUpperCase()}${words.slice(1)}.`, field)
}

/** A line at a level, from one wall or opening to another. */
function alongWalls(
  step: MouldingLineStep,
  given: PathGiven,
  room: RoomGiven,
  context: StepContext,
): Built<Line> {
  const { path, pieces = [] } = given
  const refuse = (code: string, message: string, field?: string) =>
    refusal(step, 'path', code, message, field)
  const height = context.number('height')
  const z = step.level === 'floor' ? 0 : step.level === 'ceiling' ? room.height : height
  if (!(z >= 0 && z <= room.height))
    return refuse(
      'trim.height',
      `The line is ${shortLength(height, context.display)} above the floor; the room is ${shortLength(room.height, context.display)} high.`,
      'height',
    )
  const clear = clearOf(step, context)
  if (!clear.ok) return clear
  const straights = step.straights === undefined ? 0 : context.number('straights')
  if (!(Number.isInteger(straights) && straights >= 0 && straights <= MOST_STRAIGHTS))
    return refuse(
      'trim.straights',
      `A curved wall has a whole number of straights, at most ${MOST_STRAIGHTS}; 0 bends the moulding along it.`,
      'straights',
    )
  const ends = { path, pieces, room, clear: clear.value }
  const [from, to] = [placeOf(step.first, 'first', ends), placeOf(step.last, 'last', ends)]
  if (from === 'gone' || to === 'gone')
    return refuse(
      'trim.gone',
      'A wall or an opening that the line begins or ends at is not there any more; choose another.',
    )
  const line = lineAlongWalls(path, z, from, to, straights)
  if (!line.ok) return said(step, line.fault, context, straights > 0 ? 'straights' : undefined)
  const walls = line.value.walls.map((w) => pieces[w]!)
  return ok({
    path: line.value.path,
    pieces: walls.map((id, i) => {
      const before = walls.slice(0, i).filter((w) => w === id).length
      return before === 0 ? id : `${id}-${before + 1}`
    }),
    upAt: () => [0, 0, 1],
    onWalls: {
      room: 'left',
      down: z,
      up: room.height - z,
      ...cornersOf(path, line.value, from, to, room),
    },
    findings: [
      ...crossed(step, { path, ...room }, z, line.value, context),
      ...offWall(step, line.value.off, context),
    ],
  })
}

/** Straights in place of a curved wall, at the most. */
const MOST_STRAIGHTS = 64

interface Ends {
  readonly path: Path
  readonly pieces: readonly Id[]
  readonly room: RoomGiven
  readonly clear: number
}

/** Where a line begins or ends: at the corner of a wall, or beside an opening. */
function placeOf(id: Id | null, side: 'first' | 'last', ends: Ends): WallPlace | 'gone' | undefined {
  if (id === null) return undefined
  const wall = ends.pieces.indexOf(id)
  if (wall >= 0) return { wall, at: side === 'first' ? 0 : ends.path.segments[wall]!.length }
  const o = ends.room.openings.find((x) => x.id === id)
  if (!o) return 'gone'
  const { length } = ends.path.segments[o.wall]!
  const at = side === 'first' ? o.from + o.width + ends.clear : o.from - ends.clear
  return { wall: o.wall, at: Math.min(Math.max(at, 0), length) }
}

/** The corners in the room that a line ends in, where the walls go on. */
function cornersOf(
  path: Path,
  { walls, path: line }: LineAlong,
  from: WallPlace | undefined,
  to: WallPlace | undefined,
  room: RoomGiven,
): Pick<OnWalls, 'corners' | 'beside' | 'free'> {
  if (line.closed) return { corners: {} }
  const n = path.segments.length
  const [first, last] = [walls[0]!, walls.at(-1)!]
  const { length } = path.segments[last]!
  const starts = (from?.at ?? 0) <= tolerance.pointCoincidence && (path.closed || first > 0)
  const ends = (to?.at ?? length) >= length - tolerance.pointCoincidence && (path.closed || last < n - 1)
  const [before, after] = [(first - 1 + n) % n, (last + 1) % n]
  const lengthOf = (wall: number): number => path.segments[wall]!.length
  return {
    corners: {
      ...(starts ? { start: cornerBetween(path, before, first) } : {}),
      ...(ends ? { end: cornerBetween(path, last, after) } : {}),
    },
    beside: {
      ...(starts ? { start: lengthOf(before) } : {}),
      ...(ends ? { end: lengthOf(after) } : {}),
    },
    free: {
      start: !starts && isFreeAt(room, first, from?.at ?? 0, lengthOf(first)),
      end: !ends && isFreeAt(room, last, to?.at ?? length, length),
    },
  }
}

/** Whether a wall ends at a place along it, or has an opening that begins or ends there. */
function isFreeAt({ openings }: RoomGiven, wall: number, at: number, length: number): boolean {
  const near = (place: number): boolean => Math.abs(place - at) <= tolerance.pointCoincidence
  return (
    near(0) ||
    near(length) ||
    openings.some((o) => o.wall === wall && (near(o.from) || near(o.from + o.width)))
  )
}

/** The angle in the room between two walls, rad. */
function cornerBetween({ segments }: Path, before: number, after: number): number {
  const a = segmentTangent(segments[before]!, segments[before]!.length)
  const b = segmentTangent(segments[after]!, 0)
  return Math.PI - Math.atan2(a[0] * b[1] - a[1] * b[0], vec3.dot(a, b))
}
