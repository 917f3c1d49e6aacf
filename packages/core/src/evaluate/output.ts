import type { Id } from '../base/index.ts'
import type { Anchor, Look, MaterialEntry, StepKindName, StockShape } from '../document/index.ts'
import type { BendTable, Developed } from '../forming/index.ts'
import type { CornerResult, Path, PathAnalysis } from '../path/index.ts'
import type { Region, SectionProperties } from '../profile/index.ts'
import type { Mesh, Vec3 } from '../space/index.ts'
import type { SquareFrames } from '../sweep/index.ts'
import type { Finding } from './finding.ts'

/** A node where it stands, with what became of its corner. */
export interface PlacedNode {
  readonly id: Id
  readonly point: Vec3
  readonly corner: CornerResult
}

export interface PathOutput {
  readonly kind: 'path'
  readonly path: Path
  readonly analysis: PathAnalysis
  readonly nodes: readonly PlacedNode[]
  /** None when the path cannot be bent; then `notBendable` says why. */
  readonly table: BendTable | undefined
  readonly notBendable: string | undefined
}

export interface ProfileOutput {
  readonly kind: 'profile'
  readonly region: Region
  readonly properties: SectionProperties
  readonly shape: StockShape
  /** Sizes in mm, by name. */
  readonly sizes: Readonly<Record<string, number>>
  readonly material: MaterialEntry['name']
  readonly look: Look
  /** kg/mm3 */
  readonly density: number
  /** kg/mm */
  readonly massPerLength: number
}

export interface RunOutput {
  readonly kind: 'run'
  readonly path: Path
  readonly frames: SquareFrames
  /** The section in the path's frame, as placed. */
  readonly section: Region
  readonly anchor: Anchor
  readonly look: Look
  readonly density: number
  readonly mesh: Mesh
  /** Largest distance between the mesh and the true surface, mm. */
  readonly chordError: number
  /** Volume in mm3: by theorem where one holds, else by the mesh. */
  readonly volume: number
  readonly theoremVolume: number | undefined
  readonly meshVolume: number
  /** How far the mesh's volume may be from the theorem's: chord error times the surface of the straight bar. */
  readonly volumeBound: number
  readonly mass: number
}

export interface BlankOutput {
  readonly kind: 'blank'
  readonly run: Id
  readonly developed: Developed
  readonly startAllowance: number
  readonly endAllowance: number
  readonly cut: number
  /** Mass of the sawn bar. */
  readonly mass: number
}

export type StepOutput = PathOutput | ProfileOutput | RunOutput | BlankOutput

/** A field's formula worked out: its value, and the bare numbers that were given a unit. */
export interface FieldResult {
  readonly value: number
  readonly assumed: readonly string[]
}

/** `waiting`: a step it builds on has no result. `unbuilt`: past the build-to-here mark. */
export type StepState = 'good' | 'failed' | 'waiting' | 'aside' | 'unbuilt'

export interface StepResult {
  readonly id: Id
  readonly kind: StepKindName
  readonly state: StepState
  /** The result; when the state is not good, the last good one if there was one, and `stale` is set. */
  readonly output: StepOutput | undefined
  readonly stale: boolean
  readonly summary: string
  readonly fields: Readonly<Record<string, FieldResult>>
  readonly findings: readonly Finding[]
  /** Where the nodes now are, good or not, so that a failed path can still be put right by hand. */
  readonly nodePoints: readonly { readonly id: Id; readonly point: Vec3 }[]
  /** Grows whenever anything above changes. */
  readonly version: number
}
