import type { Id } from '../base/index.ts'
import type { Vec2 } from '../plane/index.ts'
import type { Look, Section } from '../profile/index.ts'

/** The bar that a strand is made of, square across its own line. */
export interface StrandBar {
  /** The step that gives its profile. */
  readonly profile: Id
  /** As it is placed. */
  readonly section: Section
  /** mm2 */
  readonly area: number
  /** Where its own line goes. */
  readonly centroid: Vec2
}

/** One strand of a run, in the path's frame. */
export interface Strand {
  /** As the plane across the path cuts it. */
  readonly section: Section
  /** mm2 */
  readonly area: number
  readonly bar: StrandBar
  /** It winds about the path, which cuts it askew. */
  readonly winds?: true
  readonly centroid: Vec2
  readonly look: Look
  /** kg/mm3 */
  readonly density: number
  /** Edges of the mesh's tags from here on are this strand's. */
  readonly firstEdge: number
}

/** What stands on an end of a run besides its cut. */
export type EndMade =
  | { readonly kind: 'dome'; readonly side: 'start' | 'end'; readonly height: number }
  | { readonly kind: 'plug'; readonly side: 'start' | 'end' }
