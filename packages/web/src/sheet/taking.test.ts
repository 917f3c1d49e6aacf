import { describe, expect, it } from 'vitest'
import { nodeEntry, STARTERS, type Part, type Step } from '@flexum/core/recipe'
import { createEvaluator } from '@flexum/core/recipe/evaluated'
import { handOn, type Hand } from '../../testing/sheet.ts'
import { partOf } from '../bench/session.ts'
import { marksOf } from './marks.ts'
import { foundAt, sourcesFor, take, withFollowed } from './taking.ts'

const rail = (height: string): Step => ({
  id: 'rail',
  kind: 'node-path',
  name: 'Rail',
  aside: false,
  closed: false,
  nodes: [
    nodeEntry('n1', '0', '0', '0'),
    nodeEntry('n2', '0', '0', height, '15'),
    nodeEntry('n3', '80', '0', height),
  ],
})
const withRail = (height = '60'): Part => {
  const part = STARTERS.drawn.make('Part')
  return { ...part, steps: [rail(height), ...part.steps] }
}
/** A hand on a sheet whose part has been worked out. */
const handWithRail = (): Hand => {
  const hand = handOn(withRail())
  hand.session.store.setState({ result: createEvaluator().evaluate(withRail()) } as never)
  return hand
}

describe('taking over from an earlier step', () => {
  it('shows what there is, and finds places before curves, right at them', () => {
    const { session } = handWithRail()
    const state = session.store.getState()
    const sources = sourcesFor(partOf(state), state.result, 'sketch')
    expect(sources.map((s) => s.name)).toEqual(['Rail'])
    expect(foundAt(sources, [0.2, 0.1], 2)).toMatchObject({ kind: 'place', place: 'joint/0' })
    expect(foundAt(sources, [0.3, 20], 2)).toMatchObject({ kind: 'curve', curve: { key: 'segment/0' } })
    expect(foundAt(sources, [40, 20], 2)).toBeUndefined()
    // A step after the sheet gives nothing.
    const turned = {
      ...partOf(state),
      steps: [...partOf(state).steps.filter((s) => s.id !== 'rail'), rail('60')],
    }
    expect(sourcesFor(turned, state.result, 'sketch')).toEqual([])
  })
  it('by the tool: linked as a guide at first, loose and as a line by a key', () => {
    const hand = handWithRail()
    hand.sheet.take('take-over')
    expect(hand.move(0, 20).words).toEqual(['follows Rail'])
    hand.click(0, 20)
    expect(hand.entities('line')).toEqual([expect.objectContaining({ guide: true })])
    expect(hand.constraints('fixed').map((c) => c.kind === 'fixed' && c.follows?.place)).toEqual([
      'joint/0',
      'joint/1',
    ])
    expect(marksOf(hand.sheet.model(), hand.constraints('fixed')).map((m) => m.word)).toEqual([
      'follows',
      'follows',
    ])
    // Once more is the same one.
    hand.click(0, 25)
    expect(hand.entities('line')).toHaveLength(1)
    // The bend beside it shares the point that follows there.
    hand.key('g')
    hand.click(15 - 15 * Math.SQRT1_2, 45 + 15 * Math.SQRT1_2)
    const [arc] = hand.entities('arc')
    const [line] = hand.entities('line')
    expect(arc!.kind === 'arc' && line!.kind === 'line' && arc!.from === line!.to).toBe(true)
    expect('guide' in arc!).toBe(false)
    expect(hand.loose()).toBe(0)
    hand.key('l')
    expect(hand.move(50, 60).words).toEqual(['from Rail, loose'])
    hand.click(50, 60)
    expect(hand.entities('line')).toHaveLength(2)
    expect(hand.constraints('fixed')).toHaveLength(4)
    hand.click(200, 200)
    expect(hand.said()).toContain('Click a point or an edge')
  })
  it('takes both rounds of a tube’s end, each once', () => {
    const hand = handOn()
    const circle = (key: string, rim: string, radius: number) =>
      ({ key, kind: 'circle', centre: 'm', rim, radius }) as const
    const [outside, inside] = [circle('o', 'a', 10), circle('i', 'b', 8)]
    const places = new Map([
      ['m', [0, 0]],
      ['a', [10, 0]],
      ['b', [8, 0]],
    ] as const)
    const source = {
      step: 'tube',
      name: 'Tube',
      takable: { of: 'carried', places, curves: [outside, inside] },
    } as const
    for (const curve of [outside, inside, outside])
      hand.sheet.edit('Take over', (d) =>
        take(d, { kind: 'curve', source, curve }, { linked: true, guide: true }),
      )
    expect(hand.entities('circle').map((c) => c.kind === 'circle' && c.radius)).toEqual([10, 8])
  })
  it('follows when the step is another', () => {
    const hand = handWithRail()
    const { session } = hand
    hand.sheet.edit('Take over', (d) => {
      const state = session.store.getState()
      const found = foundAt(sourcesFor(partOf(state), state.result, 'sketch'), [80, 60], 1)!
      return take(d, found, { linked: true, guide: true })
    })
    const taller = { ...partOf(session.store.getState()) }
    const moved: Part = { ...taller, steps: taller.steps.map((s) => (s.id === 'rail' ? rail('90') : s)) }
    const result = createEvaluator().evaluate(moved)
    const step = moved.steps.find((s) => s.id === 'sketch')!
    const seen = step.kind === 'sketch' ? withFollowed(step, result) : undefined
    expect(seen!.constraints.map((c) => c.kind === 'fixed' && [c.x, c.y])).toEqual([
      [expect.closeTo(80, 9), expect.closeTo(90, 9)],
    ])
    // Nothing moved: the same sketch.
    expect(step.kind === 'sketch' && withFollowed(seen!, result)).toBe(seen)
  })
})
