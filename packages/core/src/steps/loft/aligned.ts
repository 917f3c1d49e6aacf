import { loopIntegrals, type Loop2 } from '../../plane/index.ts'
import { reverseLoop } from '../../profile/index.ts'
import type { PlaneFrame } from '../../path/index.ts'
import { cornersOf, placeOnOutline, type LoftSection } from '../../solid/index.ts'
import { vec3, type Vec3 } from '../../space/index.ts'

/** An outline as it was picked, with how much further on it is met than by itself, as a share of its length. */
export interface Outline {
  readonly plane: PlaneFrame
  readonly loop: Loop2
  readonly shift: number
}

/** Places at which it is looked how far two outlines lie from each other, and starts that are tried. */
const SAMPLES = 24
const STARTS = 96

/**
 * Outlines as they meet: all turning the same way, corners with corners where all have as many, each met first where it twists least
 * against the one before, and its own shift further on.
 */
export function aligned(outlines: readonly Outline[]): readonly LoftSection[] {
  const middles = outlines.map(middleOf)
  const facing = outlines.map((o, i): Outline => {
    const way = vec3.sub(middles[Math.min(i + 1, outlines.length - 1)]!, middles[Math.max(i - 1, 0)]!)
    return vec3.dot(vec3.cross(o.plane.x, o.plane.y), way) < 0 ? { ...o, loop: reverseLoop(o.loop) } : o
  })
  const corners = facing.map((o) => cornersOf(o.loop))
  const count = corners[0]!.length
  const even = count > 1 && corners.every((c) => c.length === count)
  const made: LoftSection[] = []
  facing.forEach(({ plane, loop }, i) => {
    const tries = even
      ? corners[i]!.map((_, k) => turnedBy(corners[i]!, k))
      : Array.from({ length: STARTS }, (_, k) => [k / STARTS])
    const before = made[i - 1]
    const first = even ? corners[i]! : [corners[i]![0] ?? 0]
    const best = before
      ? tries.reduce((a, b) =>
          twist(before, { plane, loop, knots: b }, middles[i - 1]!, middles[i]!) <
          twist(before, { plane, loop, knots: a }, middles[i - 1]!, middles[i]!)
            ? b
            : a,
        )
      : first
    made.push({ plane, loop, knots: best })
  })
  return made.map((s, i) => ({ ...s, knots: s.knots.map((k) => k + outlines[i]!.shift) }))
}

const turnedBy = (shares: readonly number[], k: number): readonly number[] => [
  ...shares.slice(k),
  ...shares.slice(0, k).map((s) => s + 1),
]

function middleOf({ loop, plane }: Outline): Vec3 {
  const { area, x, y } = loopIntegrals(loop)
  return vec3.addScaled(vec3.addScaled(plane.origin, plane.x, x / area), plane.y, y / area)
}

/** How far places that meet lie from each other, the outlines put middle on middle. */
function twist(a: LoftSection, b: LoftSection, ma: Vec3, mb: Vec3): number {
  let sum = 0
  for (let i = 0; i < SAMPLES; i++) {
    const [p, q] = [
      vec3.sub(placeOnOutline(a, i / SAMPLES), ma),
      vec3.sub(placeOnOutline(b, i / SAMPLES), mb),
    ]
    const d = vec3.sub(p, q)
    sum += vec3.dot(d, d)
  }
  return sum
}
