import { type MouldingLineStep, setMouldingLineFigure } from '@flexum/core/recipe'
import { stepResult } from '../../../../bench/results.ts'
import { FormulaField } from '../../../../ui/FormulaField.tsx'
import { useBench, usePart, useSessionState, useSurroundings } from '../../context.ts'

const FIGURES = {
  clear: { label: 'Off openings by', dimension: 'length' },
  straights: { label: 'Straights per curved wall', dimension: 'number' },
} as const

/** A figure of a line that need not be told: 0 where it is not. */
export function TrimFigure({
  step,
  figure,
}: {
  readonly step: MouldingLineStep
  readonly figure: keyof typeof FIGURES
}) {
  const { session } = useBench()
  const part = usePart()
  const around = useSurroundings()
  const result = useSessionState((s) => stepResult(s.result, step.id))
  const { label, dimension } = FIGURES[figure]
  return (
    <FormulaField
      label={label}
      formula={step[figure] ?? '0'}
      dimension={dimension}
      result={result?.fields[figure]}
      fault={result?.findings.find((f) => f.field === figure && f.severity === 'blocks')?.message}
      units={part.units}
      around={around}
      onCommit={(formula) =>
        session.run(setMouldingLineFigure, { step: step.id, figure, formula }, { label })
      }
    />
  )
}
