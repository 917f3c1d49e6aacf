import { array, mixed, string } from 'yup'
import { fail, fault, ok, type Id } from '../../base/index.ts'
import {
  baseFields,
  mapFields,
  mapSame,
  type StepBase,
  type StepKind,
  formulaSchema,
  idSchema,
  isFormula,
  LIMITS,
  record,
} from '../../document/index.ts'
import type { Formula } from '../../units/index.ts'

export const FILLET_SHAPES = ['rounded', 'bevelled'] as const

/** One picked edge by its name; with a size of its own, or that of all. */
export interface FilletEdge {
  readonly id: Id
  readonly edge: string
  readonly size?: Formula
}

/** Edges of a body rounded or bevelled: outer ones are taken off, inner ones filled in. */
export interface FilletStep extends StepBase {
  readonly kind: 'edges'
  readonly of: Id
  readonly shape: (typeof FILLET_SHAPES)[number]
  /** The radius, or how far a bevel goes back on each face. */
  readonly size: Formula
  readonly edges: readonly FilletEdge[]
}

declare module '../../document/registry.ts' {
  interface StepTypes {
    readonly edges: FilletStep
  }
}

const entry = record({
  id: idSchema,
  edge: string()
    .strict()
    .required('the name of an edge is missing here')
    .max(LIMITS.pickedLength, 'this is no name of an edge'),
  size: mixed<Formula>()
    .optional()
    .test('formula', 'a size is a formula', (v) => v === undefined || isFormula(v)),
})

export const filletKind: StepKind<FilletStep> = {
  kind: 'edges',
  title: 'Edges',
  station: 'fit',
  called: (step) => (step.shape === 'rounded' ? 'Rounded edges' : 'Bevelled edges'),
  schema: record({
    ...baseFields,
    kind: string().strict().oneOf(['edges']).required(),
    of: idSchema,
    shape: string()
      .strict()
      .oneOf([...FILLET_SHAPES], `edges are ${FILLET_SHAPES.join(' or ')}`)
      .required('a shape is missing here'),
    size: formulaSchema,
    edges: array(entry).strict().required('a list of edges is missing here').max(LIMITS.picked),
  }),
  gives: ['bodies'],
  inputs: (step) => [{ id: step.of, gives: 'bodies' }],
  takes: (step) => [step.of],
  fresh(base, around) {
    const of = around.last('bodies')
    if (of === undefined) return fail(fault('step.needs', 'Edges need a body first'))
    return ok({ ...base, kind: 'edges', of, shape: 'rounded', size: '2', edges: [] })
  },
  ids: (step) => step.edges.map((e) => e.id),
  limits: (step) => [[step.edges.length, LIMITS.picked, 'edges']],
  placeOf(step, field) {
    const [, id] = /^edges\/([^/]+)\//.exec(field) ?? []
    const index = step.edges.findIndex((e) => e.id === id)
    return index < 0 ? undefined : { words: `Edge ${index + 1}, size`, node: id! }
  },
  mapFormulas(step, visit) {
    const sized = mapFields(step, [['size', 'length']], '', visit)
    const edges = mapSame(step.edges, (e) =>
      e.size === undefined
        ? e
        : mapFields(
            e as FilletEdge & { readonly size: Formula },
            [['size', 'length']],
            `edges/${e.id}/`,
            visit,
          ),
    )
    return edges === step.edges ? sized : { ...sized, edges }
  },
}
