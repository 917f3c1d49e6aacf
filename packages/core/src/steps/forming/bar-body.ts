import type { Body } from '../../solid/index.ts'
import {
  type CarriedGiven,
  drawRun,
  frameAt,
  meshRun,
  placeRings,
  squareFramesFrom,
} from '../../sweep/index.ts'
import {
  type FormingGiven,
  allBent,
  partBent,
  zonesOf,
  type Moment,
  type PartBent,
} from '../../forming/index.ts'
import { pathTangent, reversePath } from '../../path/index.ts'
import { IDENTITY, vec3, type Vec3 } from '../../space/index.ts'

/** The bar at a moment of its bending, or all bent, in the bender's axes (see `partBent`). */
export const barAt = ({ bar, program }: FormingGiven, moment: Moment | undefined): PartBent =>
  moment ? partBent(bar, program, moment) : allBent(bar, program)

/**
 * The body of a run's bar at a moment of its bending: the section lies to its bends as it does in the run, turning square to the path.
 * `of` is the run's own body, which it looks like.
 */
export function barBody(
  forming: FormingGiven,
  run: CarriedGiven,
  of: Body,
  moment: Moment | undefined,
): Body {
  const now = barAt(forming, moment)
  const first = forming.bends[0]?.row.segments[0]
  // The run's start is the first end of the bar, or the last where that is bent first.
  const { fromEnd } = forming
  const path = fromEnd ? reversePath(now.path) : now.path
  const travel = pathTangent(path, 0)
  const own = frameAt(run.frames, 0)
  const normal = fromEnd
    ? vec3.scale(vec3.turnAbout(now.zero[1], vec3.scale(travel, -1), zonesOf(forming.bar).at(-1)!.clock), -1)
    : now.zero[0]
  const arc = first === undefined ? undefined : run.path.segments[first]
  const turned = arc?.kind === 'arc' ? angleAbout(own.t, vec3.unit(vec3.cross(arc.out, arc.along)), own.b) : 0
  const frames = squareFramesFrom(path, vec3.unit(vec3.turnAbout(normal, travel, turned)))
  const rings = placeRings({ frames }, run.outline, of.chordError)
  const mesh = meshRun(run.outline, rings, false)
  const { growth: _, ...looks } = of
  return {
    ...looks,
    id: `${of.id}:bar`,
    mesh,
    lines: drawRun(run.outline, [{ rings, mesh }]).lines,
    instances: [IDENTITY],
    hidden: false,
  }
}

const angleAbout = (axis: Vec3, from: Vec3, to: Vec3): number =>
  Math.atan2(vec3.dot(axis, vec3.cross(from, to)), vec3.dot(from, to))
