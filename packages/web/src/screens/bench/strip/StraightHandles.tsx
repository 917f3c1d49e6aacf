import type { ScaleLinear } from 'd3-scale'
import { useRef, useState } from 'react'
import { type UnitSettings } from '@flexum/core/recipe'
import { fromEnd, segmentFromEnd, type PathGiven } from '@flexum/core/recipe/evaluated'
import { LENGTH_FACTORS } from '@flexum/core/units'
import type { Zone } from '../../../strip/layout.ts'
import {
  bendBy,
  isStraightHeld,
  lengthOfStraight,
  straightOf,
  straightTo,
  type StraightsStep,
} from '../../../strip/straights.ts'
import { tightLength } from '../../../ui/units.ts'
import { useBench } from '../context.ts'
import { useEscape } from '../dragging.ts'
import { BAR_HEIGHT, BAR_TOP } from './bar.ts'

/** Handles have room where a zone is as wide as this, px; with more of them than that there are none until one zooms in. */
const ROOM = 14
const MOST_HANDLES = 60
/** What is dragged is shown at most so often, ms. */
const PACE = 40

/** What is dragged: the end of a straight, or a bend by the straight before it. */
interface Handle {
  readonly kind: 'straight' | 'bend'
  readonly straight: number
  readonly at: number
  readonly held: boolean
}

/** Handles on the strip by which straights are drawn longer, and bends moved along the bar. */
export function StraightHandles(props: {
  readonly step: StraightsStep
  /** The path as it is typed. */
  readonly path: PathGiven
  /** The strip goes from its end. */
  readonly against: boolean
  readonly zones: readonly Zone[]
  readonly x: ScaleLinear<number, number>
  readonly units: UnitSettings
  /** The scale stays as it is while something is dragged. */
  onHold(held: boolean): void
}) {
  const { step, path, against, x, units } = props
  const { session } = useBench()
  const held = useRef<{ readonly handle: Handle; readonly px: number; readonly path: PathGiven }>(undefined)
  const [dragging, setDragging] = useState(false)
  const grain = units.length.unit === 'in' || units.length.unit === 'ft' ? LENGTH_FACTORS.in / 16 : 1

  const change = (h: Handle, from: PathGiven['path'], by: number, keep: boolean, mergeKey?: string): void => {
    const command =
      h.kind === 'straight'
        ? straightTo(step, from, h.straight, Math.max(lengthOfStraight(from, h.straight) + by, 0))
        : bendBy(step, from, h.straight, by)
    const label = h.kind === 'straight' ? `Straight ${h.straight + 1}` : `Place of bend ${h.straight + 1}`
    if (keep) session.run(command, null, { label, ...(mergeKey ? { mergeKey } : {}) })
    else session.show(command, null, PACE)
  }
  /** How far something is moved, on whole steps of its length and no further than the straights beside it allow. */
  const wanted = (h: Handle, from: PathGiven['path'], by: number, free: boolean): number => {
    const before = lengthOfStraight(from, h.straight)
    const whole = free ? before + by : Math.round((before + by) / grain) * grain
    const most = h.kind === 'bend' ? before + lengthOfStraight(from, h.straight + 1) : Infinity
    return Math.min(Math.max(whole, 0), most) - before
  }
  /** A bend that goes on along the strip goes back along a path that the strip shows from its end. */
  const wayOf = (h: Handle): number => (against && h.kind === 'bend' ? -1 : 1)
  const letGo = (): void => {
    held.current = undefined
    setDragging(false)
    props.onHold(false)
  }
  useEscape(dragging, () => {
    letGo()
    session.endPreview()
  })
  const moved = (e: React.PointerEvent): number => {
    const { handle, px, path: from } = held.current!
    const scale = x.invert(1) - x.invert(0)
    return wanted(handle, from.path, (e.clientX - px) * scale * wayOf(handle), e.altKey)
  }
  const handles = handlesOf(
    step,
    path,
    against ? props.zones.map((z) => zoneFromEnd(z, path)) : props.zones,
    x,
  )
  if (handles.length > MOST_HANDLES) return null
  return (
    <g>
      {handles.map((h) => {
        const length = lengthOfStraight(path.path, h.straight)
        const name =
          h.kind === 'straight' ? `Length of straight ${h.straight + 1}` : `Place of bend ${h.straight + 1}`
        const stuck = h.held ? 'Its formula holds it' : undefined
        const hint =
          h.kind === 'straight' ? 'Drag: this straight gets longer' : 'Drag: the bend moves along the bar'
        return (
          <g
            key={`${h.kind}-${h.straight}`}
            role="slider"
            tabIndex={h.held ? -1 : 0}
            aria-label={name}
            aria-disabled={h.held}
            aria-valuenow={Number(length.toFixed(3))}
            aria-valuemin={0}
            aria-valuetext={tightLength(length, units.length)}
            data-strip-handle
            className={`group outline-none ${h.held ? 'cursor-not-allowed' : 'cursor-ew-resize'}`}
            transform={`translate(${x(h.at)} ${h.kind === 'straight' ? BAR_TOP + BAR_HEIGHT : BAR_TOP})`}
            onPointerDown={(e) => {
              if (e.button !== 0 || h.held) return
              e.stopPropagation()
              e.currentTarget.setPointerCapture(e.pointerId)
              e.currentTarget.focus()
              held.current = { handle: h, px: e.clientX, path }
              setDragging(true)
              props.onHold(true)
            }}
            onPointerMove={(e) => {
              if (!held.current) return
              e.stopPropagation()
              change(held.current.handle, held.current.path.path, moved(e), false)
            }}
            onPointerUp={(e) => {
              if (!held.current) return
              const { handle, path: from } = held.current
              const by = moved(e)
              letGo()
              if (by === 0) session.endPreview()
              else change(handle, from.path, by, true)
            }}
            onKeyDown={(e) => {
              const by = { ArrowRight: 1, ArrowUp: 1, ArrowLeft: -1, ArrowDown: -1 }[e.key]
              if (by === undefined || h.held) return
              e.preventDefault()
              const step = wanted(h, path.path, by * grain * (e.shiftKey ? 10 : 1) * wayOf(h), true)
              if (step !== 0) change(h, path.path, step, true, `${h.kind}-${h.straight}`)
            }}
          >
            <title>{stuck ?? hint}</title>
            <rect x="-7" y={h.kind === 'straight' ? -4 : -7} width="14" height="13" fill="transparent" />
            <path
              d={h.kind === 'straight' ? 'M0 0l5 8h-10z' : 'M-6 -3h12v4h-12z'}
              fill={h.held ? 'var(--ink3)' : 'var(--color-primary)'}
              stroke="var(--color-base-200)"
              strokeWidth="0.8"
              className="opacity-55 group-hover:opacity-100 group-focus:opacity-100 group-focus:stroke-[var(--color-base-content)]"
            />
          </g>
        )
      })}
    </g>
  )
}

/** A zone by the segments of the path as it is typed, where the strip goes from its end. */
function zoneFromEnd(z: Zone, path: PathGiven): Zone {
  const own = (segment: number): number => segmentFromEnd(fromEnd(path), segment)
  return { ...z, segment: z.segment < 0 ? z.segment : own(z.segment), segments: z.segments.map(own) }
}

/** The handles that have room among the zones that are seen. */
function handlesOf(
  step: StraightsStep,
  { path }: PathGiven,
  zones: readonly Zone[],
  x: ScaleLinear<number, number>,
): readonly Handle[] {
  return zones.flatMap((z): Handle[] => {
    if (x(z.to) - x(z.from) < ROOM) return []
    if (z.kind === 'straight') {
      const straight = straightOf(path, z.segment)
      if (straight === undefined) return []
      return [{ kind: 'straight', straight, at: z.to, held: isStraightHeld(step, straight) }]
    }
    if (z.kind !== 'bend' || z.segments.length !== 1) return []
    const origin = path.origins[z.segment]
    if (origin?.kind !== 'node') return []
    const straight = origin.index - 1
    const isHeld = isStraightHeld(step, straight) || isStraightHeld(step, straight + 1)
    return [{ kind: 'bend', straight, at: (z.from + z.to) / 2, held: isHeld }]
  })
}
