import type { RunStep } from './typed.ts'
import type { Finding } from '../../evaluate/index.ts'
import type { Path } from '../../path/index.ts'
import { refusal as refuse } from '../shared/refusal.ts'

/** The path a run is carried along: the used stretch of its path, with what its ends put on. */
export interface CarriedPath {
  readonly path: Path
  /** Station of the given path where the used stretch starts. */
  readonly from: number
  /** Length put on before the start. */
  readonly before: number
  /** How much sooner than its path an end is cut, where a return is shorter than a path can be. */
  readonly sooner?: { readonly start: number; readonly end: number }
}

/** What keeps a run from being built, told where its field stands. */
export const refusal = (step: RunStep, code: string, message: string, field?: string) =>
  refuse(step, stationOf(code), code, message, field)

const stationOf = (code: string): Finding['station'] => (code.startsWith('run.end') ? 'ends' : 'run')
