import { useEffect } from 'react'
import type { MouldingLineStep } from '@flexum/core/recipe'
import { seenFrom, type WallPanel } from '@flexum/core/room'
import { isIn, type ShownRoom, type WallRange } from '../../../../bench/rooms.ts'
import type { BenchView } from '../../../../scene/BenchView.ts'
import { useBench, useSessionState } from '../../context.ts'
import { useProjected } from '../../useProjected.ts'
import { useWallRange } from '../shared/useWallRange.ts'
import { useLineRoom, useTakeWalls } from './walls.ts'

/** The walls of a room to be pressed in the picture, and dragged across, while that is asked for. */
export function WallPressing({ step, view }: { readonly step: MouldingLineStep; readonly view: BenchView }) {
  const asked = useSessionState((s) => s.pressing === step.id)
  const { room, chosen } = useLineRoom(step)
  return asked && room ? <Walls step={step} view={view} room={room} chosen={chosen} /> : null
}

function Walls(props: {
  readonly step: MouldingLineStep
  readonly view: BenchView
  readonly room: ShownRoom
  readonly chosen: WallRange | undefined
}) {
  const { step, view, room } = props
  const { session } = useBench()
  const take = useTakeWalls(step, room)
  const { path } = room.room
  const press = useWallRange(path.segments.length, path.closed, take)
  useProjected(view)
  useEffect(() => {
    const leave = (e: KeyboardEvent): void => {
      if (e.key === 'Escape') session.pressWalls(undefined)
    }
    window.addEventListener('keydown', leave)
    return () => window.removeEventListener('keydown', leave)
  }, [session])
  const chosen = press.range ?? props.chosen
  const seen = room.shape.panels.filter((p) => seenFrom(p, view.eyePlace()))
  return (
    <>
      <svg className="absolute inset-0 h-full w-full overflow-hidden" aria-label="Walls to press">
        {path.segments.map((_, i) => {
          const outlines = seen.flatMap((p) => (p.wall === i ? pointsOf(p, view) : []))
          if (outlines.length === 0) return null
          const isChosen = chosen !== undefined && isIn(i, chosen)
          return (
            <g
              key={i}
              role="button"
              tabIndex={0}
              aria-label={`Wall ${i + 1} in the picture`}
              aria-pressed={isChosen}
              className="group cursor-pointer outline-none"
              {...press.wall(i)}
            >
              {outlines.map((points) => (
                <polygon
                  key={points}
                  points={points}
                  fill="var(--color-primary)"
                  fillOpacity={isChosen ? 0.32 : 0.04}
                  className="group-hover:[fill-opacity:0.2] group-focus-visible:[fill-opacity:0.45]"
                />
              ))}
            </g>
          )
        })}
      </svg>
      <p
        role="status"
        className="absolute top-12 left-1/2 z-10 -translate-x-1/2 rounded-box bg-[var(--chosen-wash)] px-3 py-1.5 shadow"
      >
        Press a wall, or drag across several · Esc leaves
      </p>
    </>
  )
}

/** A panel of a wall on the picture; none where part of it lies behind the eye. */
function pointsOf(panel: WallPanel, view: BenchView): string[] {
  const places = panel.corners.map((c) => view.project(c))
  return places.some((p) => p === undefined) ? [] : [places.map((p) => p!.join(',')).join(' ')]
}
