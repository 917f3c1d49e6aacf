import { memoBy, type Id } from '../base/index.ts'
import { formulaText } from '../units/index.ts'
import { LIMITS } from './limits.ts'
import { idsIn, type Part } from './part.ts'
import { ID_FORM, soundText } from './schema-parts.ts'
import { kindOf, mapStepFormulas, needsOf, type Step } from './registry.ts'

/** A rule that a part breaks: what it is about, by which it is told from others, and the sentence. */
export interface Breach {
  readonly about: string
  readonly message: string
}

/**
 * Everything the types of a part cannot say: lengths of names and formulas, how much of everything there may be, ids used once,
 * steps after what they build on, references of a sketch by kind. What passes here and is of the types reads as a part.
 */
export function breachesOf(part: Part): Breach[] {
  return [...inWhole(part), ...part.steps.flatMap(inStep), ...inOrder(part)]
}

/** In an edit nearly all steps are as they were. */
const inStep = memoBy(lookAt)

function lookAt(step: Step): Breach[] {
  const found: Breach[] = []
  const say = (about: string, message: string): void =>
    void found.push({ about: `${step.id} ${about}`, message })
  named(step.name, `the step "${step.id}"`, (m) => say('name', m))
  for (const id of needsOf(step))
    if (!ID_FORM.test(id)) say(`input ${id}`, `"${step.name}" builds on "${id.slice(0, 50)}", which is no id`)
  mapStepFormulas(step, (formula, field) => {
    const text = formulaText(formula)
    if (text.length > LIMITS.textLength)
      say(
        field,
        `a formula has at most ${LIMITS.textLength} characters; ${field} of "${step.name}" has ${text.length}`,
      )
    else if (!soundText(text))
      say(field, `the formula ${field} of "${step.name}" holds characters that are no text`)
    return formula
  })
  const most = (n: number, limit: number, what: string): void => {
    if (n > limit) say(what, `"${step.name}" has ${n} ${what}; at most ${limit} are kept`)
  }
  const kind = kindOf(step)
  for (const [count, limit, what] of kind.limits?.(step) ?? []) most(count, limit, what)
  for (const [text, what] of kind.texts?.(step) ?? []) named(text, what, (m) => say(what, m))
  for (const message of kind.broken?.(step) ?? []) say('references', message)
  return found
}

function named(name: string, what: string, say: (message: string) => void): void {
  if (name.length > LIMITS.nameLength)
    say(`a name has at most ${LIMITS.nameLength} characters; that of ${what} has ${name.length}`)
  else if (!soundText(name)) say(`the name of ${what} holds characters that are no text`)
}

function inWhole(part: Part): Breach[] {
  const out: Breach[] = []
  const say =
    (about: string) =>
    (message: string): void =>
      void out.push({ about, message })
  named(part.name, 'the part', say('name'))
  const most = (n: number, limit: number, what: string): void => {
    if (n > limit) say(what)(`a part has at most ${limit} ${what}`)
  }
  most(part.values.length, LIMITS.values, 'values')
  most(part.variants.length, LIMITS.variants, 'variants')
  most(part.steps.length, LIMITS.steps, 'steps')
  const texts: [string, string][] = part.values.map((v) => [v.name, formulaText(v.formula)])
  for (const v of part.values) named(v.name, 'a value', say(`value ${v.id}`))
  for (const v of part.variants) {
    named(v.name, 'a variant', say(`variant ${v.id}`))
    for (const [name, f] of Object.entries(v.overrides)) texts.push([`${v.name}, ${name}`, formulaText(f)])
  }
  for (const [what, text] of texts) {
    if (text.length > LIMITS.textLength)
      say(`formula ${what}`)(
        `a formula has at most ${LIMITS.textLength} characters; that of ${what} has ${text.length}`,
      )
    else if (!soundText(text))
      say(`formula ${what}`)(`the formula of ${what} holds characters that are no text`)
  }
  const seen = new Set<Id>()
  for (const id of idsIn(part)) {
    if (!ID_FORM.test(id))
      say(`id ${id}`)(`"${id.slice(0, 50)}" is no id: 1 to 40 letters, digits, _ or - are`)
    else if (seen.has(id)) say(`id ${id}`)(`the id "${id}" is used twice`)
    seen.add(id)
  }
  return out
}

function* inOrder(part: Part): Generator<Breach> {
  const at = new Map(part.steps.map((s, i) => [s.id, i]))
  for (const [i, step] of part.steps.entries())
    for (const id of needsOf(step)) {
      const needed = at.get(id)
      if (needed === undefined || needed < i) continue
      const needs = part.steps[needed]!
      yield {
        about: `order ${step.id} ${id}`,
        message:
          needs === step
            ? `"${step.name}" cannot build on itself`
            : `"${step.name}" needs "${needs.name}" before it`,
      }
    }
}
