import { mixed, string } from 'yup'
import type { Id } from '../../base/index.ts'
import type { Formula } from '../../units/index.ts'
import {
  flagSchema,
  formulaSchema,
  idSchema,
  record,
  recordByKind,
  mapFields,
  type FormulaVisitor,
} from '../../document/index.ts'

export const JOINTS = ['mitre', 'round', 'butt'] as const
export type JointName = (typeof JOINTS)[number]

/** What is made of tangent breaks: one kind for all, and others for some, by the id of their node or curve. */
export interface CornersEntry {
  readonly all: JointName
  readonly each: Readonly<Record<Id, JointName>>
}

/** A place along the path: by length, by share of it in percent, or at a node. */
export type PartLimit =
  | { readonly kind: 'length'; readonly at: Formula }
  | { readonly kind: 'percent'; readonly at: Formula }
  | { readonly kind: 'node'; readonly node: Id }

/** The stretch of the path that is used. */
export interface PartEntry {
  readonly from: PartLimit
  readonly to: PartLimit
}

interface EndBase {
  /** How far it goes on along the tangent. */
  readonly runOn: Formula
}

/** How an end is made. A hollow section is left open or closed by a plug. */
export type EndEntry =
  | (EndBase & { readonly kind: 'square'; readonly closed: boolean })
  /** Turned about the section's y (`across`) and x (`tilt`). */
  | (EndBase & {
      readonly kind: 'angled'
      readonly closed: boolean
      readonly across: Formula
      readonly tilt: Formula
    })
  | (EndBase & { readonly kind: 'domed'; readonly height: Formula })
  /** A mitred piece of a length to one side, back to the wall. */
  | (EndBase & { readonly kind: 'return'; readonly length: Formula; readonly toward: 'left' | 'right' })

export interface EndsEntry {
  readonly start: EndEntry
  readonly end: EndEntry
}

export const SQUARE_CUT: EndEntry = { kind: 'square', runOn: '0', closed: false }

const joint = string()
  .strict()
  .oneOf([...JOINTS], `a corner is one of ${JOINTS.join(', ')}`)

export const cornersSchema = record({
  all: joint.required('the kind of the corners is missing'),
  each: mixed<Record<string, JointName>>()
    .required('the list of single corners is missing')
    .test('joints', `each corner is one of ${JOINTS.join(', ')}`, (v) => {
      if (typeof v !== 'object' || v === null || Array.isArray(v)) return false
      return Object.values(v).every((k) => (JOINTS as readonly unknown[]).includes(k))
    }),
})
  .optional()
  .default(undefined)

const limit = recordByKind(
  { length: { at: formulaSchema }, percent: { at: formulaSchema }, node: { node: idSchema } },
  { unknown: 'a limit is one of length, percent, node', missing: 'a limit needs a kind' },
)

export const partSchema = record({ from: limit, to: limit }).optional().default(undefined)

const end = recordByKind(
  {
    square: { closed: flagSchema },
    angled: { closed: flagSchema, across: formulaSchema, tilt: formulaSchema },
    domed: { height: formulaSchema },
    return: {
      length: formulaSchema,
      toward: string().strict().oneOf(['left', 'right'], 'a return goes "left" or "right"').required(),
    },
  },
  { unknown: 'an end is one of square, angled, domed, return', missing: 'an end needs a kind' },
  { runOn: formulaSchema },
)

export const endsSchema = record({ start: end, end }).optional().default(undefined)

function mapLimit(of: PartLimit, prefix: string, visit: FormulaVisitor): PartLimit {
  if (of.kind === 'node') return of
  return mapFields(of, [['at', of.kind === 'length' ? 'length' : 'number']], prefix, visit)
}

export function mapPart(part: PartEntry, visit: FormulaVisitor): PartEntry {
  const from = mapLimit(part.from, 'part/from/', visit)
  const to = mapLimit(part.to, 'part/to/', visit)
  return from === part.from && to === part.to ? part : { from, to }
}

function mapEnd(of: EndEntry, prefix: string, visit: FormulaVisitor): EndEntry {
  const run = mapFields(of, [['runOn', 'length']], prefix, visit)
  switch (run.kind) {
    case 'square':
      return run
    case 'angled':
      return mapFields(
        run,
        [
          ['across', 'angle'],
          ['tilt', 'angle'],
        ],
        prefix,
        visit,
      )
    case 'domed':
      return mapFields(run, [['height', 'length']], prefix, visit)
    case 'return':
      return mapFields(run, [['length', 'length']], prefix, visit)
  }
}

export function mapEnds(ends: EndsEntry, visit: FormulaVisitor): EndsEntry {
  const start = mapEnd(ends.start, 'ends/start/', visit)
  const finish = mapEnd(ends.end, 'ends/end/', visit)
  return start === ends.start && finish === ends.end ? ends : { start, end: finish }
}
