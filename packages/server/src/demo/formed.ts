import { countingIds } from '@flexum/core/base'
import {
  benderEntry,
  freshStep,
  idsIn,
  rulesEntry,
  trialEntries,
  type FormingStep,
  type Part,
} from '@flexum/core/recipe'
import { FIRST_BENDERS } from '../db/first-benders.ts'
import { DEMO_FORMING } from './forming.ts'
import { DEMO_STOCK } from './materials.ts'

/** A demo part with its way of bending at the end: on a bender of the tables, of a stock of the tables with its trial bends. */
export function formed(part: Part, bender: string, stock: string, choices: Partial<FormingStep> = {}): Part {
  const ids = countingIds('f', idsIn(part))
  const figures = DEMO_FORMING[stock]!
  const made = freshStep(part, 'forming', { id: 'forming' })
  if (!made.ok) throw new Error(made.fault.message)
  const forming: FormingStep = {
    ...made.value,
    bender: benderEntry(
      FIRST_BENDERS.find((b) => b.id === bender)!,
      ids,
    ),
    stock: rulesEntry(DEMO_STOCK.find((s) => s.id === stock)!.name, figures),
    springback: 'trials',
    trials: trialEntries(figures, ids),
    ...choices,
  }
  return { ...part, steps: [...part.steps, forming] }
}
