import { tolerance } from '../../num/index.ts'
import type { ExtrudedStep } from './typed.ts'
import { sectionProperties } from '../../profile/index.ts'
import { extrudedMesh, isFlatSide, type Extrusion } from '../../solid/index.ts'
import { vec3 } from '../../space/index.ts'
import { shortFigures, shortLength, type StepContext, type StepMaker } from '../../evaluate/index.ts'
import { FURTHEST, type PlaneFrame } from '../../path/index.ts'
import { draftOf, prismatoid, straightVolume } from './draft.ts'
import { upToFace } from './until.ts'
import { placesOf } from '../shared/copies.ts'
import { DOES, materialOfBody } from '../shared/body-parts.ts'
import { bodyOfBoundary } from '../shared/one-boundary.ts'
import { heightsOf } from '../shared/heights.ts'
import { edgeNamesOf, regionsOfSketch } from '../shared/regions.ts'
import { refusal, unbuilt, type Built } from '../shared/refusal.ts'

export const extrudedMaker: StepMaker<ExtrudedStep> = {
  cheaper: 'Regions of fewer curves would fit.',
  evaluate(step, context) {
    const sketch = context.input(step.sketch, 'sketch')
    const section = regionsOfSketch(step, 'fit', sketch, context)
    if (!section.ok) return unbuilt(section)
    const material = materialOfBody(step, context)
    if (!material.ok) return unbuilt(material)
    const reach = step.until
      ? upToFace(step, step.until, section.value, sketch.frame, context)
      : reachOf(step, sketch.frame, context)
    if (!reach.ok) return unbuilt(reach)
    const drafted = draftOf(step, section.value, reach.value, context)
    if (!drafted.ok) return unbuilt(drafted)
    const extrusion: Extrusion = {
      plane: sketch.frame,
      ...reach.value,
      section: drafted.value.section,
      ...(drafted.value.end ? { end: drafted.value.end } : {}),
      edgeNames: edgeNamesOf(section.value, sketch),
    }
    const { box } = sectionProperties(section.value)
    const across = Math.hypot(box.max[0] - box.min[0], box.max[1] - box.min[1])
    const chordError = context.chordError ?? PICTURE * across
    const { middle } = drafted.value
    const mesh = extrudedMesh(extrusion, chordError)
    const body = bodyOfBoundary({
      step: step.id,
      solid: { kind: 'extruded', step: step.id, ...extrusion },
      mesh,
      edges: mesh.edges,
      isFlat: isFlatSide(section.value, mesh.edges),
      chordError,
      material: material.value,
      volume: middle ? prismatoid(extrusion, middle) : straightVolume(extrusion),
    })
    const places = placesOf(step, context, 'fit')
    if (!places.ok) return unbuilt(places)
    return { output: { bodies: [{ ...body, instances: places.value }] }, findings: [] }
  },
  summary({ bodies }, display, step) {
    if (step.does) return `${DOES[step.does.kind]}${step.through ? ', through' : ''}`
    const solid = bodies?.[0]?.solid
    return solid?.kind === 'extruded' ? `${shortFigures(Math.abs(solid.to - solid.from), display)} deep` : ''
  },
}

/** Chord error of the picture, as a share of the section's width across. */
const PICTURE = 1 / 4000
/** How far an extrusion that goes through goes further than what it goes through, as a share of that and at least, mm. */
const FURTHER = 0.01
const AT_LEAST = 1

/** From where to where an extrusion goes, and how its end leans. */
type Way = Pick<Extrusion, 'from' | 'to' | 'lean'>

/** Where an extrusion begins and ends along the sheet's normal, mm. */
function reachOf(step: ExtrudedStep, plane: PlaneFrame, context: StepContext): Built<Way> {
  const start = context.number('start')
  if (step.through) {
    const { low, high } = heightsOf(
      context.others.flatMap((o) => o.bodies),
      plane.origin,
      vec3.cross(plane.x, plane.y),
    )
    if (!(high >= low)) {
      const message = `"${step.name}" goes through everything that it does something with; let it cut, join or meet a body first, or give it a depth.`
      return refusal(step, 'fit', 'extruded.through', message, 'depth')
    }
    const over = Math.max(AT_LEAST, FURTHER * (high - low))
    const ways = { out: [start, high + over], in: [-start, low - over] } as const
    const [from, to] = step.way === 'out' || step.way === 'in' ? ways[step.way] : [low - over, high + over]
    const goes = step.way === 'out' ? to > from : step.way === 'in' ? to < from : true
    if (goes) return { ok: true, value: { from, to } }
    const message = `There is nothing on that side of the sheet for "${step.name}" to go through; turn its way over.`
    return refusal(step, 'fit', 'extruded.through', message)
  }
  const depth = context.number('depth')
  const other = context.number('other')
  const none = !(Math.abs(depth) > tolerance.samePlace)
    ? 'depth'
    : step.way === 'both' && !(Math.abs(depth + other) > tolerance.samePlace)
      ? 'other'
      : undefined
  if (none) {
    const message = `"${step.name}" needs a depth; ${shortFigures(context.number(none), context.display)} makes no body.`
    return refusal(step, 'fit', 'extruded.depth', message, none)
  }
  const ways = {
    out: [start, start + depth],
    in: [-start, -start - depth],
    even: [-depth / 2, depth / 2],
    both: [-start - other, start + depth],
  } as const
  const [from, to] = ways[step.way]
  const furthest = Math.max(Math.abs(from), Math.abs(to))
  if (!(furthest <= FURTHEST)) {
    const [is, most] = [furthest, FURTHEST].map((v) => shortLength(v, context.display))
    const message = `"${step.name}" would reach ${is} from its sheet; ${most} is the most.`
    return refusal(step, 'fit', 'extruded.depth', message, 'depth')
  }
  return { ok: true, value: { from, to } }
}
