import { useEffect, useRef, useState } from 'react'
import type { NodePathStep } from '@flexum/core/document'
import { isHeld, placeNode, setCell, type Axis } from '@flexum/core/edit'
import { vec3, type Vec3 } from '@flexum/core/space'
import { resolveFormula, typedFormula } from '@flexum/core/units'
import {
  AXES,
  grab,
  move,
  niceStep,
  type,
  withAxis,
  type Catches,
  type Drag,
} from '../../../../bench/drag.ts'
import type { RunView } from '../../../../bench/results.ts'
import { selectionOf } from '../../../../bench/session.ts'
import type { BenchView } from '../../../../scene/BenchView.ts'
import { tightLength } from '../../../../ui/units.ts'
import { useBench, usePart, useSessionState, useSurroundings } from '../../context.ts'

/** Length of a handle and where its plane squares lie, px. */
const ARM = 58
const SQUARE = [20, 34] as const
/** Pointer reach for catching on other nodes, px. */
const CATCH = 7

interface Props {
  readonly step: NodePathStep
  readonly view: BenchView
  readonly index: number
  readonly points: readonly { readonly id: string; readonly point: Vec3 }[]
}

const DIRECTIONS: Readonly<Record<Axis, Vec3>> = { x: [1, 0, 0], y: [0, 1, 0], z: [0, 0, 1] }
const PLANES: readonly (readonly [Axis, Axis])[] = [
  ['x', 'y'],
  ['y', 'z'],
  ['x', 'z'],
]

/** Handles of the node that is chosen while its path is worked on. */
export function NodeHandles(props: {
  readonly step: NodePathStep
  readonly view: BenchView
  readonly shown: RunView
}) {
  const { step, view, shown } = props
  const { station, node } = useSessionState(selectionOf)
  const points = shown.pathResult?.nodePoints ?? []
  const index = points.findIndex((n) => n.id === node)
  if (station !== 'path' || shown.pathStep !== step.id || index < 0) return null
  return <HandlesOfNode key={node} step={step} view={view} index={index} points={points} />
}

/**
 * Handles of a node: an arrow an axis and a square a plane. Dragging catches on the grid and on other nodes'
 * coordinates unless Alt is held; figures typed while dragging count instead of the pointer; arrow keys nudge.
 */
function HandlesOfNode({ step, view, index, points }: Props) {
  const { session } = useBench()
  const around = useSurroundings()
  const [drag, setDrag] = useState<Drag>()
  const live = useRef<Drag | undefined>(undefined)
  const { id, point } = points[index]!
  const stepId = step.id
  const part = usePart()
  const node = step.nodes.find((n) => n.id === id)
  const pixel = view.pixelAt(point)
  const at = view.project(point)

  const keep = (next: Drag | undefined): void => {
    live.current = next
    setDrag(next)
  }
  const catches = (): Catches => ({
    grid: niceStep(pixel * CATCH),
    reach: pixel * CATCH,
    others: points.flatMap((p, i) => (i === index ? [] : [{ label: `node ${i + 1}`, point: p.point }])),
  })
  const show = (d: Drag): void =>
    session.show(placeNode, { step: stepId, node: d.node, point: d.point, axes: d.axes })

  const finish = (d: Drag): void => {
    keep(undefined)
    view.setOrbiting(true)
    const label = `Move node ${index + 1}`
    if (!d.typed) {
      if (vec3.distance(d.point, d.start) === 0) session.endPreview()
      else session.run(placeNode, { step: stepId, node: d.node, point: d.point, axes: d.axes }, { label })
      return
    }
    // Typed figures count as typed, formulas and all; the merge key makes two axes one step to undo.
    session.endPreview()
    for (const axis of d.axes) {
      const text = d.typed[axis]
      if (text === undefined || text.trim() === '') continue
      const formula = typedFormula(text.trim(), part.units.length.unit)
      session.run(
        setCell,
        { step: stepId, node: d.node, column: axis, formula },
        { label, mergeKey: `type-${d.node}` },
      )
    }
  }
  const cancel = (): void => {
    keep(undefined)
    view.setOrbiting(true)
    session.endPreview()
  }

  useEffect(() => {
    if (!drag) return
    const onKey = (e: KeyboardEvent): void => {
      if (e.key === 'Escape') cancel()
    }
    window.addEventListener('keydown', onKey)
    return () => window.removeEventListener('keydown', onKey)
  })
  // A node that goes away in the middle of a drag takes the preview with it.
  useEffect(
    () => () => {
      if (!live.current) return
      view.setOrbiting(true)
      session.endPreview()
    },
    [view, session],
  )

  if (!at || !node) return null
  const place = (e: React.PointerEvent): [number, number] => {
    const box = (e.currentTarget as Element).closest('section')!.getBoundingClientRect()
    return [e.clientX - box.left, e.clientY - box.top]
  }
  const handlers = (axes: readonly Axis[]) => ({
    onPointerDown: (e: React.PointerEvent) => {
      if (e.button !== 0) return
      e.preventDefault()
      e.stopPropagation()
      const begun = grab(id, point, axes, view.rayAt(...place(e)))
      if (!begun) return
      ;(e.currentTarget as Element).setPointerCapture(e.pointerId)
      view.setOrbiting(false)
      keep(begun)
    },
    onPointerMove: (e: React.PointerEvent) => {
      const now = live.current
      if (!now) return
      const next = move(now, view.rayAt(...place(e)), e.altKey ? undefined : catches())
      keep(next)
      if (next.point !== now.point) show(next)
    },
    onPointerUp: () => {
      if (live.current && !live.current.typed) finish(live.current)
    },
    onKeyDown: (e: React.KeyboardEvent) => {
      const sign =
        e.key === 'ArrowRight' || e.key === 'ArrowUp'
          ? 1
          : e.key === 'ArrowLeft' || e.key === 'ArrowDown'
            ? -1
            : 0
      const axis = axes[0]
      if (sign === 0 || axes.length !== 1 || !axis) return
      e.preventDefault()
      const to = withAxis(point, axis, point[AXES.indexOf(axis)]! + sign * niceStep(pixel * CATCH))
      session.run(
        placeNode,
        { step: stepId, node: id, point: to, axes: [axis] },
        { label: `Move node ${index + 1}`, mergeKey: `nudge-${id}-${axis}` },
      )
    },
  })
  const held = (axis: Axis): boolean => isHeld(node, axis)
  const tip = (axes: readonly Axis[], px: number): readonly [number, number] | undefined =>
    view.project(axes.reduce((p, a) => vec3.addScaled(p, DIRECTIONS[a], px * pixel), point))

  return (
    <>
      <svg className="pointer-events-none absolute inset-0 h-full w-full overflow-visible">
        {PLANES.map((axes) => {
          if (axes.some(held)) return null
          const [a, b] = axes
          const corner = (p: number, q: number) =>
            view.project(
              vec3.addScaled(vec3.addScaled(point, DIRECTIONS[a], p * pixel), DIRECTIONS[b], q * pixel),
            )
          const [near, far] = SQUARE
          const quad = [corner(near, near), corner(far, near), corner(far, far), corner(near, far)]
          if (quad.some((c) => !c)) return null
          const lit = drag && drag.axes.length === 2 && drag.axes.includes(a) && drag.axes.includes(b)
          return (
            <polygon
              key={axes.join('')}
              points={quad.map((c) => c!.join(',')).join(' ')}
              fill="var(--color-primary)"
              fillOpacity={lit ? 0.7 : 0.22}
              stroke="var(--color-primary)"
              strokeWidth="1"
              className="pointer-events-auto cursor-move"
              role="button"
              aria-label={`Drag node ${index + 1} in the ${a}${b} plane`}
              {...handlers(axes)}
            />
          )
        })}
        {AXES.map((axis) => {
          const from = tip([axis], 9)
          const to = tip([axis], ARM)
          const label = tip([axis], ARM + 13)
          if (!from || !to || !label) return null
          const length = Math.hypot(to[0] - at[0], to[1] - at[1])
          if (length < 14) return null
          const angle = (Math.atan2(to[1] - at[1], to[0] - at[0]) * 180) / Math.PI
          const stuck = held(axis)
          const colour = stuck ? 'var(--ink3)' : 'var(--color-base-content)'
          const lit = drag?.axes.length === 1 && drag.axes[0] === axis
          return (
            <g
              key={axis}
              role="button"
              tabIndex={stuck ? -1 : 0}
              aria-disabled={stuck}
              aria-label={
                stuck
                  ? `${axis} of node ${index + 1} is held by its formula`
                  : `Drag node ${index + 1} along ${axis}`
              }
              className={stuck ? 'pointer-events-auto' : 'pointer-events-auto cursor-grab'}
              {...(stuck ? {} : handlers([axis]))}
            >
              <title>
                {stuck ? `${axis} is held by its formula` : `along ${axis}; hold Alt to move freely`}
              </title>
              <line x1={from[0]} y1={from[1]} x2={to[0]} y2={to[1]} stroke="transparent" strokeWidth="14" />
              <line
                x1={from[0]}
                y1={from[1]}
                x2={to[0]}
                y2={to[1]}
                stroke={lit ? 'var(--color-primary)' : colour}
                strokeWidth={lit ? 2.6 : 1.8}
                {...(stuck ? { strokeDasharray: '2 3' } : {})}
              />
              {!stuck && (
                <path
                  d="M2 0L-9-4.5V4.5Z"
                  fill={lit ? 'var(--color-primary)' : colour}
                  transform={`translate(${to[0]} ${to[1]}) rotate(${angle})`}
                />
              )}
              <text
                x={label[0]}
                y={label[1]}
                textAnchor="middle"
                dominantBaseline="central"
                fill={colour}
                className="figure select-none"
                paintOrder="stroke"
                stroke="var(--color-base-100)"
                strokeWidth="3"
              >
                {axis}
              </text>
            </g>
          )
        })}
      </svg>
      {drag && (
        <DragFields
          drag={drag}
          at={view.project(drag.point) ?? at}
          figure={(axis) => tightLength(drag.point[AXES.indexOf(axis)]!, part.units.length)}
          unit={part.units.length.unit}
          onType={(axis, text) => {
            const typed = type(drag, axis, text)
            const r = resolveFormula(typedFormula(text, part.units.length.unit), 'length', around)
            const next = r.ok ? { ...typed, point: withAxis(typed.point, axis, r.value.value) } : typed
            keep(next)
            if (r.ok) show(next)
          }}
          onKeep={() => finish(drag)}
          onCancel={cancel}
        />
      )}
    </>
  )
}

/** Figures beside the pointer while dragging: they follow, and can be typed over. */
function DragFields(props: {
  readonly drag: Drag
  readonly at: readonly [number, number]
  readonly unit: string
  figure(axis: Axis): string
  onType(axis: Axis, text: string): void
  onKeep(): void
  onCancel(): void
}) {
  const { drag } = props
  const first = useRef<HTMLInputElement>(null)
  useEffect(() => {
    first.current?.focus()
    first.current?.select()
  }, [])
  return (
    <div
      className="figure absolute z-10 rounded-[3px] bg-neutral px-2 py-1.5 text-neutral-content"
      style={{ left: props.at[0] + 18, top: props.at[1] + 14 }}
    >
      {drag.axes.map((axis, i) => (
        <label key={axis} className="flex items-center gap-2">
          {axis}
          <input
            ref={i === 0 ? first : undefined}
            className="w-24 bg-transparent text-right outline-none!"
            aria-label={`${axis} of the dragged node`}
            value={drag.typed?.[axis] ?? props.figure(axis)}
            onChange={(e) => props.onType(axis, e.target.value)}
            onKeyDown={(e) => {
              // The first key typed takes the place of the figure that follows the pointer.
              if (drag.typed?.[axis] === undefined && e.key.length === 1 && !e.ctrlKey && !e.metaKey) {
                e.preventDefault()
                props.onType(axis, e.key)
              }
              if (e.key === 'Enter') props.onKeep()
              if (e.key === 'Escape') {
                e.stopPropagation()
                props.onCancel()
              }
            }}
          />
          <span className="opacity-70">{props.unit}</span>
          {drag.caught[axis] && <span className="opacity-80">= {drag.caught[axis]}</span>}
        </label>
      ))}
    </div>
  )
}
