import type { Id } from '../../base/index.ts'
import type { Look } from '../../profile/index.ts'
import type { MaterialEntry } from '../stock-profile/typed.ts'
import {
  type Body,
  type Solid,
  meshForSolids,
  boundaryOf,
  skinOf,
  solidSurface,
  solidVolume,
  type Boundary,
  type SplitMesh,
} from '../../solid/index.ts'
import { IDENTITY } from '../../space/index.ts'
import { isEnd } from '../../sweep/index.ts'

/** All that a body that is one shell is made from. */
export interface OneBoundary {
  readonly step: Id
  readonly solid: Solid
  readonly mesh: SplitMesh
  readonly edges: number
  readonly isFlat: (tag: number) => boolean
  readonly chordError: number
  readonly material: { readonly name: MaterialEntry['name']; readonly look: Look; readonly density: number }
  /** mm3 */
  readonly volume: number
}

/** The body of a step that is one shell, to be seen and weighed. */
export function bodyOfBoundary(of: OneBoundary): Body {
  const shell = boundaryOf(of.mesh, of.isFlat)
  const body = bodyOfOwnBoundary({ ...of, shell, volumeBound: of.chordError * solidSurface(shell) })
  return { ...body, figures: { ...body.figures, theoremVolume: of.volume } }
}

/** The same of a shell that was made as such, its volume known by two finenesses to a bound. */
export function bodyOfOwnBoundary(
  of: Omit<OneBoundary, 'mesh' | 'isFlat'> & { readonly shell: Boundary; readonly volumeBound: number },
): Body {
  const { shell } = of
  const count = shell.tags.length
  const all = {
    ...meshForSolids(shell),
    leaves: new Uint32Array(count),
    turned: new Uint8Array(count),
  }
  const skin = skinOf(all, [shell], (_, tag) => isEnd(tag))
  const { look, density } = of.material
  return {
    id: of.step,
    solid: of.solid,
    mesh: skin.mesh,
    chordError: of.chordError,
    origins: {
      all: [{ step: of.step, instance: 0, edges: of.edges, materials: [{ look, density, firstEdge: 0 }] }],
    },
    lines: { sharp: skin.sharp, tangent: skin.tangent, corners: skin.corners },
    look,
    hidden: false,
    instances: [IDENTITY],
    figures: {
      volume: of.volume,
      theoremVolume: undefined,
      meshVolume: solidVolume(shell),
      volumeBound: of.volumeBound,
      mass: of.volume * density,
    },
  }
}
