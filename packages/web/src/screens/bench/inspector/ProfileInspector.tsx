import { useQuery } from '@tanstack/react-query'
import {
  MOULDINGS,
  sizeDimension,
  STOCK_SIZES,
  STOCK_TITLES,
  type SketchProfileStep,
  type StockProfileStep,
  type StockShape,
} from '@flexum/core/document'
import { renameStep, setMaterial, setShape } from '@flexum/core/edit'
import { formatExact } from '@flexum/core/units'
import { fetchMaterials, fetchStock } from '../../../api/catalogue.ts'
import { stepInWork, stepResult } from '../../../bench/results.ts'
import { selectionOf } from '../../../bench/session.ts'
import { EmptyState } from '../../../ui/EmptyState.tsx'
import { SIZE_LABELS } from '../../../ui/sizeLabels.ts'
import { addNewStep, bringInSvg, drawProfile } from '../actions.ts'
import { useBench, usePart, useSessionState } from '../context.ts'
import { ProfileFigures } from './ProfileFigures.tsx'
import { SketchProfileFields } from './SketchProfileFields.tsx'
import { StationFindings } from './StationFindings.tsx'
import { LibraryFields } from './LibraryFields.tsx'
import { StepField } from './StepField.tsx'
import { WallFields } from './WallFields.tsx'

/** The section: shape, sizes, material, and what it is worth. */
export function ProfileInspector() {
  const { session } = useBench()
  const part = usePart()
  const selection = useSessionState(selectionOf)
  const step = stepInWork(part, selection.step, 'stock-profile', 'sketch-profile')
  const result = useSessionState((s) => stepResult(s.result, step?.id))
  if (!step) {
    return (
      <EmptyState title="No profile yet">
        <p className="mb-3">A profile is the section that is carried along the path.</p>
        <button
          type="button"
          className="btn btn-sm btn-paper"
          onClick={() => addNewStep(session, 'stock-profile')}
        >
          From stock
        </button>{' '}
        <BringInSvg />
        <button type="button" className="btn btn-sm btn-paper" onClick={() => drawProfile(session)}>
          Draw it
        </button>
      </EmptyState>
    )
  }
  const output = result?.output?.section
  return (
    <>
      <div className="px-3 pt-3 pb-1">
        <h2 className="heading">Profile: {step.name}</h2>
      </div>
      <div className="flex gap-2 px-3">
        <button type="button" className="btn btn-xs btn-paper" onClick={() => drawProfile(session)}>
          Draw another
        </button>
        <BringInSvg />
      </div>
      <div className="flex flex-col gap-1.5 px-3 pt-2">
        <LibraryFields key={step.id} step={step} />
      </div>
      <div className="flex flex-col gap-1.5 px-3 py-2">
        {step.kind === 'sketch-profile' ? <SketchProfileFields step={step} /> : <StockFields step={step} />}
        <WallFields step={step} />
        <MaterialPicker step={step} />
        <StepField
          step={step}
          field="material/density"
          label="Density"
          formula={step.material.density}
          dimension="density"
        />
      </div>
      <StationFindings station="profile" />
      {output && <ProfileFigures step={step.id} output={output} stale={result?.stale ?? false} />}
    </>
  )
}

/** Takes the outlines of an SVG file as a section of one's own. */
function BringInSvg() {
  const { session } = useBench()
  return (
    <label className="btn btn-xs btn-paper focus-within:outline-2">
      Bring in SVG…
      <input
        type="file"
        accept=".svg,image/svg+xml"
        className="sr-only"
        onChange={(e) => {
          const [file] = e.target.files ?? []
          e.target.value = ''
          if (file) void file.text().then((text) => bringInSvg(session, file.name, text))
        }}
      />
    </label>
  )
}

/** Shape and sizes of a section from stock. */
function StockFields({ step }: { readonly step: StockProfileStep }) {
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

function MaterialPicker({ step }: { readonly step: StockProfileStep | SketchProfileStep }) {
  const { session } = useBench()
  const materials = useQuery({ queryKey: ['materials'], queryFn: fetchMaterials })
  const known = materials.data?.some((m) => m.name === step.material.name) ?? false
  return (
    <label className="grid grid-cols-[1fr_180px] items-center gap-x-2">
      <span className="muted">Material</span>
      <select
        className="select select-sm"
        value={step.material.name}
        onChange={(e) => {
          const m = materials.data?.find((x) => x.name === e.target.value)
          if (m) {
            const material = { name: m.name, density: `${m.density} kg/m3`, look: m.look }
            session.run(setMaterial, { step: step.id, material }, { label: m.name })
          }
        }}
      >
        {!known && <option value={step.material.name}>{step.material.name}</option>}
        {materials.data?.map((m) => (
          <option key={m.id} value={m.name}>
            {m.name}
          </option>
        ))}
      </select>
    </label>
  )
}
