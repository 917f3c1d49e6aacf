import { describe, expect, it } from 'vitest'
import { within } from '@flexum/core/base'
import { STARTERS, type Part, addValue, setValueFormula } from '@flexum/core/recipe'
import { pointAt } from '@flexum/core/plane'
import { areasOf, chainOf } from '@flexum/core/sketch'
import { BELOW, RIGHT, BOW, MOUTH, drawBox, drawHook, handOn, type Hand } from '../../testing/sheet.ts'
import { partOf } from '../bench/session.ts'
import { leaderOf } from './beside.ts'
import { CHANGES, type ChangeName } from './changes/index.ts'
import { dimensionText } from './dimension-text.ts'
import { layoutDimension } from './dimension-layout.ts'
import { measuredFor } from './dimensioning.ts'
import { marksOf } from './marks.ts'
import { isFree, sheetModel } from './model.ts'
import { offersFor } from './offers.ts'
import { asReference, freshRow, withoutConstraint } from './outcome.ts'
import { proposalsFor, proposalWords } from './settling.ts'
import { fitView, keptInView, panned, toScreen, toSheet, zoomed } from './view.ts'

const part = (hand: Hand): Part => partOf(hand.session.store.getState())
const area = (hand: Hand): number => areasOf(hand.entities()).regions.reduce((s, r) => s + r.area, 0)
const pending = (hand: Hand) => hand.sheet.store.getState().pending

describe('the first size', () => {
  it('scales the whole drawing, says so, and can be for the one alone', () => {
    const hand = handOn()
    hand.sheet.take('chain')
    hand.click(0, 0)
    hand.click(60, 0)
    hand.click(60, 30)
    hand.key('Enter')
    hand.sheet.set({
      editing: {
        kind: 'new',
        measured: measuredFor(hand.sheet.model(), [hand.entities('line')[0]!.id], [30, -8])!,
        place: [0, -8],
      },
    })
    expect(hand.sheet.enter('120')).toBe(true)
    const far = () => hand.entities('point').map((e) => hand.sheet.model().at(e.id))
    expect(Math.max(...far().map((p) => p[1]))).toBeCloseTo(60, 6)
    const { said, instead } = hand.sheet.store.getState()
    expect(said).toContain('scaled the whole drawing')
    instead!.act()
    expect(Math.max(...far().map((p) => p[0]))).toBeCloseTo(120, 6)
    expect(Math.max(...far().map((p) => p[1]))).toBeCloseTo(30, 6)
    expect(hand.dimensions().map((d) => d.formula)).toEqual(['120'])
    expect(hand.said()).toBeUndefined()
  })
})

describe('the view', () => {
  it('goes as far as it has to when sizes are typed past its edge, and never nearer by itself', () => {
    const hand = handOn()
    hand.sheet.take('chain')
    hand.click(0, 0)
    const view = () => hand.sheet.store.getState().view
    const before = view()
    hand.type({ length: '6' })
    expect(view()).toEqual(before)
    // Over the edge, but with room for it at this scale: moved, not fitted.
    hand.type({ length: '90' })
    expect(view().scale).toBe(before.scale)
    const [right] = toScreen(view(), [96, 0])
    expect(right).toBeLessThanOrEqual(view().width)
    hand.type({ length: '4000' })
    expect(view().scale).toBeLessThan(before.scale / 4)
  })
})

describe('a way out of a clash', () => {
  it('is the dimension just typed, made a reference', () => {
    const hand = handOn()
    drawHook(hand)
    hand.dimension(BOW, '20')
    hand.dimension(MOUTH, '44')
    const { pending } = hand.sheet.store.getState()
    if (pending?.kind !== 'clash') throw new Error('no clash')
    const row = freshRow(hand.step(), pending.drawing, pending.rows)!
    const typed = pending.drawing.constraints.find((c) => c.id === row.constraint)
    expect(typed).toMatchObject({ kind: 'dimension', formula: '44' })
    hand.sheet.resolve(asReference(pending.drawing, row))
    expect(hand.dimensions().map((d) => [d.formula, d.role])).toEqual([
      ['20', 'driving'],
      ['44', 'reference'],
    ])
  })
})

describe('dimensions', () => {
  it('are told from what is picked and where the pointer is', () => {
    const hand = handOn()
    hand.sheet.take('chain')
    hand.click(0, 0, { plain: true })
    hand.click(30, 20, { plain: true })
    hand.key('a')
    hand.click(50, 10, { plain: true })
    hand.key('Enter')
    const m = hand.sheet.model()
    const [line] = hand.entities('line')
    const [arc] = hand.entities('arc')
    const of = (picks: string[], at: readonly [number, number]) => measuredFor(m, picks, at)?.of
    expect(of([line!.id], [12, 12])).toBe('distance')
    expect(of([line!.id], [15, -15])).toBe('across')
    expect(of([line!.id], [-15, 10])).toBe('up')
    const centre = arc!.kind === 'arc' ? m.at(arc!.centre) : [0, 0]
    const r = arc!.kind === 'arc' ? arc!.radius : 0
    expect(of([arc!.id], [centre[0]! + r * 0.4, centre[1]!])).toBe('radius')
    expect(of([arc!.id], [centre[0]! + r * 2, centre[1]!])).toBe('arc-length')
    expect(of([line!.id, 'across-axis'], [40, 4])).toBe('angle')
    expect(of([arc!.id, line!.id], [40, 4])).toBe('off-line')
    expect(of(['origin'], [4, 4])).toBeUndefined()
  })
  it('size the whole drawing the first time, and settle it with the rest', () => {
    const hand = handOn()
    drawBox(hand)
    expect(hand.dimension(BELOW, '40')).toBe(true)
    // It keeps its shape.
    expect(area(hand)).toBeCloseTo(40 * 25, 6)
    expect(
      hand.dimension(
        [
          [40, 12],
          [52, 12],
        ],
        '30',
      ),
    ).toBe(true)
    expect(area(hand)).toBeCloseTo(1200, 6)
    expect(hand.loose()).toBe(0)
  })
  it('that are determined already only measure, and say so', () => {
    const hand = handOn()
    drawBox(hand)
    hand.dimension(BELOW, '80')
    hand.dimension(
      [
        [40, 50],
        [40, 60],
      ],
      '80',
    )
    expect(hand.said()).toContain('only measures')
    expect(hand.dimensions().map((d) => d.role)).toEqual(['driving', 'reference'])
  })
  it('follow each other by name, and values; a formula that cannot be read is refused in words', () => {
    const hand = handOn()
    drawBox(hand)
    hand.dimension(BELOW, '80')
    expect(hand.dimension(RIGHT, 'd1 / 2')).toBe(true)
    expect(area(hand)).toBeCloseTo(80 * 40, 6)
    hand.session.run(
      addValue,
      { value: { id: 'v1', name: 'reach', dimension: 'length', formula: '60' } },
      { label: 'Value' },
    )
    const [d1] = hand.dimensions()
    hand.sheet.set({ editing: { kind: 'old', id: d1!.id } })
    expect(hand.sheet.enter('reach')).toBe(true)
    expect(area(hand)).toBeCloseTo(60 * 30, 6)
    hand.session.run(setValueFormula, { value: 'v1', formula: '100' }, { label: 'Value' })
    expect(area(hand)).toBeCloseTo(100 * 50, 6)
    hand.sheet.set({ editing: { kind: 'old', id: d1!.id } })
    expect(hand.sheet.enter('12 kg')).toBe(false)
    expect(hand.said()).toContain('"12 kg" is a mass')
    expect(area(hand)).toBeCloseTo(100 * 50, 6)
  })
  it('are shown as value, name, formula, tolerance and exact, references in brackets', () => {
    const hand = handOn()
    drawBox(hand)
    hand.dimension(BELOW, '100/3')
    const [d] = hand.dimensions()
    const { units } = part(hand)
    const show = (shown: Parameters<typeof dimensionText>[3], change = {}) =>
      dimensionText({ ...d!, ...change }, 100 / 3, units, shown)
    expect(show('value')).toBe('33.333')
    expect(show('name')).toBe('d1 33.333')
    expect(show('formula')).toBe('100/3')
    expect(show('tolerance', { plus: '0.1', minus: '0.1' })).toBe('33.333 ±0.1')
    expect(show('tolerance', { plus: '0.1', minus: '0.2' })).toBe('33.333 +0.1 −0.2')
    expect(show('exact')).toMatch(/^33\.33333333/)
    expect(show('value', { role: 'reference' })).toBe('(33.333)')
    expect(show('value', { measured: { of: 'radius', round: 'x' } })).toBe('R33.333')
  })
  it('are laid out with arrows at what they measure', () => {
    const hand = handOn()
    drawBox(hand)
    hand.dimension(BELOW, '80')
    const { view } = hand.sheet.store.getState()
    const drawn = layoutDimension(hand.sheet.model(), hand.dimensions()[0]!, view)!
    const [a, b] = drawn.arrows.map((x) => x.at)
    expect(Math.abs(a![0] - b![0])).toBeCloseTo(80 * view.scale, 6)
    expect(drawn.text[1]).toBeCloseTo(toScreen(view, [40, -10])[1], 6)
    for (const measured of [
      { of: 'up', a: 'origin', b: hand.entities('point')[2]!.id },
      { of: 'angle', a: 'across-axis', b: hand.entities('line')[1]!.id },
      { of: 'off-line', point: hand.entities('point')[2]!.id, line: 'across-axis' },
      { of: 'chain', curves: hand.entities('line').map((e) => e.id) },
    ] as const) {
      const layout = layoutDimension(hand.sheet.model(), { measured, place: [0, 0] }, view)!
      expect(layout.text.every(Number.isFinite)).toBe(true)
    }
  })
})

describe('clashes', () => {
  const clashing = (): Hand => {
    const hand = handOn()
    drawHook(hand)
    hand.dimension(BOW, '20')
    hand.dimension(MOUTH, '44')
    return hand
  }
  it('are listed with a shape for each way out, and nothing is done until one is chosen', () => {
    const hand = clashing()
    const p = pending(hand)
    expect(p?.kind).toBe('clash')
    if (p?.kind !== 'clash') return
    expect(p.rows.map((r) => p.drawing.constraints.find((c) => c.id === r.constraint))).toMatchObject([
      { kind: 'dimension', name: 'r1' },
      { kind: 'dimension', name: 'd1' },
    ])
    expect(hand.dimensions()).toHaveLength(1)
    hand.sheet.refusePending()
    expect(pending(hand)).toBeUndefined()
    expect(hand.dimensions()).toHaveLength(1)
  })
  it('end by letting one go, or by making it a reference', () => {
    const hand = clashing()
    const p = pending(hand)
    if (p?.kind !== 'clash') throw new Error('a clash is needed here')
    hand.sheet.resolve(asReference(p.drawing, p.rows[1]!))
    expect(hand.dimensions().map((d) => d.role)).toEqual(['driving', 'reference'])
    const other = clashing()
    const q = pending(other)
    if (q?.kind !== 'clash') throw new Error('a clash is needed here')
    other.sheet.resolve(withoutConstraint(q.drawing, q.rows[0]!))
    expect(other.dimensions().map((d) => d.name)).toEqual(['d1'])
    const [arc] = other.entities('arc')
    expect(arc!.kind === 'arc' && arc!.radius).toBeGreaterThanOrEqual(22 - 1e-6)
  })
  it('a change that goes far is shown first', () => {
    const hand = handOn()
    hand.sheet.take('chain')
    hand.click(0, 0)
    hand.click(60, 0)
    hand.key('Enter')
    hand.click(100, 70, { plain: true })
    hand.click(101, 100, { plain: true })
    hand.key('Enter')
    hand.sheet.take('choose')
    const ends = hand.entities('line').map((e) => (e.kind === 'line' ? e.to : ''))
    const done = hand.sheet.constrain({
      word: 'together',
      relations: [{ kind: 'coincident', a: ends[0]!, b: ends[1]! }],
      holds: false,
      there: false,
    })
    expect(done).toBe(false)
    expect(pending(hand)).toMatchObject({ kind: 'far' })
    hand.sheet.acceptPending()
    expect(hand.constraints('coincident')).toHaveLength(2)
  })
})

describe('work beyond what the page may spend', () => {
  it('is refused in words, and nothing changes', () => {
    const hand = handOn()
    drawBox(hand)
    const before = hand.step()
    let entered: boolean | undefined
    within(1, () => {
      entered = hand.dimension(BELOW, '40')
    })
    expect(entered).not.toBe(true)
    expect(hand.said()).toMatch(/^This sketch is too large for that while drawing.*take constraints out\.$/)
    expect(hand.step()).toBe(before)
    expect(hand.dimension(BELOW, '40')).toBe(true)
  })
  it('leaves a sketch that cannot be worked out as it was drawn', () => {
    const hand = handOn()
    drawBox(hand)
    const step = structuredClone(hand.step())
    const model = within(1, () => sheetModel(step, hand.sheet.model().around))
    if (!model.ok) throw new Error('the sheet must come back')
    expect(model.value.solved.converged).toBe(false)
    expect(model.value.entities).toEqual(step.entities)
  })
})

describe('constraining', () => {
  it('offers what makes sense, marks what holds, and says when it says nothing new', () => {
    const hand = handOn()
    drawBox(hand)
    const m = hand.sheet.model()
    const [bottom, right, top] = hand.entities('line').map((e) => e.id)
    const words = (ids: readonly string[]) => offersFor(m, ids).map((o) => o.word)
    expect(words([bottom!])).toEqual(['level', 'upright'])
    expect(words([bottom!, top!])).toEqual(['level', 'upright', 'parallel', 'square', 'equal', 'in line'])
    const offers = offersFor(m, [bottom!, top!])
    expect(offers.find((o) => o.word === 'parallel')).toMatchObject({ holds: true, there: false })
    const fixed = (id: string) => offersFor(hand.sheet.model(), [id]).find((o) => o.word === 'fixed')!
    const free = hand.entities('point').find((p) => isFree(hand.sheet.model(), p.id))!
    expect(fixed(free.id)).toMatchObject({ holds: false, there: false })
    expect(offers.find((o) => o.word === 'square')).toMatchObject({ holds: false })
    expect(offers.find((o) => o.word === 'level')).toMatchObject({ there: true })
    expect(hand.sheet.constrain(offers.find((o) => o.word === 'parallel')!)).toBe(false)
    expect(hand.said()).toContain('already')
    const equal = offersFor(m, [bottom!, right!]).find((o) => o.word === 'equal')!
    expect(hand.sheet.constrain(equal)).toBe(true)
    expect(hand.loose()).toBe(1)
    expect(words(['origin', hand.entities('point')[2]!.id])).toContain('level')
    expect(words([])).toEqual([])
  })
  it('marks stand beside what they tie', () => {
    const hand = handOn()
    drawHook(hand)
    const marks = marksOf(hand.sheet.model(), hand.step().constraints)
    expect(marks.filter((m) => m.word === 'tangent')).toHaveLength(4)
    expect(marks.filter((m) => m.word === 'upright')).toHaveLength(1)
    for (const m of marks) expect(m.at.every(Number.isFinite)).toBe(true)
  })
  it('drops constraints and things, and brings them back', () => {
    const hand = handOn()
    drawBox(hand)
    const [level] = hand.constraints('horizontal')
    hand.sheet.remove([level!.id])
    expect(hand.constraints('horizontal')).toHaveLength(1)
    hand.sheet.remove([hand.entities('line')[0]!.id])
    expect(hand.entities('line')).toHaveLength(3)
    hand.session.undo()
    hand.session.undo()
    expect(hand.constraints('horizontal')).toHaveLength(2)
  })
})

describe('gaps', () => {
  const open = (): Hand => {
    const hand = handOn()
    hand.sheet.take('chain')
    for (const [x, y] of [
      [0, 0],
      [40, 0],
      [40, 25],
      [0, 25],
    ] as const)
      hand.click(x, y)
    hand.click(0, 0.4, { plain: true })
    hand.key('Enter')
    return hand
  }
  it('are closed by the smallest move, or bridged by a line', () => {
    const hand = open()
    const { gaps } = hand.sheet.model().solved.areas
    expect(gaps.map((g) => g.distance)).toEqual([expect.closeTo(0.4, 9)])
    hand.sheet.heal(gaps)
    expect(hand.sheet.model().solved.areas.gaps).toEqual([])
    expect(area(hand)).toBeCloseTo(1000, 6)
    expect(hand.sheet.store.getState().said).toBe('Moved the end of line 4 by 0.400 mm.')
    const other = open()
    other.sheet.bridge(other.sheet.model().solved.areas.gaps[0]!)
    expect(other.entities('line')).toHaveLength(5)
    expect(other.sheet.model().solved.areas.regions).toHaveLength(1)
  })
})

describe('settling', () => {
  it('proposes until nothing is loose, in words, and takes one or all', () => {
    const hand = handOn()
    drawHook(hand)
    const proposals = proposalsFor(hand.sheet.model(), part(hand), [])
    expect(proposals.reduce((n, p) => n + p.takes, 0)).toBe(7)
    const words = proposals.map((p) => proposalWords(hand.step(), p, part(hand)))
    expect(words[0]!.words).toMatch(/^Upright: line [23]$/)
    expect(words.map((w) => w.figure).filter((f) => f !== undefined)).toEqual(
      ['60', expect.any(String), '15', '20', '10'].map((x) => x),
    )
    hand.sheet.settleWith([proposals[0]!])
    expect(hand.loose()).toBe(7 - proposals[0]!.takes)
    hand.sheet.settleWith(proposalsFor(hand.sheet.model(), part(hand), []))
    expect(hand.loose()).toBe(0)
    expect(hand.dimensions().map((d) => d.name)).toEqual(expect.arrayContaining(['d1', 'r1']))
    expect(proposalsFor(hand.sheet.model(), part(hand), [])).toEqual([])
  })
})

/** Makes a change of what is chosen, with figures as they come and as they were typed. */
const make = (
  hand: Hand,
  name: ChangeName,
  chosen: readonly string[],
  figures: Record<string, readonly [number, string]>,
  options: Record<string, string> = {},
): boolean =>
  hand.sheet.edit(name, (draft) =>
    CHANGES[name].build(draft, {
      model: hand.sheet.model(),
      chosen,
      figures: Object.fromEntries(
        Object.entries(figures).map(([k, [value, formula]]) => [k, { value, formula }]),
      ),
      options,
    }),
  )

describe('changes', () => {
  const lines = (hand: Hand): string[] => hand.entities('line').map((e) => e.id)
  it('round and bevel with one figure for all', () => {
    const hand = handOn()
    drawBox(hand)
    expect(make(hand, 'round', lines(hand), { radius: [8, '8'] })).toBe(true)
    expect(area(hand)).toBeCloseTo(4000 - (4 - Math.PI) * 64, 4)
    expect(hand.loose()).toBe(2)
    expect(hand.dimensions().map((d) => d.formula)).toEqual(['8'])
    const other = handOn()
    drawBox(other)
    expect(make(other, 'bevel', lines(other), { setback: [5, '5'] })).toBe(true)
    expect(area(other)).toBeCloseTo(4000 - 2 * 25, 4)
  })
  it('a radius that no longer fits its rounds says so, with the one that does', () => {
    const hand = handOn()
    drawBox(hand)
    for (const [k, figure] of ['100', '40'].entries()) {
      const measured = measuredFor(hand.sheet.model(), [lines(hand)[k]!], [0, 0])!
      hand.sheet.set({ editing: { kind: 'new', measured, place: [0, 0] } })
      expect(hand.sheet.enter(figure)).toBe(true)
    }
    expect(make(hand, 'round', lines(hand), { radius: [8, '8'] })).toBe(true)
    const radius = hand.dimensions().find((d) => d.formula === '8')
    const typed = (): string => hand.dimensions().find((d) => d.id === radius!.id)!.formula as string
    // 100 x 40 with a round at each corner: no more than 20.
    hand.sheet.set({ editing: { kind: 'old', id: radius!.id } })
    expect(hand.sheet.enter('26')).toBe(false)
    const pending = hand.sheet.store.getState().pending!
    expect(pending.fits?.words).toMatch(/^up to 19\.9\d* mm$/)
    expect(typed()).toBe('8')
    pending.fits!.take()
    expect(Number(typed())).toBeGreaterThan(19.9)
    expect(hand.sheet.store.getState().pending).toBeUndefined()
    expect(area(hand)).toBeCloseTo(4000 - (4 - Math.PI) * Number(typed()) ** 2, 3)
  })
  it('beside: kept at its distance, on either side or both', () => {
    const hand = handOn()
    drawBox(hand)
    expect(make(hand, 'beside', lines(hand), { distance: [5, '5'] }, { side: 'both', linked: 'yes' })).toBe(
      true,
    )
    expect(hand.entities('line')).toHaveLength(12)
    expect(hand.loose()).toBe(2)
    expect(hand.sheet.model().solved.areas.regions).toHaveLength(3)
    expect(make(hand, 'beside', lines(hand).slice(0, 4), { distance: [40, '40'] })).toBe(false)
    expect(hand.said()).toContain('no room')
  })
  it('beside: one figure for both sides, and the original stays where it is', () => {
    const hand = handOn()
    hand.sheet.take('chain')
    hand.click(0, 10)
    hand.click(50, 10)
    hand.click(50, 40)
    hand.key('Enter')
    const chain = lines(hand)
    const put = { side: 'both', linked: 'yes', caps: 'straight' }
    expect(make(hand, 'beside', chain, { distance: [4, '4'] }, put)).toBe(true)
    expect(area(hand)).toBeCloseTo(80 * 8, 4)
    const original = () =>
      chain.flatMap((id) =>
        (hand.sheet.model().pieces.get(id) ?? []).map((c) => [...pointAt(c, 0), ...pointAt(c, 1)]),
      )
    const before = original()
    const { step } = hand.sheet.model()
    const leaders = hand.dimensions().filter((d) => !leaderOf(step, d))
    expect(hand.dimensions().length).toBeGreaterThan(2)
    expect(leaders.map((d) => d.formula)).toEqual(['4'])
    hand.sheet.set({ editing: { kind: 'old', id: leaders[0]!.id } })
    expect(hand.sheet.enter('7')).toBe(true)
    expect(area(hand)).toBeCloseTo(80 * 14, 4)
    for (const [i, place] of original().entries())
      for (const [k, x] of place.entries()) expect(x).toBeCloseTo(before[i]![k]!, 7)
    // Without the first the others keep the figure.
    hand.sheet.remove([leaders[0]!.id])
    const left = hand.dimensions().filter((d) => !leaderOf(hand.sheet.model().step, d))
    expect(left.map((d) => d.formula)).toEqual(['7'])
    expect(hand.sheet.model().faults.size).toBe(0)
    expect(area(hand)).toBeCloseTo(80 * 14, 4)
  })
  it('mirror, repeat and move', () => {
    const hand = handOn()
    hand.sheet.take('circle')
    hand.click(30, 20, { plain: true })
    hand.click(37, 20, { plain: true })
    const [ring] = hand.entities('circle')
    expect(make(hand, 'mirror', [ring!.id], {}, { axis: 'up-axis', linked: 'yes' })).toBe(true)
    expect(hand.entities('circle')).toHaveLength(2)
    expect(hand.loose()).toBe(3)
    expect(
      make(
        hand,
        'repeat',
        [ring!.id],
        { count: [4, '4'], angle: [2 * Math.PI, '360'] },
        { how: 'round', about: 'origin' },
      ),
    ).toBe(true)
    expect(hand.entities('circle')).toHaveLength(5)
    expect(make(hand, 'repeat', [ring!.id], { count: [1, '1'] }, { how: 'row' })).toBe(false)
    expect(
      make(
        hand,
        'move',
        [hand.entities('circle')[4]!.id],
        { across: [10, '10'], up: [0, '0'] },
        { how: 'shift' },
      ),
    ).toBe(true)
    expect(make(hand, 'move', [ring!.id], { factor: [-1, '-1'] }, { how: 'scale' })).toBe(false)
    expect(hand.said()).toContain('more than 0')
  })
  it('scaling scales the sizes with it, named ones by a formula', () => {
    const hand = handOn()
    drawBox(hand)
    hand.session.run(
      addValue,
      { value: { id: 'v1', name: 'wide', dimension: 'length', formula: '80' } },
      { label: 'Value' },
    )
    hand.dimension(BELOW, 'wide')
    hand.dimension(RIGHT, '50')
    expect(make(hand, 'move', lines(hand), { factor: [2, '2'] }, { how: 'scale', about: 'origin' })).toBe(
      true,
    )
    expect(area(hand)).toBeCloseTo(4 * 4000, 4)
    expect(hand.dimensions().map((d) => d.formula)).toEqual(['(wide) * 2', '100'])
  })
})

describe('the view', () => {
  const v = { centre: [10, 20] as const, scale: 4, width: 800, height: 500 }
  it('goes there and back, and keeps the place it zooms about', () => {
    expect(toSheet(v, toScreen(v, [33, -7]))).toEqual([expect.closeTo(33, 12), expect.closeTo(-7, 12)])
    const near = zoomed(v, 2, [200, 100])
    expect(toSheet(near, [200, 100])).toEqual(toSheet(v, [200, 100]).map((x) => expect.closeTo(x, 9)))
  })
  it('shows all that is drawn with its dimensions', () => {
    const hand = handOn(STARTERS.drawn.make('x'))
    drawBox(hand)
    hand.dimension(
      [
        [40, 0],
        [40, -60],
      ],
      '80',
    )
    const fitted = fitView(v, hand.sheet.model())
    for (const p of [
      [0, 0],
      [80, 50],
      [40, -60],
    ] as const) {
      const [x, y] = toScreen(fitted, p)
      expect(x).toBeGreaterThan(0)
      expect(x).toBeLessThan(800)
      expect(y).toBeGreaterThan(0)
      expect(y).toBeLessThan(500)
    }
  })
})

describe('a mirror that stays linked', () => {
  it.each(['up-axis', 'across-axis'] as const)(
    'in %s: nothing of it is dropped, and the twin follows a drag and a size',
    (axis) => {
      const hand = handOn()
      hand.sheet.take('chain')
      const at = (x: number, y: number): [number, number] => (axis === 'up-axis' ? [x, y] : [y, x])
      // From the axis out, round, and back to it.
      hand.click(...at(0, 40))
      hand.click(...at(30, 40), { plain: true })
      hand.key('a')
      hand.click(...at(42, 12), { plain: true })
      hand.key('l')
      hand.click(...at(0, -20), { plain: true })
      hand.key('Enter')
      hand.sheet.take('choose')
      const before = hand.loose()
      hand.sheet.choose(
        hand
          .entities()
          .filter((e) => e.kind !== 'point')
          .map((e) => e.id),
      )
      expect(make(hand, 'mirror', hand.sheet.store.getState().chosen, {}, { axis, linked: 'yes' })).toBe(true)
      expect(hand.loose()).toBeLessThanOrEqual(before)
      const chain = chainOf(hand.entities(), [])
      expect(chain.ok && [chain.value.links.length, chain.value.closed]).toEqual([6, true])
      const twins = (): boolean =>
        hand.constraints('symmetric').every((c) => {
          const [p, q] = c.kind === 'symmetric' ? [c.a, c.b].map((id) => hand.sheet.model().at(id)) : []
          const image = axis === 'up-axis' ? [-p![0], p![1]] : [p![0], -p![1]]
          return Math.hypot(image[0]! - q![0], image[1]! - q![1]) < 1e-5
        })
      expect(hand.constraints('symmetric').length).toBeGreaterThanOrEqual(3)
      expect(twins()).toBe(true)
      hand.drag(at(30, 40), at(36, 47))
      expect(twins()).toBe(true)
      expect(chainOf(hand.entities(), [])).toMatchObject({ ok: true, value: { closed: true } })
    },
  )
})

describe('a mirror that was drawn', () => {
  it('stays where it is while what is mirrored in it is pulled, and goes where it is pulled itself', () => {
    const hand = handOn()
    const put = (from: readonly [number, number], to: readonly [number, number]): void => {
      hand.sheet.take('chain')
      hand.click(...from, { plain: true })
      hand.click(...to, { plain: true })
      hand.key('Enter')
    }
    put([100, 60], [112, 160])
    put([40, 80], [60, 130])
    hand.sheet.take('choose')
    const [mirror, line] = hand.entities('line').map((e) => e.id)
    expect(make(hand, 'mirror', [line!, mirror!], {}, { axis: 'last', linked: 'yes' })).toBe(true)
    const ends = () =>
      hand
        .entities('line')
        .filter((e) => e.id === mirror)
        .flatMap((e) => (e.kind === 'line' ? [e.from, e.to] : []))
    const where = () => ends().map((id) => hand.sheet.model().at(id))
    const before = where()
    hand.drag([60, 130], [48, 141])
    where().forEach((p, i) => p.forEach((v, k) => expect(v).toBeCloseTo(before[i]![k]!, 6)))
    const [moved] = hand.entities('line').filter((e) => e.id === line)
    const to = moved?.kind === 'line' ? hand.sheet.model().at(moved.to) : [NaN, NaN]
    const start = hand.sheet.model().at(moved?.kind === 'line' ? moved.from : '')
    const far = Math.max(Math.hypot(to[0] - 60, to[1] - 130), Math.hypot(start[0] - 60, start[1] - 130))
    expect(far).toBeGreaterThan(5)
  })
})

describe('what waits for yes or no', () => {
  const waiting = (): Hand => {
    const hand = handOn()
    hand.sheet.take('chain')
    hand.click(100, 100, { plain: true })
    hand.click(160, 100, { plain: true })
    hand.key('Enter')
    hand.sheet.take('chain')
    hand.click(300, 300, { plain: true })
    hand.click(360, 310, { plain: true })
    hand.key('Enter')
    hand.sheet.take('choose')
    const [a, b] = hand.entities('line').map((e) => (e.kind === 'line' ? e.to : ''))
    hand.sheet.constrain({
      word: 'together',
      relations: [{ kind: 'coincident', a: a!, b: b! }],
      holds: false,
      there: false,
    })
    return hand
  }
  it('is not dropped by another tool, which says what is asked', () => {
    const hand = waiting()
    expect(pending(hand)).toMatchObject({ kind: 'far' })
    hand.sheet.take('circle')
    expect(pending(hand)).toMatchObject({ kind: 'far' })
    expect(hand.sheet.store.getState()).toMatchObject({
      tool: 'choose',
      said: expect.stringMatching(/^First accept or refuse/) as string,
    })
  })
  it('is not done to a sheet that was changed since, and nothing drawn meanwhile is lost', () => {
    const hand = waiting()
    expect(pending(hand)).toMatchObject({ kind: 'far' })
    const lines = hand.entities('line').length
    hand.sheet.session.undo()
    expect(hand.entities('line').length).toBeLessThan(lines)
    hand.sheet.acceptPending()
    expect(hand.entities('line').length).toBeLessThan(lines)
    expect(hand.sheet.store.getState().said).toMatch(/was changed since/)
  })
})

describe('the view of the sheet', () => {
  it('never loses what is drawn, however far it is moved or brought away', () => {
    const hand = handOn()
    drawBox(hand)
    const model = hand.sheet.model()
    const view = { centre: [40, 25] as const, scale: 5, width: 800, height: 500 }
    expect(keptInView(view, model)).toBe(view)
    for (const [dx, dy] of [
      [9000, 0],
      [-9000, 0],
      [0, 9000],
      [-9000, -9000],
    ] as const) {
      const kept = keptInView(panned(view, dx, dy), model)
      const corners = [
        [0, 0],
        [80, 50],
      ].map((p) => toScreen(kept, p as [number, number]))
      // Some of the box is on the surface still.
      expect(Math.max(...corners.map((c) => c[0]))).toBeGreaterThanOrEqual(39)
      expect(Math.min(...corners.map((c) => c[0]))).toBeLessThanOrEqual(761)
      expect(Math.max(...corners.map((c) => c[1]))).toBeGreaterThanOrEqual(39)
      expect(Math.min(...corners.map((c) => c[1]))).toBeLessThanOrEqual(461)
    }
    // And it is shown no smaller than can be seen.
    const small = keptInView(zoomed(view, 1e-6, [0, 0]), model)
    expect(small.scale * 80).toBeGreaterThanOrEqual(39)
    // Nearer is free, about a place on it.
    const near = zoomed(view, 50, toScreen(view, [0, 0]))
    expect(keptInView(near, model)).toBe(near)
  })
})
