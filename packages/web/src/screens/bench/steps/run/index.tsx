import type { RunStep } from '@flexum/core/recipe'
import type { RunView } from '../../../../bench/results.ts'
import { selectionOf } from '../../../../bench/session.ts'
import type { BenchView } from '../../../../scene/BenchView.ts'
import { useSessionState } from '../../context.ts'
import type { PageKind } from '../page-kind.ts'
import { Glyph } from '../shared/Glyph.tsx'
import { PartKnobs } from './PartKnobs.tsx'
import { RunInspector } from './RunInspector.tsx'
import { SectionHandles } from './SectionHandles.tsx'

export const runPage: PageKind<RunStep> = {
  Picture: () => <Glyph copper width={4.5} d="M8 22v-7a5 5 0 0 1 5-5h8" />,
  Inspector: ({ step }) => <RunInspector key={step.id} step={step} />,
  Handles: RunHandles,
}

/** The section's axes where the run starts, and the limits of the part of its path that it takes. */
function RunHandles(props: { readonly step: RunStep; readonly view: BenchView; readonly shown: RunView }) {
  const { step, view, shown } = props
  const station = useSessionState((s) => selectionOf(s).station)
  return (
    <>
      <SectionHandles view={view} shown={shown} step={step} />
      {station === 'run' && step.part && shown.path && (
        <PartKnobs view={view} step={step} path={shown.path.path} />
      )}
    </>
  )
}
