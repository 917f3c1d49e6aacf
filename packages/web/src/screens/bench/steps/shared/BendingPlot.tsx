import { bisectLeft, extent } from 'd3-array'
import { scaleLinear } from 'd3-scale'
import { line } from 'd3-shape'
import { useMemo } from 'react'
import { bendingAlong, type Path } from '@flexum/core/path'
import { formatDecimal, formatLength, LENGTH_FACTORS } from '@flexum/core/units'
import { Section } from '../../../../ui/Figures.tsx'
import { tightLength } from '../../../../ui/units.ts'
import { useUnits } from '../../context.ts'
import type { Pointing } from './usePointing.ts'

const WIDE = 276
const HIGH = 64
const PAD = 6
/** A key goes on by this share of the path. */
const STEP = 1 / 200

/** Curvature along a path, and its torsion where it has any; what is pointed at is lit on the strip and in the picture, and the other way round. */
export function BendingPlot({ path, pointing }: { readonly path: Path; readonly pointing: Pointing }) {
  const units = useUnits()
  const focus = pointing.station
  const along = useMemo(() => bendingAlong(path), [path])
  const twists = along.torsion.some((t) => t !== 0)
  const x = scaleLinear([0, path.length], [PAD, WIDE - PAD])
  const point = pointing.at
  const under = (e: React.PointerEvent<SVGSVGElement>): number => {
    const box = e.currentTarget.getBoundingClientRect()
    return x.invert(((e.clientX - box.left) * WIDE) / box.width)
  }
  const i =
    focus === undefined ? undefined : Math.min(bisectLeft(along.stations, focus), along.stations.length - 1)
  const said = (k: number): string => {
    const bend = along.curvature[k]!
    const radius = bend > 0 ? `radius ${formatLength(1 / bend, units.length)}` : 'straight'
    // Per length in the unit that is shown.
    const twist = along.torsion[k]! * LENGTH_FACTORS[units.length.unit]
    return twists ? `${radius}, torsion ${formatDecimal(twist, 4)} /${units.length.unit}` : radius
  }
  const plot = (name: string, values: readonly number[], even: boolean) => {
    const [low = 0, high = 0] = extent(values)
    const most = Math.max(Math.abs(low), Math.abs(high))
    const y = scaleLinear([even ? -(most || 1) : 0, most || 1], [HIGH - PAD, PAD])
    const drawn = line<number>(
      (_, k) => x(along.stations[k]!),
      (v) => y(v),
    )(values)
    return (
      <figure className="flex flex-col">
        <figcaption className="flex justify-between muted">
          <span>{name}</span>
          <span className="figure">
            {most === 0
              ? 'none'
              : `at most ${formatDecimal(most * LENGTH_FACTORS[units.length.unit], 4)} /${units.length.unit}`}
          </span>
        </figcaption>
        <svg
          viewBox={`0 0 ${WIDE} ${HIGH}`}
          role="slider"
          tabIndex={0}
          aria-label={`${name} along the path`}
          aria-valuemin={0}
          aria-valuemax={Number(path.length.toFixed(1))}
          aria-valuenow={Number((focus ?? 0).toFixed(1))}
          aria-valuetext={
            i === undefined ? 'nowhere yet' : `${tightLength(focus!, units.length)}: ${said(i)}`
          }
          className="w-full cursor-crosshair touch-none bg-base-100"
          onPointerMove={(e) => point(under(e))}
          onPointerLeave={pointing.nowhere}
          onKeyDown={(e) => {
            const by = { ArrowRight: 1, ArrowUp: 1, ArrowLeft: -1, ArrowDown: -1 }[e.key]
            if (by === undefined) return
            e.preventDefault()
            point((focus ?? 0) + by * STEP * path.length)
          }}
        >
          <line x1={PAD} x2={WIDE - PAD} y1={y(0)} y2={y(0)} stroke="var(--color-base-300)" />
          <path d={drawn ?? ''} fill="none" stroke="var(--color-base-content)" strokeWidth="1.3" />
          {focus !== undefined && i !== undefined && (
            <>
              <line x1={x(focus)} x2={x(focus)} y1={0} y2={HIGH} stroke="var(--color-primary)" />
              <circle cx={x(focus)} cy={y(values[i]!)} r="3" fill="var(--color-primary)" />
            </>
          )}
        </svg>
      </figure>
    )
  }
  return (
    <Section title="How it bends">
      <p className="figure min-h-5 text-right muted">{i === undefined ? '' : said(i)}</p>
      <div className="flex flex-col gap-2">
        {plot('Curvature', along.curvature, false)}
        {twists && plot('Torsion', along.torsion, true)}
      </div>
    </Section>
  )
}
