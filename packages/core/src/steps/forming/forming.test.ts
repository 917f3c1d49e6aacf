import { describe, expect, it } from 'vitest'
import { codesOf, evaluated } from '../../../testing/parts.ts'
import { bendEntry, type BendTableStep } from '../bend-table/typed.ts'
import {
  freshStep,
  partOnPath,
  readPartText,
  STARTERS,
  writePart,
  type Part,
  type Step,
  makeChange,
  reversePath,
  setFormula,
} from '../../recipe/index.ts'
import { nodeEntry } from '../node-path/typed.ts'
import type { BlankStep } from '../blank/typed.ts'
import type { FormingStep } from './typed.ts'
import { changeBlank } from '../blank/commands.ts'
import { changeForming } from './commands.ts'
import { barBody } from './bar-body.ts'
import { type FormingGiven, sprungRadius, zonesOf } from '../../forming/index.ts'
import { deg, rad } from '../../num/index.ts'
import { meshVolume, vec3, type Vec3 } from '../../space/index.ts'

/** A change that must be taken. */
const done = (r: { ok: true; value: Part } | { ok: false; fault: unknown }): Part => {
  if (!r.ok) throw new Error(JSON.stringify(r.fault))
  return r.value
}
const withForming = (part: Part, change: (step: FormingStep) => FormingStep = (s) => s): Part => {
  const made = freshStep(part, 'forming', { id: 'forming' })
  if (!made.ok) throw new Error(made.fault.message)
  return { ...part, steps: [...part.steps, change(made.value)] }
}
const bent = (part: Part): FormingGiven => {
  const result = evaluated(part)
  const found = result.steps.find((s) => s.id === 'forming')!
  if (found.state !== 'good') throw new Error(JSON.stringify(found.findings))
  return found.output!.forming!
}
const formingFindings = (part: Part) => evaluated(part).steps.find((s) => s.id === 'forming')!.findings
const stepIn = <S extends Step>(part: Part, id: string): S => part.steps.find((s) => s.id === id) as S

/** Bends of a tube 20 x 2, and whatever straights. */
const onTable = (rows: readonly (readonly [string, string, string, string])[], last: string): Part => {
  const made = freshStep(STARTERS.drawn.make('T'), 'bend-table', { id: 'path' })
  if (!made.ok) throw new Error(made.fault.message)
  const path: BendTableStep = {
    ...made.value,
    rows: rows.map(([l, r, a, R], i) => bendEntry(`b${i + 1}`, l, r, a, R)),
    last,
  }
  return partOnPath('T', path, {
    name: 'Tube',
    shape: 'tube',
    sizes: { diameter: '20', wall: '2' },
    material: { name: 'Aluminium', density: '2.7 g/cm3', look: 'aluminium' },
  })
}
const hoop = STARTERS.hoop.make('Hoop')
const plain = withForming(hoop)
const twoBends = withForming(
  onTable(
    [
      ['100', '0', '90', '60'],
      ['80', '120', '60', '60'],
    ],
    '100',
  ),
)

describe('the neutral line of a blank', () => {
  const developed = (part: Part): number =>
    evaluated(part).steps.find((s) => s.id === 'blank')!.output!.blank!.developed.length
  it('goes by the ratio of radius to depth', () => {
    const shares = [
      { id: 's1', ratio: '1', share: '0.4' },
      { id: 's2', ratio: '3', share: '0.5' },
    ]
    const part = done(changeBlank(hoop, { step: 'blank', choices: { shares } }))
    // Radius 40 of a tube of 20: ratio 2, share 0.45, so the neutral radius is 40 - 0.05 * 20.
    expect(developed(part)).toBeCloseTo(160 + 220 + 160 + Math.PI * 39, 9)
    const own = done(changeBlank(part, { step: 'blank', choices: { each: [{ bend: 'n3', share: '0.5' }] } }))
    expect(developed(own)).toBeCloseTo(540 + (Math.PI / 2) * (39 + 40), 9)
    // Travelled the other way the bend keeps its share.
    const back = done(reversePath(own, { step: 'path' }))
    expect(developed(back)).toBeCloseTo(developed(own), 9)
  })
  it('lies inside the section, once for each ratio', () => {
    const shares = (share: string, ratio = '3') =>
      done(
        changeBlank(hoop, {
          step: 'blank',
          choices: {
            shares: [
              { id: 's1', ratio: '1', share: '0.4' },
              { id: 's2', ratio, share },
            ],
          },
        }),
      )
    expect(codesOf(evaluated(shares('1.2')))).toContain('blank.neutral')
    expect(codesOf(evaluated(shares('0.5', '1')))).toContain('blank.ratio')
    expect(codesOf(evaluated(shares('0.5', '0')))).toContain('blank.ratio')
  })
  it('what is cut off after bending is sawn off with the bar and told apart', () => {
    const part = done(changeBlank(hoop, { step: 'blank', choices: { cutOff: { start: '0', end: '35' } } }))
    const given = evaluated(part).steps.find((s) => s.id === 'blank')!.output!.blank!
    const before = evaluated(hoop).steps.find((s) => s.id === 'blank')!.output!.blank!
    expect(given.cutOff).toEqual({ start: 0, end: 35 })
    expect(given.cut - before.cut).toBeCloseTo(35, 9)
    expect(bent(withForming(part)).bar.last).toBeCloseTo(160 + 35, 9)
    const negative = done(setFormula(part, { step: 'blank', field: 'cutOff/end', formula: '-1' }))
    expect(codesOf(evaluated(negative))).toContain('blank.cutOff')
    const turned = done(reversePath(part, { step: 'path' }))
    expect(stepIn<BlankStep>(turned, 'blank').cutOff).toEqual({ start: '0', end: '35' })
    expect(bent(withForming(turned)).bar.last).toBeCloseTo(160 + 35, 9)
  })
  it('bends that are gone keep what was typed for them', () => {
    const part = done(
      changeBlank(hoop, { step: 'blank', choices: { each: [{ bend: 'gone', share: '0.4' }] } }),
    )
    expect(codesOf(evaluated(part))).toContain('blank.each')
  })
})

describe('forming', () => {
  it('needs a blank, and is read back as it was written', () => {
    expect(freshStep({ ...hoop, steps: hoop.steps.slice(0, 3) }, 'forming', { id: 'f' }).ok).toBe(false)
    const read = readPartText(writePart(plain))
    expect(read.ok && read.value).toEqual(plain)
  })
  it('sets angles as they are wanted without springback', () => {
    const { bends, program, bar } = bent(plain)
    expect(bends.map((b) => deg(b.set))).toEqual([90, 90].map((v) => expect.closeTo(v, 9)))
    expect(bends[0]!.effects.strain).toBeCloseTo(10 / 40, 9)
    expect(bends[0]!.effects.thinning).toBeCloseTo(10 / 50, 9)
    expect(program.moves.map((m) => m.feed)).toEqual([160, 220].map((v) => expect.closeTo(v, 9)))
    expect(zonesOf(bar)[1]!.from).toBeCloseTo(160 + Math.PI * 20 + 220, 9)
    // The bends of a hoop lie in one plane, to one side.
    expect(program.turned).toBeCloseTo(0, 9)
  })
  it('springs back by the model, over the tool that gives the radius', () => {
    const part = done(changeForming(plain, { step: 'forming', choices: { springback: 'model' } }))
    const strong = done(setFormula(part, { step: 'forming', field: 'stock/strength', formula: '600' }))
    const { bends } = bent(strong)
    const springy = { strain: 600 / 200e3, depth: 20 }
    const inside = bends[0]!.tool - 10
    expect(sprungRadius(inside, springy)).toBeCloseTo(30, 9)
    expect(bends[0]!.set).toBeCloseTo((rad(90) * (30 + 10)) / (inside + 10), 9)
    // The neutral fibre keeps its length, which need not be the middle one.
    const inward = done(setFormula(strong, { step: 'blank', field: 'neutral', formula: '0.4' }))
    expect(bent(inward).bends[0]!.set).toBeCloseTo((rad(90) * (30 + 8)) / (inside + 8), 9)
    // Over a die of the wanted radius it comes out larger.
    const die = done(
      changeForming(strong, {
        step: 'forming',
        choices: {
          bender: { ...stepIn<FormingStep>(strong, 'forming').bender, dies: [{ id: 'd1', radius: '40' }] },
        },
      }),
    )
    const over = bent(die).bends[0]!
    expect(over.tool).toBeCloseTo(40, 9)
    expect(over.got).toBeCloseTo(sprungRadius(30, springy)! + 10, 9)
    const soft = done(setFormula(part, { step: 'forming', field: 'stock/strength', formula: '1e6' }))
    expect(
      codesOf(
        evaluated(
          done(
            changeForming(soft, {
              step: 'forming',
              choices: {
                bender: {
                  ...stepIn<FormingStep>(soft, 'forming').bender,
                  dies: [{ id: 'd1', radius: '40' }],
                },
              },
            }),
          ),
        ),
      ),
    ).toContain('forming.nothing-sets')
  })
  it('springs back by trial bends, and notes that there are none', () => {
    const none = done(changeForming(plain, { step: 'forming', choices: { springback: 'trials' } }))
    expect(codesOf(evaluated(none))).toContain('forming.no-trials')
    const trials = [
      { id: 't1', radius: '40', set: '32', got: '30' },
      { id: 't2', radius: '40', set: '62.5', got: '60' },
      { id: 't3', radius: '40', set: '93', got: '90' },
    ]
    const part = done(changeForming(none, { step: 'forming', choices: { trials } }))
    // set - got = 2, 2.5, 3 over 30, 60, 90: a 60th of the angle and 1.5 degrees.
    const { bends, fit } = bent(part)
    expect(deg(fit!.offset)).toBeCloseTo(1.5, 9)
    expect(fit!.share).toBeCloseTo(1 / 60, 9)
    expect(deg(bends[0]!.set)).toBeCloseTo(93, 9)
    const wrong = done(setFormula(part, { step: 'forming', field: 'trials/t2/got', formula: '0' }))
    expect(formingFindings(wrong)).toMatchObject([{ code: 'forming.trial', field: 'trials/t2/got' }])
  })
  it('belongs to a run that can be bent, and to its own blank', () => {
    const other = freshStep(hoop, 'run', { id: 'other' })
    if (!other.ok) throw new Error(other.fault.message)
    const mixed = withForming({ ...hoop, steps: [...hoop.steps, other.value] }, (s) => ({
      ...s,
      run: 'other',
    }))
    expect(codesOf(evaluated(mixed))).toContain('forming.blank')
    const helix = STARTERS.hoop.make('T')
    const made = freshStep(helix, 'helix-path', { id: 'path' })
    if (!made.ok) throw new Error()
    const coil = withForming({ ...helix, steps: [made.value, ...helix.steps.slice(1)] })
    expect(codesOf(evaluated(coil))).toContain('forming.not-bendable')
  })
  it('keeps the end that is bent first when its path is travelled the other way', () => {
    const before = bent(twoBends)
    const turned = done(
      reversePath(twoBends, {
        step: 'path',
        begins: { at: [0, 0, 0], headingDeg: 0, riseDeg: 0, rollDeg: 0 },
      }),
    )
    expect(stepIn<FormingStep>(turned, 'forming').fromEnd).toBe(false)
    const after = bent(turned)
    expect(after.program.moves.map((m) => m.feed)).toEqual(
      before.program.moves.map((m) => expect.closeTo(m.feed, 6)),
    )
  })
  it('speeds are above 0 and sizes not below', () => {
    const set = (field: string, formula: string) =>
      formingFindings(done(setFormula(plain, { step: 'forming', field, formula })))
    expect(set('bender/feed', '0')).toMatchObject([{ code: 'forming.speed', field: 'bender/feed' }])
    expect(set('bender/bedWidth', '-1')).toMatchObject([{ field: 'bender/bedWidth' }])
    expect(set('stock/stiffness', '0')).toMatchObject([{ field: 'stock/stiffness' }])
    expect(set('stock/strain', '-0.1')).toMatchObject([{ field: 'stock/strain' }])
  })
  it('bends in the order that is asked for, and says when that is none', () => {
    const order = (numbers: readonly number[] | undefined) =>
      done(changeForming(twoBends, { step: 'forming', choices: { order: numbers } }))
    expect(bent(order([2, 1])).program.moves.map((m) => m.index)).toEqual([1, 0])
    const wrong = order([2, 2])
    expect(codesOf(evaluated(wrong))).toContain('forming.order')
    const cure = formingFindings(wrong)[0]!.cures[0]!
    expect(stepIn<FormingStep>(done(makeChange(wrong, cure.change)), 'forming').order).toBeUndefined()
  })
})

describe('the limits of stock and bender', () => {
  const limited = (part: Part, fields: Readonly<Record<string, string>>): Part =>
    Object.entries(fields).reduce(
      (p, [field, formula]) => done(setFormula(p, { step: 'forming', field, formula })),
      part,
    )
  /** Takes the first cure of a finding until there is none of its kind left; says how often. */
  const cured = (part: Part, code: string): { part: Part; cures: number } => {
    let cures = 0
    for (let p = part; cures < 9; cures++) {
      const finding = formingFindings(p).find((f) => f.code === code)
      if (!finding) return { part: p, cures }
      p = done(makeChange(p, finding.cures[0]!.change))
    }
    throw new Error('not cured')
  }

  it('the smallest radius, by node and by row', () => {
    const tight = limited(plain, { 'stock/smallest': '45' })
    const found = formingFindings(tight)
    expect(found.map((f) => f.code)).toEqual(['forming.radius', 'forming.radius'])
    expect(found[0]).toMatchObject({ severity: 'warns', node: 'n2', from: 160 })
    expect(found[0]!.message).toBe('Bend 1 has a radius of 40 mm; the smallest for this stock is 45 mm.')
    expect(cured(tight, 'forming.radius').cures).toBe(2)
    const rows = limited(twoBends, { 'stock/smallest': '75' })
    const { part } = cured(rows, 'forming.radius')
    expect(stepIn<BendTableStep>(part, 'path').rows.map((r) => r.radius)).toEqual(['75', '75'])
  })
  it('the stretch of the outside, the thinning of the wall, and how far out of round', () => {
    const strain = limited(plain, { 'stock/strain': '0.2' })
    expect(formingFindings(strain)[0]!.message).toBe(
      'Bend 1 stretches its outside by 25.0 %; the stock bears 20.0 %. A radius from 50 mm on would do.',
    )
    expect(cured(strain, 'forming.strain').cures).toBe(2)
    const thin = limited(plain, { 'stock/thinning': '0.16' })
    // 10 / (R + 10) at most 0.16.
    expect(formingFindings(thin)[0]!.message).toContain('A radius from 52.5 mm on would do.')
    expect(cured(thin, 'forming.thinning').cures).toBe(2)
    const oval = limited(plain, { 'stock/ovality': '0.04', 'stock/ovalityFactor': '0.05' })
    // 0.05 * 81 / (R * 2) at most 0.04.
    expect(formingFindings(oval)[0]!.message).toContain('A radius from 50.625 mm on would do.')
    expect(cured(oval, 'forming.ovality').cures).toBe(2)
  })
  it('a die for each radius; the larger one is also large enough for the stock', () => {
    const forming = stepIn<FormingStep>(plain, 'forming')
    const dies = ['30', '50', '70'].map((radius, i) => ({ id: `d${i}`, radius }))
    const part = done(
      changeForming(plain, { step: 'forming', choices: { bender: { ...forming.bender, dies } } }),
    )
    const [first] = formingFindings(part)
    expect(first!.message).toContain('for which there is no die; the nearest are 30 mm and 50 mm')
    expect(first!.cures.map((c) => c.label)).toEqual([
      'Use radius 30 mm at bend 1',
      'Use radius 50 mm at bend 1',
    ])
    const tight = limited(part, { 'stock/smallest': '45' })
    const small = formingFindings(tight).find((f) => f.code === 'forming.radius')!
    expect(small.cures[0]!.label).toBe('Use radius 50 mm at bend 1')
  })
  it('offers no lengthening after bends that touch and are one', () => {
    const nodes = [
      ['0', '0', ''],
      ['100', '0', '20'],
      ['100', '40', '20'],
      ['40', '40', ''],
    ].map(([x, y, r], i) => nodeEntry(`n${i + 1}`, x!, y!, '0', r!))
    const u = {
      ...hoop,
      steps: hoop.steps.map((s) => (s.kind === 'node-path' ? { ...s, nodes } : s)),
    }
    const short = limited(withForming(u), { 'bender/pressure': '90' })
    expect(formingFindings(short)).toMatchObject([{ code: 'forming.pressure', cures: [] }])
  })
  it('straights that hold, lengthened where they are typed', () => {
    const short = (p: Part) => limited(p, { 'bender/clamp': '230', 'bender/pressure': '170' })
    // Straights of 160, 220 and 160.
    const found = formingFindings(short(plain))
    expect(found.map((f) => f.message)).toEqual([
      'The straight before bend 1 is 160 mm; the clamp needs 230 mm.',
      'The straight before bend 2 is 220 mm; the clamp needs 230 mm.',
      'The straight after the last bend, bend 2, is 160 mm; the pressure die needs 170 mm.',
    ])
    const { part } = cured(cured(short(plain), 'forming.clamp').part, 'forming.pressure')
    expect(bent(part).straights).toEqual([230, 230, 170].map((v) => expect.closeTo(v, 6)))
    const typed = cured(cured(short(twoBends), 'forming.clamp').part, 'forming.pressure').part
    expect(stepIn<BendTableStep>(typed, 'path')).toMatchObject({
      rows: [{ length: '230' }, { length: '230' }],
      last: '170',
    })
  })
  it('from the other end the other straights are clamped', () => {
    const part = limited(
      withForming(
        onTable(
          [
            ['20', '0', '90', '60'],
            ['80', '0', '90', '60'],
          ],
          '100',
        ),
      ),
      { 'bender/clamp': '25', 'bender/pressure': '15' },
    )
    expect(formingFindings(part).map((f) => f.code)).toEqual(['forming.clamp'])
    const back = done(changeForming(part, { step: 'forming', choices: { fromEnd: true } }))
    expect(formingFindings(back)).toEqual([])
    const held = limited(back, { 'bender/pressure': '40' })
    expect(formingFindings(held)).toMatchObject([
      {
        code: 'forming.pressure',
        message: 'The straight after the last bend, bend 1, is 20 mm; the pressure die needs 40 mm.',
        from: 0,
        to: 20,
      },
    ])
    expect(stepIn<BendTableStep>(cured(held, 'forming.pressure').part, 'path').rows[0]!.length).toBe('40')
  })
  it('the angle, after springback, in two bends', () => {
    const part = limited(twoBends, { 'bender/mostAngle': '75' })
    expect(formingFindings(part).map((f) => f.message)).toEqual([
      'Bend 1 is bent to 90.0°; the bender goes to 75.0°. Two bends would do.',
    ])
    const split = done(makeChange(part, formingFindings(part)[0]!.cures[0]!.change))
    expect(stepIn<BendTableStep>(split, 'path').rows.map((r) => [r.length, r.angle])).toEqual([
      ['100', '45'],
      ['0', '45'],
      ['80', '60'],
    ])
  })
  it('the longest first straight, from the other end', () => {
    const part = limited(withForming(onTable([['400', '0', '90', '60']], '100')), {
      'bender/mostFirst': '300',
    })
    const [found] = formingFindings(part)
    expect(found!.message).toBe(
      'The straight before the first bend is 400 mm long; the bender takes 300 mm at most.',
    )
    expect(formingFindings(done(makeChange(part, found!.cures[0]!.change)))).toEqual([])
  })
})

describe('collisions while it is bent', () => {
  // A long leg that is turned down onto the floor, and not when it is bent last.
  const long = withForming(
    onTable(
      [
        ['900', '0', '90', '60'],
        ['80', '90', '90', '60'],
      ],
      '120',
    ),
    (s) => ({ ...s, bender: { ...s.bender, floorDepth: '700 mm' } }),
  )
  it('are told, and cured by bending from the other end where that helps', () => {
    const found = formingFindings(long)
    expect(found.map((f) => f.code)).toContain('forming.clash')
    expect(found[0]!.message).toMatch(
      /^Turned for bend 2 by \d+\.\d°, the straight before bend 1 runs into the (floor|bed); it is .* deep at \d+\.\d°\.$/,
    )
    expect(found[0]!.cures.map((c) => c.label)).toEqual(['Bend from the end'])
    const back = done(makeChange(long, found[0]!.cures[0]!.change))
    expect(formingFindings(back)).toEqual([])
    expect(bent(back).clashes).toEqual([])
  })
})

describe('the bar as it is drawn', () => {
  /** Corners of the section at the first ring of a run's mesh and at its last. */
  const ends = (positions: Float32Array, around: number, rings: number): Vec3[] =>
    [0, rings - 1].flatMap((r) =>
      Array.from({ length: around }, (_, i): Vec3 => {
        const at = (r * around + i) * 3
        return [positions[at]!, positions[at + 1]!, positions[at + 2]!]
      }),
    )
  it('is the part in the end, its section lying as it does there, from either end and flipped', () => {
    const flat = onTable(
      [
        ['70', '0', '90', '40'],
        ['60', '75', '60', '40'],
        ['50', '-130', '110', '40'],
      ],
      '90',
    )
    const bar: Part = {
      ...flat,
      steps: flat.steps.map((s) =>
        s.kind === 'stock-profile'
          ? { ...s, shape: 'angle', sizes: { width: '12', height: '8', thickness: '2', root: '0' } }
          : s.kind === 'run'
            ? { ...s, clock: '20' }
            : s,
      ),
    }
    for (const fromEnd of [false, true])
      for (const bothHands of [false, true]) {
        const part = withForming(bar, (s) => ({ ...s, fromEnd, bender: { ...s.bender, bothHands } }))
        const steps = evaluated(part).steps
        const { carried, bodies } = steps.find((s) => s.id === 'run')!.output!
        const own = bodies![0]!
        const { forming } = steps.find((s) => s.id === 'forming')!.output!
        const body = barBody(forming!, carried!, own, undefined)
        const around = carried!.outline.x.length
        const [a, b] = [body, own].map(({ mesh: { positions } }) =>
          ends(positions, around, positions.length / 3 / around - 2),
        ) as [Vec3[], Vec3[]]
        for (let i = 0; i < a.length; i++)
          for (let j = 0; j < i; j++)
            expect(vec3.distance(a[i]!, a[j]!)).toBeCloseTo(vec3.distance(b[i]!, b[j]!), 2)
        expect(meshVolume(body.mesh) / meshVolume(own.mesh)).toBeCloseTo(1, 2)
      }
  })
})
