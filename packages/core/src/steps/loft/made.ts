import { tolerance } from '../../num/index.ts'
import type { LoftStep, LoftOutline } from './typed.ts'
import {
  loftBoundary,
  loftVolume,
  inwardAt,
  placeOnOutline,
  type Loft,
  type LoftEnd,
  type LoftSection,
} from '../../solid/index.ts'
import { vec3, type Vec3 } from '../../space/index.ts'
import type { StepContext, StepMaker } from '../../evaluate/index.ts'
import { placesOf } from '../shared/copies.ts'
import { DOES, materialOfBody } from '../shared/body-parts.ts'
import { bodyOfOwnBoundary } from '../shared/one-boundary.ts'
import { regionsOfSketch } from '../shared/regions.ts'
import { SAMPLES, standsOn } from './stands-on.ts'
import { aligned, type Outline } from './aligned.ts'
import { allBuilt, refusal, unbuilt, type Built } from '../shared/refusal.ts'

/** Chord error of the picture, as a share of how far the outlines are apart and across. */
const PICTURE = 1 / 4000

export const loftMaker: StepMaker<LoftStep> = {
  cheaper: 'Outlines of fewer curves would fit.',
  evaluate(step, context) {
    const refuse = (code: string, message: string, field?: string) =>
      unbuilt(refusal(step, 'fit', `blended.${code}`, message, field))
    if (step.outlines.length < 2) return refuse('few', 'A blend needs two outlines or more.')
    const sections = allBuilt(step.outlines.map((o, i) => sectionOf(step, o, i + 1, context)))
    if (!sections.ok) return unbuilt(sections)
    const material = materialOfBody(step, context)
    if (!material.ok) return unbuilt(material)
    const met = aligned(sections.value)
    const pulls = ['startPull', 'endPull'].map((f) => context.number(f))
    for (const [i, pull] of pulls.entries())
      if (!(pull >= 0 && pull <= 10))
        return refuse('pull', 'A pull is from 0 to 10.', ['startPull', 'endPull'][i]!)
    const ends = allBuilt([
      endWay(step, 'start', [met[0]!, met[1]!], pulls[0]!, context),
      endWay(step, 'end', [met.at(-1)!, met.at(-2)!], pulls[1]!, context),
    ])
    if (!ends.ok) return unbuilt(ends)
    const blend: Loft = {
      sections: met,
      smooth: step.smooth,
      ends: [ends.value[0]!, ends.value[1]!],
    }
    const size = Math.max(
      ...met.flatMap((s) =>
        [0, 0.25, 0.5, 0.75].map((share) =>
          vec3.distance(placeOnOutline(s, share), placeOnOutline(met[0]!, 0)),
        ),
      ),
    )
    if (!(size > 0)) return refuse('flat', 'The outlines lie in one place; set their planes apart.')
    const chordError = context.chordError ?? PICTURE * size
    const value = loftVolume(blend)
    if (!(value > tolerance.noVolume * size ** 3) || foldsOver(blend))
      return refuse(
        'folds',
        'The blend folds into itself between its outlines: turn one of them, shift where they meet, or put another between.',
      )
    const { shell, edges } = loftBoundary(blend, chordError)
    const body = bodyOfOwnBoundary({
      step: step.id,
      solid: { kind: 'lofted', step: step.id, blend },
      shell,
      edges,
      chordError,
      material: material.value,
      volume: value,
      volumeBound: tolerance.loftVolume * value,
    })
    const places = placesOf(step, context, 'fit')
    if (!places.ok) return unbuilt(places)
    return { output: { bodies: [{ ...body, instances: places.value }] }, findings: [] }
  },
  summary: (_output, _display, step) =>
    step.does
      ? DOES[step.does.kind]
      : `${step.outlines.length} outlines, ${step.smooth ? 'smooth' : 'straight'}`,
}

function sectionOf(
  step: LoftStep,
  outline: LoftOutline,
  number: number,
  context: StepContext,
): Built<Outline> {
  const sketch = context.input(outline.sketch, 'sketch')
  const section = regionsOfSketch({ id: step.id, regions: outline.regions }, 'fit', sketch, context)
  if (!section.ok) return section
  const [region, ...others] = section.value
  if (others.length > 0 || region!.holes.length > 0)
    return refusal(
      step,
      'fit',
      `blended.outline-${number}`,
      `Outline ${number} has holes or is of several pieces; a blend goes from one closed outline to the next.`,
    )
  const shift = context.number(`outlines/${outline.id}/shift`) / 100
  return { ok: true, value: { plane: sketch.frame, loop: region!.outer, shift } }
}

/** The direction at an end: square to its plane, or that of what it stands on, to the side on which the blend is. */
function endWay(
  step: LoftStep,
  side: 'start' | 'end',
  [own, other]: readonly [LoftSection, LoftSection],
  pull: number,
  context: StepContext,
): Built<LoftEnd> {
  const kind = step.smooth ? step[side] : 'free'
  if (kind === 'free') return { ok: true, value: { kind } }
  const travel = side === 'start' ? 1 : -1
  const normal = vec3.cross(own.plane.x, own.plane.y)
  const across = vec3.sub(placeOnOutline(other, 0), placeOnOutline(own, 0))
  const toward = vec3.scale(normal, Math.sign(vec3.dot(normal, across)) || 1)
  if (kind === 'square') return { ok: true, value: { kind: 'along', way: vec3.scale(toward, travel), pull } }
  const stands = standsOn(step, side, own, context)
  if (!stands.ok) return stands
  // In the plane it goes to the side on which the other outline is, seen from above.
  let inside = 0
  for (let i = 0; i < SAMPLES; i++) {
    const share = i / SAMPLES
    const there = vec3.sub(placeOnOutline(other, share), placeOnOutline(own, share))
    inside += vec3.dot(there, inwardAt(own, share))
  }
  const inPlane = inside < -tolerance.onFace ? -1 : 1
  return { ok: true, value: { kind: 'tangent', forms: stands.value, toward, inPlane, travel, pull } }
}
/** Whether places round an outline turn back against the way across: their facets look inward. */
function foldsOver(blend: Loft): boolean {
  const { sections } = blend
  const n = 32
  for (let k = 0; k + 1 < sections.length; k++) {
    const [a, b] = [sections[k]!, sections[k + 1]!]
    const centre = (s: LoftSection): Vec3 =>
      vec3.scale(
        Array.from({ length: n }, (_, i) => placeOnOutline(s, i / n)).reduce((x, y) => vec3.add(x, y)),
        1 / n,
      )
    const [ca, cb] = [centre(a), centre(b)]
    let against = 0
    for (let i = 0; i < n; i++) {
      const [p, q] = [vec3.sub(placeOnOutline(a, i / n), ca), vec3.sub(placeOnOutline(b, i / n), cb)]
      if (vec3.dot(p, q) < 0) against++
    }
    // Most places meeting those on the other side: all lines across run through the middle.
    if (against > n / 2) return true
  }
  return false
}
