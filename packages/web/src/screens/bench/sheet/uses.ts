import type { Id } from '@flexum/core/base'
import {
  type ExtrudedStep,
  type Part,
  type SketchPathStep,
  type SketchProfileStep,
  type RevolvedStep,
  changeExtruded,
  changeSketchPath,
  changeSketchProfile,
  changeRevolved,
} from '@flexum/core/recipe'
import { pickedRegions } from '@flexum/core/recipe/evaluated'
import { pointAt, pointInPolygon, type Curve2, type Vec2 } from '@flexum/core/plane'
import type { SketchRegion } from '@flexum/core/sketch'
import type { Session } from '../../../bench/session.ts'
import { firstChainIn, type SheetModel } from '../../../sheet/model.ts'

/** A step that uses a sketch. */
type User = SketchPathStep | SketchProfileStep | ExtrudedStep | RevolvedStep

/** What a sketch is used for by one step: curves that a path goes along, or regions that a section is made of. */
export interface SketchUse {
  readonly step: User
  /** A letter and a stroke of its own, by which it is known on the sheet and in the list. */
  readonly letter: string
  readonly dash: string
  readonly curves: readonly Id[]
  readonly regions: readonly SketchRegion[]
}

const USERS: ReadonlySet<string> = new Set(['sketch-path', 'sketch-profile', 'extruded', 'turned'])

const DASHES = ['1 5', '7 5', '12 4 2 4', '3 3', '16 6']

/** All uses of the sketch on a sheet, in the order of the recipe. */
export function usesOf(part: Part, model: SheetModel): readonly SketchUse[] {
  const { areas } = model.solved
  const users = part.steps.filter((s): s is User => USERS.has(s.kind) && (s as User).sketch === model.step.id)
  return users.map((step, i) => {
    const mark = { step, letter: String.fromCharCode(65 + (i % 26)), dash: DASHES[i % DASHES.length]! }
    // The chain that a wall goes along is the same as that of a path by itself.
    if (step.kind === 'turned' && step.wall) return { ...mark, curves: firstChainIn(model), regions: [] }
    if (step.kind === 'sketch-path') {
      const known = step.curves.filter((id) => model.byId.has(id))
      const curves = step.curves.length > 0 ? known : firstChainIn(model)
      return { ...mark, curves, regions: [] }
    }
    const regions = pickedRegions(step.regions, areas)
    return { ...mark, curves: [...new Set(regions.flatMap((r) => r.edges))], regions }
  })
}

/** Curves of no use yet, guides aside; and whether they close a region by themselves. */
export function unused(
  model: SheetModel,
  uses: readonly SketchUse[],
): { readonly curves: readonly Id[]; readonly regions: readonly SketchRegion[] } {
  const taken = new Set(uses.flatMap((u) => u.curves))
  const curves = model.entities.filter((e) => e.kind !== 'point' && e.guide !== true && !taken.has(e.id))
  const free = new Set(curves.map((e) => e.id))
  const regions = model.solved.areas.regions.filter((r) => r.edges.some((id) => free.has(id)))
  return { curves: [...free], regions }
}

/** Points of a curve by which it is told what lies inside. */
const CHORDS = 24

function holds(at: Vec2, loop: readonly Curve2[]): boolean {
  const corners = loop.flatMap((c) =>
    Array.from({ length: c.kind === 'line' ? 1 : CHORDS }, (_, i) =>
      pointAt(c, c.kind === 'line' ? 0 : i / CHORDS),
    ),
  )
  return pointInPolygon(at, corners)
}

/** Takes what is pressed into a use, or out of it: a curve of a path, or the region of a profile that lies there. */
export function pickFor(
  session: Session,
  model: SheetModel,
  use: SketchUse,
  hit: Id | undefined,
  at: Vec2,
): boolean {
  const { step } = use
  if (step.kind === 'sketch-path') {
    const e = hit === undefined ? undefined : model.byId.get(hit)
    if (!e || e.kind === 'point') return false
    const curves = use.curves.includes(e.id) ? use.curves.filter((id) => id !== e.id) : [...use.curves, e.id]
    if (curves.length === 0) return false
    return session.run(
      changeSketchPath,
      { step: step.id, choices: { curves } },
      { label: `Curves of ${step.name}` },
    )
  }
  // The smallest region that holds the place.
  const pressed = model.solved.areas.regions.find(
    (r) => holds(at, r.outer) && !r.holes.some((h) => holds(at, h)),
  )
  if (!pressed) return false
  const on = use.regions.includes(pressed)
  const regions = on ? use.regions.filter((r) => r !== pressed) : [...use.regions, pressed]
  if (regions.length === 0) return false
  const choices = { regions: regions.map((r) => [...r.curves]) }
  const args = { step: step.id, choices }
  const how = { label: `Regions of ${step.name}` }
  if (step.kind === 'extruded') return session.run(changeExtruded, args, how)
  if (step.kind === 'turned') return session.run(changeRevolved, args, how)
  return session.run(changeSketchProfile, args, how)
}
