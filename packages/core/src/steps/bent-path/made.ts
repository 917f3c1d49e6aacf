import type { BentPathStep } from './typed.ts'
import { bendsOfCurve, type CurveBends } from '../../forming/index.ts'
import { shortBound, shortLength, type StepContext, type StepMaker } from '../../evaluate/index.ts'
import type { Path } from '../../path/index.ts'
import { pathEvaluation } from '../shared/path-output.ts'
import { pathSummary } from '../shared/path-summary.ts'
import { refusal, unbuilt } from '../shared/refusal.ts'

/** Smallest tolerance that is looked for, mm: far below what a bender holds. */
const FINEST = 1e-3

export const bentPathMaker: StepMaker<BentPathStep> = {
  cheaper: 'A shorter curve or a larger tolerance would fit.',
  evaluate(step, context) {
    const refuse = (code: string, message: string, field?: string) =>
      unbuilt(refusal(step, 'path', code, message, field))
    const { path } = context.input(step.path, 'path')
    const { display } = context
    const [tolerance, radius, straight, last] = (['tolerance', 'radius', 'straight', 'last'] as const).map(
      (f) => context.number(f),
    ) as [number, number, number, number]
    if (!(tolerance >= FINEST))
      return refuse(
        'bent.tolerance',
        `Bends may lie off a curve by ${shortBound(FINEST, display, 'above')} at least.`,
        'tolerance',
      )
    if (!(radius > 0)) return refuse('bent.radius', 'The smallest radius is above 0.', 'radius')
    for (const [field, value] of [
      ['straight', straight],
      ['last', last],
    ] as const)
      if (value < 0) return refuse('bent.straight', 'A straight cannot be below 0.', field)
    const made = bendsOfCurve(path, { tolerance, radius, straight, last })
    if (!made.ok) {
      if (made.fault.kind === 'closed')
        return refuse('bent.closed', 'A closed path has no bends with a start and an end; use a part of it.')
      return refuse('bent.none', noneWords(path, tolerance, context), 'tolerance')
    }
    return withDeviation(pathEvaluation(step, made.value.path, context), made.value)
  },
  summary: pathSummary,
}

function noneWords(path: Path, tolerance: number, { display }: StepContext): string {
  const off = shortLength(tolerance, display)
  return `No row of bends with these radii and straights stays within ${off} of the curve, which is ${shortLength(path.length, display)} long. A larger tolerance, a smaller radius or shorter straights would fit.`
}

function withDeviation(
  made: ReturnType<typeof pathEvaluation>,
  { deviation, off }: CurveBends,
): ReturnType<typeof pathEvaluation> {
  if (!made.output?.path) return made
  return { ...made, output: { ...made.output, path: { ...made.output.path, follows: { deviation, off } } } }
}
