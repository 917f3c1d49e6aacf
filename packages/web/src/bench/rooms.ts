import { keptWith, type Id } from '@flexum/core/base'
import type { PartResult } from '@flexum/core/recipe/evaluated'
import {
  roomOutline,
  roomShape,
  standInRoom,
  type Room,
  type RoomShape,
  type WallPlace,
} from '@flexum/core/room'
import type { Vec3 } from '@flexum/core/space'

/** A room of the part, as it is shown and stood in. */
export interface ShownRoom {
  readonly step: Id
  readonly room: Room
  readonly shape: RoomShape
  readonly outline: readonly Vec3[]
  /** Where one begins to stand in it, and to look to. */
  readonly stand: ReturnType<typeof standInRoom>
}

/** What was made of a room's path, so that it is not made again while that is the same. */
const made = keptWith<object, ShownRoom>()

/** The rooms of a part that are built; of one that no longer can be, its last good shape. */
export function shownRooms(result: PartResult | undefined): readonly ShownRoom[] {
  return (result?.steps ?? []).flatMap(({ id, state, output }) => {
    const given = output?.path
    if (!given?.room || state === 'aside' || state === 'unbuilt') return []
    const before = made.get(given)
    if (before) return [before]
    const room: Room = { path: given.path, ...given.room }
    const outline = roomOutline(room)
    const shown = { step: id, room, shape: roomShape(room), outline, stand: standInRoom(outline) }
    made.put(given, shown)
    return [shown]
  })
}

/** Where an opening of a width has room, beside what is there: in a wall, or the next that has; undefined where none has. */
export function freePlace(
  { path, openings }: Pick<Room, 'path' | 'openings'>,
  first: number,
  { width, beside }: { readonly width: number; readonly beside: number },
): WallPlace | undefined {
  const n = path.segments.length
  for (let i = 0; i < n; i++) {
    const wall = (first + i) % n
    const ends = openings.flatMap((o) => (o.wall === wall ? [o.from + o.width] : []))
    const at = Math.max(0, ...ends) + beside
    if (at + width + beside <= path.segments[wall]!.length) return { wall, at }
  }
  return undefined
}

/** Walls one after the other, by their numbers: the first and the last in the order of the walls. */
export interface WallRange {
  readonly first: number
  readonly last: number
}

/**
 * The walls that were gone over, by the first, the second and the last of them: to the next ones in their order, or back. All round a room
 * that closes comes to every wall.
 */
export function rangeOver(passed: readonly number[], count: number, closed: boolean): WallRange | undefined {
  const [first] = passed
  const last = passed.at(-1)
  if (first === undefined || last === undefined) return undefined
  const second = passed.find((w) => w !== first)
  if (second === undefined) return { first, last: first }
  const forward = closed ? (second - first + count) % count <= count / 2 : last >= first
  return forward ? { first, last } : { first: last, last: first }
}

/** Whether a wall is among those from the first to the last, past the corner where they begin if need be. */
export const isIn = (wall: number, { first, last }: WallRange): boolean =>
  first <= last ? wall >= first && wall <= last : wall >= first || wall <= last
