import { SQUARE_CUT, type EndEntry } from './typed-ends.ts'
import type { RunStep } from './typed.ts'
import { type Anchor, reach, sectionProperties, type Section } from '../../profile/index.ts'
import { deg, tolerance } from '../../num/index.ts'
import { vec3, type Vec3 } from '../../space/index.ts'
import { frameAt, frameOn, type Carriage } from '../../sweep/index.ts'
import { formatAngle, formatExact } from '../../units/index.ts'
import {
  type Cure,
  type Finding,
  type OnWalls,
  type PathGiven,
  shortLength,
  type StepContext,
} from '../../evaluate/index.ts'
import { returnFindings } from './return-findings.ts'
import type { CarriedPath } from './used-path.ts'

interface About {
  readonly step: RunStep
  readonly source: PathGiven
  readonly carried: CarriedPath
  readonly carriage: Carriage
  readonly section: Section
  readonly context: StepContext
}

/** How far a section goes beyond what is about its line, mm: into the wall, into the room, through the ceiling, through the floor. */
interface Beyond {
  readonly wall: number
  readonly room: number
  readonly above: number
  readonly below: number
}

/** What is wrong with a run along walls: that it goes into them, through the ceiling or the floor, is mirrored, or ends askew at a wall. */
export function wallFindings(a: About): Finding[] {
  const { onWalls, facing } = a.source
  if (!onWalls || !facing) return []
  const beyond = beyondWalls(a, onWalls)
  const { step, context } = a
  const long = (mm: number): string => shortLength(mm, context.display)
  const tell = (
    severity: Finding['severity'],
    code: string,
    message: string,
    cures: readonly (Cure | undefined)[],
  ): Finding => ({
    id: `${step.id}:${code}`,
    severity,
    code: `run.${code}`,
    message,
    station: 'run',
    step: step.id,
    cures: cures.filter((c) => c !== undefined),
  })
  const found: Finding[] = []
  const mirrored = step.flip === (onWalls.room === 'left')
  if (beyond.wall > tolerance.touches) {
    const wholly = beyond.room <= tolerance.touches
    found.push(
      tell(
        'warns',
        'in-wall',
        wholly
          ? `"${step.name}" lies on the other side of its wall, up to ${long(beyond.wall)} in it.`
          : `"${step.name}" goes ${long(beyond.wall)} into its wall.`,
        [
          mirrored ? onItsBack(a, onWalls) : undefined,
          sat(a, onWalls, step.flip, 'Set its back on the wall'),
        ],
      ),
    )
  } else if (mirrored && isLopsided(a)) {
    found.push(
      tell('warns', 'mirrored', `"${step.name}" is mirrored: the back of its section looks into the room.`, [
        onItsBack(a, onWalls),
      ]),
    )
  }
  if (beyond.above > tolerance.touches)
    found.push(
      tell('warns', 'in-ceiling', `"${step.name}" goes ${long(beyond.above)} through the ceiling.`, [
        sat(a, onWalls, step.flip, 'Set its top at the ceiling', 'top'),
      ]),
    )
  if (beyond.below > tolerance.touches)
    found.push(
      tell('warns', 'in-floor', `"${step.name}" goes ${long(beyond.below)} through the floor.`, [
        sat(a, onWalls, step.flip, 'Stand it on the floor', 'bottom'),
      ]),
    )
  const ends = (['start', 'end'] as const).flatMap((side) => [
    ...endFinding(a, onWalls, side),
    ...returnFindings(a, onWalls, side),
  ])
  return [...found, ...ends]
}

/** The most that the section goes beyond, looked at in the middle of each straight and curve, where the walls run. */
function beyondWalls({ source, carried, carriage, section }: About, onWalls: OnWalls): Beyond {
  const { path } = carriage.frames
  let [wall, room, above, below] = [-Infinity, -Infinity, -Infinity, -Infinity]
  const roomward = onWalls.room === 'left' ? 1 : -1
  path.segments.forEach((g, i) => {
    // What an end puts on leaves the wall or goes back to it.
    if (path.origins[i]!.kind === 'added') return
    const station = path.starts[i]! + g.length / 2
    const at = station + carried.from - carried.before
    if (at < 0 || at > source.path.length) return
    const own = frameAt(carriage.frames, station)
    const walls = frameAt(source.facing!.frames, at)
    const toward = (d: Vec3): number => reach(section, [vec3.dot(own.n, d), vec3.dot(own.b, d)])
    const intoRoom = vec3.scale(walls.n, roomward)
    wall = Math.max(wall, toward(vec3.scale(intoRoom, -1)))
    room = Math.max(room, toward(intoRoom))
    above = Math.max(above, toward(walls.b) - onWalls.up)
    below = Math.max(below, toward(vec3.scale(walls.b, -1)) - onWalls.down)
  })
  return { wall, room, above, below }
}

/** Whether it is another section when it is mirrored left to right, by where its centroid lies in its box. */
function isLopsided({ section, step, context }: About): boolean {
  if (context.number('clock') !== 0 || step.strands) return false
  const { centroid, box } = sectionProperties(section)
  const width = box.max[0] - box.min[0]
  return Math.abs(centroid[0] - (box.min[0] + box.max[0]) / 2) > tolerance.sameRadius * width
}

/** The section as it was drawn, with its back on the wall. */
const onItsBack = (a: About, onWalls: OnWalls): Cure | undefined =>
  sat(a, onWalls, !a.step.flip, 'Turn its back to the wall')

/** The point of its box that puts its back on the wall, its top or its foot where it belongs; none where it is turned, or of several. */
function sat(
  { step, context }: About,
  onWalls: OnWalls,
  flip: boolean,
  label: string,
  edge = edgeOf(step, onWalls),
): Cure | undefined {
  if (context.number('clock') !== 0 || step.strands) return undefined
  const back = flip === (onWalls.room === 'right') ? 'left' : 'right'
  const anchor: Anchor = `${edge}-${back}`
  return { label, change: { do: 'change-run', with: { step: step.id, choices: { anchor, flip } } } }
}

const edgeOf = (step: RunStep, { up, down }: OnWalls): 'top' | 'bottom' =>
  step.anchor.startsWith('top') || (up < down && !step.anchor.startsWith('bottom')) ? 'top' : 'bottom'

/** An end that is cut square and stands at another wall which is not square to it. */
function endFinding(a: About, onWalls: OnWalls, side: 'start' | 'end'): Finding[] {
  const { step, source, carried, context } = a
  const corner = onWalls.corners[side]
  const entry: EndEntry | undefined = step.ends?.[side]
  const at = side === 'start' ? carried.from : carried.from - carried.before + carried.path.length
  const reached =
    side === 'start'
      ? at <= tolerance.pointCoincidence
      : at >= source.path.length - tolerance.pointCoincidence
  // At an outside corner nothing stands in its way.
  if (corner === undefined || corner >= Math.PI || !reached || (entry && entry.kind !== 'square')) return []
  const off = Math.PI / 2 - corner
  if (Math.abs(off) < tolerance.squareCorner) return []
  const n = carried.path.segments.length
  const frame = frameOn(
    a.carriage.frames,
    side === 'start' ? 0 : n - 1,
    side === 'start' ? 0 : carried.path.segments[n - 1]!.length,
  )
  const across = (side === 'end' ? off : -off) * (onWalls.room === 'left' ? 1 : -1)
  const angled: EndEntry = {
    kind: 'angled',
    runOn: entry?.runOn ?? '0',
    closed: entry?.kind === 'square' && entry.closed,
    across: `${formatExact(deg(across))} deg`,
    tilt: '0',
  }
  const ends = step.ends ?? { start: SQUARE_CUT, end: SQUARE_CUT }
  const upright = frame.b[2] > 1 - tolerance.sameDirection
  const does = off > 0 ? 'goes into it' : 'leaves a gap'
  return [
    {
      id: `${step.id}:end-wall-${side}`,
      severity: 'warns',
      code: 'run.end-wall',
      message: `"${step.name}" ${side === 'start' ? 'begins' : 'ends'} at a wall that stands at ${formatAngle(corner, 2)} to it: cut square it ${does}, by up to ${shortLength(Math.abs(Math.tan(off)) * roomReach(a, onWalls), context.display)}.`,
      station: 'ends',
      step: step.id,
      cures: upright
        ? [
            {
              label: 'Cut it along that wall',
              change: {
                do: 'change-run',
                with: { step: step.id, choices: { ends: { ...ends, [side]: angled } } },
              },
            },
          ]
        : [],
    },
  ]
}

/** How far it stands out from its wall. */
const roomReach = (a: About, onWalls: OnWalls): number => Math.max(0, beyondWalls(a, onWalls).room)
