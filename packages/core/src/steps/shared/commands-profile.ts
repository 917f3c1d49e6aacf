import { fail, fault, ok, type Id, type Result } from '../../base/index.ts'
import { stepOf, type Part, type Step } from '../../document/index.ts'
import type { MaterialEntry, SectionSource, StockProfileStep, WallEntry } from '../stock-profile/typed.ts'
import type { SketchProfileStep } from '../sketch-profile/typed.ts'
import { withStep, type Command } from '../../edit/index.ts'

/** Steps that are a section of some material. */
export type ProfileStep = StockProfileStep | SketchProfileStep

export const isProfile = (s: Step | undefined): s is ProfileStep =>
  s?.kind === 'stock-profile' || s?.kind === 'sketch-profile'

function profileAt(part: Part, id: Id): Result<ProfileStep> {
  const step = stepOf(part, id)
  return isProfile(step) ? ok(step) : fail(fault('edit.no-step', `there is no profile "${id}" in this part`))
}

/** Makes a section hollow along its outline, or solid. */
export const setWall: Command<{ step: Id; wall: WallEntry | undefined }> = (part, args) => {
  const step = profileAt(part, args.step)
  if (!step.ok) return step
  const { wall: _, ...solid } = step.value
  return ok(withStep(part, args.wall ? { ...solid, wall: args.wall } : solid))
}

/** Says what a section or a body is made of. */
export const setMaterial: Command<{ step: Id; material: MaterialEntry }> = (part, args) => {
  const step = stepOf(part, args.step)
  return step && 'material' in step
    ? ok(withStep(part, { ...step, material: args.material }))
    : fail(fault('edit.no-step', `there is nothing of a material at "${args.step}" in this part`))
}

/** Says which section of the library a profile is, after it was saved there. */
export const setSource: Command<{ step: Id; source: SectionSource }> = (part, args) => {
  const step = profileAt(part, args.step)
  return step.ok ? ok(withStep(part, { ...step.value, source: args.source })) : step
}
