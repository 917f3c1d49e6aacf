import { typedFormula, resolveFormula, type DimensionName, type Formula } from '@flexum/core/units'
import { shownPart } from '../bench/session.ts'
import type { Board } from './board.ts'
import { NO_PREVIEW, type Tool, type TypedFigure } from './tools/tool.ts'

/** What text typed beside the pointer or into a dimension stands for. */
export function readTyped(
  board: Pick<Board, 'session' | 'model'>,
  text: string,
  dimension: DimensionName,
): { readonly formula: Formula; readonly result: ReturnType<typeof resolveFormula> } {
  const { unit } = shownPart(board.session.store.getState()).units.length
  const formula = dimension === 'length' ? typedFormula(text.trim(), unit) : text.trim()
  return { formula, result: resolveFormula(formula, dimension, board.model().around) }
}

/** The figures typed so far that can be read. */
export function typedFigures(
  board: Pick<Board, 'session' | 'store' | 'model'>,
  tool: Tool,
): Readonly<Record<string, TypedFigure>> {
  const { typed, pointer } = board.store.getState()
  if (!typed) return {}
  const fields = (pointer ? tool.preview({ ...pointer, typed: {} }) : NO_PREVIEW).fields
  const figures: Record<string, TypedFigure> = {}
  for (const [key, text] of Object.entries(typed.texts)) {
    if (text.trim() === '') continue
    const { formula, result } = readTyped(
      board,
      text,
      fields.find((f) => f.key === key)?.dimension ?? 'length',
    )
    if (result.ok) figures[key] = { value: result.value.value, formula }
  }
  return figures
}
