import type { SketchConstraint } from '@flexum/core/document'
import { entityName } from '@flexum/core/evaluate'
import { curveLength } from '@flexum/core/plane'
import { pointsOf, referencesOf } from '@flexum/core/sketch'
import { formatLength } from '@flexum/core/units'
import { isFree, type SheetModel } from '../../../sheet/model.ts'
import { offersFor } from '../../../sheet/offers.ts'
import { Figures, Section } from '../../../ui/Figures.tsx'
import { usePart } from '../context.ts'
import { ConstraintList } from './ConstraintList.tsx'
import { useSheet } from './context.ts'

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
  const sheet = useSheet()
  const { units } = usePart()
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
              'radius' in e ? ['Radius', formatLength(e.radius, units.length)] : undefined,
            ]}
          />
        )}
        {offers.length > 0 && (
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
        )}
      </Section>
      {on.length > 0 && (
        <Section title={chosen.length === 1 ? 'On it' : 'On them'}>
          <ConstraintList model={model} constraints={on} />
        </Section>
      )}
    </>
  )
}

const measured = (v: number, units: ReturnType<typeof usePart>['units']): string =>
  formatLength(v, units.length).replace(` ${units.length.unit}`, '')
