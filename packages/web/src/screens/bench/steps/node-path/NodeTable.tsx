import { useMemo } from 'react'
import { type NodePathStep, type NodeColumn } from '@flexum/core/recipe'
import { bendFiguresOf } from '@flexum/core/recipe/evaluated'
import { stepResult } from '../../../../bench/results.ts'
import { nodeBeyond } from '../../actions/nodes.ts'
import { usePart, useSessionState } from '../../context.ts'
import { faultsByRow } from '../shared/grid/faults.ts'
import type { GridLine } from '../shared/grid/lines.ts'
import { BendGrid } from '../shared/leading/BendGrid.tsx'
import { bendLines } from '../shared/leading/following.ts'
import { NodeGrid } from '../shared/leading/NodeGrid.tsx'

/** The nodes of a path as they are typed. */
export function NodeTable({ step }: { readonly step: NodePathStep }) {
  const result = useSessionState((s) => stepResult(s.result, step.id))
  const lines = useMemo((): GridLine<NodeColumn>[] => {
    const value = (id: string, column: string): number | undefined =>
      result?.fields[`nodes/${id}/${column}`]?.value
    const last = step.nodes.length - 1
    return step.nodes.map(({ id, x, y, z, corner }, i) => ({
      id,
      name: `node ${i + 1}`,
      head: String(i + 1),
      formulas: { x, y, z, radius: corner.kind === 'bend' ? corner.radius : '' },
      values: { x: value(id, 'x'), y: value(id, 'y'), z: value(id, 'z'), radius: value(id, 'radius') },
      // The corner of the first and the last of an open path does not count.
      ...(!step.closed && (i === 0 || i === last) ? { dim: ['radius'] as const } : {}),
    }))
  }, [step, result])
  const faults = faultsByRow(result?.findings ?? [], (f) => {
    const [, node, column] = /^nodes\/([^/]+)\/(.+)$/.exec(f.field ?? '') ?? []
    return node === undefined || f.node === undefined ? undefined : [node, column!]
  })
  const points = result?.nodePoints ?? []
  return (
    <NodeGrid
      step={step.id}
      lines={lines}
      faults={faults}
      next={(after) => nodeBeyond(points, after, step.closed)}
      smooth={step.smooth !== undefined}
    />
  )
}

/** The bends that follow from the nodes. */
export function BendsFollowing({ step }: { readonly step: NodePathStep }) {
  const part = usePart()
  const output = useSessionState((s) => stepResult(s.result, step.id)?.output)
  const table = useMemo(() => output && bendFiguresOf(output), [output])
  const { unit } = part.units.length
  const lines = useMemo(
    () => (table ? bendLines(table, step.nodes.at(-1)!.id, unit) : []),
    [table, step.nodes, unit],
  )
  return <BendGrid step={step.id} lines={lines} faults={NO_FAULTS} lead={table} />
}

const NO_FAULTS = new Map()

/** Why there is no bend table to follow from the nodes, if there is none. */
export function useNoBends(step: NodePathStep): string | undefined {
  const output = useSessionState((s) => stepResult(s.result, step.id)?.output)
  const table = useMemo(() => output && bendFiguresOf(output), [output])
  if (step.closed) return 'A closed path has no bend table: open it.'
  if (!output) return 'There is no bend table yet: the nodes make no path.'
  if (output.table?.notBendable !== undefined) return `No bend table: ${output.table.notBendable}.`
  return table ? undefined : 'These nodes have no bend table.'
}
