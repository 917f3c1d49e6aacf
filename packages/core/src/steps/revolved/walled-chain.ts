import type { RevolvedStep, RevolvedWall } from './typed.ts'
import { tolerance } from '../../num/index.ts'
import {
  arrange,
  line2,
  offsetChain,
  pointAt,
  reverseCurve,
  vec2,
  type Curve2,
  type SimpleCurve,
} from '../../plane/index.ts'
import { FURTHEST } from '../../path/index.ts'
import { reachAround, region, type Section } from '../../profile/index.ts'
import { chainOf, drawnBy, firstChain, placesOf, sizeOf } from '../../sketch/index.ts'
import { type SketchGiven, shortLength, type StepContext } from '../../evaluate/index.ts'
import { refusal, type Built } from '../shared/refusal.ts'

/** The section that a wall along the chain of a sketch is; open, and capped straight at both ends. */
export function walledChain(
  step: RevolvedStep,
  wall: RevolvedWall,
  sketch: SketchGiven,
  context: StepContext,
): Built<Section> {
  const refuse = (message: string, field?: string) => refusal(step, 'fit', 'turned.wall', message, field)
  const thickness = context.number('wall/thickness')
  if (!(thickness > 0)) return refuse('A wall needs a thickness above 0.', 'wall/thickness')
  const { entities, gaps } = sketch
  const chain = chainOf(entities, firstChain(entities, gaps))
  if (!chain.ok) return refuse('A wall follows one chain of curves, end to end; this sketch has none.')
  if (chain.value.closed)
    return refuse('The chain is closed: turn its region, or open it where the vessel is open.')
  const drawn = drawnBy(entities, placesOf(entities))
  const curves = chain.value.links.flatMap(({ curve, forward }): readonly Curve2[] => {
    const pieces = drawn.get(curve) ?? []
    return forward ? pieces : pieces.map(reverseCurve).reverse()
  })
  if (curves.some((c) => c.kind === 'bezier'))
    return refuse('A wall can follow lines and arcs; this chain has a spline or an ellipse.')
  const out = { left: [thickness, 0], right: [0, -thickness], even: [thickness / 2, -thickness / 2] }[
    wall.side
  ]
  const sides = out.map((d) => (d === 0 ? curves : beside(curves as readonly SimpleCurve[], d!)))
  const [left, right] = sides
  if (!left || !right)
    return refuse(
      `A wall of ${shortLength(thickness, context.display)} has no room at a corner or an arc of the chain.`,
      'wall/thickness',
    )
  const ends = (c: readonly Curve2[]) => [pointAt(c[0]!, 0), pointAt(c.at(-1)!, 1)] as const
  const [[l0, l1], [r0, r1]] = [ends(left), ends(right)]
  // Round the strip counter-clockwise: along its right side, over, and back along its left.
  const outline = [...right, line2(r1, l1), ...left.map(reverseCurve).reverse(), line2(l0, r0)]
  const eps = tolerance.sketchMeet * sizeOf(entities)
  const { faces } = arrange(outline, eps)
  if (faces.length !== 1 || faces[0]!.holes.length > 0 || vec2.distance(l0, r0) === 0)
    return refuse('The wall runs into itself; make it thinner, or the chain wider.', 'wall/thickness')
  const section = [region(faces[0]!.outer.map((e) => e.curve))]
  if (!(reachAround(section) <= FURTHEST))
    return refuse(
      `The wall reaches further than ${shortLength(FURTHEST, context.display)}, which is the most.`,
    )
  return { ok: true, value: section }
}

function beside(curves: readonly SimpleCurve[], distance: number): readonly Curve2[] | undefined {
  const made = offsetChain(curves, false, distance, 'extended')
  return 'kind' in made ? undefined : made.map((s) => s.curve)
}
