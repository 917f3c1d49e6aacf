import { cutRows } from '../steps/shared/strand-rows.ts'
import { areaOf, errorsOf, massOf, volumeOf } from '@flexum/core/recipe/evaluated'
import type { Extrapolated } from '@flexum/core/solid'
import {
  decimalsThatHold,
  formatDecimal,
  formatLength,
  formatMass,
  LENGTH_FACTORS,
  type LengthDisplay,
} from '@flexum/core/units'
import { NOTHING_OPEN, openWords, runView } from '../../../bench/results.ts'
import { selectionOf } from '../../../bench/session.ts'
import { FindingCard } from '../../../ui/FindingCard.tsx'
import { Figures, Section } from '../../../ui/Figures.tsx'
import { cure, showFinding } from '../actions/findings.ts'
import { useBench, usePart, useSessionState } from '../context.ts'
import { ExpectedFields } from './ExpectedFields.tsx'

/** A volume in the cube of the unit that is shown; millimetres in cm3, whose figures people can read. */
function volumeText(volume: number, error: number, { unit }: LengthDisplay): string {
  const shown = unit === 'mm' ? 'cm' : unit
  const f = LENGTH_FACTORS[shown] ** 3
  const most = shown === 'm' || shown === 'ft' ? 7 : 4
  return `${formatDecimal(volume / f, decimalsThatHold(error / f, most))} ${shown}³`
}

/** An area in the square of that unit, by the digits that hold. */
function areaText({ value, error }: Extrapolated, { unit }: LengthDisplay): string {
  const shown = unit === 'mm' ? 'cm' : unit
  const f = LENGTH_FACTORS[shown] ** 2
  return `${formatDecimal(value / f, decimalsThatHold(error / f, 4))} ${shown}²`
}

/** All that is open, and the figures to compare with a drawing. */
export function CheckInspector() {
  const { session, view: picture } = useBench()
  const part = usePart()
  const result = useSessionState((s) => s.result)
  const chosen = useSessionState((s) => selectionOf(s).step)
  const [mass, volume, area, off] = result
    ? [massOf(result), volumeOf(result), areaOf(result), errorsOf(result)]
    : []
  const view = runView(part, result, chosen)
  const findings = result?.findings ?? []
  const { units } = part
  return (
    <>
      <div className="flex items-baseline justify-between px-3 pt-3 pb-2">
        <h2 className="heading">Check</h2>
        <span className={`figure ${openWords(findings) === NOTHING_OPEN ? 'text-success' : 'text-error'}`}>
          {openWords(findings, true)}
        </span>
      </div>
      <div className="flex flex-col gap-2 px-3 pb-3">
        {findings.length === 0 && (
          <p className="muted">Every step of the recipe can be built as it stands.</p>
        )}
        {findings.map((f) => (
          <FindingCard
            key={f.id}
            finding={f}
            onShow={() => showFinding(session, f, picture.current)}
            onCure={(c) => cure(session, c)}
          />
        ))}
      </div>
      <Section title={view?.stale ? 'Last good figures' : 'To compare with a drawing'}>
        <Figures
          rows={[
            view?.path && [
              'Path length',
              formatLength(view.path.analysis.length, {
                ...units.length,
                style: { kind: 'decimal', places: 4 },
              }),
            ],
            mass === undefined ? undefined : ['Mass', formatMass(mass, units.mass, off?.mass)],
            volume === undefined ? undefined : ['Volume', volumeText(volume, off?.volume ?? 0, units.length)],
            area && ['Area', areaText(area, units.length)],
            view && view.pieces.length > 1 ? ['Pieces', String(view.pieces.length)] : undefined,
            ...(view?.bar ? cutRows(view.bar, units.length) : []),
          ]}
        />
        {result && <ExpectedFields result={result} />}
      </Section>
    </>
  )
}
