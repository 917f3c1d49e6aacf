import { countingIds, fail, fault, ok, type Id } from '../../base/index.ts'
import { idsIn, LIMITS, type Part, type Step } from '../../document/index.ts'
import type { RunStep } from '../run/typed.ts'
import type { MouldingLineStep } from './typed.ts'
import type { Anchor } from '../../profile/index.ts'
import { sameFormula, stepOfKind, withStep, type Command } from '../../edit/index.ts'
import type { Formula } from '../../units/index.ts'

/** What of a line along walls is chosen. */
export type MouldingLineChoices = Partial<
  Pick<MouldingLineStep, 'walls' | 'level' | 'first' | 'last' | 'around' | 'past'>
>

/** Changes at which level a line along walls runs, along which of them, and past which openings. */
export const changeMouldingLine: Command<{ step: Id; choices: MouldingLineChoices }> = (part, args) => {
  const step = stepOfKind(part, args.step, 'trim-path')
  return step.ok ? ok(withStep(part, { ...step.value, ...args.choices })) : step
}

/** Types how far a line stays off openings, or how many straights stand for a curved wall. */
export const setMouldingLineFigure: Command<{ step: Id; figure: 'clear' | 'straights'; formula: Formula }> = (
  part,
  { step: id, figure, formula },
) => {
  const step = stepOfKind(part, id, 'trim-path')
  if (!step.ok) return step
  const before = step.value[figure]
  return before !== undefined && sameFormula(before, formula)
    ? ok(part)
    : ok(withStep(part, { ...step.value, [figure]: formula }))
}

/** The point of a section that sits on a line at a level: its back, drawn at its left, on the wall; its top or its foot where the line is. */
const anchorAt = (level: MouldingLineStep['level']): Anchor =>
  level === 'ceiling' ? 'top-left' : 'bottom-left'

/** Carries a profile along a line on walls, its back on them, with mitred corners. */
export const runMoulding: Command<{ line: Id; profile: Id; run: Id; name: string }> = (part, args) => {
  const line = stepOfKind(part, args.line, 'trim-path')
  if (!line.ok) return line
  const room = line.value.reversed ? 'right' : 'left'
  const run: RunStep = {
    id: args.run,
    kind: 'run',
    name: args.name,
    aside: false,
    path: args.line,
    profile: args.profile,
    turning: 'faces',
    anchor: anchorAt(line.value.level),
    clock: '0',
    flip: room === 'right',
    corners: { all: 'mitre', each: {} },
  }
  return withSteps(part, [...part.steps, run])
}

/** Another line with all that is built on the first: the same profile along other walls, at another level or in another room. */
export const sameMoulding: Command<{ step: Id; name: string; choices: MouldingLineChoices }> = (
  part,
  args,
) => {
  const step = stepOfKind(part, args.step, 'trim-path')
  if (!step.ok) return step
  return copied(part, step.value, { ...step.value, ...args.choices, name: args.name })
}

/**
 * Breaks a line at an opening: one that goes all `round` then goes from its one side to the other; of any other what comes after the opening
 * becomes a line of its own, with all that is built on it.
 */
export const breakMouldingLine: Command<{ step: Id; opening: Id; round: boolean }> = (part, args) => {
  const step = stepOfKind(part, args.step, 'trim-path')
  if (!step.ok) return step
  const { past, ...line } = step.value
  const kept = past?.filter((id) => id !== args.opening) ?? []
  const base: MouldingLineStep = kept.length > 0 ? { ...line, past: kept } : line
  if (args.round) return ok(withStep(part, { ...base, first: args.opening, last: args.opening }))
  const before = withStep(part, { ...base, last: args.opening })
  return copied(before, base, { ...base, first: args.opening })
}

const withSteps = (part: Part, steps: readonly Step[]) =>
  steps.length > LIMITS.steps
    ? fail(fault('edit.too-many', `a recipe has at most ${LIMITS.steps} steps`))
    : ok({ ...part, steps })

/**
 * A line put in after another, and after each run and pieces step that is built on that one their copies on the new one; all of them at the
 * end where its walls only come later.
 */
function copied(part: Part, from: MouldingLineStep, line: MouldingLineStep) {
  const ids = countingIds('s', idsIn(part))
  const copy: MouldingLineStep = { ...line, id: ids() }
  const runs = new Map<Id, Id>()
  const again = (s: Step): Step | undefined => {
    if (s.id === from.id) return copy
    if (s.kind === 'run' && s.path === from.id) {
      const id = ids()
      runs.set(s.id, id)
      return { ...s, id, path: copy.id }
    }
    if (s.kind !== 'pieces' || !runs.has(s.run)) return undefined
    const { measured: _, ...pieces } = s
    return { ...pieces, id: ids(), run: runs.get(s.run)! }
  }
  const pairs = part.steps.map((s) => [s, again(s)] as const)
  const at = (id: Id): number => part.steps.findIndex((s) => s.id === id)
  const late = at(copy.walls) > at(from.id)
  const copies = pairs.flatMap(([, c]) => (c ? [c] : []))
  return withSteps(part, late ? [...part.steps, ...copies] : pairs.flatMap(([s, c]) => (c ? [s, c] : [s])))
}
