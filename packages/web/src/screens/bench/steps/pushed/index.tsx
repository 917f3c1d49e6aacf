import { NO_FACE, type PushedStep, changePushed } from '@flexum/core/recipe'
import { useBench } from '../../context.ts'
import { StepField } from '../../inspector/StepField.tsx'
import { PickFaceButton } from '../../picking/PickFaceButton.tsx'
import type { PageKind } from '../page-kind.ts'
import { BodyPanel } from '../shared/BodyPanel.tsx'
import { Glyph } from '../shared/Glyph.tsx'

export const pushedPage: PageKind<PushedStep> = {
  Picture: () => <Glyph d="M5 16h16v8H5ZM13 13V4M9.5 7.5L13 4l3.5 3.5" />,
  Inspector: ({ step }) => (
    <BodyPanel step={step}>
      <PushedFields step={step} />
    </BodyPanel>
  ),
}

/** Which flat face, and how far: out, or in below 0. */
function PushedFields({ step }: { readonly step: PushedStep }) {
  const { session } = useBench()
  return (
    <>
      <PickFaceButton
        step={step}
        label={step.on.face === NO_FACE ? 'Press a face' : 'Press another'}
        picked={step.on.face === NO_FACE ? undefined : step.on}
        hint="Press the flat face that is pushed"
        onPick={(on) =>
          session.run(changePushed, { step: step.id, choices: { of: on.of, on } }, { label: 'Pushed face' })
        }
      />
      <StepField step={step} field="by" label="Out by" formula={step.by} dimension="length" />
      <p className="muted">Straight out along its normal; below 0 it is pushed in.</p>
    </>
  )
}
