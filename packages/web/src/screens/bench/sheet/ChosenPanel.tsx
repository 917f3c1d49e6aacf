import { type SketchConstraint } from '@flexum/core/recipe'
import { entityName } from '@flexum/core/recipe/evaluated'
import { bendsAlong, curveLength, mostOffStraight, type Curve2 } from '@flexum/core/plane'
import { pointsOf, referencesOf } from '@flexum/core/sketch'
import { formatLength } from '@flexum/core/units'
import { isFree, type SheetModel } from '../../../sheet/model.ts'
import { offersFor, type Offer } from '../../../sheet/offers.ts'
import { Figures, Section } from '../../../ui/Figures.tsx'
import { useUnits } from '../context.ts'
import { ConstraintList } from './ConstraintList.tsx'
import { useSheet, useSheetState } from './context.ts'

/** Constraints on an entity: on itself, its points, and what shares them. */
function constraintsOn(model: SheetModel, chosen: readonly string[]): SketchConstraint[] {
  const own = new Set(chosen)
  for (const id of chosen) {
    const e = model.byId.get(id)
    if (e) for (const p of pointsOf(e)) own.add(p)
  }
  return model.step.constraints.filter((c) => referencesOf(c).some((r) => own.has(r)))
}

export function ChosenPanel({
  model,
  chosen,
}: {
  readonly model: SheetModel
  readonly chosen: readonly string[]
}) {
  const units = useUnits()
  const offers = offersFor(model, chosen)
  const on = constraintsOn(model, chosen)
  const title = chosen.length === 1 ? entityName(model.step, chosen[0]!) : `${chosen.length} chosen`
  const pieces = chosen.length === 1 ? (model.pieces.get(chosen[0]!) ?? []) : []
  const e = model.byId.get(chosen[0]!)
  return (
    <>
      <Section
        title={title.charAt(0).toUpperCase() + title.slice(1)}
        aside={
          <span className={chosen.some((id) => isFree(model, id)) ? 'text-primary' : 'text-success'}>
            {chosen.some((id) => isFree(model, id)) ? 'free' : 'settled'}
          </span>
        }
      >
        {chosen.length === 1 && e && (
          <Figures
            rows={[
              e.kind === 'point'
                ? ['At', `${measured(e.x, units)}, ${measured(e.y, units)}`]
                : [
                    'Length',
                    formatLength(
                      pieces.reduce((s, c) => s + curveLength(c), 0),
                      units.length,
                    ),
                  ],
              'radius' in e
                ? [e.kind === 'ellipse' ? 'Half across' : 'Radius', formatLength(e.radius, units.length)]
                : undefined,
              ...(e.kind === 'spline' || e.kind === 'ellipse' ? bendRows(pieces, units) : []),
            ]}
          />
        )}
        {chosen.length === 1 && (e?.kind === 'spline' || e?.kind === 'ellipse') && <CombSwitch />}
        {offers.length > 0 && <OfferedConstraints offers={offers} />}
      </Section>
      {on.length > 0 && (
        <Section title={chosen.length === 1 ? 'On it' : 'On them'}>
          <ConstraintList model={model} constraints={on} />
        </Section>
      )}
    </>
  )
}

/** The constraints that what is chosen can be given. */
function OfferedConstraints({ offers }: { readonly offers: Offer[] }) {
  const sheet = useSheet()
  return (
    <div className="mt-2">
      <p className="muted mb-1">Constrain</p>
      <div className="flex flex-wrap gap-1.5" role="group" aria-label="Constrain">
        {offers.map((o) => (
          <button
            key={o.word}
            type="button"
            className="btn btn-xs btn-paper"
            disabled={o.there}
            title={o.there ? 'It is constrained so' : o.holds ? 'The shape has it already' : undefined}
            onClick={() => sheet.constrain(o)}
          >
            {o.holds && (
              <span className="text-success" aria-hidden>
                ✓
              </span>
            )}
            {o.word}
            {o.holds && <span className="sr-only">, holds already</span>}
          </button>
        ))}
      </div>
    </div>
  )
}

/** How a free curve bends: its smallest radius, and how far it lies off the straight between its ends. */
function bendRows(
  pieces: readonly Curve2[],
  units: ReturnType<typeof useUnits>,
): (readonly [string, string])[] {
  const most = Math.max(0, ...bendsAlong(pieces, 32).map((b) => Math.abs(b.bend)))
  const off = mostOffStraight(pieces)
  return [
    ['Smallest radius', most > STRAIGHT ? formatLength(1 / most, units.length) : 'straight'],
    ...(off > 0 ? [['Most off the straight', formatLength(off, units.length)] as const] : []),
  ]
}

/** Bends of a wider radius than a thousand km are none. */
const STRAIGHT = 1e-9

function CombSwitch() {
  const sheet = useSheet()
  const comb = useSheetState((s) => s.comb)
  return (
    <label className="mt-1 flex items-center gap-2">
      <input
        type="checkbox"
        className="checkbox checkbox-xs"
        checked={comb}
        onChange={(e) => sheet.set({ comb: e.target.checked })}
      />
      Show how it bends
    </label>
  )
}

const measured = (v: number, units: ReturnType<typeof useUnits>): string =>
  formatLength(v, units.length).replace(` ${units.length.unit}`, '')
