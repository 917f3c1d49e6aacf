import { array, string } from 'yup'
import { fail, fault, ok, type Id } from '../../base/index.ts'
import {
  baseFields,
  mapFields,
  mapSame,
  type Input,
  type StepBase,
  type StepKind,
  flagSchema,
  formulaSchema,
  idSchema,
  LIMITS,
  record,
  recordByKind,
} from '../../document/index.ts'
import type { Formula } from '../../units/index.ts'
import { NO_FACE, pickedFaceSchema, type PickedFace } from '../shared/typed-picked.ts'

export const HOLE_HEADS = ['none', 'sink', 'bore'] as const

/** Where a hole is: at a place of a sheet, into it; or on a run at a station, from the side that a clock angle points to. */
export type HolePlace =
  | { readonly kind: 'sheet'; readonly sketch: Id; readonly x: Formula; readonly y: Formula }
  /** At a point of a sheet, into it. */
  | { readonly kind: 'point'; readonly sketch: Id; readonly point: Id }
  /** On a flat face, across and up on it as a sheet would lie there. */
  | { readonly kind: 'face'; readonly on: PickedFace; readonly x: Formula; readonly y: Formula }
  | { readonly kind: 'run'; readonly run: Id; readonly station: Formula; readonly clock: Formula }

/** One hole: where, how wide, how deep, and how it is widened where it begins. */
export interface HoleEntry {
  readonly id: Id
  readonly place: HolePlace
  readonly diameter: Formula
  readonly through: boolean
  readonly depth: Formula
  /** `sink`: a cone of an angle up to a diameter; `bore`: a wider hole to a depth. */
  readonly head: (typeof HOLE_HEADS)[number]
  readonly headDiameter: Formula
  readonly headAngle: Formula
  readonly headDepth: Formula
}

/** Holes in a body, a row each. */
export interface HolesStep extends StepBase {
  readonly kind: 'holes'
  readonly of: Id
  readonly rows: readonly HoleEntry[]
}

declare module '../../document/registry.ts' {
  interface StepTypes {
    readonly holes: HolesStep
  }
}

const place = recordByKind(
  {
    sheet: { sketch: idSchema, x: formulaSchema, y: formulaSchema },
    point: { sketch: idSchema, point: idSchema },
    face: { on: pickedFaceSchema, x: formulaSchema, y: formulaSchema },
    run: { run: idSchema, station: formulaSchema, clock: formulaSchema },
  },
  {
    unknown: 'a hole is placed on a sheet, at a point of one, on a face or on a run',
    missing: 'a hole needs a place',
  },
)

const row = record({
  id: idSchema,
  place,
  diameter: formulaSchema,
  through: flagSchema,
  depth: formulaSchema,
  head: string()
    .strict()
    .oneOf([...HOLE_HEADS], `the head of a hole is one of ${HOLE_HEADS.join(', ')}`)
    .required('a head is missing here'),
  headDiameter: formulaSchema,
  headAngle: formulaSchema,
  headDepth: formulaSchema,
})

/** A hole with sizes to start from. */
export const freshHole = (id: Id, at: HolePlace): HoleEntry => ({
  id,
  place: at,
  diameter: '6',
  through: true,
  depth: '10',
  head: 'none',
  headDiameter: '12',
  headAngle: '90 deg',
  headDepth: '5',
})

export const holesKind: StepKind<HolesStep> = {
  kind: 'holes',
  title: 'Holes',
  station: 'fit',
  schema: record({
    ...baseFields,
    kind: string().strict().oneOf(['holes']).required(),
    of: idSchema,
    rows: array(row).strict().required('a list of holes is missing here').max(LIMITS.holes),
  }),
  gives: ['bodies'],
  inputs: (step) => [
    { id: step.of, gives: 'bodies' },
    ...step.rows.map(({ place: at }): Input => {
      if (at.kind === 'run') return { id: at.run, gives: 'carried' }
      if (at.kind === 'face') return { id: at.on.of, gives: 'bodies' }
      return { id: at.sketch, gives: 'sketch' }
    }),
  ],
  takes: (step) => [step.of],
  fresh(base, around) {
    const of = around.last('bodies')
    if (of === undefined) return fail(fault('step.needs', 'Holes need a body first'))
    const [sketch, run] = [around.last('sketch'), around.last('carried')]
    // Of a body that is no run the face is pressed first.
    const at: HolePlace =
      run === of
        ? { kind: 'run', run, station: '20', clock: '0' }
        : sketch !== undefined
          ? { kind: 'sheet', sketch, x: '0', y: '0' }
          : { kind: 'face', on: { of, face: NO_FACE }, x: '0', y: '0' }
    return ok({ ...base, kind: 'holes', of, rows: [freshHole(around.ids('h')(), at)] })
  },
  ids: (step) => step.rows.map((r) => r.id),
  limits: (step) => [[step.rows.length, LIMITS.holes, 'holes']],
  placeOf(step, field) {
    const [, hole, column] = /^rows\/([^/]+)\/(.+)$/.exec(field) ?? []
    const index = step.rows.findIndex((r) => r.id === hole)
    return index < 0 ? undefined : { words: `Hole ${index + 1}, ${column}`, node: hole! }
  },
  mapFormulas(step, visit) {
    const rows = mapSame(step.rows, (r) => {
      const prefix = `rows/${r.id}/`
      const at: HolePlace =
        r.place.kind === 'sheet' || r.place.kind === 'face'
          ? mapFields<Extract<HolePlace, { kind: 'sheet' | 'face' }>>(
              r.place,
              [
                ['x', 'length'],
                ['y', 'length'],
              ],
              prefix,
              visit,
            )
          : r.place.kind === 'point'
            ? r.place
            : mapFields(
                r.place,
                [
                  ['station', 'length'],
                  ['clock', 'angle'],
                ],
                prefix,
                visit,
              )
      const sizes = mapFields(
        r,
        [
          ['diameter', 'length'],
          ['depth', 'length'],
          ['headDiameter', 'length'],
          ['headAngle', 'angle'],
          ['headDepth', 'length'],
        ],
        prefix,
        visit,
      )
      return at === r.place ? sizes : { ...sizes, place: at }
    })
    return rows === step.rows ? step : { ...step, rows }
  },
}
