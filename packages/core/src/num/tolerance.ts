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

  /** A step of an outline belongs to a curve from so much turn between the normals at its ends on, rad. */
  curvedStep: 1e-3,

  /** What may be missing of a bar that is used up to its end, as a share: round-off. */
  barUsedUp: 1e-12,

  /** Slopes that differ by less are one: with the widest section it moves a cut by no more than a thousandth of a millimetre. */
  sameSlope: 1e-6,

  /** A cut that leans by less is square, and shares nothing worth it. */
  squareCut: 1e-3,

  /** Places of an outline lie on it again within this share of its size: as far as its curves are straight steps. */
  sameOutline: 2e-3,

  /** A share of the smaller of two bodies under which what they have in common, or what is taken off, is nothing. */
  noVolume: 1e-9,

  /** A body the volume of which is known to this share counts as known. */
  knownVolume: 1e-6,

  /** A volume that is off by less than this share is told for sure. */
  surelyOff: 1e-8,

  /** Lengths and sizes of pieces nearer than this are told as one, mm. */
  sameLength: 1e-6,

  /** Steeper than this (its level part, against 1) a straight has no heading. */
  noHeading: 1e-12,

  /** What is asked for exactly is allowed: limits and deviations may be passed by this share. */
  allowedExcess: 1e-9,

  /** Dies and radii, trial angles and radii nearer than this share are one. */
  sameDie: 1e-6,

  /** Legs that turn by less than this are one straight, and a bend by less is none, rad. */
  noBend: 1e-9,

  /** Straights shorter than this are none, mm. */
  noStraight: 1e-6,

  /** Turns that are equal but for this keep the hand, rad: a flip costs something too. */
  shorterTurn: 1e-9,

  /** A fitted line follows what it is fitted to within this share of its size. */
  followsCurve: 1e-7,

  /** Directions within this of each other go on without a break, rad. */
  goesOnTangent: 1e-6,

  /** Control points that lie this near to a plane or a line, against their size, lie in it. */
  flatControl: 1e-9,

  /** A straight within this of square to a line goes across it, rad; a cut this near to its end lies there, as a share. */
  squareToLine: 1e-9,

  /** Below this the direction of a view is across the line: how fast the other goes there is taken from beside it. */
  viewAcross: 1e-4,

  /** Points of a curve closer than this share of the whole count as one. */
  sameKnot: 1e-9,

  /** Sine of the turn under which a piece of a wound outline is as good as straight. */
  woundStraight: 1e-2,

  /** A curve shorter than this share of the sketch has come to nothing. */
  noCurve: 1e-7,

  /** Places nearer to each other than this share of a body's reach may become one in single precision. */
  singlePlaces: 1e-6,

  /** Places in single precision may be off by this share of the largest. */
  singlePrecision: 2e-7,

  /** Faces that meet at a smaller angle than this (its sine) are taken to touch where areas are summed along their edges. */
  facesCross: 1e-3,

  /** Faces that meet at less than this (the sine of their angle) only touch. */
  facesTouch: 1e-6,

  /** How far off a plane the vertices of a flat face may lie, as a share of the reach. */
  flatVertices: 1e-6,

  /** Vertices are as near to a place as each other where they differ by less than this share of the reach. */
  equallyNear: 1e-9,

  /** Nearer to an end than this share of a parameter a place lies on it. */
  parameterEnd: 1e-3,

  /** Two exact faces whose places and directions agree to this, against their reach, are one. */
  sameForm: 1e-7,

  /** A line that passes a round face by less than this share of its radius squared touches it. */
  lineTouches: 1e-9,

  /** Nearer to an axis than this share of its radius or reach a point lies on it. */
  onAxis: 1e-9,

  /** Further than this share of its size from what a form says, a face or an edge is not of that form. */
  offForm: 1e-8,

  /** A side of a loft that turns less over a span goes straight, rad. */
  straightSpan: 1e-6,

  /** Further than this from a face a place of an outline does not lie on it, mm: what figures and fitted curves leave. */
  onFace: 1e-4,

  /** What the volume of a loft by quadrature may be off by, as a share. */
  loftVolume: 1e-7,

  /** A place led on by no more than this has come to rest, mm. */
  atRest: 1e-12,

  /** Round-off of the nearest places of two things, mm. */
  nearestRoundOff: 1e-9,

  /** Less of a normal than this that lies in no other's direction gives no direction of its own. */
  ownNormal: 1e-3,

  /** The sine of an angle below which a triangle has no inside. */
  sliver: 1e-9,

  /** Things of a body nearer than this touch, mm: single precision holds no less of a place a few metres away. */
  touches: 1e-6,

  /** Ends of picked edges nearer than this are one, mm: of free faces, as far as their meshes tell. */
  edgesMeet: 1e-5,

  /** Ends of edges nearer to each other than this are one corner, against the size of what they are on. */
  sameCorner: 1e-6,

  /** A share of its reach by which a section may lie over its axis and still only touch it, or keep from it and be hollow. */
  overAxis: 1e-6,

  /** Widths that agree to this share are one. */
  sameWidth: 1e-9,

  /** A line within this share of a round face of where it would go by meets it once. */
  cutMeetsOnce: 1e-3,

  /** Squared sine of the angle under which two directions count as parallel. */
  parallelSquared: 1e-12,

  /** A share of a row's length by which arcs may leave its places. */
  arcsFollow: 2e-5,

  /** A plane whose normal has less than this along a way stands along it. */
  standsAlong: 1e-6,

  /** Corners and ends that are this near to square are, rad. */
  squareCorner: 1e-4,

  /** Nearer than this to where a run ended, what lies beyond is none of it, mm. */
  ofTheRun: 1e-3,

  /** A hole that is left no longer than this is filled, mm. */
  filledHole: 1e-9,

  /** Angles of what faces up nearer than this are one, rad. */
  sameFacing: 1e-9,

  /** How far inside of a segment its ends are looked at, as a share of it: there what is up may jump. */
  insideEnd: 1e-9,

  /** More than this from the end of one segment to the start of the next it turns over at once, rad. */
  turnsAtOnce: 2e-3,

  /** Chord error at which it is looked how far a section reaches, mm. */
  reachChord: 1e-3,

  /** Nearer to an axis than this a place has no direction away from it, mm. */
  noWayFromAxis: 1e-12,

  /** Areas smaller than this share of a picture are specks. */
  speck: 5e-4,
} as const
