import { type Mesh } from '../space/index.ts'
import { joinRunMeshes } from '../sweep/index.ts'
import type { Id } from '../base/index.ts'
import {
  type Body,
  type BodyFigures,
  type ComingBody,
  type Extrapolated,
  type Solids,
  boundOf,
  surfaceOf,
  meshOfBody,
} from '../solid/index.ts'
import type { StepResult } from './output.ts'
import type { PartResult } from './result.ts'

/** The sound bodies of a part that are to be seen and made, in order of the recipe; none that went into another. */
export function bodiesOf(result: PartResult): Body[] {
  return standingIn(result).flatMap((s) => (s.output?.bodies ?? []).filter((b) => !b.hidden))
}

/** Steps whose bodies went into those of others that count. */
export function takenIn(
  steps: readonly StepResult[],
  counts: (step: StepResult) => boolean,
): ReadonlySet<Id> {
  return new Set(steps.flatMap((s) => (counts(s) ? (s.output?.takes ?? []) : [])))
}

/** All bodies of a part with their copies as one mesh; none without a body. As fine as the part was worked out. */
export function meshOfPart(result: PartResult): Mesh | undefined {
  const bodies = bodiesOf(result)
  return bodies.length > 0 ? joinRunMeshes(bodies.map(meshOfBody)) : undefined
}

/** kg of everything a part is made of: all sound bodies with their copies, hidden ones too; also of those still to be made, where it is known. */
export function massOf(result: PartResult): number | undefined {
  return sumOver(result, (f) => f.mass)
}

/** mm3 of the same. */
export function volumeOf(result: PartResult): number | undefined {
  return sumOver(result, (f) => f.volume)
}

/** How far those may be off, mm3 and kg: what is known by theorem, or is still to be made, adds nothing. */
export function errorsOf(result: PartResult): { readonly volume: number; readonly mass: number } {
  let [volume, mass] = [0, 0]
  for (const s of standingIn(result))
    for (const b of s.output?.bodies ?? []) {
      const off = boundOf(b)
      volume += off
      if (off > 0) mass += (off * b.figures.mass) / b.figures.volume
    }
  return { volume, mass }
}

/** Area of all bodies that stand with their copies, mm2, and how far it may be off; undefined where one of them is not known. */
export function areaOf(result: PartResult): Extrapolated | undefined {
  let [value, error] = [0, 0]
  for (const s of standingIn(result))
    for (const [i, b] of (s.output?.bodies ?? []).entries()) {
      const area = result.areas?.get(s.id)?.[i]
      if (!area) return undefined
      value += area.value * b.instances.length
      error += area.error * b.instances.length
    }
  return value > 0 ? { value, error } : undefined
}

/** Areas of the bodies that stand, as a result tells of them; none of those for which the library is missing. */
export const areasOf = (
  result: Pick<PartResult, 'steps'>,
  solids: Solids | undefined,
): NonNullable<PartResult['areas']> =>
  new Map(
    standingIn(result).flatMap(({ id, output }) =>
      output?.bodies ? [[id, output.bodies.map((b) => surfaceOf(b, solids))] as const] : [],
    ),
  )

/** Steps that are sound, and whose bodies went into none of another. */
function standingIn(result: Pick<PartResult, 'steps'>): readonly StepResult[] {
  const taken = takenIn(result.steps, (s) => s.state === 'good')
  return result.steps.filter((s) => s.state === 'good' && !taken.has(s.id))
}

function sumOver(
  result: PartResult,
  of: (figures: Pick<BodyFigures, 'volume' | 'mass'>) => number,
): number | undefined {
  const all = standingIn(result).flatMap(
    (s): readonly (Body | ComingBody)[] => s.output?.bodies ?? s.output?.coming ?? [],
  )
  if (all.length === 0 || !all.every((b) => b.figures !== undefined)) return undefined
  return all.reduce((sum, b) => sum + of(b.figures!) * b.instances.length, 0)
}
