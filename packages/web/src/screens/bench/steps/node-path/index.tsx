import { ArrowLeftRight, Plus } from 'lucide-react'
import { type NodePathStep, setClosed } from '@flexum/core/recipe'
import { selectionOf } from '../../../../bench/session.ts'
import { addNodeAfter, reversePath } from '../../actions/nodes.ts'
import { useBench, useSessionState } from '../../context.ts'
import type { PageKind } from '../page-kind.ts'
import { Glyph } from '../shared/Glyph.tsx'
import { PathPanel } from '../shared/PathPanel.tsx'
import { NodeHandles } from './NodeHandles.tsx'
import { SmoothFields } from './SmoothFields.tsx'
import { LeadTabs } from '../shared/leading/LeadTabs.tsx'
import { BendsFollowing, NodeTable, useNoBends } from './NodeTable.tsx'

export const nodePathPage: PageKind<NodePathStep> = {
  Picture: () => <Glyph copper dashed d="M6 22V12a4 4 0 0 1 4-4h5a3 3 0 0 1 3 3v1a3 3 0 0 0 3 3" />,
  Inspector: NodePathInspector,
  Handles: NodeHandles,
}

/** The nodes of a path as a table, and ways to change their order and number. */
function NodePathInspector({ step }: { readonly step: NodePathStep }) {
  const { session } = useBench()
  const node = useSessionState((s) => selectionOf(s).node)
  const none = useNoBends(step)
  const chosen = step.nodes.findIndex((n) => n.id === node)
  return (
    <PathPanel step={step}>
      <SmoothFields step={step} />
      <LeadTabs
        leads="nodes"
        none={none}
        nodes={<NodeTable step={step} />}
        bends={<BendsFollowing step={step} />}
      />
      <div className="flex flex-wrap items-center gap-2 px-3 py-2">
        <button
          type="button"
          className="btn btn-xs btn-paper"
          onClick={() => addNodeAfter(session, step.id, chosen >= 0 ? chosen : step.nodes.length - 1)}
        >
          <Plus size={12} aria-hidden /> Node
        </button>
        <button type="button" className="btn btn-xs btn-paper" onClick={() => reversePath(session, step.id)}>
          <ArrowLeftRight size={12} aria-hidden /> Reverse
        </button>
        <label className="flex items-center gap-1.5">
          <input
            type="checkbox"
            className="checkbox checkbox-xs"
            checked={step.closed}
            onChange={(e) =>
              session.run(setClosed, { step: step.id, closed: e.target.checked }, { label: 'Closed path' })
            }
          />
          Closed
        </label>
      </div>
    </PathPanel>
  )
}
