import { array, lazy, mixed, string } from 'yup'
import { ok, type Id } from '../../base/index.ts'
import { formulaText, type Formula } from '../../units/index.ts'
import {
  baseFields,
  mapFields,
  mapSame,
  type FormulaVisitor,
  type StepBase,
  type StepKind,
  flagSchema,
  formulaSchema,
  ID_FORM,
  idSchema,
  isFormula,
  LIMITS,
  record,
} from '../../document/index.ts'

export type NodeCorner = { readonly kind: 'bend'; readonly radius: Formula } | { readonly kind: 'sharp' }

/** A point the path's legs meet in. The corner of the first and last node of an open path is kept and not used. */
export interface NodeEntry {
  readonly id: Id
  readonly x: Formula
  readonly y: Formula
  readonly z: Formula
  readonly corner: NodeCorner
}

/** Which way a smooth curve sets off or arrives, along its travel, by the parts of a direction; and how far that holds. */
export interface SmoothEnd {
  readonly x: Formula
  readonly y: Formula
  readonly z: Formula
  readonly weight: Formula
}

/** A path typed as nodes in space with a corner each, or as one smooth curve through them. */
export interface NodePathStep extends StepBase {
  readonly kind: 'node-path'
  readonly closed: boolean
  readonly nodes: readonly NodeEntry[]
  /** It goes smoothly through its nodes, whose corners then do not count. */
  readonly smooth?: { readonly start?: SmoothEnd; readonly end?: SmoothEnd }
}

declare module '../../document/change.ts' {
  interface Changes {
    'shift-nodes': {
      readonly step: Id
      readonly nodes: readonly Id[]
      readonly by: readonly [number, number, number]
    }
  }
}

declare module '../../document/registry.ts' {
  interface StepTypes {
    readonly 'node-path': NodePathStep
  }
}

/** A node from texts; `radius` '' leaves it sharp. */
export function nodeEntry(id: string, x: Formula, y: Formula, z: Formula, radius: Formula = ''): NodeEntry {
  return { id, x, y, z, corner: radius === '' ? { kind: 'sharp' } : { kind: 'bend', radius } }
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

const wayFields = { x: formulaSchema, y: formulaSchema, z: formulaSchema, weight: formulaSchema }
const maybeWay = lazy((v: unknown) => (v === undefined ? mixed() : record(wayFields)))
const smoothSchema = lazy((v: unknown) =>
  v === undefined ? mixed() : record({ start: maybeWay, end: maybeWay }),
)

function mapSmooth(smooth: NonNullable<NodePathStep['smooth']>, visit: FormulaVisitor): typeof smooth {
  let mapped = smooth
  for (const side of ['start', 'end'] as const) {
    const way = smooth[side]
    if (!way) continue
    const after = mapFields(
      way,
      (['x', 'y', 'z', 'weight'] as const).map((key) => [key, 'number'] as const),
      `smooth/${side}/`,
      visit,
    )
    if (after !== way) mapped = { ...mapped, [side]: after }
  }
  return mapped
}

/** The same way looked at from its other end. */
const turnedRound = ({ x, y, z, weight }: SmoothEnd): SmoothEnd => {
  const minus = (f: Formula): Formula => {
    const text = formulaText(f).trim()
    const before = /^-\(([^()]*)\)$/.exec(text)?.[1]
    return before ?? `-(${text})`
  }
  return { x: minus(x), y: minus(y), z: minus(z), weight }
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
    smooth: smoothSchema,
  }),
  gives: ['path', 'table'],
  inputs: () => [],
  fresh(base, around) {
    const ids = around.ids('n')
    return ok({
      ...base,
      kind: 'node-path',
      closed: false,
      nodes: [nodeEntry(ids(), '0', '0', '0'), nodeEntry(ids(), '200', '0', '0')],
    })
  },
  ids: (step) => step.nodes.map((n) => n.id),
  limits: (step) => [[step.nodes.length, LIMITS.nodes, 'nodes']],
  placeOf(step, field) {
    const [, node, column] = /^nodes\/([^/]+)\/(.+)$/.exec(field) ?? []
    const index = step.nodes.findIndex((n) => n.id === node)
    return index < 0 ? undefined : { words: `Node ${index + 1}, ${column}`, node: node! }
  },
  // A closed path starts at its first node and keeps doing so.
  reversed: (step) => ({
    ...step,
    nodes: step.closed
      ? [...step.nodes.slice(0, 1), ...step.nodes.slice(1).reverse()]
      : [...step.nodes].reverse(),
    ...(step.smooth
      ? {
          smooth: {
            ...(step.smooth.end ? { start: turnedRound(step.smooth.end) } : {}),
            ...(step.smooth.start ? { end: turnedRound(step.smooth.start) } : {}),
          },
        }
      : {}),
  }),
  mapFormulas(step, visit) {
    const nodes = mapSame(step.nodes, (n) => mapNode(n, visit))
    const smooth = step.smooth && mapSmooth(step.smooth, visit)
    const moved = nodes === step.nodes ? step : { ...step, nodes }
    return smooth === step.smooth ? moved : { ...moved, smooth: smooth! }
  },
}
