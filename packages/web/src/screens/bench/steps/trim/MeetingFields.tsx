import { kindOf, type TrimStep, type Part, changeTrim } from '@flexum/core/recipe'
import { faceWords } from '@flexum/core/solid'
import { useBench, usePart } from '../../context.ts'
import { Choice } from '../../inspector/Choice.tsx'
import { bodiesBefore } from '../shared/bodies-before.ts'

const SIDES = { start: 'its start', end: 'its end' } as const
const REACHES = { outside: 'only to its outside', inside: 'through its wall, to the inside' } as const
const FACE = ' face'

/** Which end of which run meets what, how far, and whether both become one. */
export function MeetingFields({ step }: { readonly step: TrimStep }) {
  const { session } = useBench()
  const part = usePart()
  const change = (choices: Parameters<typeof changeTrim>[1]['choices'], label: string): void =>
    void session.run(changeTrim, { step: step.id, choices }, { label })
  const index = part.steps.findIndex((s) => s.id === step.id)
  const runs = part.steps.slice(0, index).filter((s) => kindOf(s).gives.includes('carried'))
  const { to } = step
  const bodies = bodiesBefore(part, step, to.kind === 'body' ? [to.body] : []).filter((s) => s.id !== step.of)
  const pick = (): void =>
    session.pick({
      step: step.id,
      what: 'face',
      hint: 'Press the face that the end should meet',
      chosen: to.kind === 'face' ? [to.on.face] : [],
      take: ({ of, name }) => change({ to: { kind: 'face', on: { of, face: name } } }, 'Meets a face'),
    })
  const named = (id: string): string => part.steps.find((s) => s.id === id)?.name ?? 'a body that is gone'
  const choices = [
    ...bodies.map((s) => [s.id, s.name] as const),
    ...(to.kind === 'body' && !bodies.some((s) => s.id === to.body)
      ? [[to.body, named(to.body)] as const]
      : []),
    [FACE, to.kind === 'face' ? faceWords(to.on.face, named) : 'a face…'] as const,
  ]
  return (
    <>
      <Choice
        label="Run"
        value={step.of}
        choices={runs.map((s) => [s.id, s.name] as const)}
        onChoose={(of) => change({ of, keeps: [] }, 'The end of another run')}
      />
      <Choice
        label="End"
        value={step.side}
        choices={SIDES}
        onChoose={(side) => change({ side, keeps: [] }, SIDES[side])}
      />
      <Choice
        label="Meets"
        value={to.kind === 'body' ? to.body : FACE}
        choices={choices}
        onChoose={(value) =>
          value === FACE ? pick() : change({ to: { kind: 'body', body: value }, keeps: [] }, 'Meets another')
        }
      />
      {to.kind === 'face' && (
        <button type="button" className="btn btn-xs btn-paper self-start" onClick={pick}>
          Press another face
        </button>
      )}
      {to.kind === 'body' && (
        <>
          <Choice
            label="Reaches"
            value={step.reach}
            choices={REACHES}
            onChoose={(reach) => change({ reach, keeps: [] }, REACHES[reach])}
          />
          <label className="flex items-center gap-2">
            <input
              type="checkbox"
              className="checkbox checkbox-sm"
              checked={step.joined}
              onChange={() => change({ joined: !step.joined }, step.joined ? 'Apart' : 'One body')}
            />
            Both become one body
          </label>
        </>
      )}
      <p className="muted" role="status" aria-label="What it does">
        {sentence(part, step)}
      </p>
    </>
  )
}

function sentence(part: Part, step: TrimStep): string {
  const named = (id: string): string => part.steps.find((s) => s.id === id)?.name ?? 'a body that is gone'
  const run = named(step.of)
  if (step.to.kind === 'face')
    return `The ${step.side} of ${run} is cut to the surface of a face, as far as that would go on.`
  const what = named(step.to.body)
  const far = step.reach === 'inside' ? `the inside of ${what}` : what
  return step.joined
    ? `The ${step.side} of ${run} is run on to ${far}, and both are one body.`
    : `The ${step.side} of ${run} is cut to fit ${far}.`
}
