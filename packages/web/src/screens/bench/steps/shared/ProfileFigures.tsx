import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { type UnitSettings } from '@flexum/core/recipe'
import { createEvaluator, type SectionGiven } from '@flexum/core/recipe/evaluated'
import {
  formatDecimal,
  formatDigits,
  formatLengthFigures,
  LENGTH_FACTORS,
  MASS_DIGITS,
  formatAngle,
} from '@flexum/core/units'
import { fetchSection, fetchSections } from '../../../../api/sections.ts'
import { Figures, Section } from '../../../../ui/Figures.tsx'
import { massPerLengthUnits } from '../../../../ui/units.ts'
import { usePart, useSessionState } from '../../context.ts'
import { SectionDrawing } from './SectionDrawing.tsx'

interface Row {
  readonly label: string
  readonly title?: string
  readonly value: string
  /** What can be compared as a ratio. */
  readonly amount?: number
}

/** What a section is worth, in the part's units. */
function rowsOf(output: SectionGiven, units: UnitSettings): Row[] {
  const { properties: p } = output
  const f = LENGTH_FACTORS[units.length.unit]
  const { unit } = units.length
  const places = f >= 10 ? 4 : 2
  const length = (v: number): string => formatLengthFigures(v, units.length)
  const moment = (label: string, v: number, title: string): Row => ({
    label,
    title,
    value: `${formatDecimal(v / f ** 4, places)} ${unit}⁴`,
    amount: v,
  })
  const [cx, cy] = p.centroid
  const { min, max } = p.box
  const perLength = massPerLengthUnits(units)
  return [
    {
      label: 'Area',
      title: String(p.area / f ** 2),
      value: `${formatDecimal(p.area / f ** 2, places)} ${unit}²`,
      amount: p.area,
    },
    { label: 'Outline, all', value: `${length(p.perimeter)} ${unit}`, amount: p.perimeter },
    { label: 'Centroid', value: `${length(cx)}, ${length(cy)}` },
    moment('Ix', p.ix, 'Second moment about x through the centroid'),
    moment('Iy', p.iy, 'Second moment about y through the centroid'),
    moment('I1', p.i1, 'Larger principal second moment'),
    moment('I2', p.i2, 'Smaller principal second moment'),
    {
      label: 'Axis of I1',
      title: 'Direction of the axis of the larger moment, from x',
      value: p.principalAngle === undefined ? 'all axes alike' : formatAngle(p.principalAngle, 2),
    },
    { label: 'Radii of gyration', value: `${length(p.rx)}, ${length(p.ry)}` },
    {
      label: 'Furthest left, right',
      title: 'Extreme fibres from the centroid',
      value: `${length(cx - min[0])}, ${length(max[0] - cx)}`,
    },
    {
      label: 'Furthest down, up',
      title: 'Extreme fibres from the centroid',
      value: `${length(cy - min[1])}, ${length(max[1] - cy)}`,
    },
    {
      label: 'Mass per length',
      value: `${formatDigits(output.massPerLength * perLength.factor, MASS_DIGITS)} ${perLength.words}`,
      amount: output.massPerLength,
    },
  ]
}

/** Marks a choice from the library, before its id. */
const SAVED = 'library/'

/** A section of the library worked out. */
async function outputOfSaved(id: string): Promise<{ name: string; output: SectionGiven }> {
  const { section } = await fetchSection(id)
  const { steps } = createEvaluator().evaluate(section)
  const output = steps.findLast((s) => s.output?.section)?.output?.section
  if (!output) throw new Error(`“${section.name}” gives no section`)
  return { name: section.name, output }
}

/** The section drawn to scale with its axes, what it is worth, and another of the part or the library beside it. */
export function ProfileFigures(props: {
  readonly step: string
  readonly output: SectionGiven
  readonly stale: boolean
}) {
  const { output } = props
  const { units, steps } = usePart()
  const result = useSessionState((s) => s.result)
  const [other, setOther] = useState('')
  const others = steps.flatMap((s) => {
    const found = result?.steps.find((r) => r.id === s.id)?.output?.section
    return found && s.id !== props.step ? [{ id: s.id, name: s.name, output: found }] : []
  })
  const library = useQuery({ queryKey: ['sections', false], queryFn: () => fetchSections(false) })
  const saved = useQuery({
    queryKey: ['section-output', other],
    queryFn: () => outputOfSaved(other.slice(SAVED.length)),
    enabled: other.startsWith(SAVED),
  })
  const beside = other.startsWith(SAVED) ? saved.data : others.find((o) => o.id === other)
  const rows = rowsOf(output, units)
  return (
    <div className={props.stale ? 'opacity-55' : ''}>
      <Section title="Section">
        <SectionDrawing section={output.section} properties={output.properties} />
        <div className="mt-2">
          <Figures rows={rows.map((r) => (r.title ? [r.label, r.value, r.title] : [r.label, r.value]))} />
        </div>
        {(others.length > 0 || (library.data?.length ?? 0) > 0) && (
          <label className="mt-3 grid grid-cols-[1fr_180px] items-center gap-x-2">
            <span className="muted">Compare with</span>
            <select className="select select-sm" value={other} onChange={(e) => setOther(e.target.value)}>
              <option value="">nothing</option>
              {others.map((o) => (
                <option key={o.id} value={o.id}>
                  {o.name}
                </option>
              ))}
              <optgroup label="Profiles">
                {library.data?.map((row) => (
                  <option key={row.id} value={SAVED + row.id}>
                    {row.name}
                  </option>
                ))}
              </optgroup>
            </select>
          </label>
        )}
        {saved.isError && (
          <p role="alert" className="mt-1 text-error">
            ✕ {saved.error.message}
          </p>
        )}
      </Section>
      {beside && <BesideTable beside={beside} rows={rows} />}
    </div>
  )
}

/** The figures of two profiles side by side. */
function BesideTable({
  beside,
  rows,
}: {
  readonly beside: { name: string; output: SectionGiven }
  readonly rows: Row[]
}) {
  const { units } = usePart()
  return (
    <Section title={`Beside ${beside.name}`}>
      <SectionDrawing section={beside.output.section} properties={beside.output.properties} />
      <table className="mt-2 w-full" aria-label={`Compared with ${beside.name}`}>
        <thead className="sr-only">
          <tr>
            <th>figure</th>
            <th>{beside.name}</th>
            <th>against this section</th>
          </tr>
        </thead>
        <tbody>
          {rowsOf(beside.output, units).map((r, i) => (
            <tr key={r.label} className="border-t hairline">
              <th scope="row" className="muted py-0.5 text-left font-normal">
                {r.label}
              </th>
              <td className="figure py-0.5 text-right">{r.value}</td>
              <td className="figure muted w-16 py-0.5 text-right">{ratio(r.amount, rows[i]!.amount)}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </Section>
  )
}

const ratio = (a: number | undefined, b: number | undefined): string =>
  a === undefined || b === undefined || b === 0 ? '' : `${formatDecimal(a / b, 3)} ×`
