import { SQUARE_CUT, type EndEntry } from './typed-ends.ts'
import type { RunStep } from './typed.ts'
import {
  type Cure,
  type Finding,
  shortLength,
  type StepContext,
  type OnWalls,
  type PathGiven,
} from '../../evaluate/index.ts'
import { tolerance } from '../../num/index.ts'
import { formatAngle, writtenLength, type Formula } from '../../units/index.ts'
import { isToWall } from './added.ts'
import type { CarriedPath } from './used-path.ts'

interface About {
  readonly step: RunStep
  readonly source: PathGiven
  readonly carried: CarriedPath
  readonly context: StepContext
}

/** Where the return at one end of a run along walls goes into a wall, or further than the wall that it goes along. */
export function returnFindings(a: About, onWalls: OnWalls, side: 'start' | 'end'): Finding[] {
  const { step, context } = a
  const entry = step.ends?.[side]
  if (entry?.kind !== 'return') return []
  const length = context.number(`ends/${side}/length`)
  const { [side]: corner } = reached(a, side) ? onWalls.corners : {}
  const isFree = reached(a, side) && (onWalls.free?.[side] ?? false)
  const beside = onWalls.beside?.[side]
  const long = (mm: number): string => shortLength(mm, context.display)
  const which = side === 'start' ? 'at its start' : 'at its end'
  const shorter = (to: Formula, label: string): Cure => {
    const turned: EndEntry = { ...entry, length: to }
    const ends = { ...(step.ends ?? { start: SQUARE_CUT, end: SQUARE_CUT }), [side]: turned }
    return { label, change: { do: 'change-run', with: { step: step.id, choices: { ends } } } }
  }
  const tell = (code: string, message: string, cures: readonly Cure[]): Finding[] => [
    {
      id: `${step.id}:${code}-${side}`,
      severity: 'warns',
      code: `run.${code}`,
      message,
      station: 'ends',
      step: step.id,
      cures,
    },
  ]
  const past = (by: number, wall: number): Finding[] =>
    by > tolerance.touches
      ? tell(
          'return-past',
          `The return of "${step.name}" ${which} goes ${long(by)} past the corner at the other end of that wall, which is ${long(wall)} long.`,
          [shorter(writtenFor(wall, context), `End it at that corner`)],
        )
      : []
  if (isToWall(step, side, onWalls)) {
    const isOutside = corner !== undefined && corner > Math.PI
    if (isOutside && corner >= 1.5 * Math.PI - tolerance.squareCorner)
      return beside !== undefined && corner <= 1.5 * Math.PI + tolerance.squareCorner
        ? past(length - beside, beside)
        : []
    if (isFree || !(length > tolerance.touches)) return []
    return tell('return-wall', `The return of "${step.name}" ${which} goes ${long(length)} into its wall.`, [
      shorter('0', 'End it at the wall'),
    ])
  }
  if (corner === undefined || corner >= Math.PI) return []
  if (corner < Math.PI / 2 - tolerance.squareCorner)
    return tell(
      'return-wall',
      `The return of "${step.name}" ${which} goes into the wall there, which stands at ${formatAngle(corner, 2)} to it.`,
      [],
    )
  return beside !== undefined && corner <= Math.PI / 2 + tolerance.squareCorner
    ? past(length - beside, beside)
    : []
}

const writtenFor = (mm: number, { display }: StepContext): Formula => writtenLength(mm, display.unit)

/** Whether a run goes on to where its line begins or ends. */
function reached({ source, carried }: About, side: 'start' | 'end'): boolean {
  const { path, from } = carried
  if (side === 'start') return from <= tolerance.pointCoincidence
  const used = path.segments.reduce(
    (sum, g, i) => (path.origins[i]!.kind === 'added' ? sum : sum + g.length),
    0,
  )
  return from + used >= source.path.length - tolerance.pointCoincidence
}
