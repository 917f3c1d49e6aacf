import { PLAIN_SIZES, type PlainBodyStep, changePlainBody } from '@flexum/core/recipe'
import { useBench } from '../../context.ts'
import { Choice } from '../../inspector/Choice.tsx'
import { StepField } from '../../inspector/StepField.tsx'
import type { PageKind } from '../page-kind.ts'
import { BodyPanel } from '../shared/BodyPanel.tsx'
import { Glyph } from '../shared/Glyph.tsx'

export const plainBodyPage: PageKind<PlainBodyStep> = {
  Picture: ({ step }) =>
    step.shape === 'block' ? (
      <Glyph d="M6 11l7-3 7 3v9l-7 3-7-3ZM6 11l7 3 7-3M13 14v9" />
    ) : (
      <Glyph d="M6 10c0-3 14-3 14 0s-14 3-14 0v10c0 3 14 3 14 0V10" />
    ),
  Inspector: ({ step }) => (
    <BodyPanel step={step}>
      <PlainBodyFields step={step} />
    </BodyPanel>
  ),
}

const SHAPES = { block: 'block', cylinder: 'cylinder' } as const
const AXES = { x: 'X', y: 'Y', z: 'Z, upright' } as const
const LABELS: Readonly<Record<string, string>> = {
  wide: 'Wide',
  deep: 'Deep',
  diameter: 'Diameter',
  height: 'Height',
}

/** What it is, along which axis, how large and where. */
function PlainBodyFields({ step }: { readonly step: PlainBodyStep }) {
  const { session } = useBench()
  const change = (choices: Parameters<typeof changePlainBody>[1]['choices'], label: string): void =>
    void session.run(changePlainBody, { step: step.id, choices }, { label })
  return (
    <>
      <Choice
        label="Shape"
        value={step.shape}
        choices={SHAPES}
        onChoose={(shape) => change({ shape }, `As a ${shape}`)}
      />
      {PLAIN_SIZES[step.shape].map((field) => (
        <StepField
          key={field}
          step={step}
          field={field}
          label={LABELS[field]!}
          formula={step[field]}
          dimension="length"
        />
      ))}
      <Choice
        label="Along"
        value={step.axis}
        choices={AXES}
        onChoose={(axis) => change({ axis }, `Along ${axis}`)}
      />
      <p className="muted">The middle of its foot stands at</p>
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
    </>
  )
}
