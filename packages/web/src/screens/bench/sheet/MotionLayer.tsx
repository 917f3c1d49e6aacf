import { useEffect, useState } from 'react'
import { piecesOf, placesOf, solve, type FreeMotion, type SketchEntity } from '@flexum/core/sketch'
import { curvesPath } from '../../../ui/curvePath.ts'
import type { SheetModel } from '../../../sheet/model.ts'
import { laidOn, toScreen, type SheetView } from '../../../sheet/view.ts'
import { useSheetState } from './context.ts'

/** How long one free motion is played, ms, and how far it goes, px. */
const PERIOD = 1600
const REACH = 26
/** Past this many curves the motion is played as a straight one, and not brought back onto the constraints. */
const EXACT_UP_TO = 120

/** Plays the free motions one after the other, with an arrow at what moves most. */
export function MotionLayer({ model, view }: { readonly model: SheetModel; readonly view: SheetView }) {
  const playing = useSheetState((s) => s.playing)
  const [time, setTime] = useState(0)
  const { motions } = model.solved.freedom
  useEffect(() => {
    if (!playing) return
    let frame = 0
    const start = performance.now()
    const tick = (now: number): void => {
      // A frame may have begun before it was asked for.
      setTime(Math.max(0, now - start))
      frame = requestAnimationFrame(tick)
    }
    frame = requestAnimationFrame(tick)
    return () => cancelAnimationFrame(frame)
  }, [playing])
  if (!playing || motions.length === 0) return null
  const motion = motions[Math.floor(time / PERIOD) % motions.length]!
  const phase = Math.sin(((time % PERIOD) / PERIOD) * 2 * Math.PI)
  const moved = movedBy(model, motion, (phase * REACH) / view.scale)
  const at = placesOf(moved)
  const on = laidOn(view)
  return (
    <g fill="none" stroke="var(--color-primary)" strokeWidth="2" opacity="0.85" data-playing>
      {moved.map((e) => {
        const d = curvesPath(piecesOf(e, at), on)
        return d ? <path key={e.id} d={d} /> : null
      })}
      <Arrows model={model} motion={motion} view={view} />
    </g>
  )
}

/** The sketch moved along a free motion by so many mm at its fastest point, and brought back onto its constraints. */
function movedBy(model: SheetModel, motion: FreeMotion, by: number): readonly SketchEntity[] {
  const most = Math.max(
    ...[...motion.points.values()].map(([dx, dy]) => Math.hypot(dx, dy)),
    ...[...motion.radii.values()].map(Math.abs),
    1e-9,
  )
  const k = by / most
  const moved = model.entities.map((e): SketchEntity => {
    if (e.kind === 'point') {
      const d = motion.points.get(e.id)
      return d ? { ...e, x: e.x + d[0] * k, y: e.y + d[1] * k } : e
    }
    const r = motion.radii.get(e.id)
    return r !== undefined && 'radius' in e ? { ...e, radius: e.radius + r * k } : e
  })
  if (model.entities.length > EXACT_UP_TO) return moved
  const held = solve(moved, model.solved.constraints)
  return held.converged ? held.entities : moved
}

function Arrows({
  model,
  motion,
  view,
}: {
  readonly model: SheetModel
  readonly motion: FreeMotion
  readonly view: SheetView
}) {
  const all = [...motion.points].sort((a, b) => Math.hypot(...b[1]) - Math.hypot(...a[1])).slice(0, 3)
  return (
    <>
      {all.map(([id, [dx, dy]]) => {
        const size = Math.hypot(dx, dy)
        const [x, y] = toScreen(view, model.at(id))
        const [ux, uy] = [dx / size, -dy / size]
        const tip = [x + ux * 34, y + uy * 34] as const
        return (
          <path
            key={id}
            d={`M${x} ${y}L${tip[0]} ${tip[1]}M${tip[0] - ux * 10 - uy * 6} ${tip[1] - uy * 10 + ux * 6}L${tip[0]} ${tip[1]}L${tip[0] - ux * 10 + uy * 6} ${tip[1] - uy * 10 - ux * 6}`}
            strokeWidth="2.6"
          />
        )
      })}
    </>
  )
}
