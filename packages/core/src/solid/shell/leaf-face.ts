import type { FaceTag } from '../../sweep/index.ts'

/** A face of a leaf of a solid, the leaf by its number among those of the solid. */
export interface LeafFace {
  readonly leaf: number
  readonly kind: FaceTag['kind']
  readonly edge: number
}

export const keyOfFace = ({ leaf, kind, edge }: LeafFace): string => `${leaf} ${kind} ${edge}`
