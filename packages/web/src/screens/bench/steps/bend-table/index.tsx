import { ArrowLeftRight, Plus } from 'lucide-react'
import { useMemo } from 'react'
import { bendEntry, type BendTableStep, insertBend, type BendColumn } from '@flexum/core/recipe'
import { meetingPointsOf } from '@flexum/core/recipe/evaluated'
import { stepResult } from '../../../../bench/results.ts'
import { selectionOf } from '../../../../bench/session.ts'
import { newId } from '../../actions/ids.ts'
import { nodeBeyond, reversePath } from '../../actions/nodes.ts'
import { useBench, usePart, useSessionState } from '../../context.ts'
import { StepFields } from '../../inspector/StepFields.tsx'
import type { PageKind } from '../page-kind.ts'
import { BendHandles } from './BendHandles.tsx'
import { Glyph } from '../shared/Glyph.tsx'
import { faultsByRow } from '../shared/grid/faults.ts'
import type { GridLine } from '../shared/grid/lines.ts'
import { BendGrid } from '../shared/leading/BendGrid.tsx'
import { lastLine, nodeLines } from '../shared/leading/following.ts'
import { LeadTabs } from '../shared/leading/LeadTabs.tsx'
import { NodeGrid } from '../shared/leading/NodeGrid.tsx'
import { PathPanel } from '../shared/PathPanel.tsx'

export const bendTablePage: PageKind<BendTableStep> = {
  Picture: () => <Glyph copper d="M5 23h9a5 5 0 0 0 5-5v-4a5 5 0 0 1 5-5h1" />,
  Inspector: BendTableInspector,
  Handles: BendHandles,
}

/** The bends of a path as a table, and where it begins. */
function BendTableInspector({ step }: { readonly step: BendTableStep }) {
  const { session } = useBench()
  const part = usePart()
  const node = useSessionState((s) => selectionOf(s).node)
  const output = useSessionState((s) => stepResult(s.result, step.id)?.output)
  const chosen = step.rows.findIndex((r) => r.id === node)
  const none = output
    ? meetingPointsOf(output)
      ? undefined
      : 'A bend of half a turn or more has no node: its straights do not meet.'
    : 'There are no nodes yet: the bends make no path.'
  return (
    <PathPanel step={step}>
      <LeadTabs
        leads="bends"
        none={none}
        nodes={<NodesFollowing step={step} />}
        bends={<BendTable step={step} />}
      />
      <div className="flex flex-wrap items-center gap-2 px-3 py-2">
        <button
          type="button"
          className="btn btn-xs btn-paper"
          onClick={() => {
            const index = chosen >= 0 ? chosen + 1 : step.rows.length
            const before = step.rows[index - 1]
            const id = newId(part, 'n')
            const row = bendEntry(id, before?.length ?? '50', '0', '90', before?.radius ?? '25')
            session.run(
              insertBend,
              { step: step.id, index, row },
              { label: 'Add bend', select: { step: step.id, node: id } },
            )
          }}
        >
          <Plus size={12} aria-hidden /> Bend
        </button>
        <button type="button" className="btn btn-xs btn-paper" onClick={() => reversePath(session, step.id)}>
          <ArrowLeftRight size={12} aria-hidden /> Reverse
        </button>
      </div>
      <fieldset className="flex flex-col gap-1.5 px-3 pb-2">
        <legend className="pb-1 font-medium">Begins at</legend>
        <StepFields
          step={step}
          fields={[
            ['x', 'X', step.x, 'length'],
            ['y', 'Y', step.y, 'length'],
            ['z', 'Z', step.z, 'length'],
            ['heading', 'Heading from +X', step.heading, 'angle'],
            ['rise', 'Rises by', step.rise, 'angle'],
            ['roll', 'First bend turned by', step.roll, 'angle'],
          ]}
        />
      </fieldset>
    </PathPanel>
  )
}

/** The bends as they are typed. */
function BendTable({ step }: { readonly step: BendTableStep }) {
  const result = useSessionState((s) => stepResult(s.result, step.id))
  const lines = useMemo((): GridLine<BendColumn>[] => {
    const value = (field: string): number | undefined => result?.fields[field]?.value
    const rows = step.rows.map(({ id, length, rotation, angle, radius }, i): GridLine<BendColumn> => {
      const of = (column: BendColumn): number | undefined => value(`rows/${id}/${column}`)
      return {
        id,
        name: `bend ${i + 1}`,
        head: String(i + 1),
        // The first bend is turned where the table begins.
        formulas: { length, rotation: i === 0 ? undefined : rotation, angle, radius },
        values: { length: of('length'), rotation: of('rotation'), angle: of('angle'), radius: of('radius') },
      }
    })
    return [...rows, lastLine(step.end, step.last, value('last'))]
  }, [step, result])
  const faults = faultsByRow(result?.findings ?? [], (f) => {
    if (f.field === 'last') return [step.end, 'length']
    const [, row, column] = /^rows\/([^/]+)\/(.+)$/.exec(f.field ?? '') ?? []
    return row === undefined ? undefined : [row, column!]
  })
  return <BendGrid step={step.id} lines={lines} faults={faults} />
}

/** The nodes that follow from the bends. */
function NodesFollowing({ step }: { readonly step: BendTableStep }) {
  const part = usePart()
  const result = useSessionState((s) => stepResult(s.result, step.id))
  const { unit } = part.units.length
  const nodes = result?.output?.path?.nodes
  const lines = useMemo(() => {
    const radiusOf = (id: string) => {
      const row = step.rows.find((r) => r.id === id)
      return row && { formula: row.radius, value: result?.fields[`rows/${id}/radius`]?.value }
    }
    return nodeLines(nodes ?? [], radiusOf, unit)
  }, [nodes, step.rows, result, unit])
  const lead = result?.output && meetingPointsOf(result.output)
  return (
    <NodeGrid
      step={step.id}
      lines={lines}
      faults={NO_FAULTS}
      next={(after) => nodeBeyond(nodes ?? [], after, false)}
      lead={lead}
    />
  )
}

const NO_FAULTS = new Map()
