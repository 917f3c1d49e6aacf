import type { TrimLevel, TrimPathStep } from '@flexum/core/document'
import { changeTrim, type TrimChoices } from '@flexum/core/edit'
import { stepResult, stepsGiving } from '../../../../bench/results.ts'
import { useBench, usePart, useSessionState } from '../../context.ts'
import { Choice } from '../../inspector/Choice.tsx'
import { StepField } from '../../inspector/StepField.tsx'
import type { PageKind } from '../page-kind.ts'
import { Glyph } from '../shared/Glyph.tsx'
import { PathPanel } from '../shared/PathPanel.tsx'
import { UseInRun } from '../shared/UseInRun.tsx'

export const trimPathPage: PageKind<TrimPathStep> = {
  Picture: () => <Glyph copper d="M5 20V8H21V20M5 12H21" />,
  Inspector: TrimInspector,
}

const LEVELS: Readonly<Record<TrimLevel, string>> = {
  floor: 'the floor',
  ceiling: 'the ceiling',
  height: 'a height',
}

/** At which level a line runs along walls, and along which of them. */
function TrimInspector({ step }: { readonly step: TrimPathStep }) {
  const { session } = useBench()
  const part = usePart()
  const walls = useSessionState((s) => stepResult(s.result, step.walls)?.output?.path?.pieces)
  const before = part.steps.slice(
    0,
    part.steps.findIndex((s) => s.id === step.id),
  )
  const rooms = stepsGiving({ ...part, steps: before }, 'path')
  const set = (choices: TrimChoices, label: string) =>
    session.run(changeTrim, { step: step.id, choices }, { label })
  const wallChoices = (all: string) => [
    ['', all] as const,
    ...(walls ?? []).map((id, i) => [id, `wall ${i + 1}`] as const),
  ]
  return (
    <PathPanel step={step}>
      <div className="flex flex-col gap-1.5 px-3 py-2">
        <Choice
          label="Along"
          value={step.walls}
          choices={rooms.map((r) => [r.id, r.name] as const)}
          onChoose={(id) => set({ walls: id, first: null, last: null }, 'Run along other walls')}
        />
        <Choice
          label="At"
          value={step.level}
          choices={LEVELS}
          onChoose={(level) => set({ level }, `Run at ${LEVELS[level]}`)}
        />
        {step.level === 'height' && (
          <StepField
            step={step}
            field="height"
            label="Above the floor"
            formula={step.height}
            dimension="length"
          />
        )}
        <Choice
          label="From wall"
          value={step.first ?? ''}
          choices={wallChoices('the first wall')}
          onChoose={(id) => set({ first: id === '' ? null : id }, 'Begin at another wall')}
        />
        <Choice
          label="To wall"
          value={step.last ?? ''}
          choices={wallChoices('the last wall')}
          onChoose={(id) => set({ last: id === '' ? null : id }, 'End at another wall')}
        />
        <div className="flex">
          <UseInRun step={step.id} as="path" />
        </div>
      </div>
    </PathPanel>
  )
}
