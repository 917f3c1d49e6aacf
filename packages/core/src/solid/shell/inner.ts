import { fail, ok } from '../../base/index.ts'
import type { Solid } from '../body.ts'
import { imageBy } from '../boolean/image.ts'
import { leavesOf } from '../boolean/leaves.ts'
import { bridgesOf } from './bridges.ts'
import { movedCornerCut, movedEdgeCut } from './edge-cuts.ts'
import { movedLoft, movedMesh } from './free.ts'
import { movedExtrusion, movedRun, movedRevolved, type Inner } from './leaf.ts'
import { turnedRound, type Moves } from './moves.ts'
import type { Openings } from './openings.ts'
import { pushedOf } from './pushed.ts'
import { beyondMirror } from './mirror.ts'

/** What is asked of all that is hollowed. */
export interface Shelling {
  readonly openings: Openings
  /** How near to the true surface the picture is, mm. */
  readonly fineness: number
}

const countOf = (s: Solid): number => leavesOf(s).length

/**
 * What is taken out of a solid so that a wall is left: the same tree of what it was made of, with the faces of what has material within moved
 * in, and those of what is cut out of it moved out. Undefined where nothing is left to be taken out; or why it cannot be said. Where joined
 * bodies only touch, their insides are bridged.
 */
export function innerOf(s: Solid, first: number, m: Moves, h: Shelling): Inner {
  switch (s.kind) {
    case 'extruded':
      return movedExtrusion(s, first, m)
    case 'revolved':
      return movedRevolved(s, first, m)
    case 'swept':
      return movedRun(s, first, m)
    case 'edged':
      return movedEdgeCut(s, m, h.openings.forms, h.fineness)
    case 'cornered':
      return movedCornerCut(s, m, h.openings.forms, h.fineness)
    case 'placed': {
      const inner = innerOf(s.of, first, m, h)
      return inner.ok && inner.value ? ok({ ...s, of: inner.value }) : inner
    }
    case 'joined':
      return ofJoined(s, first, m, h)
    case 'common': {
      const all = innersOf(s.of, first, m, h)
      if (!all.ok) return all
      return all.value.every((x) => x !== undefined) ? ok({ ...s, of: all.value }) : ok(undefined)
    }
    case 'cut':
      return ofCut(s, first, m, h)
    case 'halved': {
      const of = innerOf(s.of, first, m, h)
      if (!of.ok || !of.value) return of
      const by = m.by({ leaf: first + countOf(s.of), kind: 'start', edge: 0 }, m.sign)
      const [x, y, z] = s.normal
      const at = [s.at[0] - by * x, s.at[1] - by * y, s.at[2] - by * z] as const
      return ok({ ...s, step: m.step, of: of.value, at, reach: s.reach + 4 * m.wall })
    }
    case 'mirrored': {
      const half = innerOf(s.of, first, beyondMirror(s, first, m), h)
      if (!half.ok || !half.value) return half
      const count = countOf(s.of)
      const image = innerOf(
        s.of,
        first,
        beyondMirror(s, first, { ...m, by: (f, sign) => m.by({ ...f, leaf: f.leaf + count }, sign) }),
        h,
      )
      if (!image.ok || !image.value) return image
      const placed: Solid = { kind: 'placed', of: image.value, at: imageBy(s) }
      return ok({ kind: 'joined', of: [half.value, placed] })
    }
    case 'parts': {
      const of = innerOf(s.of, first, m, h)
      return of.ok && of.value ? ok({ kind: 'common', of: [of.value, s] }) : of
    }
    case 'raised':
      return fail('a face of it was pushed beside others that lean; hollow it before that')
    case 'lofted':
      return movedLoft(s, first, m, h.fineness)
    case 'imported':
      return movedMesh(s, first, m)
  }
}

function innersOf(all: readonly Solid[], first: number, m: Moves, h: Shelling) {
  const inners: (Solid | undefined)[] = []
  let leaf = first
  for (const s of all) {
    const inner = innerOf(s, leaf, m, h)
    if (!inner.ok) return inner
    inners.push(inner.value)
    leaf += countOf(s)
  }
  return ok(inners)
}

function ofJoined(
  s: Extract<Solid, { kind: 'joined' | 'common' }>,
  first: number,
  m: Moves,
  h: Shelling,
): Inner {
  const pushed = pushedOf(s, first, m, h.openings.edges)
  if (pushed) return pushed.ok ? innerOf(s.of[0]!, first, pushed.value, h) : pushed
  const all = innersOf(s.of, first, m, h)
  if (!all.ok) return all
  const left = all.value.filter((x) => x !== undefined)
  const [only] = left
  if (!only) return ok(undefined)
  const bridges = bridgesOf(s.of, all.value, first, m, (x, leaf, moves) => innerOf(x, leaf, moves, h))
  if (!bridges.ok) return bridges
  return ok(
    left.length + bridges.value.length === 1 ? only : { kind: 'joined', of: [...left, ...bridges.value] },
  )
}

function ofCut(s: Extract<Solid, { kind: 'cut' }>, first: number, m: Moves, h: Shelling): Inner {
  const pushed = pushedOf(s, first, m, h.openings.edges)
  if (pushed) return pushed.ok ? innerOf(s.of, first, pushed.value, h) : pushed
  const of = innerOf(s.of, first, m, h)
  if (!of.ok || !of.value) return of
  const by = innersOf(s.by, first + countOf(s.of), turnedRound(m), h)
  if (!by.ok) return by
  const left = by.value.filter((x) => x !== undefined)
  return ok(left.length > 0 ? { kind: 'cut', of: of.value, by: left } : of.value)
}
