import type { Id } from '@flexum/core/base'
import { rad } from '@flexum/core/num'
import { line2, vec2, type Curve2, type Vec2 } from '@flexum/core/plane'
import { catchWords, isCaught } from './place.ts'
import type { Leaving, Relation, Stretch } from './stretch.ts'
import type { Pointer } from './tool.ts'

/** A line within this of level, upright, square, parallel or tangent is meant so, rad. */
const MEANT = rad(3.5)
const MEANT_TANGENT = rad(9)
/** A line within this of another's length is meant as long, as a share of the pointer's reach. */
const AS_LONG = 0.6

/** A line that was pointed at: new ones take after it. */
export interface Pattern {
  readonly id: Id
  readonly name: string
  readonly way: Vec2
  readonly curve: Curve2
}

/** What a line can take after. */
export interface Around {
  /** The curve it goes on from at its end. */
  readonly before?: Leaving
  /** A curve that its start lies on, not at an end. */
  readonly start?: Leaving & { readonly name: string }
  readonly patterns: readonly Pattern[]
}

interface Direction {
  readonly relation: Relation
  readonly angle: number
  readonly meant: number
  readonly word: string
  readonly ghost?: Curve2
}

const angleOf = (v: Vec2): number => Math.atan2(v[1], v[0])

/** The directions a line can be meant to have, those that come first before others. */
function directionsFor({ before, start, patterns }: Around): Direction[] {
  const found: Direction[] = []
  const quarter = Math.PI / 2
  if (before && before.kind !== 'line')
    found.push({
      relation: { kind: 'tangent', to: before.curve },
      angle: angleOf(before.way),
      meant: MEANT_TANGENT,
      word: 'tangent',
    })
  if (start)
    for (const k of [0, 2])
      found.push({
        relation: { kind: 'tangent', to: start.curve },
        angle: angleOf(start.way) + k * quarter,
        meant: MEANT,
        word: `tangent to ${start.name}`,
      })
  for (const k of [0, 2])
    found.push({ relation: { kind: 'level' }, angle: k * quarter, meant: MEANT, word: 'level' })
  for (const k of [1, 3])
    found.push({ relation: { kind: 'upright' }, angle: k * quarter, meant: MEANT, word: 'upright' })
  if (before?.kind === 'line')
    for (const k of [-1, 1])
      found.push({
        relation: { kind: 'square', to: before.curve },
        angle: angleOf(before.way) + k * quarter,
        meant: MEANT,
        word: 'square',
      })
  for (const { id, name, way, curve } of patterns)
    for (const k of [0, 2, 1, 3])
      found.push({
        relation: { kind: k % 2 === 0 ? 'parallel' : 'square', to: id },
        angle: angleOf(way) + k * quarter,
        meant: MEANT,
        word: `${k % 2 === 0 ? 'parallel' : 'square'} to ${name}`,
        ghost: curve,
      })
  return found
}

/** The line from a place to the pointer: in a direction and of a length that it is meant to have, or that were typed. */
export function lineTo(a: Vec2, p: Pointer, around: Around): Stretch {
  let to = p.snap.at
  let meant: Direction | undefined
  let asLong: Pattern | undefined
  const d = vec2.sub(to, a)
  const angle = angleOf(d)
  if (!p.plain && vec2.length(d) > 0 && !isCaught(p.snap)) {
    const off = ({ angle: way }: Direction): number =>
      Math.abs(Math.atan2(Math.sin(angle - way), Math.cos(angle - way)))
    meant = directionsFor(around).find((x) => off(x) <= x.meant)
    if (meant) {
      const along = [Math.cos(meant.angle), Math.sin(meant.angle)] as const
      to = vec2.add(a, vec2.scale(along, vec2.dot(d, along)))
      // Aligned with a touched point across the line's own direction keeps both.
      const { kind } = meant.relation
      if (kind === 'level' && p.snap.upright !== undefined) to = [p.snap.at[0], a[1]]
      if (kind === 'upright' && p.snap.level !== undefined) to = [a[0], p.snap.at[1]]
    }
    if (p.snap.upright === undefined && p.snap.level === undefined) {
      const long = vec2.distance(to, a)
      asLong = around.patterns.find((x) => Math.abs(vec2.length(x.way) - long) <= AS_LONG * p.reach)
      if (asLong) to = vec2.addScaled(a, vec2.sub(to, a), vec2.length(asLong.way) / long)
    }
  }
  // Caught where it touches another curve it can touch the one it begins on as well: both ends then slide.
  const touches = p.plain ? undefined : p.snap.tangentTo
  const { start } = around
  if (touches !== undefined && start && touches !== start.curve) {
    const off = Math.abs(Math.sin(angle - angleOf(start.way)))
    if (off <= Math.sin(2 * MEANT_TANGENT))
      meant = {
        relation: { kind: 'tangent', to: start.curve },
        angle,
        meant: MEANT_TANGENT,
        word: `tangent to ${start.name}`,
      }
  }
  const typedAngle = p.typed['angle']?.value
  const typedLength = p.typed['length']?.value
  if (typedAngle !== undefined || typedLength !== undefined) {
    const way = vec2.sub(to, a)
    const direction = typedAngle ?? angleOf(way)
    const long = typedLength ?? vec2.length(way)
    to = vec2.add(a, [Math.cos(direction) * long, Math.sin(direction) * long])
    if (typedAngle !== undefined) meant = undefined
    if (typedLength !== undefined) asLong = undefined
  }
  const way = vec2.sub(to, a)
  const caught =
    meant === undefined || touches !== undefined || p.snap.level !== undefined || p.snap.upright !== undefined
  const ghosts = [...(meant?.ghost ? [meant.ghost] : []), ...(asLong ? [asLong.curve] : [])]
  return {
    end: to,
    curve: line2(a, to),
    relation: meant?.relation,
    ...(asLong ? { equal: asLong.id } : {}),
    ...(touches === undefined || typedAngle !== undefined || typedLength !== undefined ? {} : { touches }),
    ...(ghosts.length > 0 ? { ghosts } : {}),
    words: [
      ...(meant ? [meant.word] : []),
      ...(asLong ? [`as long as ${asLong.name}`] : []),
      ...(caught ? catchWords(p.snap) : []),
    ],
    fields: [
      { key: 'length', label: 'length', value: vec2.length(way), dimension: 'length' },
      { key: 'angle', label: 'angle', value: angleOf(way), dimension: 'angle' },
    ],
  }
}
