import type { ExtrudedStep } from '@flexum/core/document'
import { stepResult } from '../../../../bench/results.ts'
import { useSessionState } from '../../context.ts'
import { StationFindings } from '../../inspector/StationFindings.tsx'
import { Section } from '../../../../ui/Figures.tsx'
import { openSheet } from '../../actions/recipe.ts'
import type { PageKind } from '../page-kind.ts'
import { BodyFigures } from '../shared/BodyFigures.tsx'
import { DoingFields } from '../shared/DoingFields.tsx'
import { Glyph } from '../shared/Glyph.tsx'
import { ExtrudedFields } from './ExtrudedFields.tsx'

export const extrudedPage: PageKind<ExtrudedStep> = {
  Picture: () => <Glyph d="M5 20V13l6-4v7ZM11 9h10l-6 4H5M21 9v7l-6 4H5M15 13v7" />,
  Inspector,
  open: { label: 'Open the sheet', act: (session, step) => openSheet(session, step.sketch) },
}

function Inspector({ step }: { readonly step: ExtrudedStep }) {
  const result = useSessionState((s) => stepResult(s.result, step.id))
  const bodies = result?.output?.bodies ?? []
  return (
    <>
      <div className="px-3 pt-3 pb-1">
        <h2 className="heading">Extruded: {step.name}</h2>
      </div>
      <div className="flex flex-col gap-1.5 px-3 py-2">
        <ExtrudedFields step={step} />
        <DoingFields step={step} />
      </div>
      <StationFindings station="fit" />
      {bodies.map((body) => (
        <Section
          key={body.id}
          title="Body"
          aside={result?.stale ? <span className="muted">as it last was</span> : undefined}
        >
          <BodyFigures body={body} />
        </Section>
      ))}
    </>
  )
}
