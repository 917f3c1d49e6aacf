import { fail, ok } from '../../base/index.ts'
import type { Solid } from '../body.ts'
import { loftBoundary, outwardAt } from '../loft/boundary.ts'
import { movedBoundary } from '../moved-boundary.ts'
import { offsetForm, type FaceForm } from '../face/forms.ts'
import { solidVolume } from '../extrapolated.ts'
import { vec3 } from '../../space/index.ts'
import { unpackTag } from '../../sweep/index.ts'
import { keyOn, type Inner } from './leaf.ts'
import type { Moves } from './moves.ts'

type Of<K extends Solid['kind']> = Extract<Solid, { kind: K }>

/** A blend: its sides along their normals; an end that is kept closed is cut off in its plane, that bands near to it stay in order. */
export function movedLoft(s: Of<'lofted'>, leaf: number, m: Moves, fineness: number): Inner {
  const [sides, start, end] = (['side', 'start', 'end'] as const).map((kind) =>
    m.by({ leaf, kind, edge: 0 }, m.sign),
  ) as [number, number, number]
  const moved = { sides, start: Math.max(0, -start), end: Math.max(0, -end) }
  const inner: Solid = { ...s, step: m.step, ...keyOn(s, m), moved }
  const { shell } = loftBoundary(s.blend, fineness)
  const by = { side: sides, start: 0, end: 0 }
  const within = movedBoundary(shell, (tag) => by[unpackTag(tag, 1).kind])
  if (!(solidVolume(within) > 0)) return ok(undefined)
  let reach = 1
  for (const v of shell.positions) reach = Math.max(reach, 8 * Math.abs(v))
  return ok(
    (['start', 'end'] as const).reduce<Solid>((of, kind) => {
      const back = kind === 'start' ? start : end
      if (back <= 0) return of
      const { plane } = kind === 'start' ? s.blend.sections[0]! : s.blend.sections.at(-1)!
      const normal = outwardAt(s.blend, kind)
      return {
        kind: 'halved',
        step: m.step,
        of,
        at: vec3.addScaled(plane.origin, normal, -back),
        normal,
        reach,
      }
    }, inner),
  )
}

/** A mesh that was brought in: its vertices, to where their faces then meet. */
export function movedMesh(s: Of<'imported'>, leaf: number, m: Moves): Inner {
  const edges = s.forms.length
  const by = s.forms.map((_, edge) => m.by({ leaf, kind: 'side', edge }, m.sign))
  const shell = movedBoundary(s.shell, (tag) => by[unpackTag(tag, edges).edge]!)
  if (!(solidVolume(shell) > 0)) return ok(undefined)
  const forms = s.forms.map((f, i): FaceForm =>
    f.kind === 'free' ? f : (offsetForm(f, -by[i]!) ?? { kind: 'free' }),
  )
  return shell.positions.every(Number.isFinite)
    ? ok({ ...s, step: m.step, ...keyOn(s, m), shell, forms })
    : fail('its mesh is not sound')
}
