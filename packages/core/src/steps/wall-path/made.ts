import type { WallPathStep } from '../../document/index.ts'
import type { Finding } from '../../evaluate/finding.ts'
import { shortLength, type StepContext, type StepMaker } from '../../evaluate/kind.ts'
import { deg, tolerance, TURN } from '../../num/index.ts'
import { wallLine, type Wall } from '../../path/index.ts'
import { formatAngle } from '../../units/index.ts'
import { pathEvaluation } from '../shared/path-output.ts'
import { pathSummary } from '../shared/path-summary.ts'
import { unbuilt } from '../shared/refusal.ts'

/** A corner between walls has more than this and less than a whole turn less this, rad: 20 degrees. */
const SHARPEST = Math.PI / 9
/** A room whose walls miss by less than this share of their length closes: what people measure is to the millimetre. */
const CLOSES = 1e-6

export const wallPathMaker: StepMaker<WallPathStep> = {
  evaluate(step, context) {
    const figure = context.number
    const walls = step.rows.map((r): Wall => ({
      length: figure(`rows/${r.id}/length`),
      bow: figure(`rows/${r.id}/bow`),
      corner: figure(`rows/${r.id}/corner`),
    }))
    const wrong = faultsOf(step, walls, figure('height'), context)
    if (wrong.length > 0) return unbuilt({ fault: wrong })
    const start = { at: [figure('x'), figure('y'), 0] as const, heading: figure('heading') }
    const line = wallLine(walls, start, step.closed && walls.length > 0)
    if (walls.length > 0 && step.closed && line.gap > CLOSES * line.path.length) {
      return unbuilt({ fault: [openFinding(step, line.gap, line.turnLeft, context)] })
    }
    return pathEvaluation(step, line.path, context, {
      pieces: step.rows.map((r) => r.id),
      room: { height: figure('height') },
    })
  },
  summary: (output, display, step) =>
    output.path ? `${step.rows.length} walls, ${pathSummary(output, display).split(',')[0]}` : '',
}

function openFinding(step: WallPathStep, gap: number, turnLeft: number, { display }: StepContext): Finding {
  const turns =
    Math.abs(turnLeft) < tolerance.sameBendPlane
      ? 'their corners add up'
      : `their corners are ${formatAngle(Math.abs(turnLeft), 2)} too ${turnLeft > 0 ? 'small' : 'large'} together`
  return {
    id: `${step.id}:walls-open`,
    severity: 'blocks',
    code: 'walls.open',
    message: `The walls do not close: the last ends ${shortLength(gap, display)} from where the first begins, and ${turns}.`,
    station: 'path',
    step: step.id,
    cures: [
      {
        label: 'Leave them open',
        change: { do: 'close-walls', with: { step: step.id, closed: false } },
      },
    ],
  }
}

/** Everything that keeps the rows from being walls, at once. */
function faultsOf(
  step: WallPathStep,
  walls: readonly Wall[],
  height: number,
  { display }: StepContext,
): Finding[] {
  const found: Finding[] = []
  const put = (code: string, message: string, field: string, node?: string): void => {
    const base = { severity: 'blocks', station: 'path', step: step.id, cures: [] } as const
    const at = node === undefined ? {} : { node }
    found.push({ ...base, id: `${step.id}:${code}-${field}`, code: `walls.${code}`, message, field, ...at })
  }
  if (!(height > 0)) put('height', 'A room is higher than 0.', 'height')
  walls.forEach(({ length, bow, corner }, i) => {
    const { id } = step.rows[i]!
    const at = (column: keyof Wall): string => `rows/${id}/${column}`
    if (!(length > 0))
      put(
        'length',
        `Wall ${i + 1} is ${shortLength(length, display)} long; it is longer than 0.`,
        at('length'),
        id,
      )
    else if (Math.abs(bow) > 2 * length)
      put(
        'bow',
        `Wall ${i + 1} bows by ${shortLength(Math.abs(bow), display)}; at most twice its ${shortLength(length, display)} fits.`,
        at('bow'),
        id,
      )
    // The corner of the last of open walls is none.
    if (!step.closed && i === walls.length - 1) return
    if (!(corner >= SHARPEST && corner <= TURN - SHARPEST))
      put(
        'corner',
        `The corner after wall ${i + 1} has ${formatAngle(corner, 2)}; a corner in a room has ${deg(SHARPEST).toFixed(0)}° to ${deg(TURN - SHARPEST).toFixed(0)}°, over 180° outside.`,
        at('corner'),
        id,
      )
  })
  return found
}
