import type { Formula } from '@flexum/core/units'

/** A column of figures that are typed. */
export interface GridColumn<C extends string = string> {
  readonly key: C
  readonly head: string
  /** What its cells are called, as in "bend radius of node 2". */
  readonly called: string
  readonly dimension: 'length' | 'angle'
  /** Its share of the width, where its figures are longer or shorter than those of others. */
  readonly width?: string
  /** What an empty cell means, where it may be. */
  readonly empty?: string
}

/** A row of the grid: by columns what is typed there, undefined where it has no cell, and what that comes to. */
export interface GridLine<C extends string = string> {
  readonly id: string
  /** What it is called, as in "node 2". */
  readonly name: string
  /** What stands at its head. */
  readonly head: string
  readonly formulas: Readonly<Record<C, Formula | undefined>>
  /** mm or rad. */
  readonly values: Readonly<Record<C, number | undefined>>
  /** Columns whose figure does not count here. */
  readonly dim?: readonly C[]
  /** It cannot be taken out, or be moved. */
  readonly fixed?: boolean
}

/** Findings about a row, and those of its columns that they are about. */
export interface GridFault {
  readonly columns: readonly string[]
}
