import { describe, expect, it } from 'vitest'
import { STARTERS, type Part, type RunStep } from '@flexum/core/recipe'
import { createEvaluator } from '@flexum/core/recipe/evaluated'
import { openWords, runView, shownBodies, stationOnPath, stationOnRun, stepInWork } from './results.ts'

const hoop = STARTERS.hoop.make('Hoop')
const run = hoop.steps.find((s): s is RunStep => s.kind === 'run')!
const path = hoop.steps.find((s) => s.kind === 'node-path')!
/** Two runs on two paths; the second has no blank. */
const two: Part = {
  ...hoop,
  steps: [
    ...hoop.steps,
    { ...path, id: 'path2', name: 'Other path' },
    { ...run, id: 'run2', name: 'Other run', path: 'path2', part: half() },
  ],
}
function half(): NonNullable<RunStep['part']> {
  return { from: { kind: 'percent', at: '50' }, to: { kind: 'percent', at: '100' } }
}
const result = createEvaluator().evaluate(two)

describe('the run in work', () => {
  it.each([
    [null, 'run'],
    ['run2', 'run2'],
    ['path2', 'run2'],
    ['blank', 'run'],
    ['profile', 'run'],
    ['no such step', 'run'],
  ])('with %s chosen is %s', (chosen, id) => {
    const view = runView(two, result, chosen)!
    expect(view.runStep).toBe(id)
    expect(view.pathStep).toBe(id === 'run' ? 'path' : 'path2')
    expect(view.blank === undefined).toBe(id === 'run2')
  })
  it('is the first that is not set aside', () => {
    const aside = { ...two, steps: two.steps.map((s) => (s.id === 'run' ? { ...s, aside: true } : s)) }
    expect(runView(aside, createEvaluator().evaluate(aside))!.runStep).toBe('run2')
  })
  it('without any run is the first path alone', () => {
    const bare = { ...hoop, steps: [path] }
    const view = runView(bare, createEvaluator().evaluate(bare))!
    expect(view).toMatchObject({ pathStep: 'path', runStep: undefined, run: undefined })
    expect(view.path?.path.length).toBeGreaterThan(600)
    expect(runView({ ...hoop, steps: [] }, undefined)).toBeUndefined()
  })
})

describe('what is seen', () => {
  it('are all bodies but hidden ones and those set aside, the last good one when a run fails', () => {
    expect(shownBodies(result).map((r) => r.id)).toEqual(['run', 'run2'])
    const change = (more: Partial<RunStep>): Part => ({
      ...two,
      steps: two.steps.map((s) => (s.id === 'run2' && s.kind === 'run' ? { ...s, ...more } : s)),
    })
    const seen = (part: Part) => {
      const evaluator = createEvaluator()
      evaluator.evaluate(two, { owner: 'part' })
      return shownBodies(evaluator.evaluate(part, { owner: 'part' })).map((r) => [r.id, r.stale])
    }
    expect(seen(change({ hidden: true }))).toEqual([['run', false]])
    expect(seen(change({ aside: true }))).toEqual([['run', false]])
    expect(seen(change({ clock: '5 mm' }))).toEqual([
      ['run', false],
      ['run2', true],
    ])
    expect(shownBodies(undefined)).toEqual([])
  })
  it('has stations on the path and on the run, there and back', () => {
    const output = result.steps.find((s) => s.id === 'run2')!.output!.carried!
    expect(stationOnPath(output, 0)).toBeCloseTo(output.path.length, 9)
    expect(stationOnRun(output, stationOnPath(output, 12))).toBeCloseTo(12, 12)
  })
})

describe('a step in work', () => {
  it('is the chosen one if it is of the kind, else the first of the kind', () => {
    expect(stepInWork(two, 'run2', 'run')?.id).toBe('run2')
    expect(stepInWork(two, 'path', 'run')?.id).toBe('run')
    expect(stepInWork(two, null, 'helix-path')).toBeUndefined()
  })
})

describe('findings in words', () => {
  const finding = (severity: 'blocks' | 'warns' | 'notes') =>
    ({ id: severity, severity, code: 'x', message: '', station: 'run', step: 'run', cures: [] }) as const
  it('are open where they stop or warn; notes are told beside', () => {
    const notes = [finding('notes'), finding('notes')]
    expect(openWords([])).toBe('nothing open')
    expect(openWords(notes)).toBe('nothing open')
    expect(openWords(notes, true)).toBe('nothing open, 2 notes')
    expect(openWords([finding('warns'), finding('blocks'), notes[0]!], true)).toBe('2 open, 1 note')
  })
})
