/** The most a part document may hold; past that it is refused rather than half read. */
export const LIMITS = {
  /** Levels of objects and lists in each other. */
  depth: 16,
  textLength: 500,
  nameLength: 120,
  values: 500,
  variants: 200,
  steps: 200,
  nodes: 5000,
  sketchEntities: 4000,
  splinePoints: 200,
  regions: 100,
  strands: 200,
  shaped: 20,
  copiesEntries: 4,
  copies: 200,
  holes: 200,
  picked: 200,
  pickedLength: 800,
  /** Characters of a mesh that was brought in: of its places, and of its triangles. */
  packed: 1_000_000,
} as const
