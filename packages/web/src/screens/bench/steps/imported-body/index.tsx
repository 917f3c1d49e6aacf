import { IMPORT_TURNS, UNSAID, type ImportedBodyStep, changeImportedBody } from '@flexum/core/recipe'
import { LENGTH_UNITS } from '@flexum/core/units'
import { FileButton } from '../../../../ui/FileButton.tsx'
import { bringInBody } from '../../actions/body-in.ts'
import { useBench } from '../../context.ts'
import { Choice } from '../../inspector/Choice.tsx'
import { StepField } from '../../inspector/StepField.tsx'
import type { PageKind } from '../page-kind.ts'
import { BodyPanel } from '../shared/BodyPanel.tsx'
import { Glyph } from '../shared/Glyph.tsx'
import { useState } from 'react'

export const broughtBodyPage: PageKind<ImportedBodyStep> = {
  Picture: () => <Glyph d="M7 20l6 3 6-3v-8l-6-3-6 3ZM7 12l6 3 6-3M13 15v8M13 3v4M11 5l2 2 2-2" />,
  Inspector: ({ step }) => (
    <BodyPanel step={step}>
      <BroughtBodyFields step={step} />
    </BodyPanel>
  ),
}

const UNITS = [
  [UNSAID, 'not said'],
  ...LENGTH_UNITS.map((u) => [u, u] as const),
] as const satisfies readonly (readonly [ImportedBodyStep['unit'], string])[]

/** The file with its unit, whether it is mended, and where it lies. */
function BroughtBodyFields({ step }: { readonly step: ImportedBodyStep }) {
  const { session, compute } = useBench()
  const [reading, setReading] = useState(false)
  const change = (choices: Parameters<typeof changeImportedBody>[1]['choices'], label: string): void =>
    void session.run(changeImportedBody, { step: step.id, choices }, { label })
  const take = (file: File): void => {
    setReading(true)
    void bringInBody(session, compute, step, file).finally(() => setReading(false))
  }
  return (
    <>
      <p className="break-words">{step.mesh.file || <span className="muted">no file yet</span>}</p>
      <FileButton sort="mesh" className="btn-sm btn-paper" onFile={take}>
        {reading ? 'Reading…' : step.mesh.file ? 'Take another file…' : 'Take a file (STL, OBJ, 3MF)…'}
      </FileButton>
      {step.mesh.file && (
        <Choice
          label="Unit of the file"
          value={step.unit}
          choices={UNITS}
          onChoose={(unit) => change({ unit }, unit === UNSAID ? 'Unit not said' : `In ${unit}`)}
        />
      )}
      {step.unit !== UNSAID && (
        <>
          <label className="flex items-center gap-2">
            <input
              type="checkbox"
              className="checkbox checkbox-sm"
              checked={step.mended}
              onChange={(e) =>
                change({ mended: e.target.checked }, e.target.checked ? 'Mend it' : 'As it came')
              }
            />
            Mended: holes closed, all turned outward
          </label>
          <p className="muted">The origin of the file lies at</p>
          {(['x', 'y', 'z'] as const).map((field) => (
            <StepField
              key={field}
              step={step}
              field={field}
              label={field.toUpperCase()}
              formula={step[field]}
              dimension="length"
            />
          ))}
          <p className="muted">Turned about X, then Y, then Z</p>
          {IMPORT_TURNS.map((field) => (
            <StepField
              key={field}
              step={step}
              field={field}
              label={`About ${field.slice(-1)}`}
              formula={step[field]}
              dimension="angle"
            />
          ))}
        </>
      )}
    </>
  )
}
