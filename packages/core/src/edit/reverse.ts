import { fail, fault, ok, type Id } from '../base/index.ts'
import {
  stepOf,
  type EndEntry,
  type Part,
  type PartLimit,
  type RunStep,
  type ScaleEntry,
  type Step,
  type StrandsEntry,
} from '../document/index.ts'
import {
  formulaText,
  formulaUnit,
  namesUsed,
  renameInFormula,
  typedFormula,
  type Formula,
} from '../units/index.ts'
import { withStep, type Command } from './command.ts'
import { reverseNodes } from './nodes.ts'

/**
 * Travels a path the other way, and turns the runs along it so that their sections stay where they were: left and right change
 * places with the travel, so that a run is flipped, and its ends, limits and scales change ends. Exact for paths in one plane
 * (their up stays); what goes by the direction of travel itself is told by `againstTravel`.
 */
export const reversePath: Command<{ step: Id }> = (part, args) => {
  const step = stepOf(part, args.step)
  let turned: Part
  if (step?.kind === 'node-path') {
    const nodes = reverseNodes(part, args)
    if (!nodes.ok) return nodes
    turned = nodes.value
  } else if (step?.kind === 'sketch-path') turned = withStep(part, { ...step, reversed: !step.reversed })
  else return fail(fault('edit.no-path', 'this step is no path that could be reversed'))
  return ok({
    ...turned,
    steps: turned.steps.map((s): Step => (s.kind === 'run' && s.path === args.step ? turnedRun(s) : s)),
  })
}

/** What of a run goes by the direction of travel and does not stay as it was when its path is reversed, in words. */
export function againstTravel(run: RunStep): string[] {
  const uses = (f: Formula | undefined, name: string): boolean =>
    f !== undefined && namesUsed(f).includes(name)
  const byLength = [
    run.scale?.kind === 'formula' ? run.scale.formula : undefined,
    ...(run.shaping ?? []).map((e) => e.formula),
  ].some((f) => uses(f, 's'))
  return [
    ...(run.turning === 'fixed' ? ['its direction, which it keeps from the start'] : []),
    ...(run.twist ? ['where its twist begins'] : []),
    ...(byLength ? ['its formulas of s'] : []),
    ...(run.part && [run.part.from, run.part.to].some((l) => l.kind === 'length')
      ? ['its part by length']
      : []),
  ]
}

function turnedRun(run: RunStep): RunStep {
  const { strands, ends, part, scale, shaping } = run
  return {
    ...run,
    flip: !run.flip,
    clock: negative(run.clock),
    ...(strands ? { strands: mirrored(strands) } : {}),
    ...(ends ? { ends: { start: turnedEnd(ends.end), end: turnedEnd(ends.start) } } : {}),
    ...(part ? { part: { from: turnedLimit(part.to), to: turnedLimit(part.from) } } : {}),
    ...(scale ? { scale: turnedScale(scale) } : {}),
    ...(shaping ? { shaping: shaping.map((e) => ({ ...e, formula: fromTheEnd(e.formula) })) } : {}),
  }
}

const rewritten = (f: Formula, text: string): Formula => typedFormula(text, formulaUnit(f))

/** The same formula with the other sign; 0 stays 0, and a sign that is there goes. */
function negative(f: Formula): Formula {
  const text = formulaText(f).trim()
  if (/^-?0*\.?0*$/.test(text)) return f
  if (/^-\s*[\d.]+( ?[a-z]+)?$/.test(text)) return rewritten(f, text.slice(1).trim())
  return rewritten(f, /^[\w.]+( ?[a-z]+)?$/.test(text) ? `-${text}` : `-(${text})`)
}

/** A formula of t read from the other end. */
const fromTheEnd = (f: Formula): Formula => renameInFormula(f, 't', '(1 - t)')

/** Strands mirrored left to right. */
function mirrored(s: StrandsEntry): StrandsEntry {
  switch (s.kind) {
    case 'circle':
      return { ...s, start: rewritten(s.start, `180 deg - (${formulaText(s.start)})`) }
    case 'row':
      return { ...s, lie: negative(s.lie) }
    case 'free':
      return { ...s, places: s.places.map((p) => ({ ...p, x: negative(p.x), turn: negative(p.turn) })) }
  }
}

function turnedEnd(e: EndEntry): EndEntry {
  if (e.kind === 'angled') return { ...e, tilt: negative(e.tilt) }
  if (e.kind === 'return') return { ...e, toward: e.toward === 'left' ? 'right' : 'left' }
  return e
}

function turnedLimit(l: PartLimit): PartLimit {
  return l.kind === 'percent' ? { ...l, at: rewritten(l.at, `100 - (${formulaText(l.at)})`) } : l
}

function turnedScale(s: ScaleEntry): ScaleEntry {
  return s.kind === 'ends' ? { ...s, start: s.end, end: s.start } : { ...s, formula: fromTheEnd(s.formula) }
}
