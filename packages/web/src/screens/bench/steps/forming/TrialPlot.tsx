import { extent } from 'd3-array'
import { scaleLinear, type ScaleLinear } from 'd3-scale'
import { symbol, symbolCircle, symbolDiamond, symbolSquare, symbolTriangle } from 'd3-shape'
import type { FormingStep, UnitSettings } from '@flexum/core/recipe'
import { setAngle, type TrialFit } from '@flexum/core/forming'
import { deg } from '@flexum/core/num'
import { formatDecimal, formatAngle } from '@flexum/core/units'
import { stepResult } from '../../../../bench/results.ts'
import { tightLength } from '../../../../ui/units.ts'
import { useSessionState, useUnits } from '../../context.ts'

const WIDE = 276
const HIGH = 130
const [LEFT, RIGHT, TOP, BOTTOM] = [34, 8, 8, 24]
const SHAPES = [symbolCircle, symbolSquare, symbolTriangle, symbolDiamond]
const DASHES = ['', '5 3', '2 3', '8 2 2 2']

/** Trial bends by the angle got, with how much more was set; the fit as a line for each radius, residuals as strokes from it. */
export function TrialPlot({ step, fit }: { readonly step: FormingStep; readonly fit: TrialFit }) {
  const units = useUnits()
  const fields = useSessionState((s) => stepResult(s.result, step.id)?.fields)
  const trials = step.trials.flatMap(({ id }) => {
    const [radius, set, got] = ['radius', 'set', 'got'].map((c) => fields?.[`trials/${id}/${c}`]?.value)
    return radius === undefined || set === undefined || got === undefined ? [] : [{ id, radius, set, got }]
  })
  const radii = [...new Set(trials.map((t) => t.radius))].sort((a, b) => a - b)
  const more = (got: number, radius: number): number => setAngle(fit, got, radius) - got
  const most = Math.max(...trials.map((t) => t.got)) * 1.08
  const [low = 0, high = 0] = extent([
    0,
    ...trials.map((t) => deg(t.set - t.got)),
    ...radii.flatMap((r) => [0, most].map((g) => deg(more(g, r)))),
  ])
  const x = scaleLinear([0, deg(most)], [LEFT, WIDE - RIGHT])
  const y = scaleLinear([low, high || 1], [HIGH - BOTTOM, TOP]).nice(4)
  const said = `${trials.length} trial bends; residuals ${fit.residuals.map((r) => formatDecimal(deg(r), 2)).join(', ')} degrees`
  return (
    <figure className="mb-2">
      <figcaption className="muted">Set more than got, by the angle got</figcaption>
      <svg viewBox={`0 0 ${WIDE} ${HIGH}`} role="img" aria-label={said} className="w-full bg-base-100">
        {y.ticks(4).map((t) => (
          <g key={t}>
            <line x1={LEFT} x2={WIDE - RIGHT} y1={y(t)} y2={y(t)} stroke="var(--color-base-300)" />
            <text x={LEFT - 4} y={y(t) + 3.5} textAnchor="end" className="figure" fontSize="10">
              {t}°
            </text>
          </g>
        ))}
        {x.ticks(5).map((t) => (
          <text key={t} x={x(t)} y={HIGH - 8} textAnchor="middle" className="figure" fontSize="10">
            {t}°
          </text>
        ))}
        {radii.map((r, i) => (
          <line
            key={r}
            x1={x(0)}
            y1={y(deg(more(0, r)))}
            x2={x(deg(most))}
            y2={y(deg(more(most, r)))}
            stroke="var(--color-primary)"
            strokeWidth="1.4"
            strokeDasharray={DASHES[i % DASHES.length]}
          />
        ))}
        {trials.map((t) => {
          const [px, py] = [x(deg(t.got)), y(deg(t.set - t.got))]
          const mark = symbol(SHAPES[radii.indexOf(t.radius) % SHAPES.length], 34)()
          return <TrialMark key={t.id} t={t} px={px} py={py} y={y} more={more} mark={mark} units={units} />
        })}
      </svg>
      {radii.length > 1 && <RadiusLegend radii={radii} units={units} />}
    </figure>
  )
}

/** One trial bend. */
function TrialMark({
  t,
  px,
  py,
  y,
  more,
  mark,
  units,
}: {
  readonly t: { id: string; radius: number; set: number; got: number }
  readonly px: number
  readonly py: number
  readonly y: ScaleLinear<number, number, never>
  readonly more: (got: number, radius: number) => number
  readonly mark: string | null
  readonly units: UnitSettings
}) {
  return (
    <g>
      <line
        x1={px}
        x2={px}
        y1={py}
        y2={y(deg(more(t.got, t.radius)))}
        stroke="var(--color-error)"
        strokeWidth="1.2"
      />
      <path d={mark ?? ''} transform={`translate(${px} ${py})`} fill="var(--color-base-content)">
        <title>
          {`R ${tightLength(t.radius, units.length)}: set ${formatAngle(t.set, 2)}, got ${formatAngle(t.got, 2)}`}
        </title>
      </path>
    </g>
  )
}

/** Which line is of which radius. */
function RadiusLegend({ radii, units }: { readonly radii: number[]; readonly units: UnitSettings }) {
  return (
    <p className="figure muted">
      {radii.map((r, i) => (
        <span key={r} className="mr-3 whitespace-nowrap">
          <svg width="26" height="10" className="mr-1 inline" aria-hidden>
            <line
              x1="0"
              x2="26"
              y1="5"
              y2="5"
              stroke="var(--color-primary)"
              strokeDasharray={DASHES[i % DASHES.length]}
            />
            <path d={symbol(SHAPES[i % SHAPES.length], 34)() ?? ''} transform="translate(13 5)" />
          </svg>
          R{tightLength(r, units.length)}
        </span>
      ))}
    </p>
  )
}
