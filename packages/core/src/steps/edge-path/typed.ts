import { array, string } from 'yup'
import { fail, fault, ok, type Id } from '../../base/index.ts'
import {
  baseFields,
  type StepBase,
  type StepKind,
  flagSchema,
  idSchema,
  LIMITS,
  record,
} from '../../document/index.ts'

/** A path along edges of a body, each by its name; they follow the body when it changes. */
export interface EdgePathStep extends StepBase {
  readonly kind: 'edge-path'
  readonly of: Id
  readonly edges: readonly { readonly edge: string }[]
  readonly reversed: boolean
}

declare module '../../document/registry.ts' {
  interface StepTypes {
    readonly 'edge-path': EdgePathStep
  }
}

const entry = record({
  edge: string()
    .strict()
    .required('the name of an edge is missing here')
    .max(LIMITS.pickedLength, 'this is no name of an edge'),
})

export const edgePathKind: StepKind<EdgePathStep> = {
  kind: 'edge-path',
  title: 'Path along edges',
  station: 'path',
  schema: record({
    ...baseFields,
    kind: string().strict().oneOf(['edge-path']).required(),
    of: idSchema,
    edges: array(entry).strict().required('a list of edges is missing here').max(LIMITS.picked),
    reversed: flagSchema,
  }),
  gives: ['path', 'table'],
  isBetweenFaces: true,
  inputs: (step) => [{ id: step.of, gives: 'bodies' }],
  fresh(base, around) {
    const of = around.last('bodies')
    if (of === undefined) return fail(fault('step.needs', 'A path along edges needs a body first'))
    return ok({ ...base, kind: 'edge-path', of, edges: [], reversed: false })
  },
  limits: (step) => [[step.edges.length, LIMITS.picked, 'edges']],
  mapFormulas: (step) => step,
  reversed: (step) => ({ ...step, reversed: !step.reversed }),
}
