import {
  formulaText,
  formulaUnit,
  namesUsed,
  renameInFormula,
  typedFormula,
  type Formula,
} from '../../units/index.ts'
import type { ScaleEntry } from './typed-course.ts'
import type { EndEntry, PartLimit } from './typed-ends.ts'
import type { StrandsEntry } from './typed-strands.ts'
import type { RunStep } from './typed.ts'

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
    ...(run.turning === 'faces' ? ['which of the two faces its up side looks out of'] : []),
    ...(run.twist ? ['where its twist begins'] : []),
    ...(byLength ? ['its formulas of s'] : []),
    ...(run.part && [run.part.from, run.part.to].some((l) => l.kind === 'length')
      ? ['its part by length']
      : []),
  ]
}

/**
 * A run whose path is travelled the other way, so that its section stays where it was: left and right change places with the
 * travel, so that it is flipped, and its ends, limits and scales change ends. Exact for paths in one plane (their up stays).
 */
export function turnedRun(run: RunStep): RunStep {
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
