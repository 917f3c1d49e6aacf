import { addKind, emptyPart, freshStep, type Part, type Step } from '../../src/recipe/index.ts'
import { addMaker } from '../../src/recipe/evaluated/index.ts'
import { blockMaker } from './made.ts'
import { blockKind } from './typed.ts'

// The two lines by which a kind of step becomes known.
addKind(blockKind)
addMaker('block', blockMaker)

/** A part that is one block, 30 by 20 by 10 until it is told otherwise. */
export function blockPart(sizes: Readonly<Record<string, string>> = {}): Part {
  const part = emptyPart('Step stone')
  const made = freshStep(part, 'block' as Step['kind'], { id: 'block' })
  if (!made.ok) throw new Error(made.fault.message)
  return { ...part, steps: [{ ...made.value, ...sizes } as Step] }
}
