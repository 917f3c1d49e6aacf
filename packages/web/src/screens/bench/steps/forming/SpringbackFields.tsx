import {
  type FormingStep,
  type SpringbackBy,
  type TrialEntry,
  changeForming,
  pasteTrials,
  setFormula,
} from '@flexum/core/recipe'
import type { FormingGiven } from '@flexum/core/forming'
import { deg } from '@flexum/core/num'
import { formatDecimal, formatAngle } from '@flexum/core/units'
import { stepResult } from '../../../../bench/results.ts'
import { Figures, Section } from '../../../../ui/Figures.tsx'
import { newId, newIds } from '../../actions/ids.ts'
import { useBench, usePart, useSessionState } from '../../context.ts'
import { Choice } from '../../inspector/Choice.tsx'
import { faultsByRow } from '../shared/grid/faults.ts'
import { FormulaGrid } from '../shared/grid/FormulaGrid.tsx'
import type { GridColumn, GridFault, GridLine } from '../shared/grid/lines.ts'
import { TrialPlot } from './TrialPlot.tsx'
import { useMemo } from 'react'

const BY: Readonly<Record<SpringbackBy, string>> = {
  none: 'not at all',
  model: 'the model',
  trials: 'trial bends',
}
type Column = 'radius' | 'set' | 'got'
const COLUMNS: readonly GridColumn<Column>[] = [
  { key: 'radius', head: 'R', called: 'radius', dimension: 'length' },
  { key: 'set', head: 'set', called: 'angle set', dimension: 'angle' },
  { key: 'got', head: 'got', called: 'angle got', dimension: 'angle' },
]

/** By what springback is told, the trial bends with what they say, and how far they scatter. */
export function SpringbackFields({
  step,
  forming,
}: {
  readonly step: FormingStep
  readonly forming: FormingGiven | undefined
}) {
  const { session } = useBench()
  const fit = forming?.fit
  return (
    <>
      <div className="flex flex-col gap-1.5 px-3 py-2">
        <Choice<SpringbackBy>
          label="Springback by"
          value={step.springback}
          choices={BY}
          onChoose={(springback) =>
            session.run(
              changeForming,
              { step: step.id, choices: { springback } },
              { label: `Springback by ${BY[springback]}` },
            )
          }
        />
        {step.springback === 'model' && (
          <p className="muted">
            From yield strength and stiffness of the stock, for a solid section that does not harden: a start
            until there are trial bends.
          </p>
        )}
      </div>
      <Section title="Trial bends">
        <Trials step={step} />
      </Section>
      {fit && (
        <Section title="What they say">
          <TrialPlot step={step} fit={fit} />
          <Figures
            rows={[
              ['Offset', formatAngle(fit.offset, 3), String(deg(fit.offset))],
              ['For each degree', formatDecimal(fit.share, 5), String(fit.share)],
              fit.perRadius === 0
                ? undefined
                : ['more, for each mm of radius', formatDecimal(fit.perRadius, 6), String(fit.perRadius)],
              fit.scatter === undefined
                ? ['Scatter', 'not known: too few']
                : ['Scatter', formatAngle(fit.scatter, 3), String(deg(fit.scatter))],
            ]}
          />
        </Section>
      )}
    </>
  )
}

function Trials({ step }: { readonly step: FormingStep }) {
  const { session } = useBench()
  const part = usePart()
  const result = useSessionState((s) => stepResult(s.result, step.id))
  const lines = useMemo(
    () =>
      step.trials.map(({ id, radius, set, got }, i): GridLine<Column> => {
        const of = (c: Column) => result?.fields[`trials/${id}/${c}`]?.value
        return {
          id,
          name: `trial ${i + 1}`,
          head: String(i + 1),
          formulas: { radius, set, got },
          values: { radius: of('radius'), set: of('set'), got: of('got') },
        }
      }),
    [step.trials, result],
  )
  const faults = faultsByRow(result?.findings ?? [], (f) => {
    const [, row, column] = /^trials\/([^/]+)\/(.+)$/.exec(f.field ?? '') ?? []
    return row === undefined ? undefined : [row, column!]
  })
  const keep = (trials: readonly TrialEntry[], label: string) =>
    session.run(changeForming, { step: step.id, choices: { trials } }, { label })
  const add = (after: number): void => {
    const before = step.trials[after]
    const row = {
      id: newId(part, 't'),
      radius: before?.radius ?? '40',
      set: before?.set ?? '92',
      got: before?.got ?? '90',
    }
    keep(step.trials.toSpliced(after + 1, 0, row), 'Add a trial bend')
  }
  return (
    <>
      {step.trials.length === 0 ? (
        <p className="mb-2 muted">
          Bend a few pieces of this stock, measure them, and type what was set and what was got; or paste them
          from a spreadsheet.
        </p>
      ) : (
        <TrialsGrid step={step} lines={lines} faults={faults} keep={keep} add={add} />
      )}
      <button type="button" className="btn btn-xs btn-paper mt-2" onClick={() => add(step.trials.length - 1)}>
        Add a trial bend
      </button>
    </>
  )
}

/** The trial bends as rows. */
function TrialsGrid({
  step,
  lines,
  faults,
  keep,
  add,
}: {
  readonly step: FormingStep
  readonly lines: GridLine<Column>[]
  readonly faults: ReadonlyMap<string, GridFault>
  readonly keep: (trials: readonly TrialEntry[], label: string) => boolean
  readonly add: (after: number) => void
}) {
  const { session } = useBench()
  const part = usePart()
  return (
    <FormulaGrid
      label="Trial bends"
      step={step.id}
      columns={COLUMNS}
      lines={lines}
      faults={faults}
      onKeep={(id, column, formula) =>
        session.run(
          setFormula,
          { step: step.id, field: `trials/${id}/${column}`, formula },
          { label: 'Trial bend' },
        )
      }
      onRemove={(id) =>
        keep(
          step.trials.filter((t) => t.id !== id),
          'Take out a trial bend',
        )
      }
      onMove={(id, to) => {
        const row = step.trials.find((t) => t.id === id)!
        keep(step.trials.filter((t) => t !== row).toSpliced(to, 0, row), 'Move a trial bend')
      }}
      onAdd={add}
      onPaste={(row, column, cells) =>
        session.run(
          pasteTrials,
          { step: step.id, row, column, cells, newId: newIds(part, 't') },
          { label: 'Paste trial bends' },
        )
      }
    />
  )
}
