import { vec2 } from '@flexum/core/plane'
import { typedFormula, resolveFormula, type DimensionName, type Formula } from '@flexum/core/units'
import { shownPart } from '../bench/session.ts'
import type { Board } from './board.ts'
import { NO_PREVIEW, type Pointer, type Tool, type TypedFigure } from './tools/tool.ts'

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

/** How far ahead the pointer stands for figures that are typed before it was moved, in its own reaches. */
const AHEAD = 4

/**
 * The pointer that figures are typed beside. One that still stands where the tool comes from has no direction yet: it stands a
 * little ahead, the way the tool goes on.
 */
export function pointerAhead(board: Pick<Board, 'store'>, tool: Tool): Pointer | undefined {
  const { pointer } = board.store.getState()
  const from = tool.from?.()
  if (!pointer || !from || vec2.distance(pointer.raw, from) > pointer.reach) return pointer
  const way = tool.ahead?.() ?? [1, 1]
  const at = vec2.addScaled(from, way, (AHEAD * pointer.reach) / vec2.length(way))
  return { ...pointer, raw: at, snap: { at } }
}

/** The figures typed so far that can be read. */
export function typedFigures(
  board: Pick<Board, 'session' | 'store' | 'model'>,
  tool: Tool,
): Readonly<Record<string, TypedFigure>> {
  const { typed } = board.store.getState()
  if (!typed) return {}
  const pointer = pointerAhead(board, tool)
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
