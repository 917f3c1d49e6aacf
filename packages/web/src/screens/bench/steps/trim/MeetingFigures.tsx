import { type TrimStep } from '@flexum/core/recipe'
import { cutsInWords } from '@flexum/core/recipe/evaluated'
import { deg } from '@flexum/core/num'
import { formatDecimal, formatLength, LENGTH_FACTORS } from '@flexum/core/units'
import { runView, stepResult } from '../../../../bench/results.ts'
import { Figures } from '../../../../ui/Figures.tsx'
import { usePart, useSessionState, useUnits } from '../../context.ts'
import { useKeepPiece } from './useKeepPiece.ts'

/** What the cut comes to: the gap there was, its points furthest in and out, the new lengths, what falls off. */
export function MeetingFigures({ step }: { readonly step: TrimStep }) {
  const part = usePart()
  const units = useUnits()
  const toggle = useKeepPiece(step)
  const result = useSessionState((s) => s.result)
  const met = stepResult(result, step.id)?.output?.trims?.[0]
  if (!met) return null
  const length = (v: number): string => formatLength(v, units.length)
  const at = ({ along, clock }: { along: number; clock: number }): string =>
    `${along >= 0 ? '+' : '−'}${length(Math.abs(along))} at ${formatDecimal((deg(clock) + 360) % 360, 0)}°`
  const bar = runView(part, result, step.of)?.bar
  const f = LENGTH_FACTORS[units.length.unit] ** 3
  return (
    <>
      <Figures
        rows={[
          [met.gap >= 0 ? 'Gap before' : 'Reached in before', length(Math.abs(met.gap)), String(met.gap)],
          ['Innermost point', at(met.shortest), String(met.shortest.along)],
          ['Outermost point', at(met.longest), String(met.longest.along)],
          ['Path to it', length(met.length), String(met.length)],
          bar && ['New cut length', cutsInWords(bar, length)],
        ]}
      />
      {met.leftovers.length > 0 && (
        <fieldset className="flex flex-col gap-1">
          <legend className="muted">Falls off, unless it is kept</legend>
          {met.leftovers.map((l) => (
            <label key={l.number} className="flex items-center gap-2">
              <input
                type="checkbox"
                className="checkbox checkbox-sm"
                checked={step.keeps.includes(l.number)}
                onChange={() => toggle(l.number)}
              />
              Piece {l.number}, {formatDecimal(l.volume / f, f >= 1000 ? 4 : 1)} {units.length.unit}³
            </label>
          ))}
        </fieldset>
      )}
    </>
  )
}
