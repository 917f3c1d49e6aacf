import type { Id } from '../base/index.ts'
import { liesAtSpring, restsOf, springAngle, usualRest } from './lie.ts'
import { partedAt } from './parted.ts'
import { pieceLengths, turnBetweenCuts, type PieceEnd, type Reach } from './piece.ts'
import { sawSetting, slopeAt, type Lie, type Slope } from './saw.ts'
import type { CutsGiven, SawnCorner, SawnEnd, SawnPiece, SawnStrand } from './sawn.ts'
import { tolerance, TURN } from '../num/index.ts'
import { locate } from '../path/index.ts'
import { vec2, type Vec2 } from '../plane/index.ts'
import { reach as reachOfSection } from '../profile/index.ts'
import {
  cutsOfPiece,
  reachAt,
  scaleAt,
  strandLine,
  type Piece,
  type PieceCut,
  type CarriedGiven,
  type Strand,
  type EndTrim,
} from '../sweep/index.ts'
import { withEndsMet } from './trimmed-ends.ts'

/** What is chosen of the pieces of a run; plain figures, mm and rad. */
export interface CutChoices {
  /** 0 as they stand, 1 on the widest side that they can lie on, and so on; the narrowest where there are fewer; without, as is usual. */
  readonly lies?: number
  readonly turned: boolean
  /** The back leans so from the wall, rad, whatever the section says. */
  readonly spring?: number
  readonly bar?: { readonly length: number; readonly scarf: number }
  /** Angles of corners as measured in the room, by the corner. */
  readonly measured: ReadonlyMap<Id, number>
  /** Ends of the run that meet something. */
  readonly met?: readonly EndTrim[]
}

/** Nothing chosen: on the usual side, the start at the left, bars of any length. */
export const PLAIN_CUTS: CutChoices = { turned: false, measured: new Map() }

/** The pieces of a run as they are sawn. The run turns with its path; one that only travels has no cuts of its own. */
export function cutPieces(
  run: Id,
  carried: CarriedGiven,
  pieces: readonly Piece[],
  choices: CutChoices,
): CutsGiven {
  const { outline } = carried
  const centroid = centroidOf(carried)
  const points = Array.from(outline.x, (x, i): Vec2 => [x, outline.y[i]!])
  const rests = restsOf(points, centroid, curveStep(carried))
  const usual = usualRest(rests, roomwardOf(points))
  const { lies, spring } = choices
  const rest = lies === undefined ? usual : lies === 0 ? undefined : rests[Math.min(lies, rests.length) - 1]
  const up = spring === undefined ? (rest?.up ?? [0, 1]) : liesAtSpring(spring, usual)
  const lie: Lie = { up, startLeft: !choices.turned }
  const at = { carried, centroid, lie, measured: choices.measured }
  const whole = pieces.map((p) => endsOf(at, p))
  const met = choices.met ?? []
  const alongOf = (side: 'start' | 'end') => met.find((m) => m.side === side)?.longest.along
  const parted = whole.flatMap((w, i) =>
    partedToBars(at, w, choices.bar, {
      start: i === 0 ? alongOf('start') : undefined,
      end: i === whole.length - 1 ? alongOf('end') : undefined,
    }),
  )
  return {
    run,
    pieces: parted.map((p, i) => withEndsMet(sawn(at, p, i + 1), parted.length, met)),
    rests,
    usual,
    rest: spring === undefined ? rest : undefined,
    lie,
    spring: spring ?? (usual && springAngle(usual)),
    bar: choices.bar?.length,
  }
}

interface At {
  readonly carried: CarriedGiven
  readonly centroid: Vec2
  readonly lie: Lie
  readonly measured: CutChoices['measured']
}

type Ended = Piece & {
  readonly start: SawnEnd
  readonly end: SawnEnd
  /** How far its section rolls on the way; a round one does not. */
  readonly roll: number
}

/** The side of the path that a moulding lies on, which is the room's: that to which its section reaches farther. */
function roomwardOf(points: readonly Vec2[]): 1 | -1 {
  const x = points.map((p) => p[0])
  return Math.max(...x) + Math.min(...x) >= 0 ? 1 : -1
}

/** The centroid of all strands together, each by its area. */
function centroidOf({ strands }: CarriedGiven): Vec2 {
  const area = strands.reduce((sum, s) => sum + s.area, 0)
  return strands.reduce((sum, s): Vec2 => vec2.addScaled(sum, s.centroid, s.area / area), [0, 0])
}

/** The longest step that a curve of the outline was cut up into, mm: between two points of one smooth edge. */
function curveStep({ outline: o }: CarriedGiven): number {
  let most = 0
  for (let i = 0; i < o.sideFrom.length; i++) {
    const [a, b] = [o.sideFrom[i]!, o.sideTo[i]!]
    // The outline's normals turn along a curve, and not along a straight.
    const turn = Math.hypot(o.nx[a]! - o.nx[b]!, o.ny[a]! - o.ny[b]!)
    if (turn > tolerance.curvedStep) most = Math.max(most, Math.hypot(o.x[a]! - o.x[b]!, o.y[a]! - o.y[b]!))
  }
  return most
}

/** How far the section reaches at a station of the run. */
function reachOf({ carried }: At, station: number): Reach {
  return (d) => {
    const size = Math.hypot(...d)
    return size === 0
      ? 0
      : size * reachAt(carried.carriage, carried.section, station, vec2.scale(d, 1 / size))
  }
}

function endsOf(at: At, piece: Piece): Ended {
  const { carriage, chunks } = at.carried
  const { start, end, roll } = cutsOfPiece(carriage, chunks, piece)
  const round = isRound(reachOf(at, piece.from))
  // A round bar is not twisted for what it is joined to: its end is seen as its start is.
  const asStart = round ? { ...end, slope: vec2.turn(end.slope, roll) } : end
  return {
    ...piece,
    start: endOf(at, start, 'start'),
    end: endOf(at, asStart, 'end'),
    roll: round ? 0 : roll,
  }
}

/** A section is round about its line where it reaches as far every way. */
function isRound(reach: Reach): boolean {
  const all = Array.from({ length: ROUND_LOOKS }, (_, i) =>
    reach(vec2.turn([1, 0], (i * TURN) / ROUND_LOOKS)),
  )
  return Math.max(...all) - Math.min(...all) <= tolerance.sameRadius * Math.max(...all)
}

/** Looks round a section; a prime, so that no polygon has a corner at all of them. */
const ROUND_LOOKS = 17

function endOf(at: At, cut: PieceCut, side: 'start' | 'end'): SawnEnd {
  const { carried, lie, measured } = at
  const corner = cut.kink && carried.corners.find((c) => c.station === cut.kink!.station)
  if (!corner) {
    const domed = carried.path.closed
      ? undefined
      : carried.made.find((m) => m.kind === 'dome' && m.side === side)
    const beyond = domed?.kind === 'dome' ? cut.beyond + domed.height : cut.beyond
    const square = cut.slope[0] === 0 && cut.slope[1] === 0
    const made = domed ? 'domed' : square ? 'square' : 'angled'
    return { made, slope: cut.slope, beyond, setting: sawSetting(cut.slope, lie) }
  }
  const drawnSetting = sawSetting(cut.slope, lie)
  const legs = Math.PI - corner.deflection
  // An end that is longer on the section's own side lies in an outside corner.
  const longer = vec2.dot(cut.slope, at.centroid) * (side === 'start' ? -1 : 1) > 0
  const drawn = longer ? 2 * Math.PI - legs : legs
  const asked = corner.joint === 'butt' ? undefined : measured.get(corner.key)
  const slope = asked === undefined ? cut.slope : slopeAt(cut.slope, legs, legsOf(asked))
  const told: SawnCorner = { key: corner.key, drawn, measured: asked, drawnSetting }
  return {
    made: corner.joint === 'butt' ? 'butt' : 'mitre',
    slope,
    beyond: cut.beyond,
    setting: sawSetting(slope, lie),
    corner: told,
  }
}

/** The angle between the legs of a corner that is told by its angle in the room. */
export const legsOf = (corner: number): number => Math.min(corner, 2 * Math.PI - corner)

/** A piece, or the parts that bars allow of it, joined by scarfs that lean along the section's x; `met` is how far on its ends are cut that meet something. */
function partedToBars(
  at: At,
  piece: Ended,
  bar: CutChoices['bar'],
  met: { readonly start: number | undefined; readonly end: number | undefined },
): Ended[] {
  if (!bar) return [piece]
  const reach = reachOf(at, piece.from)
  const slope: Slope = [Math.tan(bar.scarf), 0]
  const tips = {
    start: met.start ?? piece.start.beyond + reach(vec2.scale(piece.start.slope, -1)),
    end: met.end ?? piece.end.beyond + reach(piece.end.slope),
  }
  const joints = { ahead: reach(slope), back: reach(vec2.scale(slope, -1)) }
  const cuts = partedAt(piece.to - piece.from, bar.length, tips, joints)
  if (!cuts || cuts.length === 0) return [piece]
  const joint: SawnEnd = {
    made: bar.scarf === 0 ? 'square' : 'scarf',
    slope,
    beyond: 0,
    setting: sawSetting(slope, at.lie),
  }
  const stations = [piece.from, ...cuts.map((c) => piece.from + c), piece.to]
  return stations.slice(1).map((to, i) => ({
    from: stations[i]!,
    to,
    start: i === 0 ? piece.start : joint,
    end: i === stations.length - 2 ? piece.end : joint,
    roll: (piece.roll * (to - stations[i]!)) / (piece.to - piece.from),
  }))
}

function sawn(at: At, piece: Ended, number: number): SawnPiece {
  const { carried } = at
  const { start, end, from, to } = piece
  const [s, e]: [PieceEnd, PieceEnd] = [start, end]
  const lengths = pieceLengths(to - from, s, e, reachOf(at, from), reachOf(at, to))
  const own = carried.strandLines && carried.strands.map((strand) => sawnStrand(carried, strand, piece))
  const isReturn = (['start', 'end'] as const).find((side) =>
    side === 'start' ? number === 1 && end.corner?.key === 'start' : start.corner?.key === 'end',
  )
  return {
    ...piece,
    number,
    isReturn,
    straight: isStraight(carried, piece),
    lengths,
    // Of what rolls on the way, as it is on the bar before it is twisted.
    turn: turnBetweenCuts(start.slope, vec2.turn(end.slope, piece.roll)),
    ...(own ? { strands: own } : {}),
    // Between two planes a straight bar is as long as it is along its centroid.
    mass: own
      ? own.reduce((sum, o) => sum + o.mass, 0)
      : carried.strands.reduce(
          (sum, { area, density, centroid }) =>
            sum + area * density * (lengths.line + vec2.dot(vec2.sub(end.slope, start.slope), centroid)),
          0,
        ),
  }
}

/** A strand of a piece along its own line; one that winds is cut askew, and so much longer at its tips. */
function sawnStrand(
  { carriage }: CarriedGiven,
  { section, centroid, area, density, bar }: Strand,
  { start, end, from, to }: Ended,
): SawnStrand {
  const own = strandLine(carriage, bar.centroid, from, to)
  const askew = area / bar.area
  const reach =
    (station: number): Reach =>
    (d) => {
      const size = Math.hypot(...d)
      return size === 0
        ? 0
        : size * scaleAt(carriage, station) * reachOfSection(section, vec2.scale(d, 1 / size))
    }
  const ends = pieceLengths(0, start, end, reach(from), reach(to))
  const line = own + askew * (ends.line + vec2.dot(vec2.sub(end.slope, start.slope), centroid))
  return { long: own + askew * ends.long, short: own + askew * ends.short, mass: bar.area * density * line }
}

function isStraight({ path }: CarriedGiven, { from, to }: Piece): boolean {
  const n = path.segments.length
  const first = locate(path, from).index
  const last = locate(path, Math.min(to, path.length)).index + (to > path.length ? n : 0)
  for (let i = first; i <= last; i++) {
    const g = path.segments[i % n]!
    const start = path.starts[i % n]! + (i >= n ? path.length : 0)
    // A segment that only touches the piece at one end is no part of it.
    const [a, b] = [Math.max(start, from), Math.min(start + g.length, to)]
    if (b - a > 0 && g.kind !== 'line') return false
  }
  return true
}
