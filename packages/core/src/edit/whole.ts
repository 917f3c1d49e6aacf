import { fail, fault, ok } from '../base/index.ts'
import { LIMITS, type UnitSettings } from '../document/index.ts'
import type { Command } from './command.ts'

export const renamePart: Command<{ name: string }> = (part, { name }) => {
  const trimmed = name.trim()
  if (trimmed === '') return fail(fault('edit.no-name', 'a part needs a name'))
  if (trimmed.length > LIMITS.nameLength) {
    return fail(fault('edit.too-long', `a name has at most ${LIMITS.nameLength} characters`))
  }
  return ok(trimmed === part.name ? part : { ...part, name: trimmed })
}

/** How figures are shown from now on. Formulas carry the unit they were typed in, so the part stays as it is. */
export const setUnits: Command<{ units: UnitSettings }> = (part, { units }) => ok({ ...part, units })
