import { cutLength } from '../forming/index.ts'
import type { BlankGiven, MeetingGiven, StepResult } from './output.ts'

/** What a blank came to with the ends that met something, so that asked again it is the same. */
const known = new WeakMap<BlankGiven, { readonly met: readonly MeetingGiven[]; readonly made: BlankGiven }>()

/**
 * A blank with the ends of its run that meet something: each as long as the furthest point of its cut, in place of what a leaning cut or
 * a dome had there. As it was where none does.
 */
export function fittedBlank(blank: BlankGiven, steps: readonly StepResult[]): BlankGiven {
  const met = steps.flatMap((s) =>
    s.state === 'good' ? (s.output?.meetings ?? []).filter((m) => m.run === blank.run) : [],
  )
  if (met.length === 0) return blank
  const before = known.get(blank)
  if (before && before.met.length === met.length && before.met.every((m, i) => m === met[i]))
    return before.made
  const made = withEnds(blank, met)
  known.set(blank, { met, made })
  return made
}

function withEnds(blank: BlankGiven, met: readonly MeetingGiven[]): BlankGiven {
  const fitted = met.reduce((sum, m) => sum + m.longest.along, 0)
  const tips = { ...blank.tips }
  for (const { side } of met) tips[side] = 0
  const allowances = {
    start: blank.startAllowance + blank.cutOff.start,
    end: blank.endAllowance + blank.cutOff.end,
    step: blank.roundUp,
  }
  const more = (before: number): number => cutLength(before + tips.start + tips.end + fitted, allowances)
  if (!blank.strands) {
    const cut = more(blank.developed.length)
    return { ...blank, tips, fitted, cut, mass: blank.mass * (cut / blank.cut) }
  }
  const strands = blank.strands.map((s) => {
    const cut = more(s.developed)
    return { ...s, cut, mass: s.mass * (cut / s.cut) }
  })
  const mass = strands.reduce((sum, s) => sum + s.mass, 0)
  return { ...blank, tips, fitted, strands, cut: Math.max(...strands.map((s) => s.cut)), mass }
}
