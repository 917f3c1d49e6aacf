import { tolerance } from '../../num/index.ts'
import { spend } from '../../base/index.ts'
import { UNSAID, type ImportedBodyStep } from './typed.ts'
import { FURTHEST } from '../../path/index.ts'
import {
  importedBoundary,
  healthOf,
  isWhole,
  mended,
  solidVolume,
  type MeshHealth,
} from '../../solid/index.ts'
import {
  boxSizes,
  boxWith,
  EMPTY_BOX,
  composed,
  transformPoint,
  shifted,
  turned,
  unpackMesh,
  type BareMesh,
  type Vec3,
} from '../../space/index.ts'
import { formatExact, LENGTH_FACTORS, LENGTH_UNITS, type LengthUnit } from '../../units/index.ts'
import type { Change } from '../../document/index.ts'
import {
  type Cure,
  type Finding,
  shortFigures,
  shortLength,
  type StepContext,
  type StepMaker,
} from '../../evaluate/index.ts'
import { placesOf } from '../shared/copies.ts'
import { DOES, materialOfBody } from '../shared/body-parts.ts'
import { bodyOfOwnBoundary } from '../shared/one-boundary.ts'
import { refusal, unbuilt } from '../shared/refusal.ts'

/** A triangle of what is brought in costs about so many units to look over and to show. */
const UNITS_PER_TRIANGLE = 200

export const importedBodyMaker: StepMaker<ImportedBodyStep> = {
  cheaper: 'A coarser mesh would fit.',
  evaluate(step, context) {
    const refuse = (code: string, message: string, cures: readonly Cure[] = []) =>
      unbuilt({
        fault: refusal(step, 'fit', `brought.${code}`, message).fault.map((f) => ({ ...f, cures })),
      })
    if (step.mesh.file === '' && step.mesh.corners === '')
      return refuse('none', 'No file is taken yet; take an STL, OBJ or 3MF file.')
    const read = unpackMesh(step.mesh)
    if (!read.ok)
      return refuse('broken', `What the part holds of the file cannot be read: ${read.fault.message}.`)
    if (read.value.triangles.length === 0) return refuse('empty', 'The file holds no triangle.')
    spend((UNITS_PER_TRIANGLE * read.value.triangles.length) / 3, 'the body from a file')
    if (step.unit === UNSAID) return refuse('unit', unitAsked(step, read.value), unitCures(step, read.value))
    const material = materialOfBody(step, context)
    if (!material.ok) return unbuilt(material)
    const asCame = healthOf(read.value)
    const own = step.mended && !isWhole(asCame) ? mended(read.value) : read.value
    const health = own === read.value ? asCame : healthOf(own)
    const said = wordsOf(health, LENGTH_FACTORS[step.unit], context)
    if (!isWhole(health)) {
      if (step.mended)
        return refuse(
          'unmended',
          `"${step.mesh.file}" cannot be mended: ${said} are left. Put it right where it was made, and take the file again.`,
        )
      return refuse(
        'unsound',
        `"${step.mesh.file}" is no closed body: it has ${said}. Mended, holes are closed with flat facets and all is turned to look outward.`,
        [cure(step, 'Mend it', { mended: true })],
      )
    }
    const mesh = placed(own, step.unit, context)
    const reach = mesh.positions.reduce((most, v) => Math.max(most, Math.abs(v)), 0)
    if (!(reach <= FURTHEST))
      return refuse(
        'far',
        `It reaches to ${shortLength(reach, context.display)}; ${shortLength(FURTHEST, context.display)} is the most. Is it in another unit?`,
      )
    const volume = solidVolume(mesh)
    if (!(volume > 0)) return refuse('flat', `"${step.mesh.file}" holds no volume.`)
    const { shell, forms } = importedBoundary(mesh)
    const body = bodyOfOwnBoundary({
      step: step.id,
      solid: { kind: 'imported', step: step.id, shell, forms },
      shell,
      edges: forms.length,
      chordError: tolerance.singlePrecision * reach,
      material: material.value,
      volume,
      volumeBound: tolerance.singlePrecision * volume,
    })
    const places = placesOf(step, context, 'fit')
    if (!places.ok) return unbuilt(places)
    const findings =
      own === read.value ? [] : [mendedFinding(step, wordsOf(asCame, LENGTH_FACTORS[step.unit], context))]
    return { output: { bodies: [{ ...body, instances: places.value }] }, findings }
  },
  summary({ bodies }, display, step) {
    if (step.does) return DOES[step.does.kind]
    const [body] = bodies ?? []
    if (!body) return ''
    const sizes = sizesOf(body.mesh.positions).map((v) => shortFigures(v, display))
    return sizes.join(' × ')
  },
}

/** The mesh in mm, where it stands. */
function placed({ positions, triangles }: BareMesh, unit: LengthUnit, context: StepContext): BareMesh {
  const factor = LENGTH_FACTORS[unit]
  const turns = (['x', 'y', 'z'] as const).map((axis) =>
    turned(axis, [0, 0, 0], context.number(`turn${axis.toUpperCase()}`)),
  )
  const at: Vec3 = [context.number('x'), context.number('y'), context.number('z')]
  const place = [...turns.slice(1), shifted(at)].reduce(composed, turns[0]!)
  const out = new Float64Array(positions.length)
  for (let i = 0; i < out.length; i += 3)
    out.set(
      transformPoint(place, [positions[i]! * factor, positions[i + 1]! * factor, positions[i + 2]! * factor]),
      i,
    )
  return { positions: out, triangles }
}

/** How far places reach along each axis. */
function sizesOf(positions: ArrayLike<number>): readonly [number, number, number] {
  let box = EMPTY_BOX
  for (let i = 0; i < positions.length; i += 3)
    box = boxWith(box, [positions[i]!, positions[i + 1]!, positions[i + 2]!])
  return boxSizes(box)
}

const sizeIn = (of: BareMesh, unit: LengthUnit): number =>
  Math.max(...sizesOf(of.positions)) * LENGTH_FACTORS[unit]

const unitAsked = (step: ImportedBodyStep, mesh: BareMesh): string =>
  `"${step.mesh.file}" does not say in which unit it is; its longest side is ${formatExact(Number(sizeIn(mesh, 'mm').toPrecision(4)))} of it. Choose the unit.`

const unitCures = (step: ImportedBodyStep, mesh: BareMesh): readonly Cure[] =>
  LENGTH_UNITS.map((unit) =>
    cure(
      step,
      `It is in ${unit}${unit === 'mm' ? '' : `: ${formatExact(Number(sizeIn(mesh, unit).toPrecision(4)))} mm long`}`,
      {
        unit,
      },
    ),
  )

type Choices = Extract<Change, { do: 'change-brought-body' }>['with']['choices']
const cure = (step: ImportedBodyStep, label: string, choices: Choices): Cure => ({
  label,
  change: { do: 'change-brought-body', with: { step: step.id, choices } },
})

const counted = (n: number, one: string, more = `${one}s`): string => `${n} ${n === 1 ? one : more}`

/** What is wrong with a mesh, in words. */
function wordsOf(h: MeshHealth, factor: number, context: StepContext): string {
  const [largest] = h.holes
  const at = largest?.at.map((v) => shortFigures(v * factor, context.display)).join(', ')
  const parts = [
    ...(largest
      ? [
          `${counted(h.holes.length, 'hole')}, ${h.holes.length > 1 ? 'the largest ' : ''}${shortLength(largest.across * factor, context.display)} across about (${at}) of the file`,
        ]
      : []),
    ...(h.insideOut.length > 0 ? [`${counted(h.insideOut.length, 'shell')} inside out`] : []),
    ...(h.disagreeing > 0 ? [`${counted(h.disagreeing, 'edge')} at which triangles look opposite ways`] : []),
    ...(h.spare > 0 ? [`${counted(h.spare, 'triangle')} too many`] : []),
  ]
  return parts.length > 1
    ? `${parts.slice(0, -1).join('; ')}; and ${parts.at(-1)!}`
    : (parts[0] ?? 'nothing wrong')
}

const mendedFinding = (step: ImportedBodyStep, had: string): Finding => ({
  id: `${step.id}:brought.mended`,
  severity: 'notes',
  code: 'brought.mended',
  message: `"${step.mesh.file}" was mended; it had ${had}.`,
  station: 'fit',
  step: step.id,
  cures: [],
})
