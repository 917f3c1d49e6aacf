/** A linear program: the least sum of costs. Every variable is 0 or more; each row's sum lies between its bounds. */
export interface LinearProgram {
  readonly columns: readonly LinearColumn[]
  readonly rows: readonly { readonly least: number; readonly most: number }[]
}

export interface LinearColumn {
  readonly cost: number
  /** Rows it stands in, and how often. */
  readonly entries: readonly (readonly [row: number, times: number])[]
}

export interface LinearSolution {
  readonly cost: number
  /** By column. */
  readonly values: readonly number[]
  /** What one more of each row would cost; none of a program in whole numbers. */
  readonly duals: readonly number[]
  /** No solution costs less; false for the best found in time. */
  readonly proven: boolean
}

/** Solves linear programs: a well-kept library, handed in from outside. Undefined where there is no solution, or none was found in time. */
export interface LinearSolver {
  solve(program: LinearProgram): LinearSolution | undefined
  /** In whole numbers, the best found within so many seconds. */
  solveWhole(program: LinearProgram, seconds: number): LinearSolution | undefined
}
