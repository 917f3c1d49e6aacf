import { string } from 'yup'
import { ok, type Id } from '../../base/index.ts'
import {
  baseFields,
  mapFields,
  type StepBase,
  type StepKind,
  flagSchema,
  formulaSchema,
  LIMITS,
  nameSchema,
  record,
  operationSchema,
  type Operation,
} from '../../document/index.ts'
import { LENGTH_UNITS, type Formula, type LengthUnit } from '../../units/index.ts'
import { copiesSchema, withCopies, type CopiesEntry } from '../shared/typed-copies.ts'
import { FIRST_MATERIAL, materialSchema, type MaterialEntry } from '../stock-profile/typed.ts'

/** The unit of a file that does not say one, until somebody does. */
export const UNSAID = 'unsaid'

/** The mesh of a file as it came, in the file's own unit; without a file all is empty. */
export interface ImportedMesh {
  /** What the file was called. */
  readonly file: string
  /** See `packMesh`. */
  readonly places: string
  readonly corners: string
}

/** A body that was brought in as a mesh. */
export interface ImportedBodyStep extends StepBase {
  readonly kind: 'brought-body'
  readonly mesh: ImportedMesh
  readonly unit: LengthUnit | typeof UNSAID
  /** Its openings are closed, and what is inside out is turned. */
  readonly mended: boolean
  /** Where the origin of the file lies. */
  readonly x: Formula
  readonly y: Formula
  readonly z: Formula
  /** Turned about the axes through the origin of the file, one after the other. */
  readonly turnX: Formula
  readonly turnY: Formula
  readonly turnZ: Formula
  readonly does?: Operation
  readonly copies?: readonly CopiesEntry[]
  readonly material: MaterialEntry
}

declare module '../../document/change.ts' {
  interface Changes {
    'change-brought-body': {
      readonly step: Id
      readonly choices: Partial<Pick<ImportedBodyStep, 'unit' | 'mended'>>
    }
  }
}

declare module '../../document/registry.ts' {
  interface StepTypes {
    readonly 'brought-body': ImportedBodyStep
  }
}

const SHIFTS = ['x', 'y', 'z'] as const
export const IMPORT_TURNS = ['turnX', 'turnY', 'turnZ'] as const

const packed = string()
  .strict()
  .defined('the mesh is missing here')
  .max(LIMITS.packed, 'the mesh is larger than a part holds')
  .matches(/^[A-Za-z0-9+/]*={0,2}$/, 'the mesh is written as base64')

export const importedBodyKind: StepKind<ImportedBodyStep> = {
  kind: 'brought-body',
  title: 'Body from a file',
  station: 'fit',
  schema: record({
    ...baseFields,
    kind: string().strict().oneOf(['brought-body']).required(),
    mesh: record({ file: nameSchema, places: packed, corners: packed }),
    unit: string()
      .strict()
      .oneOf([...LENGTH_UNITS, UNSAID], `a unit is one of ${[...LENGTH_UNITS, UNSAID].join(', ')}`)
      .required('a unit is missing here'),
    mended: flagSchema,
    ...Object.fromEntries([...SHIFTS, ...IMPORT_TURNS].map((f) => [f, formulaSchema])),
    does: operationSchema,
    copies: copiesSchema,
    material: materialSchema,
  }),
  gives: ['bodies'],
  inputs: () => [],
  fresh: (base) =>
    ok({
      ...base,
      kind: 'brought-body',
      mesh: { file: '', places: '', corners: '' },
      unit: UNSAID,
      mended: false,
      x: '0',
      y: '0',
      z: '0',
      turnX: '0 deg',
      turnY: '0 deg',
      turnZ: '0 deg',
      material: FIRST_MATERIAL,
    }),
  ids: (step) => (step.copies ?? []).map((c) => c.id),
  texts: (step) => [
    [step.material.name, 'the material'],
    [step.mesh.file, 'the file'],
  ],
  mapFormulas(whole, visit) {
    const step = withCopies(whole, visit)
    const mapped = mapFields(
      step,
      [...SHIFTS.map((f) => [f, 'length'] as const), ...IMPORT_TURNS.map((f) => [f, 'angle'] as const)],
      '',
      visit,
    )
    const material = mapFields(step.material, [['density', 'density']], 'material/', visit)
    return material === step.material ? mapped : { ...mapped, material }
  },
}
