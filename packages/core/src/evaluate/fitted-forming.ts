import { programOf, type Bar } from '../forming/index.ts'
import type { FormingGiven, MeetingGiven, StepResult } from './output.ts'

/** How a forming came out with the ends that met something, so that asked again it is the same. */
const known = new WeakMap<
  FormingGiven,
  { readonly met: readonly MeetingGiven[]; readonly made: FormingGiven }
>()

/**
 * How a run is bent, its bar as long as its ends that meet something are cut: each to the furthest point of its cut, in place of what a
 * leaning cut or a dome had there. As it was where none does. Collisions are those of the bar without.
 */
export function fittedForming(forming: FormingGiven, steps: readonly StepResult[]): FormingGiven {
  const met = steps.flatMap((s) =>
    s.state === 'good' ? (s.output?.meetings ?? []).filter((m) => m.run === forming.run) : [],
  )
  if (met.length === 0) return forming
  const before = known.get(forming)
  if (before && before.met.length === met.length && before.met.every((m, i) => m === met[i]))
    return before.made
  const tips = steps.find((s) => s.id === forming.blank)?.output?.blank?.tips ?? { start: 0, end: 0 }
  const more = (side: 'start' | 'end'): number => {
    const end = met.find((m) => m.side === side)
    return end ? end.longest.along - tips[side] : 0
  }
  const made = withEnds(forming, more('start'), more('end'))
  known.set(forming, { met, made })
  return made
}

function withEnds(forming: FormingGiven, start: number, end: number): FormingGiven {
  const [first, last] = forming.fromEnd ? [end, start] : [start, end]
  const { bends } = forming.bar
  const longer = (length: number, by: number): number => Math.max(length + by, 0)
  const bar: Bar =
    bends.length === 0
      ? { bends, last: longer(forming.bar.last, first + last) }
      : {
          bends: bends.map((b, i) => (i === 0 ? { ...b, straight: longer(b.straight, first) } : b)),
          last: longer(forming.bar.last, last),
        }
  const { speeds, bothHands, order } = forming.how
  return { ...forming, bar, program: programOf(bar, speeds, bothHands, order) }
}
