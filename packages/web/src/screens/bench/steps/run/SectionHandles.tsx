import { useRef, useState, type RefObject } from 'react'
import { type RunStep, setFormula } from '@flexum/core/recipe'
import { deg, rad } from '@flexum/core/num'
import { reachAround } from '@flexum/core/profile'
import { frameAt, type Frame } from '@flexum/core/sweep'
import { vec3, type Vec3 } from '@flexum/core/space'
import { formatDecimal, resolveFormula } from '@flexum/core/units'
import { angleSeen, turnedClock } from '../../../../bench/clock.ts'
import type { RunView } from '../../../../bench/results.ts'
import { selectionOf } from '../../../../bench/session.ts'
import type { BenchView } from '../../../../scene/BenchView.ts'
import { useBench, useSessionState, useSurroundings } from '../../context.ts'
import { placeInPicture, useEscape } from '../../dragging.ts'
import { useProjected } from '../../useProjected.ts'
import { ClockKnob, FlipButton, SectionAxes, type Place } from './SectionMarks.tsx'

/** Clock angles catch on this while dragging without Alt. */
const STEP = rad(5)
/** Shortest distance from the path at which the clock handle lies, px. */
const ARM = 46

/** Turns, rad: of the pointer and of the section when it was taken hold of, and of the section now. */
interface Drag {
  readonly start: number
  readonly from: number
  readonly at: number
}

/**
 * The section's own axes where the run starts, always shown so that handedness can be read: x as it was drawn, y, and a
 * word when it is flipped. While the run is worked on: a handle to turn it, a button to flip it.
 */
export function SectionHandles({
  view,
  shown,
  step,
}: {
  readonly view: BenchView
  readonly shown: RunView
  readonly step: RunStep
}) {
  const { session } = useBench()
  const station = useSessionState((s) => selectionOf(s).station)
  const around = useSurroundings()
  // Of the formula itself, so that keys pressed faster than the part is worked out each count.
  const read = step && resolveFormula(step.clock, 'angle', around)
  const clock = read?.ok ? read.value.value : 0
  const [drag, setDrag] = useState<Drag>()
  const live = useRef<Drag | undefined>(undefined)
  useProjected(view)
  const keep = (d: Drag | undefined): void => {
    live.current = d
    setDrag(d)
  }
  useEscape(drag !== undefined, () => {
    keep(undefined)
    view.setOrbiting(true)
    session.endPreview()
  })
  const run = shown.run
  if (!run || !step) return null
  const frame: Frame = frameAt(run.frames, 0)
  const pixel = view.pixelAt(frame.origin)
  const turned = drag ? drag.at : clock
  const [c, s] = [Math.cos(turned), Math.sin(turned)]
  const hand = step.flip ? -1 : 1
  const along = (a: number, b: number): Vec3 => vec3.addScaled(vec3.scale(frame.n, a), frame.b, b)
  const [x, y] = [along(hand * c, hand * s), along(-s, c)]
  const active = station === 'run'
  const arm = Math.max(reachAround(run.section) + 14 * pixel, ARM * pixel)
  const short = Math.max(reachAround(run.section) * 0.9, 26 * pixel)
  const at = (d: Vec3, by: number) => view.project(vec3.addScaled(frame.origin, d, by))
  const [origin, tipX, tipY, knob] = [view.project(frame.origin), at(x, short), at(y, short), at(y, arm)]
  if (!origin || !tipX || !tipY || !knob) return null
  const flipAt = beyond(origin, tipX, knob)
  const formula = (angle: number): string => `${formatDecimal(deg(angle), 2).replace(/\.?0+$/, '')} deg`
  const turn = (angle: number, how: { label: string; mergeKey?: string }): void =>
    void session.run(setFormula, { step: step.id, field: 'clock', formula: formula(angle) }, how)
  const seen = (e: React.PointerEvent): number | undefined =>
    angleSeen(view.rayAt(...placeInPicture(e)), frame)
  return (
    <svg className="pointer-events-none absolute inset-0 h-full w-full overflow-visible">
      <SectionAxes origin={origin} x={tipX} y={tipY} flip={step.flip} />
      {active && (
        <>
          <path
            d={`M${tipY[0]} ${tipY[1]}L${knob[0]} ${knob[1]}`}
            stroke="var(--color-primary)"
            strokeWidth="1"
            strokeDasharray="2 3"
          />
          <TurnHandle
            turned={turned}
            formula={formula}
            knob={knob}
            seen={seen}
            view={view}
            keep={keep}
            clock={clock}
            live={live}
            step={step}
            turn={turn}
          />
          <FlipButton step={step} at={flipAt} />
          {drag && (
            <text
              x={knob[0] + 18}
              y={knob[1]}
              className="figure"
              fill="currentColor"
              dominantBaseline="central"
            >
              {formula(drag.at)}
            </text>
          )}
        </>
      )}
    </svg>
  )
}

/** The knob that turns the section about the path. */
function TurnHandle({
  turned,
  formula,
  knob,
  seen,
  view,
  keep,
  clock,
  live,
  step,
  turn,
}: {
  readonly turned: number
  readonly formula: (angle: number) => string
  readonly knob: readonly [number, number]
  readonly seen: (e: React.PointerEvent) => number | undefined
  readonly view: BenchView
  readonly keep: (d: Drag | undefined) => void
  readonly clock: number
  readonly live: RefObject<Drag | undefined>
  readonly step: RunStep
  readonly turn: (angle: number, how: { label: string; mergeKey?: string }) => void
}) {
  const { session } = useBench()
  return (
    <g
      role="slider"
      tabIndex={0}
      aria-label="Turn the section about the path"
      aria-valuenow={Number(deg(turned).toFixed(2))}
      aria-valuemin={-180}
      aria-valuemax={180}
      aria-valuetext={formula(turned)}
      className="pointer-events-auto cursor-grab"
      transform={`translate(${knob[0]} ${knob[1]})`}
      onPointerDown={(e) => {
        const from = seen(e)
        if (e.button !== 0 || from === undefined) return
        e.preventDefault()
        e.stopPropagation()
        ;(e.currentTarget as Element).setPointerCapture(e.pointerId)
        view.setOrbiting(false)
        keep({ start: clock, from, at: clock })
      }}
      onPointerMove={(e) => {
        const d = live.current
        const to = d && seen(e)
        if (!d || to === undefined) return
        const next = turnedClock(d.start, d.from, to, e.altKey ? 0 : STEP)
        if (next === d.at) return
        keep({ ...d, at: next })
        session.show(setFormula, { step: step.id, field: 'clock', formula: formula(next) })
      }}
      onPointerUp={() => {
        const d = live.current
        if (!d) return
        keep(undefined)
        view.setOrbiting(true)
        if (d.at === d.start) session.endPreview()
        else turn(d.at, { label: 'Clock angle' })
      }}
      onKeyDown={(e) => {
        const by = { ArrowRight: 1, ArrowUp: 1, ArrowLeft: -1, ArrowDown: -1 }[e.key]
        if (by === undefined) return
        e.preventDefault()
        const next = turnedClock(clock, 0, by * STEP, e.altKey ? 0 : STEP)
        turn(next, { label: 'Clock angle', mergeKey: `clock-${step.id}` })
      }}
    >
      <ClockKnob />
    </g>
  )
}

/** Where the flip button goes: on from the tip of x, and clear of the clock handle when the axes are seen nearly end on. */
function beyond(origin: Place, tip: Place, knob: Place): Place {
  const [dx, dy] = [tip[0] - origin[0], tip[1] - origin[1]]
  const long = Math.hypot(dx, dy)
  const at: Place =
    long < 6 ? [origin[0] - 40, origin[1]] : [tip[0] + (dx / long) * 30, tip[1] + (dy / long) * 30]
  const apart = Math.hypot(at[0] - knob[0], at[1] - knob[1])
  if (apart >= 34) return at
  return [at[0] + (at[0] >= knob[0] ? 34 : -34), at[1] - 10]
}
