import { tolerance } from '../../num/index.ts'
import type { PiecesStep } from './typed.ts'
import { cutPieces, legsOf, type CutsGiven, type SawnPiece } from '../../cutting/index.ts'
import { type Finding, shortLength, type StepContext, type StepMaker } from '../../evaluate/index.ts'
import type { CarriedGiven } from '../../sweep/index.ts'
import { formatAngle } from '../../units/index.ts'
import { refusal, unbuilt } from '../shared/refusal.ts'

/** A corner sharper than this, or straighter than half a turn less this, is no corner that a saw cuts, rad: 20 degrees. */
const SHARPEST = Math.PI / 9
/** Joints of parts lean at most by so much from square, rad: 80 degrees. */
const MOST_SCARF = (80 / 180) * Math.PI

export const piecesMaker: StepMaker<PiecesStep> = {
  cheaper: 'Fewer corners would fit.',
  evaluate(step, context) {
    const refuse = (code: string, message: string, field?: string) =>
      unbuilt(refusal(step, 'shop', code, message, field))
    const run = context.input(step.run, 'carried')
    const pieces = context.input(step.run, 'pieces')
    if (run.turning === 'fixed') {
      return refuse(
        'pieces.fixed',
        'A run that only travels is not sawn from a bar: its section leans differently to each straight. A run that turns square with its path is.',
      )
    }
    const hold = context.number('hold')
    if (hold < 0) return refuse('pieces.hold', 'The shortest piece that can be held is 0 or longer.', 'hold')
    const bar = step.bar && { length: context.number('bar/length'), scarf: context.number('bar/scarf') }
    if (bar && !(bar.length > 0)) return refuse('pieces.bar', 'A bar has a length above 0.', 'bar/length')
    if (bar && !(Math.abs(bar.scarf) <= MOST_SCARF))
      return refuse('pieces.scarf', 'A joint leans by at most 80° from square.', 'bar/scarf')
    const spring = step.spring === undefined ? undefined : context.number('spring')
    if (spring !== undefined && !(spring >= 0 && spring <= Math.PI / 2))
      return refuse(
        'pieces.spring',
        `A spring angle of ${formatAngle(spring, 2)} is none; a back leans from the wall by 0° to 90°.`,
        'spring',
      )
    const measured = new Map(
      (step.measured ?? []).map((m) => [m.corner, context.number(`measured/${m.corner}/angle`)]),
    )
    const wrong = wrongAngle(measured)
    if (wrong) return refuse('pieces.measured', wrong.message, wrong.field)
    const cuts = cutPieces(step.run, run, pieces, {
      ...(step.lies === undefined ? {} : { lies: step.lies }),
      turned: step.turned,
      met: context.met(step.run),
      ...(spring === undefined ? {} : { spring }),
      measured,
      ...(bar ? { bar } : {}),
    })
    const findings = findingsOf(step, run, cuts, hold, measured, context)
    // A run that is twisted on purpose is twisted, whatever closes it.
    const around = context.around.step(step.run)
    const meant = around?.kind === 'run' && around.twist !== undefined
    return { output: { cuts }, findings: meant ? findings : [...findings, ...twistedOf(step, cuts)] }
  },
  summary({ cuts }) {
    if (!cuts) return ''
    return cuts.pieces.length === 1 ? '1 piece' : `${cuts.pieces.length} pieces`
  },
}

/** From so much roll on a piece is told to be twisted, rad: a hundredth of a degree. */
const TWISTED = Math.PI / 18_000

/** Pieces whose cuts at both ends only meet their neighbours if they are twisted. */
function twistedOf(step: PiecesStep, cuts: CutsGiven): Finding[] {
  return cuts.pieces
    .filter((p) => p.straight && Math.abs(p.roll) > TWISTED)
    .map((p): Finding => {
      const named = nameOf(p)
      return {
        id: `${step.id}:twisted-${p.number}`,
        severity: 'warns',
        code: 'pieces.twisted',
        message: `${named[0]!.toUpperCase()}${named.slice(1)} would have to be twisted by ${formatAngle(Math.abs(p.roll), 2)} to meet both of its neighbours: the frame is not flat. A round section needs no twist.`,
        station: 'shop',
        step: step.id,
        cures: [],
        from: p.from,
        to: p.to,
      }
    })
}

/** A measured angle that no corner can have, or that turns it to the other side. */
function wrongAngle(
  measured: ReadonlyMap<string, number>,
): { readonly message: string; readonly field: string } | undefined {
  for (const [key, angle] of measured) {
    const field = `measured/${key}/angle`
    const said = formatAngle(angle, 2)
    if (!(angle >= SHARPEST && angle <= 2 * Math.PI - SHARPEST))
      return { field, message: `A corner of ${said} is none that a saw cuts; it has 20° to 340°.` }
    if (Math.abs(angle - Math.PI) < tolerance.goesOnTangent)
      return { field, message: `A corner of ${said} is straight on; no cut halves it.` }
  }
  return undefined
}

function findingsOf(
  step: PiecesStep,
  run: CarriedGiven,
  cuts: CutsGiven,
  hold: number,
  measured: ReadonlyMap<string, number>,
  { display }: StepContext,
): Finding[] {
  const findings: Finding[] = []
  const told = (
    severity: Finding['severity'],
    code: string,
    key: string | number,
    message: string,
    at?: { readonly from: number; readonly to: number } | { readonly field: string },
  ): void => {
    findings.push({
      id: `${step.id}:${code}-${key}`,
      severity,
      code: `pieces.${code}`,
      message,
      station: 'shop',
      step: step.id,
      cures: [],
      ...at,
    })
  }
  const long = (mm: number): string => shortLength(mm, display)
  for (const p of cuts.pieces) {
    const at = { from: p.from, to: p.to }
    const named = nameOf(p)
    if (p.lengths.shortest <= 0) {
      told(
        'blocks',
        'crossed',
        p.number,
        `The cuts of ${named} cross within the section: it is ${long(p.to - p.from)} along the path, and the section is too wide for that.`,
        at,
      )
      continue
    }
    if (p.lengths.short < hold) {
      const short = long(Math.max(p.lengths.short, 0))
      told(
        'warns',
        'small',
        p.number,
        `${named[0]!.toUpperCase()}${named.slice(1)} is ${short} at its short point, less than the ${long(hold)} that can be held: saw its far cut first, from a longer bar.`,
        at,
      )
    }
    if (cuts.bar !== undefined && p.lengths.long > cuts.bar) {
      told(
        'warns',
        'long',
        p.number,
        `${named[0]!.toUpperCase()}${named.slice(1)} needs ${long(p.lengths.long)} of bar, and one has ${long(cuts.bar)}.`,
        at,
      )
    }
  }
  for (const [key, angle] of measured) {
    const field = `measured/${key}/angle`
    const corner = cuts.pieces
      .flatMap((p) => [p.start, p.end])
      .find((e) => e.made === 'mitre' && e.corner?.key === key)?.corner
    if (!corner) {
      const butted = run.corners.some((c) => c.key === key && c.joint === 'butt')
      told(
        'notes',
        'no-corner',
        key,
        butted
          ? 'A corner that is butted has no cut that follows its angle; what was measured waits until it is mitred.'
          : 'A corner that was measured is not there any more; what was typed for it waits until it is.',
        { field },
      )
    } else if (corner.drawn > Math.PI !== angle > Math.PI) {
      told(
        'warns',
        'other-side',
        key,
        `The corner is drawn as ${formatAngle(corner.drawn, 2)} in the room and was measured as ${formatAngle(angle, 2)}: one is inside, the other outside. It is sawn for ${formatAngle(legsOf(angle), 2)} between its legs.`,
        { field },
      )
    }
  }
  return findings
}

const nameOf = (p: SawnPiece): string => (p.isReturn ? `piece ${p.number}, a return,` : `piece ${p.number}`)
