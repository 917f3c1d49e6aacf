import { max } from 'd3-array'
import { scaleLinear } from 'd3-scale'
import { area } from 'd3-shape'
import type { PathGiven } from '@flexum/core/recipe/evaluated'
import { formatLength } from '@flexum/core/units'
import { Figures, Section } from '../../../../ui/Figures.tsx'
import { useUnits } from '../../context.ts'

const WIDE = 276
const HIGH = 54
const PAD = 4

/** How far the bends lie off the curve that they follow, all along it. */
export function DeviationPlot({
  follows,
  stale,
}: {
  readonly follows: Required<NonNullable<PathGiven['follows']>>
  readonly stale: boolean
}) {
  const units = useUnits()
  const { off, deviation } = follows
  const places = Array.from(off.stations, (s, i) => [s, off.distances[i]!] as const)
  const x = scaleLinear([0, off.stations.at(-1) ?? 1], [PAD, WIDE - PAD])
  const y = scaleLinear([0, max(off.distances) || 1], [HIGH - PAD, PAD])
  const drawn = area<readonly [number, number]>(
    (p) => x(p[0]),
    HIGH - PAD,
    (p) => y(p[1]),
  )(places)
  const length = (v: number): string => formatLength(v, units.length)
  return (
    <Section title={stale ? 'Last good bends' : 'How far they lie off'}>
      <svg
        viewBox={`0 0 ${WIDE} ${HIGH}`}
        role="img"
        aria-label={`At most ${length(deviation.most)}, at ${length(deviation.station)} along the curve`}
        className="mb-2 w-full bg-base-100"
      >
        <path d={drawn ?? ''} fill="var(--chosen-wash)" stroke="var(--color-primary)" strokeWidth="1.2" />
        <path
          d={`M${x(deviation.station)} ${PAD}V${HIGH - PAD}`}
          stroke="var(--color-base-content)"
          strokeDasharray="2 3"
        />
      </svg>
      <Figures
        rows={[
          ['At most', length(deviation.most), String(deviation.most)],
          ['at, along the curve', length(deviation.station)],
        ]}
      />
    </Section>
  )
}
