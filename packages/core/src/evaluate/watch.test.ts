import { describe, expect, it } from 'vitest'
import { addMaker, createEvaluator } from '../recipe/evaluated/index.ts'
import { bodiesOf, type Outside } from './index.ts'
import { blockPart } from '../../testing/block/index.ts'
import { callOff, createFlag, doJob } from '../service/index.ts'
import { watched, type Progress } from '../base/index.ts'
import { barOn, helix } from '../../testing/parts.ts'

const off = { ok: false, fault: 'called-off' }

describe('working out a part under a watcher', () => {
  const part = barOn(helix({ radius: '20', pitch: '6', turns: '60' }), 'rectangular-bar', {
    width: '4',
    height: '3',
    corner: '1',
  })

  it('tells a share that only grows, of the steps by their names, and gives the same', () => {
    const told: Progress[] = []
    const watcher = { wanted: () => true, progress: (at: Progress) => told.push(at) }
    const done = watched(watcher, () => createEvaluator().evaluate(part))
    if (!done.ok) throw new Error(done.fault)
    const result = done.value
    expect(told.length).toBeGreaterThan(3)
    const shares = told.map((t) => t.share)
    expect([...shares].sort((a, b) => a - b)).toEqual(shares)
    expect(shares.at(-1)).toBeGreaterThan(0.5)
    expect(told.at(-1)!.of).toBe('Run')
    const figures = (r: typeof result) => bodiesOf(r).map((b) => b.figures)
    expect(figures(result)).toEqual(figures(createEvaluator().evaluate(part)))
    expect(result.awaits).toBe(0)
  })

  it('called off inside a step, keeps what was known, and ends it when asked again', () => {
    const evaluator = createEvaluator()
    const figures = evaluator.evaluate(part, { owner: 'page', phase: 'figures' })
    let looks = 0
    expect(watched({ wanted: () => ++looks < 3 }, () => evaluator.evaluate(part, { owner: 'page' }))).toEqual(
      off,
    )
    expect(looks).toBe(3)
    const again = evaluator.evaluate(part, { owner: 'page' })
    expect(again.awaits).toBe(0)
    // Every step but the run's mesh is what it was: nothing of it was worked out anew.
    const same = again.steps.filter((s, i) => s === figures.steps[i]).map((s) => s.kind)
    expect(same).toEqual(part.steps.map((s) => s.kind).filter((k) => k !== 'run'))
  })

  it('can be called off from elsewhere by a number in shared memory', () => {
    const flag = createFlag()!
    const evaluator = createEvaluator()
    expect(doJob(flag, 1, () => 1)).toEqual({ ok: true, value: 1 })
    callOff(flag, 2)
    expect(doJob(flag, 1, () => 1)).toEqual(off)
    expect(doJob(flag, 2, () => evaluator.evaluate(part))).toEqual(off)
    expect(doJob(flag, 3, () => evaluator.evaluate(part).awaits)).toEqual({ ok: true, value: 0 })
    let begun = false
    const during = doJob(
      flag,
      4,
      () => createEvaluator().evaluate(part),
      () => {
        begun = true
        callOff(flag, 4)
      },
    )
    expect([begun, during]).toEqual([true, off])
    expect(doJob(undefined, 5, () => 'without a flag')).toEqual({
      ok: true,
      value: 'without a flag',
    })
  })
})

describe('what the core needs from outside', () => {
  it('reaches the steps that ask for it', () => {
    const seen: unknown[] = []
    addMaker('block', {
      evaluate(_, { solids }) {
        seen.push(solids)
        return { findings: [] }
      },
      summary: () => '',
      cheaper: '',
    })
    const solids: Outside['solids'] = { make: () => expect.unreachable() }
    createEvaluator({ solids }).evaluate(blockPart())
    createEvaluator().evaluate(blockPart())
    expect(seen).toEqual([solids, undefined])
  })
})
