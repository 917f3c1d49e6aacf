import type { BendFigures, BendColumn, NodeColumn } from '@flexum/core/recipe'
import type { PlacedNode } from '@flexum/core/recipe/evaluated'
import { rad } from '@flexum/core/num'
import { writtenFigure, writtenLength, type Formula, type LengthUnit } from '@flexum/core/units'
import type { GridLine } from '../grid/lines.ts'

const lengthIn =
  (unit: LengthUnit) =>
  (mm: number): Formula =>
    writtenLength(mm, unit)

/** The rows of a bend table that follows from nodes. */
export function bendLines(table: BendFigures, end: string, unit: LengthUnit): GridLine<BendColumn>[] {
  const length = lengthIn(unit)
  return [
    ...table.rows.map((r, i): GridLine<BendColumn> => ({
      id: r.id,
      name: `bend ${i + 1}`,
      head: String(i + 1),
      formulas: {
        length: length(r.length),
        rotation: i === 0 ? undefined : writtenFigure(r.rotationDeg),
        angle: writtenFigure(r.angleDeg),
        radius: length(r.radius),
      },
      values: {
        length: r.length,
        rotation: rad(r.rotationDeg),
        angle: rad(r.angleDeg),
        radius: r.radius,
      },
    })),
    lastLine(end, length(table.last), table.last),
  ]
}

/** The straight after the last bend, as the last row of a table. */
export const lastLine = (id: string, formula: Formula, value: number | undefined): GridLine<BendColumn> => ({
  id,
  name: 'the last straight',
  head: 'end',
  formulas: { length: formula, rotation: undefined, angle: undefined, radius: undefined },
  values: { length: value, rotation: undefined, angle: undefined, radius: undefined },
  fixed: true,
})

/** The nodes that follow from a bend table; each radius as it is typed there. */
export function nodeLines(
  nodes: readonly PlacedNode[],
  radiusOf: (id: string) => { readonly formula: Formula; readonly value: number | undefined } | undefined,
  unit: LengthUnit,
): GridLine<NodeColumn>[] {
  const length = lengthIn(unit)
  return nodes.map(({ id, point }, i): GridLine<NodeColumn> => {
    const radius = radiusOf(id)
    return {
      id,
      name: `node ${i + 1}`,
      head: String(i + 1),
      formulas: {
        x: length(point[0]),
        y: length(point[1]),
        z: length(point[2]),
        radius: radius?.formula ?? '',
      },
      values: { x: point[0], y: point[1], z: point[2], radius: radius?.value },
      ...(radius ? {} : { dim: ['radius'] as const }),
    }
  })
}
