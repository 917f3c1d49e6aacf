import { ok, type Id, type Result, keptWith } from '@flexum/core/base'
import { needsOf, type Part, type SketchStep } from '@flexum/core/recipe'
import {
  outputTaken,
  takableOfBodies,
  takableOfRun,
  takableOn,
  takenIn,
  type PartResult,
  type StepOutput,
  type Takable,
  type TakableCurve,
} from '@flexum/core/recipe/evaluated'
import type { PlaneFrame } from '@flexum/core/path'
import { nearestOn, vec2, type Curve2, type Vec2 } from '@flexum/core/plane'
import { piecesOf, pointsOf, type SketchEntity } from '@flexum/core/sketch'
import { stepResult } from '../bench/results.ts'
import type { Draft, NewItem } from './drafting.ts'

/** An earlier step with what of it can be taken over. */
export interface Source {
  readonly step: Id
  readonly name: string
  readonly takable: Takable
}

/** How things are taken over. */
export interface Taking {
  /** They follow the step they come from; drawn once otherwise. */
  readonly linked: boolean
  readonly guide: boolean
}

/** What lies under a place: a place of another step, or a curve of it. */
export type Found =
  | { readonly kind: 'place'; readonly source: Source; readonly place: string; readonly at: Vec2 }
  | { readonly kind: 'curve'; readonly source: Source; readonly curve: TakableCurve }

/** The steps before a sheet of which something can be taken over onto it. */
export function sourcesFor(part: Part, result: PartResult | undefined, sheet: Id): readonly Source[] {
  const known = lastSources
  if (known && known.part === part && known.result === result && known.sheet === sheet) return known.sources
  const sources = sourcesIn(part, result, sheet)
  lastSources = { part, result, sheet, sources }
  return sources
}

/** What was worked out last: it is asked for at every step of the pointer. */
let lastSources:
  | {
      readonly part: Part
      readonly result: PartResult | undefined
      readonly sheet: Id
      readonly sources: readonly Source[]
    }
  | undefined

function sourcesIn(part: Part, result: PartResult | undefined, sheet: Id): Source[] {
  const frame = stepResult(result, sheet)?.output?.sketch?.frame
  const index = part.steps.findIndex((s) => s.id === sheet)
  if (!frame || index < 0) return []
  const before = part.steps.slice(0, index)
  // What went into another body is not there by itself.
  const gone = takenIn(
    before.flatMap((s) => stepResult(result, s.id) ?? []),
    (s) => s.state === 'good',
  )
  return before.flatMap((step): Source[] => {
    if (gone.has(step.id)) return []
    const output = outputTaken(part.steps[index], step.id, stepResult(result, step.id)?.output)
    // A path that was drawn is its drawing, which is there by itself.
    if (!output || (output.path && needsOf(step).some((id) => drawn(part, id)))) return []
    const takable = takableFrom(frame, output)
    return takable && takable.places.size > 0 ? [{ step: step.id, name: step.name, takable }] : []
  })
}

const takables = keptWith<object, { readonly on: string; readonly takable: Takable | undefined }>()

/** What of a step can be taken over onto a plane; worked out once for each plane. */
function takableFrom(frame: PlaneFrame, output: StepOutput): Takable | undefined {
  const on = JSON.stringify(frame)
  const known = takables.get(output)
  if (known?.on === on) return known.takable
  const bodies = output.bodies ?? []
  const takable = output.sketch
    ? takableOn(frame, output)
    : output.carried && !output.takes
      ? takableOfRun(frame, output.carried)
      : bodies.length > 0
        ? takableOfBodies(frame, bodies)
        : takableOn(frame, output)
  takables.put(output, { on, takable })
  return takable
}

const drawn = (part: Part, id: Id): boolean => part.steps.some((s) => s.id === id && s.kind === 'sketch')

/** The curve as it would be drawn. */
export function piecesOfTakable(c: TakableCurve, t: Takable): Curve2[] {
  const entity: SketchEntity = { ...itemOf(c, (name) => name), id: c.key }
  return piecesOf(entity, (name) => t.places.get(name)!)
}

/** The nearest place within reach, or else the nearest curve. */
export function foundAt(sources: readonly Source[], at: Vec2, reach: number): Found | undefined {
  let place: (Found & { readonly kind: 'place' }) | undefined
  let curve: (Found & { readonly kind: 'curve' }) | undefined
  let [nearPlace, nearCurve] = [reach, reach]
  for (const source of sources) {
    for (const [name, p] of source.takable.places) {
      const d = vec2.distance(p, at)
      if (d <= nearPlace) [nearPlace, place] = [d, { kind: 'place', source, place: name, at: p }]
    }
    for (const c of source.takable.curves)
      for (const piece of piecesOfTakable(c, source.takable)) {
        const d = nearestOn(piece, at).distance
        if (d <= nearCurve) [nearCurve, curve] = [d, { kind: 'curve', source, curve: c }]
      }
  }
  // Places along a curve lie on it: the curve is meant but right at them.
  return place && (nearPlace <= reach / 2 || !curve) ? place : curve
}

/** Radii that differ by less are one, mm. */
const SAME = 1e-6

/** The curve of a drawing that is drawn through the same points in the same way. */
function twinOf(draft: Draft, item: NewItem): Id | undefined {
  const wanted = pointsOf({ ...item, id: '' } as SketchEntity)
  return draft.entities.find((e) => {
    if (e.kind !== item.kind) return false
    if (e.kind === 'arc' && item.kind === 'arc' && e.clockwise !== item.clockwise) return false
    // Rounds about one centre are told apart by their size.
    if (e.kind === 'circle' && item.kind === 'circle' && Math.abs(e.radius - item.radius) > SAME) return false
    const points = pointsOf(e)
    return points.length === wanted.length && points.every((p, i) => p === wanted[i])
  })?.id
}

/** Takes what was found into a drawing; gives what it became, or what it had become before. */
export function take(draft: Draft, found: Found, how: Taking): Result<readonly Id[]> {
  const point = pointsIn(draft, found.source, how)
  if (found.kind === 'place') return ok([point(found.place)])
  const { curve } = found
  const item: NewItem = itemOf(curve, point)
  const twin = how.linked ? twinOf(draft, item) : undefined
  if (twin !== undefined) return ok([twin])
  const id = draft.add(how.guide ? { ...item, guide: true } : item)
  if (curve.kind === 'circle' && how.linked)
    draft.relate({ kind: 'point-on', point: point(curve.rim), curve: id })
  return ok([id])
}

/** Takes all curves of a step. */
export function takeAll(draft: Draft, source: Source, how: Taking): Result<readonly Id[]> {
  const made: Id[] = []
  for (const curve of source.takable.curves) {
    const one = take(draft, { kind: 'curve', source, curve }, how)
    if (!one.ok) return one
    made.push(...one.value)
  }
  return ok(made)
}

/** The point of a drawing for a place of a source: the one that follows it already, or a new one. */
function pointsIn(draft: Draft, { step, takable }: Source, { linked }: Taking): (place: string) => Id {
  const loose = new Map<string, Id>()
  return (place) => {
    const [x, y] = takable.places.get(place)!
    if (!linked) {
      const known = loose.get(place) ?? draft.point([x, y])
      loose.set(place, known)
      return known
    }
    const there = draft.constraints.find(
      (c) =>
        c.kind === 'fixed' &&
        c.follows?.step === step &&
        c.follows.of === takable.of &&
        c.follows.place === place,
    )
    if (there?.kind === 'fixed') return there.point
    const point = draft.point([x, y])
    draft.relate({ kind: 'fixed', point, x, y, follows: { step, of: takable.of, place } })
    return point
  }
}

function itemOf(c: TakableCurve, point: (place: string) => Id) {
  switch (c.kind) {
    case 'line':
      return { kind: 'line', from: point(c.from), to: point(c.to) } as const
    case 'arc': {
      const { radius, clockwise } = c
      const [centre, from, to] = [point(c.centre), point(c.from), point(c.to)]
      return { kind: 'arc', centre, from, to, radius, clockwise } as const
    }
    case 'circle':
      return { kind: 'circle', centre: point(c.centre), radius: c.radius } as const
    case 'spline':
      return { kind: 'spline', points: c.points.map(point), form: 'through', degree: 3 } as const
  }
}

const followed = keptWith<SketchStep, { readonly places: ReadonlyMap<Id, Vec2>; readonly step: SketchStep }>()

/** The sketch with the points that follow other steps where those are now; the same one while they are there. */
export function withFollowed(step: SketchStep, result: PartResult | undefined): SketchStep {
  const places = stepResult(result, step.id)?.output?.sketch?.followed
  if (!places || places.size === 0) return step
  const known = followed.get(step)
  if (known?.places === places) return known.step
  const off = (c: { readonly id: Id; readonly x: number; readonly y: number }): boolean => {
    const at = places.get(c.id)
    return at !== undefined && (at[0] !== c.x || at[1] !== c.y)
  }
  const next = step.constraints.some((c) => c.kind === 'fixed' && off(c))
    ? {
        ...step,
        constraints: step.constraints.map((c) => {
          if (c.kind !== 'fixed' || !off(c)) return c
          const [x, y] = places.get(c.id)!
          return { ...c, x, y }
        }),
      }
    : step
  followed.put(step, { places, step: next })
  return next
}
