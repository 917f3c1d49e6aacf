import { useEffect, useRef, useState } from 'react'
import { type NodePathStep, isHeld, placeNode, setCell, type Axis } from '@flexum/core/recipe'
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
import { placeInPicture, useEscape } from '../../dragging.ts'
import { useProjected } from '../../useProjected.ts'
import { AxisArrow, PLANES, PlaneSquare } from './AxisMarks.tsx'
import { DragFields } from './DragFields.tsx'
import { useBench, usePart, useSessionState, useSurroundings } from '../../context.ts'

/** Pointer reach for catching on other nodes, px. */
const CATCH = 7

interface Props {
  readonly step: NodePathStep
  readonly view: BenchView
  readonly index: number
  readonly points: readonly { readonly id: string; readonly point: Vec3 }[]
}

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
  useProjected(view)
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

  useEscape(drag !== undefined, cancel)
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
  const handlers = (axes: readonly Axis[]) => ({
    onPointerDown: (e: React.PointerEvent) => {
      if (e.button !== 0) return
      e.preventDefault()
      e.stopPropagation()
      const begun = grab(id, point, axes, view.rayAt(...placeInPicture(e)))
      if (!begun) return
      ;(e.currentTarget as Element).setPointerCapture(e.pointerId)
      view.setOrbiting(false)
      keep(begun)
    },
    onPointerMove: (e: React.PointerEvent) => {
      const now = live.current
      if (!now) return
      const next = move(now, view.rayAt(...placeInPicture(e)), e.altKey ? undefined : catches())
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
  const drawn = { view, point, at, lit: drag?.axes ?? [], node: index + 1 }

  return (
    <>
      <svg className="pointer-events-none absolute inset-0 h-full w-full overflow-visible">
        {PLANES.filter((axes) => !axes.some(held)).map((axes) => (
          <PlaneSquare key={axes.join('')} {...drawn} axes={axes} handlers={handlers(axes)} />
        ))}
        {AXES.map((axis) => (
          <AxisArrow
            key={axis}
            {...drawn}
            axis={axis}
            stuck={held(axis)}
            handlers={held(axis) ? {} : handlers([axis])}
          />
        ))}
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
