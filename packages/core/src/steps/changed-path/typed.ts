import { array, lazy, string } from 'yup'
import { fail, fault, ok, type Id } from '../../base/index.ts'
import type { DimensionName, Formula } from '../../units/index.ts'
import {
  baseFields,
  mapFields,
  type FormulaVisitor,
  type StepBase,
  type StepKind,
  formulaSchema,
  idSchema,
  record,
} from '../../document/index.ts'
import { MIRROR_PLANES } from '../shared/typed-copies.ts'

/** What becomes of corners on the outside of a path beside another. */
export const CORNERS_BESIDE = ['extended', 'rounded'] as const

/** What becomes of a path. Stations are lengths along it. */
export type PathChange =
  | { readonly kind: 'mirror'; readonly plane: (typeof MIRROR_PLANES)[number]; readonly offset: Formula }
  | { readonly kind: 'part'; readonly from: Formula; readonly to: Formula }
  /** A closed path begins there. */
  | { readonly kind: 'start'; readonly at: Formula }
  /** Others go on after it, straights that meet blended by an arc of a radius; 0 for none. */
  | { readonly kind: 'join'; readonly with: readonly Id[]; readonly radius: Formula }
  /** Beside it, to the left of its travel; to the right where negative. */
  | { readonly kind: 'beside'; readonly by: Formula; readonly corners: (typeof CORNERS_BESIDE)[number] }
  /** The line in space of which it is one view, and another flat path the other; none yet where it is null. */
  | { readonly kind: 'views'; readonly with: Id | null }
  | { readonly kind: 'straighten' }
  /** A straight is bent to an arc at the same length, toward a direction. */
  | {
      readonly kind: 'arc'
      readonly angle: Formula
      readonly x: Formula
      readonly y: Formula
      readonly z: Formula
    }
  /** One smooth curve of so many spans. */
  | { readonly kind: 'rebuild'; readonly spans: Formula }
  /** Corners that lie within a tolerance are left out. */
  | { readonly kind: 'simplify'; readonly within: Formula }
export type PathChangeKind = PathChange['kind']

/** The formula fields of each change. */
const FIELDS: { readonly [K in PathChangeKind]: readonly (readonly [string, DimensionName])[] } = {
  mirror: [['offset', 'length']],
  part: [
    ['from', 'length'],
    ['to', 'length'],
  ],
  start: [['at', 'length']],
  join: [['radius', 'length']],
  beside: [['by', 'length']],
  views: [],
  straighten: [],
  arc: [
    ['angle', 'angle'],
    ['x', 'number'],
    ['y', 'number'],
    ['z', 'number'],
  ],
  rebuild: [['spans', 'number']],
  simplify: [['within', 'length']],
}
export const PATH_CHANGES = Object.keys(FIELDS) as readonly PathChangeKind[]

/** A change with sizes to start from. */
export const FIRST_CHANGES: { readonly [K in PathChangeKind]: Extract<PathChange, { kind: K }> } = {
  mirror: { kind: 'mirror', plane: 'yz', offset: '0' },
  part: { kind: 'part', from: '0', to: '100 mm' },
  start: { kind: 'start', at: '0' },
  join: { kind: 'join', with: [], radius: '0' },
  beside: { kind: 'beside', by: '10 mm', corners: 'extended' },
  views: { kind: 'views', with: null },
  straighten: { kind: 'straighten' },
  arc: { kind: 'arc', angle: '90', x: '0', y: '1', z: '0' },
  rebuild: { kind: 'rebuild', spans: '8' },
  simplify: { kind: 'simplify', within: '0.5 mm' },
}

/** Most paths that go on after one. */
const MOST_JOINED = 50

/** A path made of others: mirrored, a part of it, joined, straightened, bent, rebuilt, simplified. */
export interface ChangedPathStep extends StepBase {
  readonly kind: 'changed-path'
  readonly path: Id
  readonly change: PathChange
}

declare module '../../document/registry.ts' {
  interface StepTypes {
    readonly 'changed-path': ChangedPathStep
  }
}

const changeSchema = lazy((v: unknown) => {
  const kind = (v as { kind?: unknown } | null)?.kind
  const known = string()
    .strict()
    .oneOf(PATH_CHANGES, `a path is changed by one of ${PATH_CHANGES.join(', ')}`)
    .required('it is missing here how the path is changed')
  const fields = PATH_CHANGES.includes(kind as PathChangeKind) ? FIELDS[kind as PathChangeKind] : []
  return record({
    kind: known,
    ...Object.fromEntries(fields.map(([name]) => [name, formulaSchema])),
    ...(kind === 'mirror'
      ? { plane: string().strict().oneOf(MIRROR_PLANES, 'a mirror is one of xy, xz, yz').required() }
      : {}),
    ...(kind === 'join'
      ? {
          with: array(idSchema)
            .strict()
            .required('a list of paths is missing here')
            .max(MOST_JOINED, `at most ${MOST_JOINED} paths are joined`),
        }
      : {}),
    ...(kind === 'views' ? { with: idSchema.nullable() } : {}),
    ...(kind === 'beside'
      ? {
          corners: string()
            .strict()
            .oneOf(CORNERS_BESIDE, `corners are one of ${CORNERS_BESIDE.join(', ')}`)
            .required(),
        }
      : {}),
  })
})

const mapChange = (change: PathChange, visit: FormulaVisitor): PathChange =>
  mapFields(change as never, FIELDS[change.kind] as never, 'change/', visit)

/** The other paths that a change takes in. */
function othersOf(change: PathChange): readonly Id[] {
  if (change.kind === 'join') return change.with
  return change.kind === 'views' && change.with !== null ? [change.with] : []
}

export const changedPathKind: StepKind<ChangedPathStep> = {
  kind: 'changed-path',
  title: 'Path from a path',
  station: 'path',
  schema: record({
    ...baseFields,
    kind: string().strict().oneOf(['changed-path']).required(),
    path: idSchema,
    change: changeSchema,
  }),
  gives: ['path', 'table'],
  inputs: (step) => [
    { id: step.path, gives: 'path' },
    ...othersOf(step.change).map((id) => ({ id, gives: 'path' as const })),
  ],
  fresh(base, around) {
    const path = around.last('path')
    if (path === undefined) return fail(fault('step.needs', 'A path from a path needs one first'))
    return ok({ ...base, kind: 'changed-path', path, change: FIRST_CHANGES.mirror })
  },
  mapFormulas(step, visit) {
    const change = mapChange(step.change, visit)
    return change === step.change ? step : { ...step, change }
  },
}
