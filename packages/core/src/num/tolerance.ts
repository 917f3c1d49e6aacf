/**
 * Every tolerance of the core, named by the quantity it judges and the use it is put to. A bare small number
 * anywhere else is a mistake. Chord errors, iteration limits and output digits are other words and live elsewhere.
 */
export const tolerance = {
  /** Two points nearer than this are one point, mm. Below what any shop or screen can tell, far above round-off at 10 m. */
  pointCoincidence: 1e-7,

  /** A room whose walls miss by less than this share of their length closes: what people measure is to the millimetre. */
  wallsClose: 1e-6,

  /** A straight shorter than this, relative to the leg it lies on, counts as none: bends that touch are valid. */
  straightVanishes: 1e-9,

  /** Directions that differ by less than this are the same, rad. Set by acos/atan2 round-off with room to spare. */
  sameDirection: 1e-9,

  /** A turn nearer than this to half a turn folds the path back on itself, rad: tan(d/2) is then of no use. */
  foldBack: 1e-6,

  /**
   * A bend-plane turn this near -180 degrees is +180, and this near 0 is 0, rad; a planar S must not read -179.999, and directions from points
   * 1 m apart are good to 1e-12. What is left away moves the end of a metre of bar by no more than pointCoincidence.
   */
  halfTurnSide: 1e-10,

  /** Bends whose planes differ by less turn in one plane, rad: the round-off of directions taken from points. */
  sameBendPlane: 1e-7,

  /** Radii that differ by less than this share are one radius. */
  sameRadius: 1e-9,

  /** A section that reaches to within this share of the centre of curvature reaches it. */
  reachesCentre: 1e-9,

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

  /** Places nearer than this share of the size of what they lie on are one place: far above round-off, far below any drawing. */
  samePlace: 1e-9,

  /** What lies nearer than this share of the size of a drawing looks like one place however near one goes: a hundredth of a pixel. */
  notSeen: 1e-5,

  /** Turns nearer than this to a whole one are whole, rad or as a share. */
  wholeTurn: 1e-9,

  /** A length below this is none, mm: nothing is built on it and no direction taken from it. */
  vanishes: 1e-9,

  /** What must keep off by a distance may fall short of it by this share, and areas that should agree by as much. */
  clearance: 1e-6,

  /** A roll against the mitre below this is none worth telling, rad. */
  rollJump: 1e-4,

  /** Frames on both sides of a joint that differ by less meet, rad. */
  framesMeet: 1e-6,

  /** Room left between the section and the middle of a rounded corner, as a share of how far it reaches inward. */
  roundedClear: 1e-3,

  /** Cosine below which a section that only travels has no thickness to speak of. */
  noThickness: 1e-3,

  /** Sine of the angle between two stretches of a path below which their sections are parted as parallel ones. */
  parallelStretches: 0.02,

  /** Stretches in contact longer than this share of the path are told as stretches, shorter ones as places. */
  stretch: 1e-3,

  /** Contact less deep than this share of the section's reach is touching and no more. */
  touching: 1e-3,

  /** Halves of a piece of a shaped volume that agree with their whole to this share are fine. */
  shapedVolume: 1e-10,

  /** Edges and faces this near to parallel are measured as parallel, rad: meshes in single precision lie no better. */
  parallelPicks: 1e-4,

  /** Anchors nearer than this are offered once, mm. */
  offeredOnce: 1e-6,

  /** Ends of a stroke nearer than this share of its size count as one place. */
  strokeMeets: 1e-7,

  /** Directions whose sine is smaller run on smoothly. */
  runsOnSmoothly: 1e-6,

  /** Curves whose directions differ by less leave a crossing the same way, rad. */
  sameLeaving: 1e-6,

  /** Shares of a curve nearer than this to each other or to an end are the same place. */
  sameShare: 1e-6,

  /** What elimination leaves below this is round-off. */
  eliminated: 1e-14,

  /** Pieces that overrun a bar by less than this share of it fit: the round-off of lengths added up. */
  barFits: 1e-12,

  /** What a bar that costs nothing counts as, a mm, when bars are weighed against each other: next to nothing. */
  freeBar: 1e-9,

  /** Ways to fill bars whose worth differs by less are as good, relative. */
  sameRate: 1e-9,

  /** A cost below 0 by less than this, relative, brings a plan nothing more. */
  nothingGained: 1e-7,

  /** A share of a bar nearer than this to a whole number is that. */
  wholeBar: 1e-6,

  /** Sides of the line round a section whose directions differ by less are one side (sine), and widths by less are as wide, relative. */
  sameSide: 1e-9,

  /** Substituted equalities that differ by less than this say the same, relative. */
  sameDifference: 1e-10,
} as const
