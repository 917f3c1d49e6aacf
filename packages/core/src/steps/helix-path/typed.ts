import { lazy, mixed, string } from 'yup'
import { ok } from '../../base/index.ts'
import type { Formula } from '../../units/index.ts'
import {
  baseFields,
  mapFields,
  type FormulaVisitor,
  type StepBase,
  type StepKind,
  formulaSchema,
  record,
} from '../../document/index.ts'

/** Which two sizes of a coil are typed; the third follows. */
export const HELIX_BY = ['pitch-turns', 'pitch-height', 'turns-height'] as const
export type HelixBy = (typeof HELIX_BY)[number]

/** What goes on at an end of a coil, tangent to it. */
export type HelixEnd =
  | { readonly kind: 'straight'; readonly length: Formula }
  | { readonly kind: 'hook'; readonly radius: Formula; readonly angle: Formula; readonly length: Formula }

/** A path that winds up the Z axis, starting on the +X side of the origin: a helix, a cone or a flat spiral. */
export interface HelixPathStep extends StepBase {
  readonly kind: 'helix-path'
  /** Centreline radius. */
  readonly radius: Formula
  /** Rise per turn. */
  readonly pitch: Formula
  readonly turns: Formula
  readonly hand: 'right' | 'left'
  /** Pitch and turns where it is left out. */
  readonly by?: HelixBy
  readonly height?: Formula
  /** Radius at its end, where that is another. */
  readonly endRadius?: Formula
  /** Turns at each end that lie on each other, and their rise per turn. */
  readonly closed?: { readonly start: Formula; readonly end: Formula; readonly rise: Formula }
  readonly ends?: { readonly start?: HelixEnd; readonly end?: HelixEnd }
}

declare module '../../document/registry.ts' {
  interface StepTypes {
    readonly 'helix-path': HelixPathStep
  }
}

const endSchema = lazy((end: unknown) => {
  if (end === undefined) return mixed()
  const kind = (end as { kind?: unknown } | null)?.kind
  const known = string()
    .strict()
    .oneOf(['straight', 'hook'], 'an end is "straight" or "hook"')
    .required('an end needs a kind')
  return kind === 'hook'
    ? record({ kind: known, radius: formulaSchema, angle: formulaSchema, length: formulaSchema })
    : record({ kind: known, length: formulaSchema })
})
const closedSchema = lazy((closed: unknown) =>
  closed === undefined ? mixed() : record({ start: formulaSchema, end: formulaSchema, rise: formulaSchema }),
)
const endsSchema = lazy((ends: unknown) =>
  ends === undefined ? mixed() : record({ start: endSchema, end: endSchema }),
)
const maybeFormula = lazy((v: unknown) => (v === undefined ? mixed() : formulaSchema))

function mapEnd(end: HelixEnd, prefix: string, visit: FormulaVisitor): HelixEnd {
  if (end.kind === 'straight') return mapFields(end, [['length', 'length']], prefix, visit)
  return mapFields(
    end,
    [
      ['radius', 'length'],
      ['angle', 'angle'],
      ['length', 'length'],
    ],
    prefix,
    visit,
  )
}

function mapEnds(ends: NonNullable<HelixPathStep['ends']>, visit: FormulaVisitor): typeof ends {
  let mapped = ends
  for (const side of ['start', 'end'] as const) {
    const end = ends[side]
    const after = end && mapEnd(end, `ends/${side}/`, visit)
    if (after && after !== end) mapped = { ...mapped, [side]: after }
  }
  return mapped
}

/** The sizes that are typed: those that count, and the third as it last was. */
const sizesOf = ({ by = 'pitch-turns' }: HelixPathStep) =>
  ({
    'pitch-turns': [
      ['pitch', 'length'],
      ['turns', 'number'],
    ],
    'pitch-height': [
      ['pitch', 'length'],
      ['height', 'length'],
    ],
    'turns-height': [
      ['turns', 'number'],
      ['height', 'length'],
    ],
  })[by] as ['pitch' | 'turns' | 'height', 'length' | 'number'][]

export const helixPathKind: StepKind<HelixPathStep> = {
  kind: 'helix-path',
  title: 'Helix',
  station: 'path',
  schema: record({
    ...baseFields,
    kind: string().strict().oneOf(['helix-path']).required(),
    radius: formulaSchema,
    pitch: formulaSchema,
    turns: formulaSchema,
    hand: string()
      .strict()
      .oneOf(['right', 'left'], 'a hand is "right" or "left"')
      .required('a helix needs a hand'),
    by: string().strict().oneOf(HELIX_BY, 'two of pitch, turns and height are typed').optional(),
    height: maybeFormula,
    endRadius: maybeFormula,
    closed: closedSchema,
    ends: endsSchema,
  }),
  gives: ['path', 'table'],
  inputs: () => [],
  fresh: (base) => ok({ ...base, kind: 'helix-path', radius: '20', pitch: '10', turns: '5', hand: 'right' }),
  mapFormulas(step, visit) {
    const sizes = mapFields(
      step,
      [
        ['radius', 'length'],
        ...sizesOf(step),
        ...(step.endRadius === undefined ? [] : [['endRadius', 'length'] as const]),
      ],
      '',
      visit,
    )
    const closed =
      step.closed &&
      mapFields(
        step.closed,
        [
          ['start', 'number'],
          ['end', 'number'],
          ['rise', 'length'],
        ],
        'closed/',
        visit,
      )
    const ends = step.ends && mapEnds(step.ends, visit)
    const moved = closed === step.closed ? sizes : { ...sizes, closed: closed! }
    return ends === step.ends ? moved : { ...moved, ends: ends! }
  },
}
