import { boxWith, EMPTY_BOX, transformPoint, type Box3, type Transform } from '../../space/index.ts'
import type { Solid } from '../body.ts'
import { boundaryOfLeaf } from './tree.ts'
import { keptWith } from '../../base/index.ts'

/** A box that leaves nothing out, for what is not known before it is made. */
const EVERYWHERE: Box3 = { min: [-Infinity, -Infinity, -Infinity], max: [Infinity, Infinity, Infinity] }

/**
 * A solid with what cannot take part in it left out, where it is what several have in common, or one without others: whatever of them
 * keeps out of the box of another. It comes to the same solid at less work; undefined where the boxes show that nothing is left.
 */
export function nearOnly(solid: Solid, chordError: number): Solid | undefined {
  if (solid.kind === 'cut') {
    const box = boxOf(solid.of, chordError)
    const by = solid.by.flatMap((s) => pruned(s, box, chordError) ?? [])
    return by.length > 0 ? { ...solid, by } : solid.of
  }
  if (solid.kind !== 'common') return solid
  const shared = solid.of.map((s) => boxOf(s, chordError)).reduce(within, EVERYWHERE)
  if (isEmpty(shared)) return undefined
  const kept = solid.of.map((s) => pruned(s, shared, chordError))
  return kept.every((s) => s !== undefined) ? { kind: 'common', of: kept } : undefined
}

/** A solid without what lies outside of a box; undefined where nothing is left. */
function pruned(s: Solid, box: Box3, chordError: number): Solid | undefined {
  if (isEmpty(within(boxOf(s, chordError), box))) return undefined
  switch (s.kind) {
    case 'joined': {
      const of = s.of.flatMap((x) => pruned(x, box, chordError) ?? [])
      return of.length === 1 ? of[0] : { kind: 'joined', of }
    }
    case 'cut': {
      const of = pruned(s.of, box, chordError)
      const by = s.by.flatMap((x) => pruned(x, box, chordError) ?? [])
      return of && by.length > 0 ? { kind: 'cut', of, by } : of
    }
    case 'common': {
      const of = s.of.map((x) => pruned(x, box, chordError))
      return of.every((x) => x !== undefined) ? { kind: 'common', of } : undefined
    }
    default:
      return s
  }
}

/** A box that a solid keeps within, no smaller than it is. */
function boxOf(s: Solid, chordError: number, place?: Transform): Box3 {
  switch (s.kind) {
    case 'joined':
      return s.of.map((x) => boxOf(x, chordError, place)).reduce(around, EMPTY_BOX)
    case 'common':
      return s.of.map((x) => boxOf(x, chordError, place)).reduce(within, EVERYWHERE)
    case 'cut':
    case 'halved':
    case 'parts':
      return boxOf(s.of, chordError, place)
    case 'placed':
      return place ? EVERYWHERE : boxOf(s.of, chordError, s.at)
    case 'mirrored':
    case 'raised':
      return EVERYWHERE
    default: {
      const known = place ? undefined : boxes.get(s)
      if (known) return known
      const box = grown(boxRound(boundaryOfLeaf(s, chordError).shell.positions, place), 2 * chordError)
      if (!place) boxes.put(s, box)
      return box
    }
  }
}

/** Boxes of solids of one step, so long as these are held. */
const boxes = keptWith<Solid, Box3>()

function boxRound(positions: Float64Array, place: Transform | undefined): Box3 {
  let box = EMPTY_BOX
  for (let i = 0; i < positions.length; i += 3) {
    const at = [positions[i]!, positions[i + 1]!, positions[i + 2]!] as const
    box = boxWith(box, place ? transformPoint(place, at) : at)
  }
  return box
}

const isEmpty = ({ min, max }: Box3): boolean => min.some((v, i) => v > max[i]!)

function within(a: Box3, b: Box3): Box3 {
  const each = (f: (...v: number[]) => number, p: Box3['min'], q: Box3['min']) =>
    [f(p[0], q[0]), f(p[1], q[1]), f(p[2], q[2])] as const
  return { min: each(Math.max, a.min, b.min), max: each(Math.min, a.max, b.max) }
}

const around = (a: Box3, b: Box3): Box3 => boxWith(boxWith(a, b.min), b.max)

const grown = ({ min, max }: Box3, by: number): Box3 => ({
  min: [min[0] - by, min[1] - by, min[2] - by],
  max: [max[0] + by, max[1] + by, max[2] + by],
})
