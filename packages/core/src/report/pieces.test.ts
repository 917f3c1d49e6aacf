import { describe, expect, it } from 'vitest'
import { freshStep, SQUARE_CUT, STARTERS, type Part, type Step } from '../recipe/index.ts'
import { createEvaluator } from '../recipe/evaluated/index.ts'
import { listPieces, type PieceList } from './pieces.ts'

const listOf = (part: Part): PieceList =>
  listPieces(part, createEvaluator().evaluate(part, { phase: 'figures' }))
const changed = (part: Part, change: (s: Step) => Step): Part => ({ ...part, steps: part.steps.map(change) })

describe('what a part is sawn from', () => {
  const bar = STARTERS.angle.make('Angle')
  it('is what its blank is cut to, with its stock', () => {
    const { pieces, faults } = listOf(bar)
    expect(faults).toEqual([])
    expect(pieces).toHaveLength(1)
    const result = createEvaluator().evaluate(bar)
    const { cut, mass } = result.steps.find((s) => s.kind === 'blank')!.output!.blank!
    expect(pieces[0]).toMatchObject({ length: cut, mass, bent: true, number: 1 })
    expect(pieces[0]!.stock).toMatchObject({ shape: 'round-bar', material: 'Mild steel' })
  })
  it('without a blank is as long as its path; with leaning ends to their tips', () => {
    const bare = { ...bar, steps: bar.steps.filter((s) => s.kind !== 'blank') }
    const { path } = createEvaluator()
      .evaluate(bare)
      .steps.find((s) => s.kind === 'run')!.output!.carried!
    expect(listOf(bare).pieces[0]!.length).toBeCloseTo(path.length, 9)
    const across = { kind: 'angled', runOn: '0', closed: false, across: '45', tilt: '0' } as const
    const leaning = changed(bare, (s) =>
      s.kind === 'run' ? { ...s, ends: { start: SQUARE_CUT, end: across } } : s,
    )
    const [piece] = listOf(leaning).pieces
    const [profile] = createEvaluator()
      .evaluate(bare)
      .steps.filter((s) => s.output?.section)
    const { box } = profile!.output!.section!.properties
    expect(piece!.length).toBeCloseTo(path.length + (box.max[0] - box.min[0]) / 2, 6)
    expect(piece!.right.made).toBe('angled')
    expect(Math.abs(piece!.right.mitre) + Math.abs(piece!.right.bevel)).toBeCloseTo(Math.PI / 4, 9)
  })
  it('leaves out what cuts others away or is set aside', () => {
    const runless = { ...bar, steps: bar.steps.filter((s) => s.kind !== 'run' && s.kind !== 'blank') }
    expect(listOf(runless)).toEqual({
      pieces: [],
      faults: ['"Angle" has no run, and nothing of it is sawn from a bar'],
    })
    const aside = changed(bar, (s) => (s.kind === 'run' ? { ...s, aside: true } : s))
    expect(listOf(aside).pieces).toEqual([])
    const cutting = changed(bar, (s) => (s.kind === 'run' ? { ...s, does: { kind: 'cuts', with: [] } } : s))
    expect(listOf(cutting).pieces).toEqual([])
  })
  it('says what cannot be worked out', () => {
    const wrong = changed(bar, (s) => (s.kind === 'stock-profile' ? { ...s, sizes: { diameter: '0' } } : s))
    expect(listOf(wrong).faults).toEqual(['"Run" of "Angle" cannot be worked out'])
    const short = changed(bar, (s) => (s.kind === 'blank' ? { ...s, roundUp: '-1' } : s))
    expect(listOf(short).faults).toEqual(['"Blank" of "Angle" cannot be worked out'])
    const pieces = freshStep(bar, 'pieces', { id: 'pieces' })
    if (!pieces.ok) throw new Error()
    const held = { ...bar, steps: [...bar.steps, { ...pieces.value, hold: '-1' } as Step] }
    expect(listOf(held).faults).toEqual(['"Pieces and saw cuts" of "Angle" cannot be worked out'])
  })
})
