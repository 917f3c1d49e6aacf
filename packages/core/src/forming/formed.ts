import type { Id } from '../base/index.ts'
import type { Bar } from './bar.ts'
import type { BendRow } from './bend-table.ts'
import type { LimitedBend, BendEffects } from './limits.ts'
import type { TrialFit } from './trial-fit.ts'
import type { Program, Speeds } from './program.ts'
import type { BenderSizes } from './bender-shapes.ts'
import type { Clash } from './clashes.ts'

/** A bend as it is made. Radii are those of the centreline, mm; angles rad. */
export interface FormedBend extends LimitedBend {
  readonly row: BendRow
  /** The tool that it is bent over, the angle it is bent to, and the radius it springs to. */
  readonly tool: number
  readonly set: number
  readonly got: number
  /** Depth of its neutral fibre, as a share of the section's; the straight bar that goes into it. */
  readonly share: number
  readonly developed: number
  readonly effects: BendEffects
}

/** How a blank is bent. */
export interface FormingGiven {
  readonly run: Id
  readonly blank: Id
  /** The bender by its name, and how far what is made may be off, in words, where that is said. */
  readonly bender: string
  readonly tolerances: string | undefined
  /** In the order of the bend table. */
  readonly bends: readonly FormedBend[]
  /** Straights of the bend table: one before each bend, one after the last. */
  readonly straights: readonly number[]
  /** What the trial bends say; undefined without any. */
  readonly fit: TrialFit | undefined
  /** The end of the path is bent first. */
  readonly fromEnd: boolean
  /** From the end that is bent first, with what is held beyond the part. */
  readonly bar: Bar
  readonly program: Program
  /** How fast it is bent, whether to both hands, and in which order where one was asked for. */
  readonly how: {
    readonly speeds: Speeds
    readonly bothHands: boolean
    readonly order: readonly number[] | undefined
  }
  /** Radius of the circle round the section by which collisions are looked for, mm. */
  readonly reach: number
  readonly sizes: BenderSizes
  /** Undefined until they were looked for, or where that is too much. */
  readonly clashes: readonly Clash[] | undefined
}
