/** What part of a run a triangle belongs to. */
export interface FaceTag {
  readonly kind: 'side' | 'start' | 'end'
  /** Edge of the section outline, counted over its loops; 0 on ends. */
  readonly edge: number
  /** Path segment. */
  readonly segment: number
}

const KINDS = ['side', 'start', 'end'] as const
const EDGE_BITS = 10
const KIND_BITS = 2

/** Bits of a tag that are 0 on sides and not on ends. */
export const END_BITS = 2 ** KIND_BITS - 1

/** Most section edges and path segments a tag can tell apart; more than that wrap round. */
export const TAG_LIMITS = { edges: 2 ** EDGE_BITS, segments: 2 ** (32 - EDGE_BITS - KIND_BITS) } as const

/** One 32-bit number per triangle: kind in the low 2 bits, then 10 bits of edge, then 20 bits of segment. */
export function packTag(kind: FaceTag['kind'], edge: number, segment: number): number {
  const low = KINDS.indexOf(kind) | ((edge % TAG_LIMITS.edges) << KIND_BITS)
  return (low | ((segment % TAG_LIMITS.segments) << (KIND_BITS + EDGE_BITS))) >>> 0
}

export function unpackTag(tag: number): FaceTag {
  return {
    kind: KINDS[tag & 3] ?? 'side',
    edge: (tag >>> KIND_BITS) & (TAG_LIMITS.edges - 1),
    segment: tag >>> (KIND_BITS + EDGE_BITS),
  }
}
