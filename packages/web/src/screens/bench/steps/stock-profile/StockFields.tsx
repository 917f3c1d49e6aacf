import { useQuery } from '@tanstack/react-query'
import { MOULDINGS, STOCK_SIZES, type StockShape } from '@flexum/core/profile'
import {
  sizeDimension,
  STOCK_TITLES,
  type StockProfileStep,
  renameStep,
  setMaterial,
  setShape,
} from '@flexum/core/recipe'
import { formatExact } from '@flexum/core/units'
import { fetchMaterials, fetchStock } from '../../../../api/catalogue.ts'
import { SIZE_LABELS } from '../../../../ui/sizeLabels.ts'
import { useBench } from '../../context.ts'
import { StepField } from '../../inspector/StepField.tsx'

/** Shape and sizes of a section from stock. */
export function StockFields({ step }: { readonly step: StockProfileStep }) {
  const { session } = useBench()
  return (
    <>
      <StockPicker step={step} />
      <label className="grid grid-cols-[1fr_180px] items-center gap-x-2">
        <span className="muted">Shape</span>
        <select
          className="select select-sm"
          value={step.shape}
          onChange={(e) =>
            session.run(setShape, { step: step.id, shape: e.target.value as StockShape }, { label: 'Shape' })
          }
        >
          {(['Stock', 'Mouldings'] as const).map((group) => (
            <optgroup key={group} label={group}>
              {(Object.keys(STOCK_TITLES) as StockShape[])
                .filter((shape) => MOULDINGS.has(shape) === (group === 'Mouldings'))
                .map((shape) => (
                  <option key={shape} value={shape}>
                    {STOCK_TITLES[shape]}
                  </option>
                ))}
            </optgroup>
          ))}
        </select>
      </label>
      {STOCK_SIZES[step.shape].map((size) => (
        <StepField
          key={size}
          step={step}
          field={`sizes/${size}`}
          label={SIZE_LABELS[size] ?? size}
          formula={step.sizes[size] ?? ''}
          dimension={sizeDimension(size)}
        />
      ))}
    </>
  )
}

/** Fills shape, sizes and material from a stock bar. */
function StockPicker({ step }: { readonly step: StockProfileStep }) {
  const { session } = useBench()
  const stock = useQuery({ queryKey: ['stock'], queryFn: fetchStock })
  const materials = useQuery({ queryKey: ['materials'], queryFn: fetchMaterials })
  const take = (id: string): void => {
    const bar = stock.data?.find((b) => b.id === id)
    const material = materials.data?.find((m) => m.id === bar?.materialId)
    if (!bar || !material) return
    const sizes = Object.fromEntries(Object.entries(bar.sizes).map(([k, v]) => [k, formatExact(v)]))
    const mergeKey = `stock-${step.id}-${bar.id}-${session.store.getState().history.past.length}`
    const label = bar.name
    session.run(renameStep, { step: step.id, name: bar.name }, { label, mergeKey })
    session.run(setShape, { step: step.id, shape: bar.shape, sizes }, { label, mergeKey })
    session.run(
      setMaterial,
      {
        step: step.id,
        material: { name: material.name, density: `${material.density} kg/m3`, look: material.look },
      },
      { label, mergeKey },
    )
  }
  return (
    <label className="grid grid-cols-[1fr_180px] items-center gap-x-2">
      <span className="muted">From stock</span>
      <select
        className="select select-sm"
        value=""
        disabled={!stock.data || !materials.data}
        onChange={(e) => take(e.target.value)}
      >
        <option value="" disabled>
          {stock.isError ? 'stock cannot be read' : 'choose a bar…'}
        </option>
        {stock.data?.map((b) => (
          <option key={b.id} value={b.id}>
            {b.name}
          </option>
        ))}
      </select>
    </label>
  )
}
