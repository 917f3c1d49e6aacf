import { formulaText, formulaUnit, typedFormula, type Formula, type LengthUnit } from '@flexum/core/units'

const PLAIN_NUMBER = /^[-+]?\s*(?:\d+\.?\d*|\.\d+)(?:e[-+]?\d+)?$/i

/** A formula's text as it is put into a field: a bare number typed in another unit than the shown one says its unit. */
export function textToEdit(formula: Formula, shown: LengthUnit, isLength: boolean): string {
  const text = formulaText(formula)
  const unit = formulaUnit(formula)
  return isLength && unit !== shown && PLAIN_NUMBER.test(text.trim()) ? `${text.trim()} ${unit}` : text
}

/**
 * The formula that an edited field stands for. Unchanged text is the same formula; a formula that is worked over keeps
 * the unit it was written in; anything typed anew takes the unit that is shown.
 */
export function editedFormula(before: Formula, text: string, shown: LengthUnit, isLength: boolean): Formula {
  const trimmed = text.trim()
  if (trimmed === textToEdit(before, shown, isLength)) return before
  if (!isLength) return trimmed
  const worksOver = !PLAIN_NUMBER.test(formulaText(before).trim()) && !PLAIN_NUMBER.test(trimmed)
  return typedFormula(trimmed, worksOver ? formulaUnit(before) : shown)
}
