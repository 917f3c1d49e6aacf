import { memoBy, keptWith, type Id, type Kept } from '@flexum/core/base'
import { type Part, type SketchStep, type SketchDimension } from '@flexum/core/recipe'
import {
  BARE,
  namesOf,
  resolveStep,
  solveSketch,
  type PartResult,
  unsolvedSketch,
  type SolvedSketch,
} from '@flexum/core/recipe/evaluated'
import type { Curve2, Vec2 } from '@flexum/core/plane'
import { drawnBy, firstChain, placesOf, sizeOf, type Places, type SketchEntity } from '@flexum/core/sketch'
import { surroundingsOf, type Surroundings } from '@flexum/core/units'
import { onSheet } from './effort.ts'

/** A sketch as the sheet works with it: solved, with what drawing and picking need at hand. */
export interface SheetModel {
  readonly step: SketchStep
  readonly solved: SolvedSketch
  readonly entities: readonly SketchEntity[]
  readonly byId: ReadonlyMap<Id, SketchEntity>
  readonly at: Places
  /** What each curve draws. */
  readonly pieces: ReadonlyMap<Id, readonly Curve2[]>
  readonly size: number
  readonly around: Surroundings
  /** What is wrong with formulas of dimensions, by the dimension's id. */
  readonly faults: ReadonlyMap<Id, string>
  /** Constraints that take part in a clash of the sketch as it stands. */
  readonly failing: ReadonlySet<Id>
}

const nothingYet = {}
const seen = keptWith<Part, Kept<object, Surroundings>>()
/** The names that were last made, with all that they say. */
let last: { readonly key: string; readonly around: Surroundings } | undefined

/**
 * Names that formulas see, with what sketches before this one measured; the same object while they say the same, so that what
 * is made with it stands too.
 */
export function surroundingsFor(part: Part, result: PartResult | undefined): Surroundings {
  const ofPart = seen.get(part) ?? seen.put(part, keptWith())
  const known = ofPart.get(result ?? nothingYet)
  if (known) return known
  const names = new Map(namesOf(part))
  for (const v of result?.values ?? []) if (!names.has(v.name)) names.set(v.name, v.result)
  const key = JSON.stringify([...names])
  const around = last?.key === key ? last.around : surroundingsOf(names, BARE)
  last = { key, around }
  ofPart.put(result ?? nothingYet, around)
  return around
}

interface KeptModel {
  readonly key: string
  readonly model: SheetModel
}
const kept = keptWith<SketchStep, KeptModel>()

/** The model of a sketch step; the same object while nothing it depends on has changed. */
export function sheetModel(step: SketchStep, around: Surroundings): SheetModel {
  const before = kept.get(step)
  if (before?.model.around === around) return before.model
  const resolved = resolveStep(step, around)
  const key = JSON.stringify([resolved.fields, resolved.faults])
  if (before?.key === key) {
    const model = { ...before.model, around }
    kept.put(step, { key, model })
    return model
  }
  const faults = new Map<Id, string>()
  for (const f of resolved.faults) {
    const [, dimension] = /^constraints\/([^/]+)\//.exec(f.field) ?? []
    if (dimension) faults.set(dimension, f.fault.message)
  }
  // A dimension whose formula cannot be read only measures until it can.
  const readable: SketchStep =
    faults.size === 0
      ? step
      : {
          ...step,
          constraints: step.constraints.map((c) =>
            c.kind === 'dimension' && faults.has(c.id) ? { ...c, role: 'reference' } : c,
          ),
        }
  const value = (field: string): number => resolved.fields[field]?.value ?? 0
  const tried = onSheet(() => solveSketch(readable, value))
  const solved = tried.ok ? tried.value : unsolvedSketch(readable, value)
  const at = placesOf(solved.entities)
  const model: SheetModel = {
    step,
    solved,
    entities: solved.entities,
    byId: new Map(solved.entities.map((e) => [e.id, e])),
    at,
    pieces: drawnBy(solved.entities, at),
    size: sizeOf(solved.entities),
    around,
    faults,
    failing: new Set(solved.failing),
  }
  kept.put(step, { key, model })
  return model
}

/** The chain that was drawn first, which a path by itself goes along. */
export const firstChainIn = memoBy(({ entities, solved }: SheetModel): readonly Id[] =>
  firstChain(entities, solved.areas.gaps),
)

export function dimensionOf(model: SheetModel, id: Id): SketchDimension | undefined {
  const c = model.step.constraints.find((x) => x.id === id)
  return c?.kind === 'dimension' ? c : undefined
}

/** Whether an entity can still move. */
export const isFree = (model: SheetModel, id: Id): boolean => model.solved.freedom.free.has(id)

/** The box of all that is drawn, mm; undefined when nothing is. */
export function boxOf(model: SheetModel): readonly [Vec2, Vec2] | undefined {
  let [x0, y0, x1, y1] = [Infinity, Infinity, -Infinity, -Infinity]
  const grow = (x: number, y: number): void => {
    x0 = Math.min(x0, x)
    y0 = Math.min(y0, y)
    x1 = Math.max(x1, x)
    y1 = Math.max(y1, y)
  }
  for (const e of model.entities) {
    if (e.kind === 'point') grow(e.x, e.y)
    else if (e.kind === 'circle' || e.kind === 'ellipse') {
      const [x, y] = model.at(e.centre)
      const r =
        e.kind === 'circle'
          ? e.radius
          : Math.max(e.radius, Math.hypot(model.at(e.end)[0] - x, model.at(e.end)[1] - y))
      grow(x - r, y - r)
      grow(x + r, y + r)
    } else if (e.kind === 'arc') {
      for (const c of model.pieces.get(e.id) ?? [])
        if (c.kind === 'arc') {
          for (let i = 0; i <= 8; i++) {
            const a = c.start + (c.sweep * i) / 8
            grow(c.centre[0] + c.radius * Math.cos(a), c.centre[1] + c.radius * Math.sin(a))
          }
        }
    }
  }
  return x1 >= x0
    ? [
        [x0, y0],
        [x1, y1],
      ]
    : undefined
}
