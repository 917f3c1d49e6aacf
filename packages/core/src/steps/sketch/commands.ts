import { fail, fault, ok, type Id } from '../../base/index.ts'
import { LIMITS } from '../../document/index.ts'
import type {
  SheetFacing,
  SheetPicture,
  SheetPlane,
  SketchConstraint,
  SketchDimension,
  SketchItem,
} from './typed-drawing.ts'
import type { SketchStep } from './typed.ts'
import { checkName } from '../../units/index.ts'
import { stepOfKind, withStep, type Command, renameEverywhere, takenName } from '../../edit/index.ts'

/** What is drawn on a sheet. */
export interface Drawing {
  readonly entities: readonly SketchItem[]
  readonly constraints: readonly SketchConstraint[]
}

/** Puts another drawing in place of a sketch's. */
export const putDrawing: Command<{ step: Id } & Drawing> = (part, args) => {
  const step = stepOfKind(part, args.step, 'sketch')
  if (!step.ok) return step
  if (args.entities.length > LIMITS.sketchEntities)
    return fail(fault('edit.too-many', `a sketch has at most ${LIMITS.sketchEntities} entities`))
  const { entities, constraints } = args
  const same = entities === step.value.entities && constraints === step.value.constraints
  return ok(same ? part : withStep(part, { ...step.value, entities, constraints }))
}

export const setPlane: Command<{ step: Id; plane: SheetPlane }> = (part, args) => {
  const step = stepOfKind(part, args.step, 'sketch')
  return step.ok ? ok(withStep(part, { ...step.value, plane: args.plane })) : step
}

/** Turns a sheet over, or by quarters; what is drawn on it goes with it. */
export const setFacing: Command<{ step: Id; facing: SheetFacing }> = (part, args) => {
  const step = stepOfKind(part, args.step, 'sketch')
  if (!step.ok) return step
  const { facing: _, ...bare } = step.value
  const { over, quarters } = args.facing
  return ok(withStep(part, over || quarters !== 0 ? { ...bare, facing: args.facing } : bare))
}

/** Lays a picture on the sheet, or takes it away. */
export const setPicture: Command<{ step: Id; picture: SheetPicture | undefined }> = (part, args) => {
  const step = stepOfKind(part, args.step, 'sketch')
  if (!step.ok) return step
  const { picture: _, ...bare } = step.value
  return ok(withStep(part, args.picture ? { ...bare, picture: args.picture } : bare))
}

/** Changes what a dimension says of itself, but for its name. */
export const changeDimension: Command<{
  step: Id
  dimension: Id
  change: Partial<Omit<SketchDimension, 'id' | 'kind' | 'name'>>
}> = (part, args) => {
  const step = stepOfKind(part, args.step, 'sketch')
  if (!step.ok) return step
  return ok(withStep(part, withDimension(step.value, args.dimension, args.change)))
}

function withDimension(step: SketchStep, id: Id, change: Partial<SketchDimension>): SketchStep {
  return {
    ...step,
    constraints: step.constraints.map((c) =>
      c.id === id && c.kind === 'dimension' ? { ...c, ...change } : c,
    ),
  }
}

/** Gives a dimension another name and rewrites every formula that uses it. */
export const renameDimension: Command<{ step: Id; dimension: Id; name: string }> = (part, args) => {
  const step = stepOfKind(part, args.step, 'sketch')
  if (!step.ok) return step
  const found = step.value.constraints.find((c) => c.id === args.dimension)
  if (found?.kind !== 'dimension') return fail(fault('edit.no-dimension', 'this dimension is not there'))
  if (found.name === args.name) return ok(part)
  const form = checkName(args.name)
  if (!form.ok) return form
  const taken = takenName(part, args.name)
  if (taken) return fail(fault('values.taken', `there is ${taken} named "${args.name}" already`))
  const renamed = withStep(part, withDimension(step.value, args.dimension, { name: args.name }))
  return ok(renameEverywhere(renamed, found.name, args.name))
}
