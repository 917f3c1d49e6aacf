import {
  type BlankGiven,
  type StrandBlank,
  cutLength,
  type BlankAllowances,
  type Developed,
} from '../../forming/index.ts'
import type { CarriedGiven, EndTrim } from '../../sweep/index.ts'
import { strandBlanks } from './strands.ts'

/** How long a bar is sawn: of strands each by itself, and the longest. */
type Sawn = Pick<BlankGiven, 'tips' | 'fitted' | 'beyond' | 'unmet' | 'cut'> & {
  readonly strands: readonly StrandBlank[] | undefined
}

/**
 * The cut length of a bar with its ends as they are: one that meets something is as long as the furthest point of its cut, in place of what a
 * leaning cut or a dome had there.
 */
export function endsMet(
  run: CarriedGiven,
  developed: Developed,
  allowances: BlankAllowances,
  met: readonly EndTrim[],
): Sawn {
  const own = strandBlanks(run, developed, allowances)
  const { tips } = run
  const sawn = (length: number, t: CarriedGiven['tips'], fitted = 0): number =>
    cutLength(length + t.start + t.end + fitted, allowances)
  const plain = own ? Math.max(...own.map((s) => s.cut)) : sawn(developed.length, tips)
  const unmet = { tips, cut: plain }
  if (met.length === 0) return { strands: own, tips, fitted: 0, beyond: tips, unmet, cut: plain }
  const fitted = met.reduce((sum, m) => sum + m.longest.along, 0)
  const left = { ...tips }
  const beyond = { ...tips }
  for (const { side, longest } of met) {
    left[side] = 0
    beyond[side] = longest.along
  }
  const strands = own?.map((s) => {
    const cut = sawn(s.developed, left, fitted)
    return { ...s, cut, mass: s.mass * (cut / s.cut) }
  })
  const cut = strands ? Math.max(...strands.map((s) => s.cut)) : sawn(developed.length, left, fitted)
  return { strands, tips: left, fitted, beyond, unmet, cut }
}
