import { useQuery } from '@tanstack/react-query'
import { STOCK_SIZES, STOCK_TITLES, type StockProfileStep, type StockShape } from '@flexum/core/document'
import { renameStep, setMaterial, setShape } from '@flexum/core/edit'
import type { ProfileOutput } from '@flexum/core/evaluate'
import { formatDecimal, formatExact, LENGTH_FACTORS, MASS_FACTORS } from '@flexum/core/units'
import { fetchMaterials, fetchStock } from '../../../api/catalogue.ts'
import { stepInWork, stepResult } from '../../../bench/results.ts'
import { selectionOf } from '../../../bench/session.ts'
import { EmptyState } from '../../../ui/EmptyState.tsx'
import { Figures, Section } from '../../../ui/Figures.tsx'
import { addNewStep } from '../actions.ts'
import { useBench, usePart, useSessionState } from '../context.ts'
import { SectionDrawing } from './SectionDrawing.tsx'
import { StationFindings } from './StationFindings.tsx'
import { StepField } from './StepField.tsx'

const SIZE_LABELS: Readonly<Record<string, string>> = {
  diameter: 'Outside diameter',
  wall: 'Wall',
  side: 'Side',
  corner: 'Corner radius',
  width: 'Width',
  height: 'Height',
  thickness: 'Thickness',
  flats: 'Across flats',
}

/** The section: shape, sizes, material, and what it is worth. */
export function ProfileInspector() {
  const { session } = useBench()
  const part = usePart()
  const selection = useSessionState(selectionOf)
  const step = stepInWork(part, selection.step, 'stock-profile')
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
        </button>
      </EmptyState>
    )
  }
  const output = result?.output?.kind === 'profile' ? result.output : undefined
  return (
    <>
      <div className="px-3 pt-3 pb-1">
        <h2 className="heading">Profile: {step.name}</h2>
      </div>
      <div className="flex flex-col gap-1.5 px-3 py-2">
        <StockPicker step={step} />
        <label className="grid grid-cols-[1fr_180px] items-center gap-x-2">
          <span className="muted">Shape</span>
          <select
            className="select select-sm"
            value={step.shape}
            onChange={(e) =>
              session.run(
                setShape,
                { step: step.id, shape: e.target.value as StockShape },
                { label: 'Shape' },
              )
            }
          >
            {Object.entries(STOCK_TITLES).map(([key, title]) => (
              <option key={key} value={key}>
                {title}
              </option>
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
            dimension="length"
          />
        ))}
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
      {output && <ProfileFigures output={output} stale={result?.stale ?? false} />}
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

function MaterialPicker({ step }: { readonly step: StockProfileStep }) {
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

function ProfileFigures({ output, stale }: { readonly output: ProfileOutput; readonly stale: boolean }) {
  const { units } = usePart()
  const { properties: p } = output
  const f = LENGTH_FACTORS[units.length.unit]
  const { unit } = units.length
  const places = f >= 10 ? 4 : 2
  const perMetre = (output.massPerLength * 1000) / MASS_FACTORS[units.mass]
  const inertia = (v: number): string => `${formatDecimal(v / f ** 4, places)} ${unit}⁴`
  return (
    <div className={stale ? 'opacity-55' : ''}>
      <Section title="Section">
        <SectionDrawing region={output.region} properties={p} />
        <div className="mt-2">
          <Figures
            rows={[
              ['Area', `${formatDecimal(p.area / f ** 2, places)} ${unit}²`, String(p.area / f ** 2)],
              ['Outline, all', `${formatDecimal(p.perimeter / f, places)} ${unit}`],
              [
                'Centroid',
                `${formatDecimal(p.centroid[0] / f, places)}, ${formatDecimal(p.centroid[1] / f, places)}`,
              ],
              ['Ix', inertia(p.ix), 'Second moment about x through the centroid'],
              ['Iy', inertia(p.iy), 'Second moment about y through the centroid'],
              ['Radii of gyration', `${formatDecimal(p.rx / f, places)}, ${formatDecimal(p.ry / f, places)}`],
              ['Mass per metre', `${formatDecimal(perMetre, 4)} ${units.mass}/m`],
            ]}
          />
        </div>
      </Section>
    </div>
  )
}
