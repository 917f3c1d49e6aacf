import { useMemo } from 'react'
import { type MouldingLineStep, changeMouldingLine } from '@flexum/core/recipe'
import { stepResult } from '../../../../bench/results.ts'
import { shownRooms, type ShownRoom, type WallRange } from '../../../../bench/rooms.ts'
import { useBench, useSessionState } from '../../context.ts'

/** The room that a line runs in, the ids of its walls, and those of them that it runs along. */
export function useLineRoom(step: MouldingLineStep): {
  readonly room: ShownRoom | undefined
  readonly walls: readonly string[]
  readonly chosen: WallRange | undefined
} {
  const result = useSessionState((s) => s.result)
  const room = useMemo(() => shownRooms(result).find((r) => r.step === step.walls), [result, step.walls])
  const walls = stepResult(result, step.walls)?.output?.path?.pieces ?? []
  const opening = (id: string | null) => {
    const given = stepResult(result, step.walls)?.output?.path?.room?.openings
    return given?.find((o) => o.id === (step.level === 'opening' ? step.around : id))?.wall
  }
  const wallOf = (id: string | null): number | undefined => {
    const at = walls.indexOf(id ?? '')
    return at >= 0 ? at : opening(id)
  }
  const [first, last] =
    step.level === 'opening'
      ? [opening(null), opening(null)]
      : [
          step.first === null ? 0 : wallOf(step.first),
          step.last === null ? walls.length - 1 : wallOf(step.last),
        ]
  // From one side of an opening to its other it goes all round.
  const round =
    step.level !== 'opening' && step.first !== null && step.first === step.last && !walls.includes(step.first)
  const all = { first: 0, last: walls.length - 1 }
  return {
    room,
    walls,
    chosen: round ? all : first === undefined || last === undefined ? undefined : { first, last },
  }
}

/** Lets a line run along walls that were pressed; all of them are all round. */
export function useTakeWalls(
  step: MouldingLineStep,
  room: ShownRoom | undefined,
): (range: WallRange) => void {
  const { session } = useBench()
  const walls = useSessionState((s) => stepResult(s.result, step.walls)?.output?.path?.pieces)
  return ({ first, last }) => {
    if (!walls || !room) return
    const n = room.room.path.segments.length
    const all = (last - first + n) % n === n - 1
    const choices =
      all && room.room.path.closed
        ? { first: null, last: null }
        : { first: walls[first]!, last: walls[last]! }
    session.run(
      changeMouldingLine,
      { step: step.id, choices: step.level === 'opening' ? { ...choices, level: 'height' } : choices },
      {
        label: first === last ? `Run along wall ${first + 1}` : `Run along walls ${first + 1} to ${last + 1}`,
      },
    )
  }
}
