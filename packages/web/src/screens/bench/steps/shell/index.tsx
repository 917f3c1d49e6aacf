import { type ShellStep, type PickedFace, changeShell } from '@flexum/core/recipe'
import { faceWords } from '@flexum/core/solid'
import { useBench, usePart } from '../../context.ts'
import { StepField } from '../../inspector/StepField.tsx'
import type { PageKind } from '../page-kind.ts'
import { BodyChoice } from '../shared/BodyChoice.tsx'
import { BodyPanel } from '../shared/BodyPanel.tsx'
import { Glyph } from '../shared/Glyph.tsx'

export const hollowedPage: PageKind<ShellStep> = {
  Picture: () => <Glyph d="M4 7v17h18V7h-4v13H8V7Z" filled />,
  Inspector: ({ step }) => (
    <BodyPanel step={step}>
      <HollowedFields step={step} />
    </BodyPanel>
  ),
}

/** Which body gets a wall, how thick, and at which faces it is open. */
function HollowedFields({ step }: { readonly step: ShellStep }) {
  const { session } = useBench()
  const set = (open: readonly PickedFace[], label: string): void =>
    void session.run(changeShell, { step: step.id, choices: { open } }, { label })
  return (
    <>
      <BodyChoice
        step={step}
        label="Of"
        of={step.of}
        onChoose={(of) =>
          void session.run(
            changeShell,
            { step: step.id, choices: { of, open: [] } },
            { label: 'Wall of another body' },
          )
        }
      />
      <StepField step={step} field="wall" label="Wall" formula={step.wall} dimension="length" />
      <button
        type="button"
        className="btn btn-sm btn-success self-start"
        onClick={() =>
          session.pick({
            step: step.id,
            what: 'face',
            hint: 'Press a face at which it is open',
            chosen: step.open.map((f) => f.face),
            take: ({ of, name }) =>
              set(
                step.open.some((f) => f.face === name)
                  ? step.open.filter((f) => f.face !== name)
                  : [...step.open, { of, face: name }],
                'Open at a face',
              ),
          })
        }
      >
        Open a face
      </button>
      {step.open.length === 0 ? (
        <p className="muted">Closed all round: a hollow that nobody sees.</p>
      ) : (
        <ul aria-label="Open faces" className="flex flex-col gap-1">
          {step.open.map((f, i) => (
            <OpenFace key={f.face} f={f} set={set} step={step} i={i} />
          ))}
        </ul>
      )}
    </>
  )
}

/** One face that is left open. */
function OpenFace({
  f,
  set,
  step,
  i,
}: {
  readonly f: PickedFace
  readonly set: (open: readonly PickedFace[], label: string) => void
  readonly step: ShellStep
  readonly i: number
}) {
  const part = usePart()
  return (
    <li className="flex items-center gap-2">
      <span className="min-w-0 flex-1 truncate">
        {faceWords(f.face, (id) => part.steps.find((s) => s.id === id)?.name)}
      </span>
      <button
        type="button"
        className="btn btn-xs btn-paper"
        onClick={() =>
          set(
            step.open.filter((x) => x !== f),
            'Closed again',
          )
        }
      >
        Close<span className="sr-only"> face {i + 1}</span>
      </button>
    </li>
  )
}
