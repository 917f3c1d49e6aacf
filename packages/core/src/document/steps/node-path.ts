import { array, lazy, mixed, string } from 'yup'
import type { Id } from '../../base/index.ts'
import type { Formula } from '../../units/index.ts'
import { LIMITS } from '../limits.ts'
import { flagSchema, formulaSchema, ID_FORM, idSchema, isFormula, record } from '../schema-parts.ts'
import { baseFields, mapFields, mapSame, type FormulaVisitor, type StepBase, type StepKind } from './kind.ts'

export type NodeCorner = { readonly kind: 'bend'; readonly radius: Formula } | { readonly kind: 'sharp' }

/** A point the path's legs meet in. The corner of the first and last node of an open path is kept and not used. */
export interface NodeEntry {
  readonly id: Id
  readonly x: Formula
  readonly y: Formula
  readonly z: Formula
  readonly corner: NodeCorner
}

/** A path typed as nodes in space with a corner each. */
export interface NodePathStep extends StepBase {
  readonly kind: 'node-path'
  readonly closed: boolean
  readonly nodes: readonly NodeEntry[]
}

const cornerSchema = lazy((corner: unknown) => {
  const kind = (corner as { kind?: unknown } | null)?.kind
  const known = string()
    .strict()
    .oneOf(['bend', 'sharp'], 'a corner is "bend" or "sharp"')
    .required('a corner needs a kind')
  return kind === 'bend' ? record({ kind: known, radius: formulaSchema }) : record({ kind: known })
})

const nodesSchema = array(
  record({ id: idSchema, x: formulaSchema, y: formulaSchema, z: formulaSchema, corner: cornerSchema }),
)
  .strict()
  .required('a list of nodes is missing here')
  .max(LIMITS.nodes, `a path has at most ${LIMITS.nodes} nodes`)

/**
 * Whether it is a node, said at once: a path may have thousands, and the schema, which says what is wrong with one, takes a
 * hundred times as long over each.
 */
function isNode(v: unknown): boolean {
  if (typeof v !== 'object' || v === null || Object.keys(v).length !== 5) return false
  const { id, x, y, z, corner } = v as Record<string, unknown>
  if (typeof id !== 'string' || !ID_FORM.test(id) || ![x, y, z].every(isFormula)) return false
  if (typeof corner !== 'object' || corner === null) return false
  const { kind, radius } = corner as Record<string, unknown>
  const keys = Object.keys(corner).length
  return kind === 'sharp' ? keys === 1 : kind === 'bend' && keys === 2 && isFormula(radius)
}

function mapNode(node: NodeEntry, visit: FormulaVisitor): NodeEntry {
  const prefix = `nodes/${node.id}/`
  const moved = mapFields(
    node,
    [
      ['x', 'length'],
      ['y', 'length'],
      ['z', 'length'],
    ],
    prefix,
    visit,
  )
  if (node.corner.kind === 'sharp') return moved
  const corner = mapFields(node.corner, [['radius', 'length']], prefix, visit)
  return corner === node.corner ? moved : { ...moved, corner }
}

export const nodePathKind: StepKind<NodePathStep> = {
  kind: 'node-path',
  title: 'Path through nodes',
  station: 'path',
  schema: record({
    ...baseFields,
    kind: string().strict().oneOf(['node-path']).required(),
    closed: flagSchema,
    nodes: lazy((nodes: unknown) =>
      Array.isArray(nodes) && nodes.length <= LIMITS.nodes && nodes.every(isNode) ? mixed() : nodesSchema,
    ),
  }),
  inputs: () => [],
  mapFormulas(step, visit) {
    const nodes = mapSame(step.nodes, (n) => mapNode(n, visit))
    return nodes === step.nodes ? step : { ...step, nodes }
  },
}
