import { describe, expect, it } from 'vitest'
import { barOn, codesOf, throughNodes } from '../../testing/parts.ts'
import { within } from '../base/index.ts'
import { createEvaluator } from '../recipe/evaluated/index.ts'
import { createMemory, type Fresh } from './memory.ts'
import { PART_TOO_MUCH } from './step-findings.ts'

const fresh = (id: string, code?: string): Fresh => ({
  id,
  kind: 'run',
  fields: {},
  nodePoints: [],
  output: undefined,
  state: code ? 'failed' : 'aside',
  summary: '',
  awaits: 0,
  findings: code
    ? [{ id: code, severity: 'blocks', code, message: '', station: 'run', step: id, cures: [] }]
    : [],
})

describe('what a step came to', () => {
  it('is remembered, given up or not, unless the steps before had left it too little', () => {
    const made: string[] = []
    const memory = createMemory()
    const ask = (key: string, code?: string) =>
      memory.result(key, () => (made.push(key), { fresh: fresh(key, code) }), undefined)
    for (let i = 0; i < 2; i++) {
      ask('well')
      ask('too much for a step', 'step.too-much')
      ask('too much for the part', PART_TOO_MUCH)
    }
    expect(made).toEqual(['well', 'too much for a step', 'too much for the part', 'too much for the part'])
  })
  it('says that the part asked for too much, and comes well once there is room', () => {
    const part = barOn(
      throughNodes([
        ['0', '0', '0'],
        ['200', '0', '0', '30'],
        ['200', '200', '0'],
      ]),
      'round-bar',
      { diameter: '10' },
    )
    const evaluator = createEvaluator()
    const tight = within(500, () => evaluator.evaluate(part))
    if (!tight.ok) throw new Error('the part itself must come back')
    expect(codesOf(tight.value)).toContain(PART_TOO_MUCH)
    expect(tight.value.findings.find((f) => f.code === PART_TOO_MUCH)!.message).toMatch(
      /^The part asks for more work at once .* fewer heavy steps/,
    )
    expect(codesOf(evaluator.evaluate(part))).toEqual([])
  })
})
