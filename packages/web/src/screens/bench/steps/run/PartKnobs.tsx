import { useRef } from 'react'
import type { RunStep } from '@flexum/core/recipe'
import { pathPoint, type Path } from '@flexum/core/path'
import { stationUnder } from '../../../../bench/part-limit.ts'
import type { BenchView } from '../../../../scene/BenchView.ts'
import { useProjected } from '../../useProjected.ts'
import { usePartLimits } from './usePartLimits.ts'

/** The limits of the part that a run takes, to be dragged along the path in the picture. */
export function PartKnobs(props: { readonly view: BenchView; readonly step: RunStep; readonly path: Path }) {
  const { view, path } = props
  const limits = usePartLimits(props.step, path)
  const held = useRef<'from' | 'to'>(undefined)
  useProjected(view)
  if (!limits) return null
  const under = (e: React.PointerEvent): number | undefined => {
    const box = (e.currentTarget as Element).closest('section')!.getBoundingClientRect()
    return stationUnder(path, [e.clientX - box.left, e.clientY - box.top], (p) => view.project(p))
  }
  return (
    <svg className="pointer-events-none absolute inset-0 h-full w-full overflow-visible">
      {(['from', 'to'] as const).map((side) => {
        const at = view.project(pathPoint(path, limits.at[side]))
        if (!at) return null
        return (
          <g
            key={side}
            role="slider"
            tabIndex={0}
            aria-label={side === 'from' ? 'Start of the part' : 'End of the part'}
            aria-valuenow={Number(limits.at[side].toFixed(1))}
            aria-valuemin={0}
            aria-valuemax={Number(path.length.toFixed(1))}
            className="pointer-events-auto cursor-grab"
            transform={`translate(${at[0]} ${at[1]})`}
            onPointerDown={(e) => {
              e.preventDefault()
              e.stopPropagation()
              e.currentTarget.setPointerCapture(e.pointerId)
              view.setOrbiting(false)
              held.current = side
            }}
            onPointerMove={(e) => {
              const station = held.current === side ? under(e) : undefined
              if (station !== undefined) limits.show(side, station)
            }}
            onPointerUp={(e) => {
              if (held.current !== side) return
              held.current = undefined
              view.setOrbiting(true)
              const station = under(e)
              if (station !== undefined) limits.keep(side, station)
            }}
            onKeyDown={(e) => {
              const by = { ArrowRight: 1, ArrowUp: 1, ArrowLeft: -1, ArrowDown: -1 }[e.key]
              if (by === undefined) return
              e.preventDefault()
              limits.keep(side, limits.at[side] + (by * path.length) / 100, true)
            }}
          >
            <title>Drag along the path to where the part {side === 'from' ? 'starts' : 'ends'}</title>
            <circle r="13" fill="transparent" />
            <path
              d={side === 'from' ? 'M-7 0 6 -7V7Z' : 'M7 0 -6 -7V7Z'}
              fill="var(--color-base-100)"
              stroke="var(--color-primary)"
              strokeWidth="2"
            />
          </g>
        )
      })}
    </svg>
  )
}
