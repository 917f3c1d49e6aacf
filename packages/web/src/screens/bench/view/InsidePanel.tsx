import { useEffect, useState } from 'react'
import type { ShownRoom } from '../../../bench/rooms.ts'
import type { BenchView } from '../../../scene/BenchView.ts'
import { RoomPlan } from '../steps/shared/RoomPlan.tsx'
import { usePart } from '../context.ts'
import { useProjected } from '../useProjected.ts'
import { LengthEntry } from './LengthEntry.tsx'
import { ToolPanel } from './ToolPanel.tsx'

/** The eyes of somebody who stands, mm. */
const EYES = 1600

/** Standing in a room: where one stands and looks to, on its plan, and how high the eyes are. */
export function InsidePanel({
  view,
  rooms,
  onClose,
}: {
  readonly view: BenchView
  readonly rooms: readonly ShownRoom[]
  onClose(): void
}) {
  const [chosen, setChosen] = useState(0)
  const [level, setLevel] = useState(EYES)
  const shown = rooms[Math.min(chosen, rooms.length - 1)]
  useProjected(view)
  useEffect(() => {
    if (shown) view.lookIn({ outline: shown.outline, height: shown.room.height, stand: shown.stand }, level)
  }, [view, shown, level])
  // A look from without, by its button or its key, goes out.
  const isIn = shown !== undefined
  useEffect(
    () =>
      isIn
        ? view.onDraw(() => {
            if (!view.standing) onClose()
          })
        : undefined,
    [view, isIn, onClose],
  )
  // The keys walk at once.
  useEffect(() => {
    view.focus()
    return () => view.lookIn(undefined)
  }, [view])
  const standing = view.standing
  return (
    <ToolPanel title="In the room" onClose={onClose}>
      {!shown ? (
        <p className="muted">There is no room to stand in: a room is made of its walls, typed or drawn.</p>
      ) : (
        <>
          {rooms.length > 1 && <RoomChoice chosen={chosen} setChosen={setChosen} rooms={rooms} />}
          <RoomPlan
            room={shown.room}
            label="The room from above; press where to stand"
            onPlace={(at) => view.moveInside((i) => i.goTo(at))}
          >
            {(place) => {
              if (!standing) return null
              const [x, y] = place(standing.at)
              return (
                <g transform={`translate(${x} ${y}) rotate(${-standing.headingDeg})`} pointerEvents="none">
                  <path d="M0 0L26-17A31 31 0 0 1 26 17Z" fill="var(--color-primary)" fillOpacity="0.3" />
                  <circle r="4.5" fill="var(--color-primary)" />
                </g>
              )
            }}
          </RoomPlan>
          <LengthEntry label="Eyes above the floor" value={level} onKeep={(v) => setLevel(Math.max(1, v))} />
          <p className="muted">
            Drag to look round, turn the wheel to walk. Arrows turn and walk, with Shift they step aside and
            look up and down. Esc goes out.
          </p>
        </>
      )}
    </ToolPanel>
  )
}

/** Which room is looked into. */
function RoomChoice({
  chosen,
  setChosen,
  rooms,
}: {
  readonly chosen: number
  readonly setChosen: (next: number) => void
  readonly rooms: readonly ShownRoom[]
}) {
  const { steps } = usePart()
  return (
    <select
      className="select select-sm"
      aria-label="Room"
      value={chosen}
      onChange={(e) => setChosen(Number(e.target.value))}
    >
      {rooms.map((r, i) => (
        <option key={r.step} value={i}>
          {steps.find((x) => x.id === r.step)?.name ?? `room ${i + 1}`}
        </option>
      ))}
    </select>
  )
}
