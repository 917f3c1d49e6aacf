import { fail, fault, ok, type Id } from '../../base/index.ts'
import type { FormingStep, TrialEntry } from './typed.ts'
import { typedFormula } from '../../units/index.ts'
import { stepOfKind, withStep, type Command } from '../../edit/index.ts'

/** What of forming is chosen; an undefined order takes it away. */
export type FormingChoices = Partial<
  Pick<FormingStep, 'bender' | 'stock' | 'springback' | 'trials' | 'fromEnd'>
> & { readonly order?: FormingStep['order'] | undefined }

/** Changes the bender, the stock's limits, by what springback is told, and the order of the bends. */
export const changeForming: Command<{ step: Id; choices: FormingChoices }> = (part, args) => {
  const step = stepOfKind(part, args.step, 'forming')
  if (!step.ok) return step
  const next = Object.fromEntries(
    Object.entries({ ...step.value, ...args.choices }).filter(([, v]) => v !== undefined),
  ) as unknown as FormingStep
  return ok(withStep(part, next))
}

const COLUMNS = ['radius', 'set', 'got'] as const
const isNumber = (text: string): boolean => text.trim() !== '' && Number.isFinite(Number(text))

/**
 * Lays a block of cells over the trial bends from a row and column on, adding trials past the end; what is pasted is text in the unit that
 * is shown, angles in degrees. A heading row is left out.
 */
export const pasteTrials: Command<{
  step: Id
  row: number
  column: (typeof COLUMNS)[number]
  cells: readonly (readonly string[])[]
  newId: () => Id
}> = (part, args) => {
  const step = stepOfKind(part, args.step, 'forming')
  if (!step.ok) return step
  const [head] = args.cells
  const cells = head && !head.some(isNumber) ? args.cells.slice(1) : args.cells
  const from = COLUMNS.indexOf(args.column)
  const widest = Math.max(0, ...cells.map((r) => r.length))
  if (from + widest > COLUMNS.length)
    return fail(
      fault(
        'edit.too-wide',
        `the pasted rows have ${widest} columns; from ${args.column} on there are ${COLUMNS.length - from}`,
      ),
    )
  const trials = [...step.value.trials]
  const first = Math.min(args.row, trials.length)
  cells.forEach((row, r) => {
    const at = first + r
    const before: TrialEntry = trials[at] ?? {
      id: args.newId(),
      radius: trials.at(-1)?.radius ?? '40',
      set: '92',
      got: '90',
    }
    trials[at] = row.reduce<TrialEntry>(
      (t, text, c) =>
        text.trim() === ''
          ? t
          : { ...t, [COLUMNS[from + c]!]: typedFormula(text.trim(), part.units.length.unit) },
      before,
    )
  })
  return ok(withStep(part, { ...step.value, trials }))
}
