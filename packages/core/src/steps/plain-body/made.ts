import { PLAIN_SIZES, type PlainBodyStep } from './typed.ts'
import { TURN } from '../../num/index.ts'
import { FURTHEST, type PlaneFrame } from '../../path/index.ts'
import { arc2, line2 } from '../../plane/index.ts'
import { region, sectionProperties, type Section } from '../../profile/index.ts'
import { extrudedMesh, isFlatSide, type Extrusion } from '../../solid/index.ts'
import type { Vec3 } from '../../space/index.ts'
import { shortFigures, shortLength, type StepContext, type StepMaker } from '../../evaluate/index.ts'
import { placesOf } from '../shared/copies.ts'
import { DOES, materialOfBody } from '../shared/body-parts.ts'
import { bodyOfBoundary } from '../shared/one-boundary.ts'
import { refusal, unbuilt, type Built } from '../shared/refusal.ts'

export const plainBodyMaker: StepMaker<PlainBodyStep> = {
  cheaper: 'Other sizes would fit.',
  evaluate(step, context) {
    const material = materialOfBody(step, context)
    if (!material.ok) return unbuilt(material)
    const sizes = sizesOf(step, context)
    if (!sizes.ok) return unbuilt(sizes)
    const at: Vec3 = [context.number('x'), context.number('y'), context.number('z')]
    const extrusion: Extrusion = {
      section: sectionOf(step, context),
      plane: { origin: at, ...PLANES[step.axis] },
      from: 0,
      to: context.number('height'),
    }
    const largest = Math.max(...sizes.value)
    const chordError = context.chordError ?? PICTURE * largest
    const mesh = extrudedMesh(extrusion, chordError)
    const body = bodyOfBoundary({
      step: step.id,
      solid: { kind: 'extruded', step: step.id, ...extrusion },
      mesh,
      edges: mesh.edges,
      isFlat: isFlatSide(extrusion.section, mesh.edges),
      chordError,
      material: material.value,
      volume: sectionProperties(extrusion.section).area * extrusion.to,
    })
    const places = placesOf(step, context, 'fit')
    if (!places.ok) return unbuilt(places)
    return { output: { bodies: [{ ...body, instances: places.value }] }, findings: [] }
  },
  summary({ bodies }, display, step) {
    if (step.does) return DOES[step.does.kind]
    const solid = bodies?.[0]?.solid
    if (solid?.kind !== 'extruded') return ''
    const { box } = sectionProperties(solid.section)
    const [wide, deep] = [box.max[0] - box.min[0], box.max[1] - box.min[1]]
    const across =
      step.shape === 'block'
        ? `${shortFigures(wide, display)} × ${shortFigures(deep, display)}`
        : `⌀ ${shortFigures(wide, display)}`
    return `${across} × ${shortFigures(solid.to, display)}`
  },
}

/** Chord error of the picture, as a share of the largest size. */
const PICTURE = 1 / 4000

/** What lies across and what lies deep for a body along each axis. */
const PLANES: Readonly<Record<PlainBodyStep['axis'], Pick<PlaneFrame, 'x' | 'y'>>> = {
  x: { x: [0, 1, 0], y: [0, 0, 1] },
  y: { x: [0, 0, 1], y: [1, 0, 0] },
  z: { x: [1, 0, 0], y: [0, 1, 0] },
}

/** The sizes that count, each above nothing and not too far. */
function sizesOf(step: PlainBodyStep, context: StepContext): Built<readonly number[]> {
  for (const field of PLAIN_SIZES[step.shape]) {
    const size = context.number(field)
    if (!(size > 0)) {
      const message = `A ${step.shape} needs a ${field} above 0, not ${shortFigures(size, context.display)}.`
      return refusal(step, 'fit', 'plain-body.size', message, field)
    }
  }
  const sizes = PLAIN_SIZES[step.shape].map((f) => context.number(f))
  for (const field of [...PLAIN_SIZES[step.shape], 'x', 'y', 'z'] as const) {
    const size = Math.abs(context.number(field))
    if (size <= FURTHEST) continue
    const [is, most] = [size, FURTHEST].map((v) => shortLength(v, context.display))
    return refusal(step, 'fit', 'plain-body.size', `${field} is ${is}; ${most} is the most.`, field)
  }
  return { ok: true, value: sizes }
}

function sectionOf(step: PlainBodyStep, context: StepContext): Section {
  if (step.shape === 'cylinder') {
    const r = context.number('diameter') / 2
    return [region([arc2([0, 0], r, 0, TURN / 2), arc2([0, 0], r, TURN / 2, TURN / 2)])]
  }
  const [x, y] = [context.number('wide') / 2, context.number('deep') / 2]
  const corners = [
    [-x, -y],
    [x, -y],
    [x, y],
    [-x, y],
  ] as const
  return [region(corners.map((c, i) => line2(c, corners[(i + 1) % 4]!)))]
}
