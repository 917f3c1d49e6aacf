import { tolerance } from '../num/index.ts'
/** Most pieces that one is parted into. */
const MOST_PARTS = 1000

/** What a joint needs of bar beyond its place on the line: of the part before it ahead, of the one after it back, mm. */
export interface JointReach {
  readonly ahead: number
  readonly back: number
}

/**
 * Where the line of a piece that is longer than a bar is parted, into as few as go: at even distances as seen in the middle of the joints,
 * which may lie off the line, or, where only that fits, so that all parts are equally long, or have shares of the room that bars leave.
 * `tips` is what its two ends need beyond its line.
 * Nothing where one bar is enough; undefined where no number of parts fits.
 */
export function partedAt(
  length: number,
  bar: number,
  tips: { readonly start: number; readonly end: number },
  joint: JointReach,
): readonly number[] | undefined {
  if (length + tips.start + tips.end <= bar) return []
  const scarf = joint.ahead + joint.back
  // Joints that take more than half a bar leave no sensible parts.
  if (scarf > bar / 2) return undefined
  for (let n = 2; n <= MOST_PARTS; n++) {
    const even = length / n
    const equal = (length + tips.start + tips.end + (n - 1) * scarf) / n
    const joints = Array.from({ length: n - 1 }, (_, i) => i + 1)
    const ways = [
      joints.map((k) => k * even + (joint.back - joint.ahead) / 2),
      joints.map((k) => k * equal - tips.start - (k - 1) * scarf - joint.ahead),
      byRoom(length, n, bar, tips, joint),
    ]
    const fits = ways.find((cuts) => partsFit(cuts, length, bar, tips, joint))
    if (fits) return fits
  }
  return undefined
}

/** Joints of n parts, each of which has of the line as much as a bar leaves room for between its tip and its joint. */
function byRoom(
  length: number,
  n: number,
  bar: number,
  tips: { readonly start: number; readonly end: number },
  { ahead, back }: JointReach,
): number[] {
  const rooms = Array.from(
    { length: n },
    (_, i) => bar - (i === 0 ? tips.start : back) - (i === n - 1 ? tips.end : ahead),
  )
  const all = rooms.reduce((sum, room) => sum + room, 0)
  let at = 0
  return rooms.slice(0, -1).map((room) => (at += (length * room) / all))
}

function partsFit(
  cuts: readonly number[],
  length: number,
  bar: number,
  tips: { readonly start: number; readonly end: number },
  { ahead, back }: JointReach,
): boolean {
  const at = [0, ...cuts, length]
  return at.slice(1).every((to, i) => {
    const own = to - at[i]!
    const needs = own + (i === 0 ? tips.start : back) + (i === cuts.length ? tips.end : ahead)
    return own > 0 && needs <= bar * (1 + tolerance.barUsedUp)
  })
}
