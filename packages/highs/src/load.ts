import load, { type Highs } from 'highs'
import type { LinearProgram, LinearSolution, LinearSolver } from '@flexum/core/cutting'

/** Loads the library of linear programs; `wasm` is where its binary part is, where it does not lie beside it. */
export async function loadHighs(wasm?: string): Promise<LinearSolver> {
  const library = await load(wasm === undefined ? undefined : { locateFile: () => wasm })
  return {
    solve: (program) => solved(library, program, undefined),
    solveWhole: (program, seconds) => solved(library, program, seconds),
  }
}

/** A whole solution is the best when it lies so near to what is proven, relative: nothing but round-off. */
const GAP = 1e-9

function solved(
  library: Highs,
  { columns, rows }: LinearProgram,
  wholeWithin: number | undefined,
): LinearSolution | undefined {
  const bound = (v: number): number => (Number.isFinite(v) ? v : Math.sign(v) * library.infinity)
  const starts = [0]
  const indices: number[] = []
  const values: number[] = []
  for (const { entries } of columns) {
    for (const [row, times] of entries) {
      indices.push(row)
      values.push(times)
    }
    starts.push(indices.length)
  }
  const whole = wholeWithin !== undefined
  const { modelStatus, variableType } = library.constants
  return library.withModel(
    {
      numCols: columns.length,
      numRows: rows.length,
      colCost: columns.map((c) => c.cost),
      colLower: columns.map(() => 0),
      colUpper: columns.map(() => library.infinity),
      rowLower: rows.map((r) => bound(r.least)),
      rowUpper: rows.map((r) => bound(r.most)),
      matrix: { format: 'csc', numCols: columns.length, numRows: rows.length, starts, indices, values },
      ...(whole ? { integrality: columns.map(() => variableType.integer) } : {}),
    },
    (model) => {
      model.options.set({
        output_flag: false,
        ...(whole ? { time_limit: wholeWithin, mip_rel_gap: GAP, mip_abs_gap: GAP } : {}),
      })
      const { modelStatus: status } = model.run()
      const stopped = status === modelStatus.timeLimit || status === modelStatus.solutionLimit
      if (status !== modelStatus.optimal && !(whole && stopped)) return undefined
      const cost = model.getObjectiveValue()
      // Stopped before anything was found, it has no cost.
      if (!Number.isFinite(cost) || Math.abs(cost) >= library.infinity) return undefined
      const { colValue, rowDual } = model.getSolution()
      return {
        cost,
        values: Array.from(colValue, (v) => (whole ? Math.round(v) : v)),
        duals: whole ? [] : Array.from(rowDual),
        proven: !stopped,
      }
    },
  )
}
