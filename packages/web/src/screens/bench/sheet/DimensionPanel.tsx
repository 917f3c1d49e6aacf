import { measuresAngle } from '@flexum/core/sketch'
import { renameDimension, type SketchDimension } from '@flexum/core/recipe'
import { constraintName } from '@flexum/core/recipe/evaluated'
import { formulaText } from '@flexum/core/units'
import { dimensionText } from '../../../sheet/dimension-text.ts'
import type { SheetModel } from '../../../sheet/model.ts'
import { EntryField } from '../../../ui/EntryField.tsx'
import { Section } from '../../../ui/Figures.tsx'
import { FormulaField } from '../../../ui/FormulaField.tsx'
import { useBench, usePart } from '../context.ts'
import { useSheet } from './context.ts'

/** One dimension: its name, formula, whether it drives, tolerance. */
export function DimensionPanel({ model, d }: { readonly model: SheetModel; readonly d: SketchDimension }) {
  const sheet = useSheet()
  const part = usePart()
  const isAngle = measuresAngle(d.measured)
  const value = model.solved.measures.get(d.id) ?? 0
  return (
    <Section
      title={`${constraintName(model.step, d)}`}
      aside={<span className="figure">{dimensionText(d, value, part.units, 'value')}</span>}
    >
      <div className="flex flex-col gap-1.5">
        <DimensionName d={d} model={model} />
        {d.role === 'driving' && (
          <FormulaField
            label="Formula"
            formula={d.formula}
            dimension={isAngle ? 'angle' : 'length'}
            result={{ value, assumed: [] }}
            fault={model.faults.get(d.id)}
            units={part.units}
            around={model.around}
            onCommit={(formula) => {
              sheet.set({ editing: { kind: 'old', id: d.id } })
              sheet.enter(formula)
              sheet.set({ editing: undefined })
            }}
          />
        )}
        <label className="flex items-center gap-2">
          <input
            type="checkbox"
            className="checkbox checkbox-xs"
            checked={d.role === 'reference'}
            onChange={(e) => sheet.setReference(d.id, e.target.checked)}
          />
          Reference: only measures
        </label>
        {d.role === 'reference' && (
          <label className="flex items-center gap-2">
            <input
              type="checkbox"
              className="checkbox checkbox-xs"
              checked={d.held}
              onChange={(e) => sheet.setDimension(d.id, { held: e.target.checked }, 'Hold dimension')}
            />
            Held: dragging cannot change it
          </label>
        )}
        {(['plus', 'minus'] as const).map((k) => (
          <ToleranceField key={k} k={k} d={d} />
        ))}
      </div>
    </Section>
  )
}

function DimensionName({ d, model }: { readonly d: SketchDimension; readonly model: SheetModel }) {
  const { session } = useBench()
  return (
    <div className="grid grid-cols-[1fr_132px] items-center gap-x-2">
      <span className="muted">Name in formulas</span>
      <EntryField
        className="input input-sm w-full"
        text={d.name}
        shown={d.name}
        aria-label="Name in formulas"
        onKeep={(name) =>
          session.run(
            renameDimension,
            { step: model.step.id, dimension: d.id, name: name.trim() },
            { label: 'Rename dimension' },
          )
        }
      />
    </div>
  )
}

function ToleranceField({ k, d }: { readonly k: 'plus' | 'minus'; readonly d: SketchDimension }) {
  const sheet = useSheet()
  return (
    <div className="grid grid-cols-[1fr_132px] items-center gap-x-2">
      <span className="muted">{k === 'plus' ? 'Tolerance above' : 'Tolerance below'}</span>
      <EntryField
        className="input input-sm figure w-full text-right"
        aria-label={k === 'plus' ? 'Tolerance above' : 'Tolerance below'}
        text={formulaText(d[k])}
        shown={formulaText(d[k])}
        placeholder="none"
        onKeep={(text) => sheet.setDimension(d.id, { [k]: text.trim() }, 'Tolerance')}
      />
    </div>
  )
}
