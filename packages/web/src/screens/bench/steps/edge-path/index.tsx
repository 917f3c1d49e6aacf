import { type EdgePathStep, changeEdgePath } from '@flexum/core/recipe'
import { partOf, type Session } from '../../../../bench/session.ts'
import { counted } from '../../../../ui/counted.ts'
import { useBench } from '../../context.ts'
import { EdgeButtons } from '../../picking/EdgeButtons.tsx'
import type { EdgeSet } from '../../picking/pick-edges.ts'
import type { PageKind } from '../page-kind.ts'
import { BodyChoice } from '../shared/BodyChoice.tsx'
import { reversePath } from '../../actions/nodes.ts'
import { Glyph } from '../shared/Glyph.tsx'
import { PathPanel } from '../shared/PathPanel.tsx'
import { UseInRun } from '../shared/UseInRun.tsx'

export const edgePathPage: PageKind<EdgePathStep> = {
  Picture: () => <Glyph copper d="M5 20l9 4 8-6V9l-9-4-8 5Z" />,
  Inspector: ({ step }) => (
    <PathPanel step={step}>
      <EdgePathFields step={step} />
    </PathPanel>
  ),
}

/** Along which edges of which body, and which way. */
function EdgePathFields({ step }: { readonly step: EdgePathStep }) {
  const { session } = useBench()
  const change = (choices: Parameters<typeof changeEdgePath>[1]['choices'], label: string): void =>
    void session.run(changeEdgePath, { step: step.id, choices }, { label })
  return (
    <div className="flex flex-col gap-1.5 px-3 py-2">
      <BodyChoice
        step={step}
        label="Along edges of"
        of={step.of}
        onChoose={(of) => change({ of, edges: [] }, 'Edges of another body')}
      />
      <EdgeButtons step={step} set={edgeSet(session, step.id)} />
      <p className="muted">
        {step.edges.length === 0
          ? 'No edge yet. Edges that run end to end are one path, in whichever order they are pressed.'
          : `${counted(step.edges.length, 'edge')} of the body; the path follows them when it changes.`}
      </p>
      <div className="flex gap-2">
        <button
          type="button"
          className="btn btn-xs btn-paper"
          aria-pressed={step.reversed}
          onClick={() => reversePath(session, step.id)}
        >
          Travel the other way
        </button>
        <UseInRun step={step.id} as="path" />
      </div>
    </div>
  )
}

function edgeSet(session: Session, id: string): EdgeSet {
  return {
    names() {
      const step = partOf(session.store.getState()).steps.find((s) => s.id === id)
      return step?.kind === 'edge-path' ? step.edges.map((e) => e.edge) : undefined
    },
    put: (of, names) =>
      void session.run(
        changeEdgePath,
        { step: id, choices: { of, edges: names.map((edge) => ({ edge })) } },
        { label: 'Edges of the path' },
      ),
  }
}
