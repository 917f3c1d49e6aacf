import { type HalvedStep, type RunStep, changeHalved } from '@flexum/core/recipe'
import { useBench, usePart } from '../../context.ts'
import { Choice } from '../../inspector/Choice.tsx'
import { StepField } from '../../inspector/StepField.tsx'
import { PickFaceButton } from '../../picking/PickFaceButton.tsx'
import type { PageKind } from '../page-kind.ts'
import { BodyPanel } from '../shared/BodyPanel.tsx'
import { Glyph } from '../shared/Glyph.tsx'
import { bodiesBefore } from '../shared/bodies-before.ts'

export const halvedPage: PageKind<HalvedStep> = {
  Picture: ({ step }) => <Glyph d={`M13 5v20M11 10H5v10h6${step.mirrored ? 'M15 10h6v10h-6' : ''}`} />,
  Inspector: ({ step }) => (
    <BodyPanel step={step}>
      <HalvedFields step={step} />
    </BodyPanel>
  ),
}

const PLANES = { xy: 'XY', xz: 'XZ', yz: 'YZ', face: 'that of a flat face' } as const
const NORMALS = { xy: 'Z', xz: 'Y', yz: 'X' } as const
const ENDS = ['start', 'end'] as const
const FACE = 'Press the flat face in whose plane it is cut'

/** Which body, in which plane, what is kept, and whether it is mirrored. */
function HalvedFields({ step }: { readonly step: HalvedStep }) {
  const { session } = useBench()
  const part = usePart()
  const change = (choices: Parameters<typeof changeHalved>[1]['choices'], label: string): void =>
    void session.run(changeHalved, { step: step.id, choices }, { label })
  const bodies = bodiesBefore(part, step, [step.of])
  const along = step.plane === 'face' ? undefined : NORMALS[step.plane]
  const keeps = along
    ? ({ behind: `below, toward −${along}`, before: `above, toward +${along}` } as const)
    : ({ behind: 'behind the face', before: 'before the face' } as const)
  const pick = (): void =>
    session.pick({
      step: step.id,
      what: 'face',
      flat: true,
      hint: FACE,
      chosen: step.on ? [step.on.face] : [],
      take: ({ of, name }) =>
        change({ plane: 'face', on: { of, face: name }, keeps: 'behind' }, 'Half about a face'),
    })
  const of = part.steps.find((s) => s.id === step.of)
  const at = part.steps.findIndex((s) => s.id === step.id)
  const runs = part.steps.slice(0, at).filter((s) => s.kind === 'run')
  return (
    <>
      <Choice
        label="Of"
        value={step.of}
        choices={of ? bodies.map((s) => [s.id, s.name] as const) : [[step.of, 'a body that is gone']]}
        onChoose={(id) => change({ of: id }, 'Half of another body')}
      />
      <Choice
        label="Plane"
        value={step.plane}
        choices={PLANES}
        onChoose={(plane) => (plane === 'face' ? pick() : change({ plane }, PLANES[plane]))}
      />
      {step.plane === 'face' && (
        <PickFaceButton
          step={step}
          label="Press another"
          picked={step.on}
          hint={FACE}
          onPick={(on) => change({ on }, 'Half about another face')}
        />
      )}
      {along && <AlongChoice step={step} runs={runs} change={change} />}
      <StepField
        step={step}
        field="offset"
        label={along ? `Moved along ${along} by` : 'Moved out of the face by'}
        formula={step.offset}
        dimension="length"
      />
      <Choice
        label="Keeps"
        value={step.keeps}
        choices={keeps}
        onChoose={(k) => change({ keeps: k }, `Keeps ${keeps[k]}`)}
      />
      <label className="flex items-center gap-2">
        <input
          type="checkbox"
          className="checkbox checkbox-sm"
          checked={step.mirrored}
          onChange={() => change({ mirrored: !step.mirrored }, step.mirrored ? 'Cut only' : 'Mirrored')}
        />
        Mirrored and joined to itself
      </label>
      <p className="muted" role="status" aria-label="What it does">
        {step.mirrored
          ? `What is kept of ${of?.name ?? 'it'} is mirrored in the plane, and both are one body.`
          : `${of?.name ?? 'It'} is cut by the plane, and one side of it is kept.`}
      </p>
    </>
  )
}

function AlongChoice({
  step,
  runs,
  change,
}: {
  readonly step: HalvedStep
  readonly runs: RunStep[]
  readonly change: (choices: Parameters<typeof changeHalved>[1]['choices'], label: string) => void
}) {
  return (
    <Choice
      label="It goes through"
      value={step.through ? `${step.through.end} ${step.through.run}` : ''}
      choices={[
        ['', 'the origin'] as const,
        ...runs.flatMap((r) => ENDS.map((end) => [`${end} ${r.id}`, `the ${end} of ${r.name}`] as const)),
      ]}
      onChoose={(at) => {
        const [end, run] = [at.startsWith('end ') ? 'end' : 'start', at.slice(at.indexOf(' ') + 1)] as const
        change({ through: at === '' ? undefined : { run, end } }, 'Plane through')
      }}
    />
  )
}
