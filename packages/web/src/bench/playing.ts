import { stepOf, type Part } from '@flexum/core/recipe'
import { barBody, inputOf, type PartResult } from '@flexum/core/recipe/evaluated'
import {
  type FormingGiven,
  holding,
  momentAt,
  partBent,
  standing,
  type Clash,
  type Moment,
  type Obstacle,
} from '@flexum/core/forming'
import { segmentPoint } from '@flexum/core/path'
import { vec3, type Box3, type Vec3 } from '@flexum/core/space'
import { formingOf, stepResult, type ShownBody } from './results.ts'
import type { Playing } from './session.ts'

/** A moment of the bending: the bar, and the bender about it. */
export interface PlayedMoment {
  readonly forming: FormingGiven
  readonly moment: Moment | undefined
  readonly bodies: readonly ShownBody[]
  readonly bender: readonly Obstacle[]
  /** What the bar runs into in this motion. */
  readonly clashes: readonly Clash[]
}

/** What is seen of the bending at the moment that is played; undefined where there is nothing to play. */
export function playedMoment(
  part: Part,
  result: PartResult | undefined,
  playing: Playing | undefined,
): PlayedMoment | undefined {
  if (!playing) return undefined
  const forming = formingOf(result, playing.step)
  const run = stepResult(result, inputOf(stepOf(part, playing.step), 'carried'))?.output
  const own = run?.bodies?.[0]
  if (!forming || !run?.carried || !own || forming.bends.length === 0) return undefined
  const { program, bar, sizes, reach } = forming
  const done = playing.time >= program.time
  const moment = done ? undefined : momentAt(program, playing.time)
  const body = barBody(forming, run.carried, own, moment)
  const shown: ShownBody = {
    id: body.id,
    step: playing.step,
    body,
    carried: undefined,
    runs: new Map(),
    stale: false,
  }
  const move = program.moves[moment?.move ?? program.moves.length - 1]!
  const bend = bar.bends[move.index]!
  const angle = moment?.doing === 'bend' ? move.set * moment.share : moment ? 0 : bend.angle
  // The floor is told and not drawn: it would hide what hangs down to it.
  const bender = [
    ...standing(sizes).filter((o) => o.part !== 'floor'),
    ...holding(sizes, bend.radius, reach, angle, move.flipped ? -1 : 1),
  ]
  const clashes =
    forming.clashes?.filter(
      (c) => moment && c.deepest.move === moment.move && c.deepest.doing === moment.doing,
    ) ?? []
  return { forming, moment, bodies: [shown], bender, clashes }
}

/**
 * The box in which the bending happens: all that is bent already, after each bend, and as much of the bar behind the die as that reaches;
 * with room below for what is laid over the picture there.
 */
export function reachOfBending({ bar, program, reach }: FormingGiven): Box3 {
  const places: Vec3[] = [[0, 0, 0]]
  program.moves.forEach((_, move) => {
    for (const share of [0, 1]) {
      const { path, tail } = partBent(bar, program, { move, doing: 'bend', share })
      const starts = path.segments.slice(0, tail).map((g) => segmentPoint(g, 0))
      // Of a bar that is still straight only as much as is bent with it.
      if (share === 1 || move > 0) places.push(...starts)
    }
  })
  const far = Math.max(...places.map((p) => vec3.length(p)), 10 * reach)
  places.push([far / 2, 0, 0])
  const along = (k: 0 | 1 | 2): number[] => places.map((p) => p[k])
  const out = 3 * reach
  return {
    min: [Math.min(...along(0)) - out, Math.min(...along(1)) - out, Math.min(...along(2)) - out - far * ROOM],
    max: [Math.max(...along(0)) + out, Math.max(...along(1)) + out, Math.max(...along(2)) + out],
  }
}

/** Room below, as a share of how far the bending reaches. */
const ROOM = 0.15
