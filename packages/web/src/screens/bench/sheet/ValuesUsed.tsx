import { mapStepFormulas } from '@flexum/core/recipe'
import { formatLength, formulaText, namesUsed } from '@flexum/core/units'
import { Section } from '../../../ui/Figures.tsx'
import { usePart, useSessionState } from '../context.ts'
import { useSheetModel } from './context.ts'

/** The named values that this sketch's formulas use, and what they are. */
export function ValuesUsed() {
  const part = usePart()
  const model = useSheetModel()
  const values = useSessionState((s) => s.result?.values)
  if (!model) return null
  const used = new Set<string>()
  mapStepFormulas(model.step, (f) => {
    for (const name of namesUsed(f)) used.add(name)
    return f
  })
  const rows = part.values.filter((v) => used.has(v.name))
  if (rows.length === 0) return null
  return (
    <Section title="Values used here">
      <dl>
        {rows.map((v) => {
          const r = values?.find((x) => x.id === v.id)?.result
          const text = formulaText(v.formula)
          const value =
            r?.ok && v.dimension === 'length' ? formatLength(r.value.value, part.units.length) : text
          return (
            <div key={v.id} className="flex items-baseline justify-between gap-2 border-b hairline py-1">
              <dt>{v.name}</dt>
              <dd className="figure truncate text-right" title={text}>
                {value}
              </dd>
            </div>
          )
        })}
      </dl>
    </Section>
  )
}
