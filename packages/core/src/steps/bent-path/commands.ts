import { fail, fault, ok, type Id } from '../../base/index.ts'
import type { BendFigures, BendTableStep, BentPathStep } from '../../document/index.ts'
import { stepOfKind, withStep, type Command } from '../../edit/command.ts'
import { formatExact, LENGTH_FACTORS, typedFormula, type Formula } from '../../units/index.ts'

/** Digits that are kept of a figure that was worked out. */
const DIGITS = 9
const written = (v: number): string => formatExact(Number(v.toFixed(DIGITS)) + 0)

/** Follows another path. */
export const changeBentPath: Command<{ step: Id; choices: Partial<Pick<BentPathStep, 'path'>> }> = (
  part,
  args,
) => {
  const step = stepOfKind(part, args.step, 'bent-path')
  return step.ok ? ok(withStep(part, { ...step.value, ...args.choices })) : step
}

/** Puts the bends of a curve after its path, in whose place the runs along it go along them. */
export const turnIntoBends: Command<{ step: BentPathStep }> = (part, { step }) => {
  const at = part.steps.findIndex((s) => s.id === step.path)
  if (at < 0) return fail(fault('edit.no-step', `there is no step "${step.path}" in this part`))
  const steps = part.steps.map((s) =>
    s.kind === 'run' && s.path === step.path ? { ...s, path: step.id } : s,
  )
  return ok({ ...part, steps: steps.toSpliced(at + 1, 0, step) })
}

/** Lets the bends that were found for a curve be typed: the step is a bend table from then on, and follows the curve no more. */
export const typeBends: Command<{ step: Id; table: BendFigures; first: Id; end: Id }> = (part, args) => {
  const step = stepOfKind(part, args.step, 'bent-path')
  if (!step.ok) return step
  const { unit } = part.units.length
  const length = (mm: number): Formula => typedFormula(written(mm / LENGTH_FACTORS[unit]), unit)
  const { table } = args
  const next: BendTableStep = {
    id: step.value.id,
    name: step.value.name,
    aside: step.value.aside,
    kind: 'bend-table',
    first: args.first,
    end: args.end,
    rows: table.rows.map((r) => ({
      id: r.id,
      length: length(r.length),
      rotation: written(r.rotationDeg),
      angle: written(r.angleDeg),
      radius: length(r.radius),
    })),
    last: length(table.last),
    x: length(table.at[0]),
    y: length(table.at[1]),
    z: length(table.at[2]),
    heading: written(table.headingDeg),
    rise: written(table.riseDeg),
    roll: written(table.rollDeg),
  }
  return ok(withStep(part, next))
}
