/**
 * Every tolerance of the core, named by the quantity it judges and the use it is put to. A bare small number
 * anywhere else is a mistake. Chord errors, iteration limits and output digits are other words and live elsewhere.
 */
export const tolerance = {
  /** Two points nearer than this are one point, mm. Below what any shop or screen can tell, far above round-off at 10 m. */
  pointCoincidence: 1e-7,

  /** A straight shorter than this, relative to the leg it lies on, counts as none: bends that touch are valid. */
  straightVanishes: 1e-9,

  /** Directions that differ by less than this are the same, rad. Set by acos/atan2 round-off with room to spare. */
  sameDirection: 1e-9,

  /** A turn nearer than this to half a turn folds the path back on itself, rad: tan(d/2) is then of no use. */
  foldBack: 1e-6,

  /** A bend-plane turn this near -180 degrees is +180, and this near 0 is 0, rad; a planar S must not read -179.999, and directions from points 1 m apart are good to 1e-12. */
  halfTurnSide: 1e-9,

  /** Points within this of one plane, relative to the path's size, lie in it. */
  planarity: 1e-9,

  /** Relative size under which a length counts as zero against the size of what it is part of. */
  negligible: 1e-12,

  /** Rounding up to a step forgives an excess of this share of the step, so that 500.0000000001 stays 500. */
  stepExcess: 1e-9,

  /** Outline joins that turn less are drawn as one surface, sine of the turn: about a tenth of a degree, below what shading shows. */
  smoothJoin: 2e-3,

  /** Below this a length has no direction of its own, mm; a fixed one is taken, so that no derivative is NaN. */
  noDirection: 1e-12,

  /** A sketch holds its constraints when every residual is below this share of its size. */
  sketchResidual: 1e-9,

  /** Ends nearer than this share of the sketch's size meet: well above what solving leaves, well below any gap a hand makes. */
  sketchMeet: 1e-7,

  /** A row of a sketch's scaled Jacobian whose remainder is below this share of the largest depends on the others. */
  sketchRank: 1e-7,

  /** An unknown moves when a unit free motion moves it by more than this: far above the round-off of an orthonormal basis. */
  freeMotion: 1e-6,

  /** Agreement asked of quadrature against the last refinement, relative. */
  quadrature: 1e-12,

  /** Principal second moments closer than this, relative to the larger, are equal: there is no preferred axis. */
  equalMoments: 1e-9,

  /** A fraction shown for a length is called exact when it is this near, relative to its denominator's step. */
  exactFraction: 1e-7,
} as const
