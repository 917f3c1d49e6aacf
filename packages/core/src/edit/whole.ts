import { fail, fault, ok } from '../base/index.ts'
import { LIMITS, type UnitSettings } from '../document/index.ts'
import { isExpectedText, type Expected } from '../units/index.ts'
import type { Command } from './command.ts'

export const renamePart: Command<{ name: string }> = (part, { name }) => {
  const trimmed = name.trim()
  if (trimmed === '') return fail(fault('edit.no-name', 'a part needs a name'))
  if (trimmed.length > LIMITS.nameLength) {
    return fail(fault('edit.too-long', `a name has at most ${LIMITS.nameLength} characters`))
  }
  return ok(trimmed === part.name ? part : { ...part, name: trimmed })
}

/** Says what a figure of the part is expected to come to; an empty text says nothing any more. */
export const setExpected: Command<Expected> = (part, wanted) => {
  const { expected = [], ...bare } = part
  const others = expected.filter((e) => e.of !== wanted.of)
  const text = wanted.text.trim()
  if (text !== '' && !isExpectedText(text))
    return fail(fault('edit.figure', `"${text}" is no figure to compare with; a number like 0.1234 is`))
  const next = text === '' ? others : [...others, { ...wanted, text }]
  return ok(next.length > 0 ? { ...bare, expected: next } : bare)
}

/** How figures are shown from now on. Formulas carry the unit they were typed in, so the part stays as it is. */
export const setUnits: Command<{ units: UnitSettings }> = (part, { units }) => ok({ ...part, units })
