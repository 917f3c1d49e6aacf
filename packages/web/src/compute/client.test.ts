import { describe, expect, it } from 'vitest'
import { STARTERS, setCell } from '@flexum/core/recipe'
import { createEvaluator, massOf, type Phase, type StepResult } from '@flexum/core/recipe/evaluated'
import { mergeAnswer } from './client.ts'
import type { Answer } from './messages.ts'

describe('answers of the worker', () => {
  const evaluator = createEvaluator()
  const part = STARTERS.angle.make('Angle')
  const known = new Map<string, StepResult>()
  const ask = (p: typeof part, phase: Phase = 'whole'): Answer => {
    const { values, steps, findings, awaits } = evaluator.evaluate(p, { phase })
    const versions = new Map([...known].map(([id, s]) => [id, s.version]))
    const sent = steps.map((s) => (versions.get(s.id) === s.version ? { id: s.id, version: s.version } : s))
    return { values, findings, steps: sent, awaits }
  }
  it('keep the very same objects for steps that did not change', () => {
    const first = mergeAnswer(ask(part), known)
    const changed = setCell(part, { step: 'path', node: 'n2', column: 'radius', formula: '31' })
    if (!changed.ok) throw new Error()
    const answer = ask(changed.value)
    expect(answer.steps.filter((s) => !('kind' in s)).map((s) => s.id)).toEqual(['profile'])
    const second = mergeAnswer(answer, known)
    expect(second.steps[1]).toBe(first.steps[1])
    expect(second.steps[0]).not.toBe(first.steps[0])
  })
  it('without bodies show those of before, with what is known of the new ones, until these are there', () => {
    const had = mergeAnswer(ask(part), known)
    const [body] = had.steps.find((s) => s.id === 'run')!.output!.bodies!
    const longer = setCell(part, { step: 'path', node: 'n3', column: 'y', formula: '400' })
    if (!longer.ok) throw new Error()
    const first = mergeAnswer(ask(longer.value, 'figures'), known)
    expect(first.awaits).toBeGreaterThan(0)
    const [shown] = first.steps.find((s) => s.id === 'run')!.output!.bodies!
    expect(shown!.mesh).toBe(body!.mesh)
    expect(shown!.figures.mass).toBeGreaterThan(1.5 * body!.figures.mass)
    const second = mergeAnswer(ask(longer.value), known)
    expect(second.awaits).toBe(0)
    const [made] = second.steps.find((s) => s.id === 'run')!.output!.bodies!
    expect(made!.mesh).not.toBe(body!.mesh)
    expect(massOf(second)).toBe(massOf(first))
    // What comes after a run does not wait for its mesh, and is not worked out twice.
    expect(second.steps.find((s) => s.id === 'blank')).toBe(first.steps.find((s) => s.id === 'blank'))
  })
  it('that leave out what the page does not have are a fault', () => {
    expect(() =>
      mergeAnswer({ values: [], findings: [], steps: [{ id: 'x', version: 3 }], awaits: 0 }, new Map()),
    ).toThrow(/left out/)
  })
})
