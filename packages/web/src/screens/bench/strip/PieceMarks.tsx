import type { ScaleLinear } from 'd3-scale'
import type { CarriedGiven } from '@flexum/core/sweep'
import type { CutsGiven, SawnEnd } from '@flexum/core/cutting'
import { deg } from '@flexum/core/num'
import { formatDecimal } from '@flexum/core/units'
import { stationOnPath } from '../../../bench/results.ts'
import { placeOf, type StripLayout } from '../../../strip/layout.ts'
import { BAR_HEIGHT, BAR_TOP, fits } from './bar.ts'

/** From so wide on a piece has its number on it, beside its length, px. */
const ROOMY = 56

/** The cut of one end in figures: mitre and bevel, how far each is set from 0. */
const cutWords = ({ setting }: SawnEnd): string => {
  const [mitre, bevel] = [setting.mitre, setting.bevel].map((a) => `${formatDecimal(Math.abs(deg(a)), 1)}°`)
  return Math.abs(setting.bevel) < 1e-4 ? mitre! : `${mitre}/${bevel}`
}

/** The pieces that the bar is sawn into: their numbers, the cuts between them with their angles, and joints of parts. */
export function PieceMarks(props: {
  readonly run: CarriedGiven | undefined
  readonly cuts: CutsGiven | undefined
  readonly layout: StripLayout
  readonly x: ScaleLinear<number, number>
}) {
  const { run, cuts, layout, x } = props
  if (!run || !cuts) return null
  const at = (station: number): number | undefined => {
    const place = placeOf(layout, stationOnPath(run, Math.min(station, run.path.length)))
    return place === undefined ? undefined : x(place)
  }
  return (
    <g pointerEvents="none" aria-hidden>
      {cuts.pieces.map((p, i) => {
        const [from, to] = [at(p.from), at(p.to)]
        if (from === undefined || to === undefined) return null
        const words = cutWords(p.end)
        const next = cuts.pieces[i + 1]
        const room = next === undefined ? undefined : at(next.to)
        const cut = p.end.made === 'mitre' || p.end.made === 'scarf'
        return (
          <g key={p.number} data-piece={p.number}>
            {to - from > ROOMY && (
              <g transform={`translate(${from + 10} ${BAR_TOP + BAR_HEIGHT - 9})`}>
                <circle r="6.5" fill="var(--color-base-100)" stroke="var(--color-base-content)" />
                <text y="3.5" textAnchor="middle" className="figure" fontSize="10">
                  {p.number}
                </text>
              </g>
            )}
            {cut && room !== undefined && fits(`M ${words}`, to, room) && (
              <text x={to + 8} y={BAR_TOP - 9} className="figure" fontSize="11" fill="var(--color-primary)">
                {words}
              </text>
            )}
            {p.end.made === 'scarf' && (
              <path
                d={`M${to - 5} ${BAR_TOP}L${to + 5} ${BAR_TOP + BAR_HEIGHT}`}
                stroke="var(--color-primary)"
                strokeWidth="1.6"
              />
            )}
          </g>
        )
      })}
    </g>
  )
}
