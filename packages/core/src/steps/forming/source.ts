import type { Id } from '../../base/index.ts'
import type { Step } from '../../document/index.ts'
import {
  formulaCure,
  type Cure,
  formulaBound,
  shortBound,
  type StepContext,
  type PlacedNode,
} from '../../evaluate/index.ts'
import type { BendTable } from '../../forming/index.ts'
import { pathTangent, type Path } from '../../path/index.ts'

/** Where the bends of a run come from, and so what changes them. Bends and straights are counted from 0 as in the table of the run. */
export interface BendSource {
  node(bend: number): Id | undefined
  radiusField(bend: number): { readonly step: Id; readonly field: string } | undefined
  /** What makes a straight longer by so much. */
  lengthen(straight: number, by: number): Cure[]
  /** What makes two bends of one. */
  split(bend: number): Cure[]
}

/** The source of a table's bends: the path that they are typed in, as its nodes or as bends. Of other paths nothing is known. */
export function bendSource(
  source: Step | undefined,
  nodes: readonly PlacedNode[],
  typed: BendTable | undefined,
  run: { readonly path: Path; readonly table: BendTable },
  { display }: StepContext,
): BendSource {
  const { rows } = run.table
  const nodeOf = (bend: number): PlacedNode | undefined => {
    const origin = rows[bend]?.origin
    return origin?.kind === 'node' ? nodes[origin.index] : undefined
  }
  const called = (straight: number): string =>
    straight < rows.length ? `before bend ${straight + 1}` : 'after the last bend'
  return {
    node: (bend) => nodeOf(bend)?.id,
    radiusField(bend) {
      const node = nodeOf(bend)
      // Bends of a curve have one smallest radius for all.
      if (source?.kind === 'bent-path') return { step: source.id, field: 'radius' }
      if (!source || !node) return undefined
      return { step: source.id, field: node.radiusField ?? `nodes/${node.id}/radius` }
    },
    lengthen(straight, by) {
      if (source?.kind === 'bend-table') {
        const row = straight < rows.length ? nodeOf(straight)?.id : undefined
        const was = straight < rows.length ? typed?.rows[straight]?.length : typed?.last
        if (was === undefined || typed?.rows.length !== rows.length) return []
        if (straight < rows.length && row === undefined) return []
        const field = row === undefined ? 'last' : `rows/${row}/length`
        const label = `Make the straight ${called(straight)} ${shortBound(was + by, display, 'above')}`
        return [formulaCure(label, source.id, field, formulaBound(was + by, display, 'above'))]
      }
      if (source?.kind === 'bent-path') {
        const field = straight < rows.length ? 'straight' : 'last'
        const was = straight < rows.length ? (rows[straight]?.length ?? 0) : run.table.last
        const label = `Keep straights of ${shortBound(was + by, display, 'above')} ${straight < rows.length ? 'before bends' : 'after the last bend'}`
        return [formulaCure(label, source.id, field, formulaBound(was + by, display, 'above'))]
      }
      if (source?.kind !== 'node-path' || source.smooth || source.closed) return []
      const before = rows[straight - 1]
      // Bends that touch are one of several nodes: after which of them to lengthen is not told.
      if (before && before.segments[0] !== before.segments[1]) return []
      const node = straight === 0 ? nodes[0] : nodeOf(straight - 1)
      const index = node ? nodes.indexOf(node) : -1
      if (index < 0) return []
      const station = before ? run.path.starts[before.segments[1] + 1]! : 0
      const way = pathTangent(run.path, station)
      // The first straight grows at its free end, so that the bends stay.
      const moved = straight === 0 ? nodes.slice(0, 1) : nodes.slice(index + 1)
      const sign = straight === 0 ? -1 : 1
      return [
        {
          label: `Lengthen the straight ${called(straight)} by ${shortBound(by, display, 'above')}`,
          change: {
            do: 'shift-nodes',
            with: {
              step: source.id,
              nodes: moved.map((n) => n.id),
              by: [sign * by * way[0], sign * by * way[1], sign * by * way[2]],
            },
          },
        },
      ]
    },
    split(bend) {
      const row = nodeOf(bend)
      if (source?.kind !== 'bend-table' || !row) return []
      return [
        {
          label: `Make two bends of bend ${bend + 1}`,
          change: { do: 'split-bend', with: { step: source.id, row: row.id } },
        },
      ]
    },
  }
}
