import { STEEL, revolvedStep } from '../../../testing/bodies.ts'
import { templateOf } from '@flexum/core/cutting'
import { emptyPart, type Part, type Step, apply, makeChange } from '@flexum/core/recipe'
import { bodiesOf, leadOf, volumeOf, type PartResult } from '@flexum/core/recipe/evaluated'
import type { BlankStep } from '../blank/typed.ts'
import { nodeEntry } from '../node-path/typed.ts'
import type { TrimStep } from './typed.ts'
import type { PlainBodyStep } from '../plain-body/typed.ts'
import type { RunStep } from '../run/typed.ts'
import type { StockProfileStep } from '../stock-profile/typed.ts'
import { listPieces } from '@flexum/core/report'
import { facesOfBody } from '../../solid/index.ts'
import { besideFace, isAddedTo, meetsRound, type End, type RoundForm } from '@flexum/core/solid'
import type { EndTrim } from '../../sweep/index.ts'
import { outlineAt, rectangleAt } from '../../../testing/sketches.ts'
import { blocks, bodyTrial } from '../../../testing/trial.ts'
import { describe, expect, it } from 'vitest'

const { evaluator, worked } = bodyTrial()

const post = (more: Partial<PlainBodyStep> = {}): PlainBodyStep => ({
  id: 'post',
  kind: 'plain-body',
  name: 'Post',
  aside: false,
  shape: 'cylinder',
  axis: 'z',
  x: '100',
  y: '0',
  z: '-50',
  wide: '40',
  deep: '40',
  diameter: '40',
  height: '100',
  material: STEEL,
  ...more,
})
/** A straight arm along x from 0, `length` long. */
const arm = (length: string, sizes: { diameter: string; wall?: string }): Step[] => [
  {
    id: 'path',
    kind: 'node-path',
    name: 'Line',
    aside: false,
    closed: false,
    nodes: [nodeEntry('n1', '0', '0', '0'), nodeEntry('n2', length, '0', '0')],
  },
  {
    id: 'bar',
    kind: 'stock-profile',
    name: 'Bar',
    aside: false,
    shape: sizes.wall === undefined ? 'round-bar' : 'tube',
    sizes: { diameter: sizes.diameter, ...(sizes.wall === undefined ? {} : { wall: sizes.wall }) },
    material: STEEL,
  } satisfies StockProfileStep,
  {
    id: 'arm',
    kind: 'run',
    name: 'Arm',
    aside: false,
    path: 'path',
    profile: 'bar',
    turning: 'square',
    anchor: 'centroid',
    clock: '0',
    flip: false,
  } satisfies RunStep,
]
const meeting = (more: Partial<TrimStep> = {}): TrimStep => ({
  id: 'fit',
  kind: 'meeting',
  name: 'Fit',
  aside: false,
  of: 'arm',
  side: 'end',
  to: { kind: 'body', body: 'post' },
  reach: 'outside',
  joined: false,
  keeps: [],
  ...more,
})
const metIn = (r: PartResult): EndTrim => r.steps.find((s) => s.id === 'fit')!.output!.trims![0]!
const bodyIn = (r: PartResult, id: string) => bodiesOf(r).find((b) => b.id === id)!

/** Volume of a round of radius r from 0 to the skin of a post of radius R whose axis crosses its own square at D, by quadrature. */
function coped(r: number, R: number, D: number): number {
  const n = 20_000
  let sum = 0
  for (let i = 0; i < n; i++) {
    const a = Math.PI * ((i + 0.5) / n - 0.5)
    const [y, w] = [r * Math.sin(a), r * Math.cos(a)]
    sum += (D - Math.sqrt(R * R - y * y)) * 2 * w * w * (Math.PI / n)
  }
  return sum
}

describe('ends that meet', () => {
  it('a bar that stops short of a post is run on to it: the sine cope, its longest and shortest line exact', () => {
    const r = worked(...arm('70', { diameter: '24' }), post(), meeting())
    expect(blocks(r)).toEqual([])
    const m = metIn(r)
    // Nearest on the axis plane, furthest at the sides: D - sqrt(R2 - r2 sin2).
    expect(m.gap).toBeCloseTo(10, 9)
    expect(m.shortest.along).toBeCloseTo(10, 9)
    expect(m.longest.along).toBeCloseTo(100 - Math.sqrt(400 - 144) - 70, 9)
    expect(m.length).toBeCloseTo(84, 9)
    const body = bodyIn(r, 'arm')
    expect(body.figures.volume / coped(12, 20, 100)).toBeCloseTo(1, 6)
    expect(body.figures.mass / (coped(12, 20, 100) * 8e-6)).toBeCloseTo(1, 6)
    // The post stays as it is.
    expect(bodyIn(r, 'post').figures.volume).toBeCloseTo(Math.PI * 400 * 100, 6)
  })
  it('the template of a cope is the sine curve of two tubes, and its pieces are as long as its lines', () => {
    const pieces: Step = {
      id: 'pieces',
      kind: 'pieces',
      name: 'Pieces',
      aside: false,
      run: 'arm',
      lies: 1,
      turned: false,
      hold: '0',
    }
    const r = worked(...arm('70', { diameter: '24' }), post(), meeting(), pieces)
    const [piece] = r.steps.find((s) => s.id === 'pieces')!.output!.cuts!.pieces
    expect([piece!.start.made, piece!.end.made]).toEqual(['square', 'coped'])
    const edge = 100 - Math.sqrt(400 - 144)
    expect(piece!.lengths).toMatchObject({
      long: expect.closeTo(edge, 6),
      longest: expect.closeTo(edge, 6),
      short: expect.closeTo(80, 6),
      shortest: expect.closeTo(80, 6),
    })
    const wrap = templateOf([], 70, piece!.start, piece!.end, 'end')
    expect(wrap.around).toBeCloseTo(24 * Math.PI, 1)
    expect([wrap.depth, wrap.at]).toEqual([expect.closeTo(edge - 80, 6), expect.closeTo(80, 6)])
    for (const { around, out } of wrap.line) {
      const side = 12 * Math.cos(around / 12)
      expect(out).toBeCloseTo(20 - Math.sqrt(400 - side * side), 1)
    }
    // What an order is sawn from says the same.
    const [listed] = listPieces(
      { ...emptyPart('Trial'), steps: [...arm('70', { diameter: '24' }), post(), meeting(), pieces] },
      r,
    ).pieces
    expect([listed!.length, listed!.right.made]).toEqual([expect.closeTo(edge, 6), 'coped'])
  })
  it('a bar that goes by a post in part is as long beside it as where it is cut furthest', () => {
    // Thicker than the post: the lines at its sides meet nothing.
    const r = worked(...arm('70', { diameter: '60' }), post(), meeting())
    const m = metIn(r)
    expect(r.findings.map((f) => f.code)).toContain('meeting.partly')
    expect(Math.max(...m.line.map((p) => p.along))).toBeCloseTo(m.longest.along, 6)
    const side = m.line.find((p) => Math.abs(p.at[0]) > 25)!
    expect(side.along).toBeCloseTo(m.longest.along, 6)
  })
  it('the bar to saw off is as long as it is then, rounded up at last, in what is told of the part too', () => {
    const blank: BlankStep = {
      id: 'blank',
      kind: 'blank',
      name: 'Blank',
      aside: false,
      run: 'arm',
      neutral: '0.5',
      startAllowance: '3',
      endAllowance: '0',
      roundUp: '0',
    }
    const steps = [...arm('70', { diameter: '24' }), post(), meeting(), blank]
    const part: Part = { ...emptyPart('Trial'), steps }
    const told = (p: Part) => leadOf(p, evaluator.evaluate(p)).blank!
    expect(told(part).cut).toBeCloseTo(87, 9)
    expect(told(part).fitted).toBeCloseTo(14, 9)
    // Asked again it is the very same, so that whoever shows it knows that nothing changed.
    const result = evaluator.evaluate(part)
    expect(leadOf(part, result).blank).toBe(leadOf(part, result).blank)
    expect(told(part).mass).toBeCloseTo(87 * Math.PI * 144 * 8e-6, 9)
    const rounded: Part = { ...part, steps: [...steps.slice(0, -1), { ...blank, roundUp: '5' }] }
    expect(told(rounded).cut).toBe(90)
    // Trimmed it is shorter; one that meets nothing is as it was.
    const long: Part = { ...part, steps: [...arm('200', { diameter: '24' }), post(), meeting(), blank] }
    expect(told(long).cut).toBeCloseTo(87, 9)
    const alone: Part = { ...part, steps: [...arm('70', { diameter: '24' }), post(), blank] }
    expect(told(alone)).toMatchObject({ cut: 73, fitted: 0 })
  })
  it('as wide as the post: the longest line only touches it', () => {
    const m = metIn(worked(...arm('70', { diameter: '40' }), post(), meeting()))
    expect(m.shortest.along).toBeCloseTo(10, 8)
    expect(m.longest.along).toBeCloseTo(30, 4)
  })
  it('a tube is coped inside too, and one that goes through is trimmed; what falls off is told and can be kept', () => {
    const tube = { diameter: '24', wall: '3' }
    const through = worked(...arm('150', tube), post(), meeting())
    const volume = coped(12, 20, 100) - coped(9, 20, 100)
    expect(bodyIn(through, 'arm').figures.volume / volume).toBeCloseTo(1, 6)
    const m = metIn(through)
    expect(m.longest.along).toBeCloseTo(84 - 150, 9)
    expect(m.leftovers).toHaveLength(1)
    const whole = Math.PI * (144 - 81) * 150
    expect(m.leftovers[0]).toMatchObject({ kept: false })
    const kept = worked(...arm('150', tube), post(), meeting({ keeps: [1] }))
    expect(metIn(kept).leftovers[0]!.kept).toBe(true)
    // Both pieces: the whole tube without what lies in the post, the same on both sides of its axis.
    const inPost = 2 * (Math.PI * (144 - 81) * 100 - volume)
    expect(bodyIn(kept, 'arm').figures.volume / (whole - inPost)).toBeCloseTo(1, 5)
  })
  it('joined to it they are one part: what both come to together, once', () => {
    const r = worked(...arm('70', { diameter: '24' }), post(), meeting({ joined: true }))
    expect(blocks(r)).toEqual([])
    expect(bodiesOf(r)).toHaveLength(1)
    expect(volumeOf(r)! / (Math.PI * 400 * 100 + coped(12, 20, 100))).toBeCloseTo(1, 6)
    const tube = worked(...arm('70', { diameter: '24', wall: '3' }), post(), meeting({ joined: true }))
    expect(volumeOf(tube)! / (Math.PI * 400 * 100 + coped(12, 20, 100) - coped(9, 20, 100))).toBeCloseTo(1, 6)
  })
  it('through the wall of a hollow post to its inside: the wall is part of the run, or of one with it, and its bore opens into it', () => {
    const bore = post({
      id: 'bore',
      name: 'Bore',
      diameter: '30',
      z: '-60',
      height: '120',
      does: { kind: 'cuts', with: ['post'] },
    })
    const inside = worked(...arm('70', { diameter: '24' }), post(), bore, meeting({ reach: 'inside' }))
    expect(blocks(inside)).toEqual([])
    expect(metIn(inside).longest.along).toBeCloseTo(100 - Math.sqrt(225 - 144) - 70, 9)
    expect(bodyIn(inside, 'arm').figures.volume / coped(12, 15, 100)).toBeCloseTo(1, 6)
    const tube = arm('70', { diameter: '24', wall: '3' })
    const one = worked(...tube, post(), bore, meeting({ reach: 'inside', joined: true }))
    const opening = coped(9, 15, 100) - coped(9, 20, 100)
    const both = Math.PI * (400 - 225) * 100 + coped(12, 20, 100) - coped(9, 20, 100) - opening
    expect(blocks(one)).toEqual([])
    expect(volumeOf(one)! / both).toBeCloseTo(1, 5)
  })
  it('to a flat face: cut in its plane, also where that leans', () => {
    const wall = post({ shape: 'block', axis: 'x', x: '80', z: '0', wide: '60', deep: '60', height: '20' })
    const face = { kind: 'face', on: { of: 'post', face: 'post/0/start' } } as const
    const r = worked(...arm('70', { diameter: '24' }), wall, meeting({ to: face }))
    expect(blocks(r)).toEqual([])
    expect(metIn(r)).toMatchObject({
      gap: expect.closeTo(10, 9) as number,
      length: expect.closeTo(80, 9) as number,
    })
    expect(bodyIn(r, 'arm').figures.volume / (Math.PI * 144 * 80)).toBeCloseTo(1, 7)
  })
  it('after a bend the end goes on straight; the start is led on as the end is', () => {
    const bent: Step[] = arm('70', { diameter: '10' }).map((s) =>
      s.kind === 'node-path'
        ? {
            ...s,
            nodes: [
              nodeEntry('n1', '30', '0', '0'),
              nodeEntry('n2', '0', '0', '0', '30'),
              nodeEntry('n3', '0', '30', '0'),
            ],
          }
        : s,
    )
    const beam = post({ axis: 'x', x: '-50', y: '60', z: '0', diameter: '20' })
    const r = worked(...bent, beam, meeting())
    expect(blocks(r)).toEqual([])
    expect(metIn(r).gap).toBeCloseTo(20, 9)
    const turn = (Math.PI / 2) * 30
    const straight = coped(5, 10, 30)
    expect(bodyIn(r, 'arm').figures.volume / (Math.PI * 25 * turn + straight)).toBeCloseTo(1, 5)
    const first = worked(...bent, post({ x: '60', diameter: '20' }), meeting({ side: 'start' }))
    expect(metIn(first).gap).toBeCloseTo(20, 9)
    expect(bodyIn(first, 'arm').figures.volume / (Math.PI * 25 * turn + straight)).toBeCloseTo(1, 5)
  })
  it('what cannot meet is told: it goes by, it is not hollow, it is the run itself', () => {
    const by = worked(...arm('70', { diameter: '24' }), post({ y: '80' }), meeting())
    expect(blocks(by)).toEqual(['meeting.misses'])
    expect(by.findings.find((f) => f.code === 'meeting.misses')!.message).toContain('"Post"')
    const solid = worked(...arm('70', { diameter: '24' }), post(), meeting({ reach: 'inside' }))
    expect(blocks(solid)).toEqual(['meeting.solid'])
    const half = worked(...arm('70', { diameter: '24' }), post({ y: '20' }), meeting())
    expect(half.findings.map((f) => f.code)).toContain('meeting.partly')
    const self = worked(...arm('70', { diameter: '24' }), meeting({ to: { kind: 'body', body: 'arm' } }))
    expect(blocks(self)).toEqual(['meeting.itself'])
  })
  it('both ends are joined to one body, one after the other: a bail on its front', () => {
    const bail = arm('0', { diameter: '8' }).map((s) =>
      s.kind === 'node-path'
        ? {
            ...s,
            nodes: [
              nodeEntry('n1', '-40', '0', '0'),
              nodeEntry('n2', '-40', '0', '30', '15'),
              nodeEntry('n3', '40', '0', '30', '15'),
              nodeEntry('n4', '40', '0', '0'),
            ],
          }
        : s,
    )
    const front = post({ shape: 'block', x: '0', y: '0', z: '-23', wide: '140', deep: '60', height: '20' })
    const near = meeting({ id: 'near', side: 'start', joined: true })
    // Joined with one end, it is still found that the other stops short.
    const aims = worked(...bail, front, near).findings.filter((f) => f.code === 'fit.aims')
    expect(aims.map((f) => f.message)).toEqual([
      'The end of "Arm" stops 3 mm short of "Post", at which it plainly aims.',
    ])
    const r = worked(...bail, front, near, meeting({ joined: true }))
    expect(blocks(r)).toEqual([])
    expect(metIn(r).gap).toBeCloseTo(3, 9)
    const length = 15 + 50 + 15 + Math.PI * 15 + 6
    expect(volumeOf(r)! / (140 * 60 * 20 + Math.PI * 16 * length)).toBeCloseTo(1, 6)
    // Of two materials each weighs its own.
    const wooden = { ...front, material: { name: 'Ash', density: '0.7 g/cm3', look: 'wood' } } as const
    const both = worked(...bail, wooden, near, meeting({ joined: true }))
    const kg = 140 * 60 * 20 * 0.7e-6 + Math.PI * 16 * length * 8e-6
    expect(bodiesOf(both)[0]!.figures.mass / kg).toBeCloseTo(1, 6)
  })
})

describe('a picked round face', () => {
  const toFace = (of: string, face: string, more: Partial<TrimStep> = {}) =>
    meeting({ to: { kind: 'face', on: { of, face } }, ...more })
  /** The face of a kind of surface, by its name. */
  const faceOf = (kind: string, ...steps: Step[]): string =>
    facesOfBody(bodiesOf(worked(...steps))[0]!).faces.find((f) => f.form.kind === kind)!.name
  it('is met as far as its surface would go on, beyond the body too', () => {
    // The post ends half way up the bar.
    const short = post({ height: '50' })
    const side = faceOf('cylinder', short)
    const r = worked(...arm('70', { diameter: '24' }), short, toFace('post', side))
    expect(blocks(r)).toEqual([])
    expect(r.findings.map((f) => f.code)).not.toContain('meeting.partly')
    expect(metIn(r).shortest.along).toBeCloseTo(10, 9)
    expect(metIn(r).longest.along).toBeCloseTo(100 - Math.sqrt(400 - 144) - 70, 9)
    expect(bodyIn(r, 'arm').figures.volume / coped(12, 20, 100)).toBeCloseTo(1, 6)
    // One that goes through it is trimmed, and what lies behind falls off.
    const through = worked(...arm('200', { diameter: '24' }), short, toFace('post', side))
    expect(metIn(through).leftovers).toHaveLength(1)
    expect(bodyIn(through, 'arm').figures.volume / coped(12, 20, 100)).toBeCloseTo(1, 6)
  })
  it('that is hollow toward the end, as a bore is', () => {
    const plate = post({ shape: 'block', x: '0', wide: '80', deep: '80', z: '-20', height: '40' })
    const bore = post({ id: 'bore', x: '0', z: '-30', height: '60', does: { kind: 'cuts', with: ['post'] } })
    const wall = faceOf('cylinder', plate, bore)
    const r = worked(...arm('5', { diameter: '24' }), plate, bore, toFace('bore', wall))
    expect(blocks(r)).toEqual([])
    expect(metIn(r).longest.along).toBeCloseTo(15, 9)
    // From the axis to the wall: what the whole round is less what was left out to the wall of a post.
    expect(bodyIn(r, 'arm').figures.volume / (Math.PI * 144 * 100 - coped(12, 20, 100))).toBeCloseTo(1, 6)
  })
  it('a cone: each line to where its slope is', () => {
    const cone = [
      outlineAt('half', [
        [60, -40],
        [100, -40],
        [100, 60],
      ]),
      revolvedStep('hat', 'half', { axis: 'l1' }),
    ]
    const slope = faceOf('cone', ...cone)
    const r = worked(...arm('30', { diameter: '24' }), ...cone, toFace('hat', slope))
    expect(blocks(r)).toEqual([])
    const m = metIn(r)
    // About a line at x = 100, its radius falls from 40 at y = -40 to nothing at 60: at a height y it is 0.4 (60 - y).
    const reachAt = (y: number, z: number): number => 100 - Math.sqrt((0.4 * (60 - y)) ** 2 - z * z)
    let exact = 0
    const n = 600
    for (let i = 0; i < n; i++) {
      const y = -12 * Math.cos((Math.PI * (i + 0.5)) / n)
      const wide = Math.sqrt(144 - y * y)
      for (let k = 0; k < n; k++) {
        const z = wide * Math.sin(Math.PI * ((k + 0.5) / n - 0.5))
        exact +=
          reachAt(y, z) *
          ((12 * Math.PI) / n) *
          Math.sin((Math.PI * (i + 0.5)) / n) *
          wide *
          Math.cos(Math.PI * ((k + 0.5) / n - 0.5)) *
          (Math.PI / n)
      }
    }
    expect(bodyIn(r, 'arm').figures.volume / exact).toBeCloseTo(1, 5)
    expect(m.shortest.along).toBeCloseTo(100 - 0.4 * 72 - 30, 6)
  })
  it('a ball and a ring are met on their surface, where a line goes in', () => {
    const forms: RoundForm[] = [
      { kind: 'sphere', at: [50, 3, 4], radius: 25, out: 1 },
      { kind: 'torus', at: [60, 0, 0], axis: [0, 0, 1], radius: 30, small: 12, out: 1 },
      { kind: 'torus', at: [0, 0, 0], axis: [0, 0, 1], radius: 60, small: 12, out: 1 },
    ]
    const end: End = { at: [0, 0, 0], n: [0, 1, 0], b: [0, 0, 1], way: [1, 0, 0], straight: 0 }
    const firsts = forms.map((form) => {
      const along = meetsRound(end, form)([2, 5])!
      const { distance, normal } = besideFace(form, [along, 2, 5])
      expect(Math.abs(distance)).toBeLessThan(1e-9)
      expect(normal[0]).toBeLessThan(0)
      return along
    })
    expect(firsts[0]).toBeCloseTo(50 - Math.sqrt(625 - 1 - 1), 9)
    // From outside to the outer side of the near half of the ring; from its middle to the inner side.
    const tube = Math.sqrt(144 - 25)
    expect(firsts[1]).toBeCloseTo(60 - Math.sqrt((30 + tube) ** 2 - 4), 9)
    expect(firsts[2]).toBeCloseTo(Math.sqrt((60 - tube) ** 2 - 4), 9)
    expect(meetsRound(end, forms[0]!)([40, 0])).toBeUndefined()
  })
  it('of no known form is told', () => {
    const free = post()
    const r = worked(...arm('70', { diameter: '24' }), free, toFace('post', 'post/0/none'))
    expect(blocks(r)).toEqual(['picked.gone'])
  })
})

describe('one run after the other', () => {
  /** The arm again as another run, between two places. */
  const bar = (
    id: string,
    from: readonly [string, string, string],
    to: readonly [string, string, string],
  ): Step[] =>
    arm('0', { diameter: '8' }).map((s): Step => {
      if (s.kind === 'node-path')
        return { ...s, id: `${id}-path`, nodes: [nodeEntry(`${id}1`, ...from), nodeEntry(`${id}2`, ...to)] }
      if (s.kind === 'run') return { ...s, id, path: `${id}-path`, profile: `${id}-bar` }
      return { ...s, id: `${id}-bar` }
    })
  it('is joined to a turned vessel, which stays hollow', () => {
    const r = worked(
      rectangleAt('ring', 48, 0, 2, 100),
      revolvedStep('vessel', 'ring'),
      ...bar('left', ['-80', '50', '0'], ['-60', '50', '0']),
      ...bar('right', ['80', '50', '0'], ['60', '50', '0']),
      meeting({ id: 'one', of: 'left', to: { kind: 'body', body: 'vessel' }, joined: true }),
      meeting({ id: 'two', of: 'right', to: { kind: 'body', body: 'vessel' }, joined: true }),
    )
    expect(blocks(r)).toEqual([])
    const wall = Math.PI * (50 ** 2 - 48 ** 2) * 100
    expect(volumeOf(r)! / (wall + 2 * coped(4, 50, 80))).toBeCloseTo(1, 6)
    // What is drawn is the same body.
    expect(bodiesOf(r)[0]!.figures.meshVolume / volumeOf(r)!).toBeCloseTo(1, 3)
  })
  it('is joined to a run that was trimmed: what fell off stays off', () => {
    const r = worked(
      ...arm('200', { diameter: '24' }),
      post(),
      meeting(),
      ...bar('stay', ['40', '0', '60'], ['40', '0', '20']),
      meeting({ id: 'two', of: 'stay', to: { kind: 'body', body: 'arm' }, joined: true }),
    )
    expect(blocks(r)).toEqual([])
    const both = bodiesOf(r).find((b) => b.id === 'arm')!
    const exact = coped(12, 20, 100) + coped(4, 12, 60)
    expect(both.figures.volume / exact).toBeCloseTo(1, 5)
    expect(both.figures.meshVolume / exact).toBeCloseTo(1, 3)
  })
})

describe('the quick volume of an end that is led on', () => {
  it('is only asked for where the run is put to a body, not where it is cut out of one', () => {
    const swept = bodyIn(worked(...arm('70', { diameter: '24' })), 'arm').solid
    const other = bodyIn(worked(post()), 'post').solid
    expect(isAddedTo(swept, 'arm')).toBe(true)
    expect(isAddedTo({ kind: 'cut', of: { kind: 'joined', of: [other, swept] }, by: [other] }, 'arm')).toBe(
      true,
    )
    expect(isAddedTo({ kind: 'cut', of: other, by: [swept] }, 'arm')).toBe(false)
    expect(isAddedTo({ kind: 'cut', of: swept, by: [swept] }, 'arm')).toBe(false)
    expect(isAddedTo({ kind: 'common', of: [other, swept] }, 'arm')).toBe(false)
    expect(isAddedTo(other, 'arm')).toBe(false)
  })
})

describe('while something is dragged', () => {
  it('bodies are put together coarsely, about as heavy, and finely again after', () => {
    const steps = [...arm('70', { diameter: '24', wall: '3' }), post(), meeting({ joined: true })]
    const part: Part = { ...emptyPart('Trial'), steps }
    const fine = evaluator.evaluate(part)
    const rough = evaluator.evaluate(part, { rough: true })
    const [a, b] = [fine, rough].map((r) => bodiesOf(r)[0]!)
    expect(b!.mesh.tags.length).toBeLessThan(a!.mesh.tags.length)
    expect(Math.abs(b!.figures.volume - a!.figures.volume)).toBeLessThan(b!.figures.volumeBound)
    expect(bodiesOf(evaluator.evaluate(part))[0]).toBe(a)
  })
})

describe('an end that stops short of what it plainly aims at', () => {
  const aims = (r: PartResult) => r.findings.filter((f) => f.code === 'fit.aims')
  it('is a finding, and its cure lets it meet', () => {
    const steps = [...arm('77', { diameter: '24' }), post()]
    const [finding] = aims(worked(...steps))
    expect(finding!.message).toBe('The end of "Arm" stops 3 mm short of "Post", at which it plainly aims.')
    const part: Part = { ...emptyPart('Trial'), steps }
    const cured = apply(makeChange, part, finding!.cures[0]!.change)
    if (!cured.ok) throw new Error(cured.fault.message)
    const after = evaluator.evaluate(cured.value)
    expect(aims(after)).toEqual([])
    expect(after.steps.at(-1)!.output!.trims![0]!.gap).toBeCloseTo(3, 9)
  })
  it('is none where it is far, where it touches, where it goes by, where it meets already', () => {
    expect(aims(worked(...arm('50', { diameter: '24' }), post()))).toEqual([])
    expect(aims(worked(...arm('80', { diameter: '24' }), post()))).toEqual([])
    expect(aims(worked(...arm('77', { diameter: '24' }), post({ y: '35' })))).toEqual([])
    expect(aims(worked(...arm('77', { diameter: '24' }), post(), meeting()))).toEqual([])
  })
})
