import { fail, ok, type Result } from '../../base/index.ts'
import type { Solid } from '../body.ts'
import { leavesOf } from '../boolean/leaves.ts'
import { unpackTag } from '../../sweep/index.ts'
import { keyOfFace, type LeafFace } from './leaf-face.ts'
import { movesBut, type Moves } from './moves.ts'

type Raised = Extract<Solid, { kind: 'raised' }>
/** What others are joined to, or cut out of. */
type Put = Extract<Solid, { kind: 'joined' | 'common' }> | Extract<Solid, { kind: 'cut' }>

/**
 * The moves of a body whose face was pushed, where a solid is one: that face is moved by as much less, or more, as it was pushed; undefined
 * where it is none. What stands on it may only go on as the faces beside it do.
 */
export function pushedOf(
  s: Put,
  first: number,
  m: Moves,
  edges: readonly number[],
): Result<Moves, string> | undefined {
  const of = s.kind === 'cut' ? [s.of, ...s.by] : s.of
  const [body, raised] = of
  if (of.length !== 2 || raised?.kind !== 'raised') return undefined
  const leaves = leavesOf(body!)
  if (leavesOf(raised.of).length !== leaves.length) return undefined
  if (raised.sides.some((x) => x.form.kind === 'free'))
    return fail('a face of it was pushed beside others that lean; hollow it before that')
  const own = first + leaves.length
  const keysOf = (faces: Raised['faces']): string[] =>
    faces.map(({ leaf, tag }) => {
      const { kind, edge } = unpackTag(tag, edges[first + leaf]!)
      return keyOfFace({ leaf: first + leaf, kind, edge })
    })
  const pushed = new Set(keysOf(raised.faces))
  const sideOf = new Map(raised.sides.flatMap((x, e) => keysOf(x.of).map((key) => [key, e] as const)))
  return ok(
    movesBut(m, (face, sign) => {
      const key = keyOfFace(face)
      // The face where it is now is the end of what stands on it, or of what was taken off.
      if (pushed.has(key)) return m.by({ leaf: own, kind: 'end', edge: 0 }, sign) - raised.to
      // A side of it that is open is so all the way.
      const side = sideOf.get(key)
      const along: LeafFace = { leaf: own, kind: 'side', edge: side ?? 0 }
      return side !== undefined && m.by(along, 1) < 0 ? m.by(along, sign) : undefined
    }),
  )
}
