/** What part of a run a triangle belongs to. */
export interface FaceTag {
  readonly kind: 'side' | 'start' | 'end'
  /** Edge of the section outline, counted over its loops; 0 on ends. */
  readonly edge: number
  /** Path segment. */
  readonly segment: number
}

const KINDS = ['side', 'start', 'end'] as const

/**
 * The number of a face among those of a run whose section has so many edges: segment after segment, edge after edge, three
 * kinds of each. One 32-bit number a triangle; it holds while edges times segments stay under 2^32 / 3 = 1.4e9, where the
 * points of a mesh (2e6 at most) end long before.
 */
export function packTag(kind: FaceTag['kind'], edge: number, segment: number, edges: number): number {
  return (segment * edges + edge) * KINDS.length + KINDS.indexOf(kind)
}

export function unpackTag(tag: number, edges: number): FaceTag {
  const place = Math.floor(tag / KINDS.length)
  return {
    kind: KINDS[tag % KINDS.length]!,
    edge: place % edges,
    segment: Math.floor(place / edges),
  }
}

/** Whether a face is an end of a run, or stands on one. */
export const isEnd = (tag: number): boolean => tag % KINDS.length !== 0
