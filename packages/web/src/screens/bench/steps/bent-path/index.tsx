import { useRef, useState } from 'react'
import {
  stepOf,
  type BentPathStep,
  changeBentPath,
  setFormula,
  typeBends,
  type Step,
} from '@flexum/core/recipe'
import { bendFiguresOf, type StepResult } from '@flexum/core/recipe/evaluated'
import { formatExact, LENGTH_FACTORS, typedFormula } from '@flexum/core/units'
import { stepResult, stepsGiving } from '../../../../bench/results.ts'
import { newIds } from '../../actions/ids.ts'
import { borneBy } from '../../actions/recipe.ts'
import { useBench, usePart, useSessionState, useUnits } from '../../context.ts'
import { Choice } from '../../inspector/Choice.tsx'
import { StepField } from '../../inspector/StepField.tsx'
import { StepFields } from '../../inspector/StepFields.tsx'
import type { PageKind } from '../page-kind.ts'
import { Glyph } from '../shared/Glyph.tsx'
import { UseInRun } from '../shared/UseInRun.tsx'
import { PathPanel } from '../shared/PathPanel.tsx'
import { DeviationPlot } from './DeviationPlot.tsx'

export const bentPathPage: PageKind<BentPathStep> = {
  Picture: () => <Glyph copper d="M3 22h5l6-12h6l3 5M4 25c6 0 7-16 18-12" />,
  Inspector: BentPathInspector,
}

/** A curve as bends: which it follows, how far they may lie off, and what they must keep to. */
function BentPathInspector({ step }: { readonly step: BentPathStep }) {
  const { session } = useBench()
  const part = usePart()
  const result = useSessionState((s) => stepResult(s.result, step.id))
  const at = part.steps.indexOf(stepOf(part, step.id)!)
  const paths = stepsGiving({ ...part, steps: part.steps.slice(0, at) }, 'path')
  const follows = result?.output?.path?.follows
  const borne = borneBy(part, step.id)
  return (
    <PathPanel step={step}>
      <ForceFields step={step} paths={paths} result={result} />
      {Object.keys(borne).length > 0 && (
        <div className="px-3 pb-2">
          <button
            type="button"
            className="btn btn-xs btn-paper"
            title="The tightest bend of the stock, and what the clamp and the pressure die need"
            onClick={() => {
              const mergeKey = `borne-${step.id}-${performance.now()}`
              for (const [field, formula] of Object.entries(borne))
                session.run(
                  setFormula,
                  { step: step.id, field, formula },
                  { label: 'As stock and bender bear', mergeKey },
                )
            }}
          >
            As stock and bender bear
          </button>
        </div>
      )}
      {follows?.off && (
        <DeviationPlot follows={{ ...follows, off: follows.off }} stale={result?.stale ?? false} />
      )}
      <BentPathButtons result={result} step={step} />
    </PathPanel>
  )
}

function ForceFields({
  step,
  paths,
  result,
}: {
  readonly step: BentPathStep
  readonly paths: readonly Step[]
  readonly result: StepResult | undefined
}) {
  const { session } = useBench()
  return (
    <div className="flex flex-col gap-1.5 px-3 py-2">
      <Choice
        label="Follows"
        value={step.path}
        choices={paths.map((p) => [p.id, p.name] as const)}
        onChoose={(path) =>
          session.run(changeBentPath, { step: step.id, choices: { path } }, { label: 'Follow another path' })
        }
      />
      <StepField
        step={step}
        field="tolerance"
        label="May lie off by"
        formula={step.tolerance}
        dimension="length"
      />
      <ToleranceSlider step={step} value={result?.fields['tolerance']?.value} />
      <StepFields
        step={step}
        fields={[
          ['radius', 'Smallest radius', step.radius, 'length'],
          ['straight', 'Straight before a bend', step.straight, 'length'],
          ['last', 'Straight after the last', step.last, 'length'],
        ]}
      />
    </div>
  )
}

function BentPathButtons({
  result,
  step,
}: {
  readonly result: StepResult | undefined
  readonly step: BentPathStep
}) {
  const part = usePart()
  const { session } = useBench()
  return (
    <div className="flex gap-2 px-3 pb-2">
      <button
        type="button"
        className="btn btn-xs btn-paper"
        disabled={!result?.output || result.stale}
        title="The bends stand as they are in a bend table from then on, and follow the curve no more"
        onClick={() => {
          const newId = newIds(part, 'n')
          const table = result?.output && bendFiguresOf(result.output, newId)
          if (table)
            session.run(
              typeBends,
              { step: step.id, table, first: newId(), end: newId() },
              { label: 'Type the bends' },
            )
        }}
      >
        Type these bends
      </button>
      <UseInRun step={step.id} as="path" />
    </div>
  )
}

/** The least and the most that the slider goes to, mm. */
const FINEST = 0.1
const COARSEST = 20
/** What comes of a drag is worked out at most so often, ms. */
const PACE = 120

/** The tolerance dragged, with what comes of it following. */
function ToleranceSlider({
  step,
  value,
}: {
  readonly step: BentPathStep
  readonly value: number | undefined
}) {
  const { session } = useBench()
  const units = useUnits()
  const last = useRef<string>(undefined)
  /** Where it was put, until what comes of that is known. */
  const [put, setPut] = useState<number>()
  const [known, setKnown] = useState(value)
  if (known !== value) {
    setKnown(value)
    setPut(undefined)
  }
  const { unit } = units.length
  const args = (share: number) => {
    const mm = FINEST * (COARSEST / FINEST) ** share
    const text = formatExact(Number((mm / LENGTH_FACTORS[unit]).toPrecision(2)))
    return { step: step.id, field: 'tolerance', formula: typedFormula(text, unit) }
  }
  const keep = (e: React.SyntheticEvent<HTMLInputElement>): void => {
    if (last.current === undefined) return
    last.current = undefined
    session.endPreview()
    session.run(setFormula, args(Number(e.currentTarget.value)), { label: 'May lie off by' })
  }
  const share = Math.log(Math.max(value ?? 1, FINEST) / FINEST) / Math.log(COARSEST / FINEST)
  return (
    <input
      type="range"
      className="range range-xs range-primary w-full"
      aria-label="May lie off by, dragged"
      min={0}
      max={1}
      step={0.005}
      value={put ?? Math.min(1, share)}
      onChange={(e) => {
        last.current = e.target.value
        setPut(Number(e.target.value))
        session.show(setFormula, args(Number(e.target.value)), PACE)
      }}
      onPointerUp={keep}
      onKeyUp={keep}
      onBlur={keep}
    />
  )
}
