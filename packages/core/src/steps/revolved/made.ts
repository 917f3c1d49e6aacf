import { TURN, tolerance } from '../../num/index.ts'
import type { RevolvedStep } from './typed.ts'
import { vec2, type Vec2 } from '../../plane/index.ts'
import type { Section } from '../../profile/index.ts'
import {
  isFlatRevolved,
  reachBeside,
  revolvedMesh,
  revolvedVolume,
  type Revolution,
} from '../../solid/index.ts'
import { BUILT_IN, placesOf } from '../../sketch/index.ts'
import { type SketchGiven, shortLength, type StepContext, type StepMaker } from '../../evaluate/index.ts'
import { placesOf as copiesOf } from '../shared/copies.ts'
import { DOES, materialOfBody } from '../shared/body-parts.ts'
import { bodyOfBoundary } from '../shared/one-boundary.ts'
import { edgeNamesOf, regionsOfSketch } from '../shared/regions.ts'
import { refusal, unbuilt, type Built } from '../shared/refusal.ts'
import { walledChain } from './walled-chain.ts'

export const revolvedMaker: StepMaker<RevolvedStep> = {
  cheaper: 'Regions of fewer curves would fit.',
  evaluate(step, context) {
    const sketch = context.input(step.sketch, 'sketch')
    const section = step.wall
      ? walledChain(step, step.wall, sketch, context)
      : regionsOfSketch(step, 'fit', sketch, context)
    if (!section.ok) return unbuilt(section)
    const material = materialOfBody(step, context)
    if (!material.ok) return unbuilt(material)
    const turned = revolutionOf(step, section.value, sketch, context)
    if (!turned.ok) return unbuilt(turned)
    const { left } = reachBeside(section.value, turned.value.at, turned.value.along)
    const chordError = context.chordError ?? PICTURE * 2 * left
    const mesh = revolvedMesh(turned.value, chordError)
    const body = bodyOfBoundary({
      step: step.id,
      solid: { kind: 'revolved', step: step.id, ...turned.value },
      mesh,
      edges: mesh.edges,
      isFlat: isFlatRevolved(turned.value, mesh.edges),
      chordError,
      material: material.value,
      volume: revolvedVolume(turned.value),
    })
    const places = copiesOf(step, context, 'fit')
    if (!places.ok) return unbuilt(places)
    return { output: { bodies: [{ ...body, instances: places.value }] }, findings: [] }
  },
  summary({ bodies }, display, step) {
    if (step.does) return DOES[step.does.kind]
    const solid = bodies?.[0]?.solid
    if (solid?.kind !== 'revolved') return ''
    const { left } = reachBeside(solid.section, solid.at, solid.along)
    return `${shortLength(2 * left, display)} across`
  },
}

/** Chord error of the picture, as a share of the body's width across. */
const PICTURE = 1 / 4000

/** The section with its axis on its right, as it is turned. */
function revolutionOf(
  step: RevolvedStep,
  section: Section,
  sketch: SketchGiven,
  context: StepContext,
): Built<Revolution> {
  const line = [...sketch.entities, ...BUILT_IN].find((e) => e.id === step.axis)
  if (line?.kind !== 'line')
    return refusal(
      step,
      'fit',
      'turned.axis',
      `The line that "${step.name}" is turned about is not in the sketch; choose another.`,
    )
  const place = placesOf(sketch.entities)
  const [a, b] = [place(line.from), place(line.to)]
  if (!(vec2.distance(a, b) > tolerance.vanishes))
    return refusal(step, 'fit', 'turned.axis', 'The line to turn about has no length.')
  const angle = context.number('angle')
  if (!(Math.abs(angle) > tolerance.sameDirection) || Math.abs(angle) > TURN + tolerance.wholeTurn) {
    const message = 'It is turned by an angle that is not 0, up to a whole turn of 360 degrees.'
    return refusal(step, 'fit', 'turned.angle', message, 'angle')
  }
  const along = vec2.scale(vec2.sub(b, a), 1 / vec2.distance(a, b))
  const { left, right } = reachBeside(section, a, along)
  const over = Math.min(left, right)
  if (over > tolerance.overAxis * Math.max(left, right)) {
    const message = `What is turned lies on both sides of its axis, by ${shortLength(over, context.display)} on the one; it would run into itself. Move the axis or the outline.`
    return refusal(step, 'fit', 'turned.crosses', message)
  }
  const turnedOver: Vec2 = vec2.scale(along, -1)
  return {
    ok: true,
    value: {
      section,
      plane: sketch.frame,
      at: a,
      along: left >= right ? along : turnedOver,
      angle,
      ...(step.wall ? {} : { edgeNames: edgeNamesOf(section, sketch) }),
    },
  }
}
