import { useState } from 'react'
import { areaAt } from '@flexum/core/recipe/evaluated'
import { type CarriedGiven, rollAt, scaleAt, shapeOutline } from '@flexum/core/sweep'
import type { Outline } from '@flexum/core/profile'
import { formatDecimal, formatLength, LENGTH_FACTORS, formatAngle } from '@flexum/core/units'
import { stationOnPath, stationOnRun } from '../../../bench/results.ts'
import { Figures } from '../../../ui/Figures.tsx'
import { useBench, useUnits, useSessionState } from '../context.ts'
import { LengthEntry } from './LengthEntry.tsx'
import { Slider, ToolPanel } from './ToolPanel.tsx'

const SIZE = 150

/** The outline at a station as it is there: shaped, and scaled. */
export function outlineAt(run: CarriedGiven, station: number): Outline {
  const { shape } = run.carriage
  const own = shape ? shapeOutline(shape, station, run.outline) : run.outline
  const k = scaleAt(run.carriage, station)
  return k === 1 ? own : { ...own, x: own.x.map((v) => v * k), y: own.y.map((v) => v * k) }
}

/** The section at a station in a small window: the one pointed at, else the one chosen. */
export function SectionPanel({ run, onClose }: { readonly run: CarriedGiven; onClose(): void }) {
  const { session } = useBench()
  const units = useUnits()
  const focus = useSessionState((s) => s.focus)
  const [chosen, setChosen] = useState(0)
  const { length } = run.path
  const pointed = focus?.station === undefined ? undefined : stationOnRun(run, focus.station)
  const at = Math.min(Math.max(pointed ?? chosen, 0), length)
  const outline = outlineAt(run, at)
  const k = scaleAt(run.carriage, at)
  const area = areaAt(run, at)
  const f = LENGTH_FACTORS[units.length.unit]
  const reach = Math.max(...outline.x.map(Math.abs), ...outline.y.map(Math.abs), 1e-6)
  const scale = (SIZE / 2 - 8) / reach
  const path = Array.from(outline.sideFrom, (v, i) => {
    const w = outline.sideTo[i]!
    const [a, b] = [outline.x[v]! * scale, -outline.y[v]! * scale]
    const [c, d] = [outline.x[w]! * scale, -outline.y[w]! * scale]
    return i > 0 && outline.sideTo[i - 1] === v ? `L${c} ${d}` : `M${a} ${b}L${c} ${d}`
  }).join('')
  const go = (v: number): void => {
    setChosen(Math.min(Math.max(v, 0), length))
    session.point({ station: stationOnPath(run, v) })
  }
  return (
    <ToolPanel title="Section" onClose={onClose}>
      <svg
        viewBox={`${-SIZE / 2} ${-SIZE / 2} ${SIZE} ${SIZE}`}
        className="hairline mx-auto h-36 w-36 border bg-base-100"
        role="img"
        aria-label={`The section at ${formatLength(at, units.length)}, its anchor in the middle`}
      >
        <path
          d={path}
          fill="url(#hatch)"
          fillRule="evenodd"
          stroke="var(--color-base-content)"
          strokeWidth="1.3"
        />
        <path
          d={`M${-SIZE / 2} 0H${SIZE / 2}M0 ${-SIZE / 2}V${SIZE / 2}`}
          stroke="var(--color-primary)"
          strokeWidth="0.7"
          strokeDasharray="8 3 2 3"
        />
      </svg>
      <Slider
        label="Station"
        value={at}
        min={0}
        max={length}
        step={length / 1000}
        shown={formatLength(at, units.length)}
        onChange={go}
      />
      <LengthEntry label="Typed" value={at} onKeep={go} />
      <Figures
        rows={[
          ['Area', `${formatDecimal(area / f ** 2, f >= 10 ? 4 : 2)} ${units.length.unit}²`],
          run.carriage.scale ? ['Scale', formatDecimal(k, 4)] : undefined,
          run.frames.rolls.length > 0 ? ['Twist', formatAngle(rollAt(run.frames, at), 2)] : undefined,
        ]}
      />
    </ToolPanel>
  )
}
