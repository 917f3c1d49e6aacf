import { describe, expect, it } from 'vitest'
import { STARTERS } from '@flexum/core/document'
import { setCell } from '@flexum/core/edit'
import { createEvaluator, type StepResult } from '@flexum/core/evaluate'
import { mergeAnswer } from './client.ts'
import type { Answer } from './messages.ts'

describe('answers of the worker', () => {
  const evaluator = createEvaluator()
  const part = STARTERS.angle.make('Angle')
  const known = new Map<string, StepResult>()
  const ask = (p: typeof part): Answer => {
    const { values, steps, findings } = evaluator.evaluate(p)
    const versions = new Map([...known].map(([id, s]) => [id, s.version]))
    const sent = steps.map((s) => (versions.get(s.id) === s.version ? { id: s.id, version: s.version } : s))
    return { values, findings, steps: sent }
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
  it('that leave out what the page does not have are a fault', () => {
    expect(() =>
      mergeAnswer({ values: [], findings: [], steps: [{ id: 'x', version: 3 }] }, new Map()),
    ).toThrow(/left out/)
  })
})
