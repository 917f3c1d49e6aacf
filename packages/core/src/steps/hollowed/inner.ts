import { fail, ok, type Id, type Result } from '../../base/index.ts'
import { offsetChain, pointAt, vec2, type Loop2, type SimpleCurve } from '../../plane/index.ts'
import { sectionProperties, type Region, type Section } from '../../profile/index.ts'
import { TURN } from '../../num/index.ts'
import type { Solid } from '../../evaluate/body.ts'

type Plain = Extract<Solid, { kind: 'extruded' | 'turned' }>

/** How far an opening goes beyond its face, mm. */
const OVER = 1

/**
 * What is taken out of an extruded or a turned body so that a wall is left, open at some of its faces, by what these are called on it;
 * or why nothing can be.
 */
export function innerOf(
  step: Id,
  body: Plain,
  wall: number,
  open: ReadonlySet<string>,
): Result<Solid, string> {
  const names = body.edgeNames
  const isOpen = (edge: number): boolean => open.has(`side-${names?.[edge] ?? edge}`)
  if (body.kind === 'turned') {
    if (Math.abs(body.angle) < TURN - 1e-9) return fail('only what is turned all the way round gets a wall')
    const { at, along } = body
    const onAxis = (c: SimpleCurve): boolean =>
      c.kind === 'line' &&
      [0, 1].every((t) => Math.abs(vec2.cross(along, vec2.sub(pointAt(c, t), at))) < 1e-9)
    const section = insetSection(body.section, (c, edge) => (onAxis(c) ? 0 : isOpen(edge) ? -OVER : wall))
    return section ? ok({ ...body, step, section }) : fail(NO_ROOM)
  }
  if (body.end || body.lean) return fail('its sides lean; give it a wall before they do, or draw the wall')
  const section = insetSection(body.section, (_, edge) => (isOpen(edge) ? -OVER : wall))
  if (!section) return fail(NO_ROOM)
  const way = Math.sign(body.to - body.from)
  const from = body.from + way * (open.has('start') ? -OVER : wall)
  const to = body.to - way * (open.has('end') ? -OVER : wall)
  return way * (to - from) > 0 ? ok({ ...body, step, section, from, to }) : fail(NO_ROOM)
}

const NO_ROOM = 'there is no room for the wall: a thinner one would fit'

/** A section with each of its edges moved in by a distance of its own; undefined where there is no room. */
function insetSection(section: Section, by: (c: SimpleCurve, edge: number) => number): Section | undefined {
  let edge = 0
  const moved = section.map((r): Region | undefined => {
    const loops = [r.outer, ...r.holes].map((loop): Loop2 | undefined => {
      const distances = loop.map((c) => by(c as SimpleCurve, edge++))
      if (loop.some((c) => c.kind === 'bezier')) return undefined
      const found = offsetChain(loop as readonly SimpleCurve[], true, distances, 'extended')
      return 'kind' in found ? undefined : found.map((s) => s.curve)
    })
    return loops.every((l) => l !== undefined)
      ? { outer: loops[0]!, holes: loops.slice(1) as Loop2[] }
      : undefined
  })
  if (!moved.every((r) => r !== undefined)) return undefined
  return moved.every((r) => sectionProperties(r).area > 0) ? moved : undefined
}
