import { useState } from 'react'
import { type BendTableStep, setBendCell, setFormula } from '@flexum/core/recipe'
import { bendTurnOf, turnToward, type BendTurn } from '@flexum/core/forming'
import { deg, rad } from '@flexum/core/num'
import { vec3, type Vec3 } from '@flexum/core/space'
import { formatExact, namesUsed } from '@flexum/core/units'
import { stepResult, type RunView } from '../../../../bench/results.ts'
import { selectionOf } from '../../../../bench/session.ts'
import type { BenchView } from '../../../../scene/BenchView.ts'
import { useBench, useSessionState } from '../../context.ts'
import { placeInPicture, useEscape } from '../../dragging.ts'
import { useProjected } from '../../useProjected.ts'

/** Radius of the ring, px, and of how many straights it is drawn. */
const RING = 52
const SIDES = 48
/** A turn catches on whole multiples of this, deg, unless Alt is held; a key turns by one. */
const CATCH = 5
const KEY = 1
/** Sine below which a line of sight lies in the ring, and gives no place. */
const GRAZING = 0.05

/** A ring round the straight before the bend that is chosen, by which its plane is turned. */
export function BendHandles(props: {
  readonly step: BendTableStep
  readonly view: BenchView
  readonly shown: RunView
}) {
  const { step, view, shown } = props
  const { station, node } = useSessionState(selectionOf)
  const fields = useSessionState((s) => stepResult(s.result, step.id)?.fields)
  const path = shown.pathResult?.output?.path?.path
  const index = step.rows.findIndex((r) => r.id === node)
  if (station !== 'path' || shown.pathStep !== step.id || index < 0 || !path) return null
  const figure = (field: string): number => fields?.[field]?.value ?? 0
  const bend = bendTurnOf(path, index, { heading: figure('heading'), rise: figure('rise') })
  return bend ? <TurnRing key={node} step={step} index={index} bend={bend} view={view} /> : null
}

function TurnRing(props: {
  readonly step: BendTableStep
  readonly index: number
  readonly bend: BendTurn
  readonly view: BenchView
}) {
  const { step, index, view } = props
  const { session } = useBench()
  /** While it is turned: where it stood when it was taken hold of, and its turn. */
  const [held, setHeld] = useState<{ readonly bend: BendTurn; readonly turn: number }>()
  useProjected(view)
  const row = step.rows[index]!
  const typed = index === 0 ? step.roll : row.rotation
  const stuck = namesUsed(typed).length > 0
  const bend = held?.bend ?? props.bend
  const now = held?.turn ?? bend.turn
  const size = RING * view.pixelAt(bend.at)
  const on = (turn: number, reach = size): Vec3 =>
    vec3.addScaled(
      vec3.addScaled(bend.at, bend.zero, reach * Math.cos(turn)),
      bend.quarter,
      reach * Math.sin(turn),
    )
  const text = (turn: number): string => formatExact(Number(deg(turn).toFixed(6)) + 0)
  const change = (turn: number, keep: boolean, mergeKey?: string): void => {
    const options = { label: `Turn bend ${index + 1}`, ...(mergeKey ? { mergeKey } : {}) }
    if (index === 0) {
      const args = { step: step.id, field: 'roll', formula: text(turn) }
      if (keep) session.run(setFormula, args, options)
      else session.show(setFormula, args)
    } else {
      const args = { step: step.id, row: row.id, column: 'rotation', formula: text(turn) } as const
      if (keep) session.run(setBendCell, args, options)
      else session.show(setBendCell, args)
    }
  }
  const under = (e: React.PointerEvent): number | undefined => {
    const ray = view.rayAt(...placeInPicture(e))
    const slope = vec3.dot(ray.direction, bend.travel)
    if (Math.abs(slope) < GRAZING) return undefined
    const away = vec3.dot(vec3.sub(bend.at, ray.origin), bend.travel) / slope
    const turn = turnToward(bend, vec3.addScaled(ray.origin, ray.direction, away))
    if (turn === undefined || e.altKey) return turn
    return rad(Math.round(deg(turn) / CATCH) * CATCH)
  }
  const letGo = (): void => {
    setHeld(undefined)
    view.setOrbiting(true)
  }
  const giveUp = (): void => {
    letGo()
    session.endPreview()
  }
  useEscape(held !== undefined, giveUp)

  const ring = Array.from({ length: SIDES }, (_, i) => view.project(on((2 * Math.PI * i) / SIDES)))
  const [middle, knob, zero] = [bend.at, on(now), on(0)].map((p) => view.project(p))
  if (!middle || !knob || !zero || ring.some((p) => !p)) return null
  const name = index === 0 ? 'First bend turned by' : `Turn of the plane of bend ${index + 1}`
  return (
    <svg className="pointer-events-none absolute inset-0 h-full w-full overflow-visible">
      <polygon
        points={ring.map((p) => p!.join(',')).join(' ')}
        fill="var(--color-primary)"
        fillOpacity="0.06"
        stroke="var(--color-primary)"
        strokeWidth="1.4"
      />
      <line
        x1={middle[0]}
        y1={middle[1]}
        x2={zero[0]}
        y2={zero[1]}
        stroke="var(--ink2)"
        strokeDasharray="3 3"
      />
      <line x1={middle[0]} y1={middle[1]} x2={knob[0]} y2={knob[1]} stroke="var(--color-primary)" />
      <g
        role="slider"
        tabIndex={stuck ? -1 : 0}
        aria-label={name}
        aria-valuenow={Number(deg(now).toFixed(3)) + 0}
        aria-valuemin={-180}
        aria-valuemax={180}
        aria-valuetext={`${text(now)}°`}
        aria-disabled={stuck}
        className={stuck ? 'pointer-events-auto' : 'pointer-events-auto cursor-grab'}
        transform={`translate(${knob[0]} ${knob[1]})`}
        onPointerDown={(e) => {
          if (e.button !== 0 || stuck) return
          e.preventDefault()
          e.stopPropagation()
          e.currentTarget.setPointerCapture(e.pointerId)
          e.currentTarget.focus()
          view.setOrbiting(false)
          setHeld({ bend: props.bend, turn: props.bend.turn })
        }}
        onPointerMove={(e) => {
          const turn = held && under(e)
          if (turn === undefined || turn === held?.turn) return
          setHeld({ bend, turn })
          change(turn, false)
        }}
        onPointerUp={() => {
          if (!held) return
          if (held.turn === held.bend.turn) return giveUp()
          letGo()
          change(held.turn, true)
        }}
        onKeyDown={(e) => {
          const by = { ArrowRight: 1, ArrowUp: 1, ArrowLeft: -1, ArrowDown: -1 }[e.key]
          if (by === undefined || stuck) return
          e.preventDefault()
          change(bend.turn + rad(by * (e.shiftKey ? 10 * KEY : KEY)), true, `turn-${row.id}`)
        }}
      >
        <title>
          {stuck ? 'Its formula holds it' : 'Drag round the straight; catches on 5°, with Alt on nothing'}
        </title>
        <circle r="13" fill="transparent" />
        <circle r="6" fill="var(--color-base-100)" stroke="var(--color-primary)" strokeWidth="2.4" />
      </g>
      <text
        x={knob[0] + 12}
        y={knob[1] - 10}
        className="figure select-none"
        fill="var(--color-base-content)"
        paintOrder="stroke"
        stroke="var(--color-base-100)"
        strokeWidth="3"
      >
        {Number(deg(now).toFixed(2)) + 0}°
      </text>
    </svg>
  )
}
