import { describe, expect, it } from 'vitest'
import { emptyPart, type Part, type Step } from '@flexum/core/recipe'
import { areaOf, bodiesOf } from '@flexum/core/recipe/evaluated'
import { cutAreaOf } from '../measure/cut-area.ts'
import { facesOfBody } from '../topology/faces.ts'
import { planeSquareTo, sliceMesh, type Vec3 } from '@flexum/core/space'
import { gaussRule } from '../../num/index.ts'
import { blockStep, extrudedStep, revolvedStep } from '../../../testing/bodies.ts'
import { randomOf, type Random } from '../../../testing/fuzz/random.ts'
import { barOn, helix, throughNodes, withRun } from '../../../testing/parts.ts'
import { roundAt } from '../../../testing/sketches.ts'
import { bodyTrial } from '../../../testing/trial.ts'

/** Random bodies that are tried; more with `BODIES=2000`. */
const BODIES = Number(process.env['BODIES'] ?? 300)

const { evaluator } = bodyTrial()

/** What a body should come to, by a closed form or a quadrature of its own. */
interface Exact {
  readonly area: number
  readonly volume: number
}

interface Told {
  readonly area: { readonly value: number; readonly error: number }
  readonly volume: { readonly value: number; readonly error: number }
}

function told(steps: readonly Step[], chordError?: number): Told | string {
  const part: Part = { ...emptyPart('Trial'), steps }
  const result = evaluator.evaluate(part, {
    areas: true,
    ...(chordError === undefined ? {} : { chordError }),
  })
  const block = result.findings.find((f) => f.severity === 'blocks')
  if (block) return block.message
  const [body] = bodiesOf(result)
  return { area: areaOf(result)!, volume: { value: body!.figures.volume, error: body!.figures.volumeBound } }
}

/** What is wrong with told figures: off by more than is told, or told too widely. */
function wrongWith(is: Told | string, exact: Exact, share: number): string | undefined {
  if (typeof is === 'string') return is
  for (const figure of ['area', 'volume'] as const) {
    const { value, error } = is[figure]
    const off = Math.abs(value - exact[figure])
    if (!(off <= error)) return `${figure} ${value} ± ${error} is ${exact[figure]}`
    if (!(error <= share * exact[figure])) return `${figure} ${value} is told within ${error}`
  }
  return undefined
}

/** An integral by Gauss's rule of 60 places. */
function integral(f: (x: number) => number, from: number, to: number): number {
  const { nodes, weights } = gaussRule(60)
  return nodes.reduce(
    (sum, x, i) => sum + ((weights[i]! * (to - from)) / 2) * f((from + to) / 2 + ((to - from) / 2) * x),
    0,
  )
}

const text = (v: number): string => String(v)
const cylinder = (
  id: string,
  axis: 'x' | 'y' | 'z',
  diameter: number,
  from: number,
  height: number,
  more = {},
) =>
  blockStep(id, {
    shape: 'cylinder',
    axis,
    [axis]: text(from),
    diameter: text(diameter),
    height: text(height),
    ...more,
  })

/** A rod along Y with a groove turned round it: a circle of radius b about a place at A from the axis. */
function grooved(R: number, h: number, A: number, b: number): { steps: Step[]; exact: Exact } {
  const steps = [
    cylinder('rod', 'y', 2 * R, -h / 2, h),
    roundAt('ring', A, 0, b),
    revolvedStep('groove', 'ring', { does: { kind: 'cuts', with: ['rod'] } }),
  ]
  const inward = Math.acos((R - A) / b)
  const half = b * Math.sin(inward)
  const wall = 2 * Math.PI * b * (2 * A * (Math.PI - inward) - 2 * b * Math.sin(inward))
  // By height z = b sin a, so that the ends of the cut are smooth.
  const most = Math.asin(Math.min(1, half / b))
  const cap = (z: number): number => {
    const w = Math.sqrt(Math.max(0, b * b - z * z))
    const out = Math.min(R, A + w)
    return Math.PI * (out * out - (A - w) ** 2)
  }
  const beyond =
    A > R
      ? 2 * integral((a) => cap(b * Math.sin(a)) * b * Math.cos(a), 0, most)
      : 2 *
        (integral((a) => cap(b * Math.sin(a)) * b * Math.cos(a), 0, most) +
          integral((a) => cap(b * Math.sin(a)) * b * Math.cos(a), most, Math.PI / 2))
  const exact = {
    area: 2 * Math.PI * R * (R + h) - 2 * Math.PI * R * 2 * half + wall,
    volume: Math.PI * R * R * h - beyond,
  }
  return { steps, exact }
}

/** A rod along Y with a bore of radius r across it, along Z. */
function bored(R: number, h: number, r: number): { steps: Step[]; exact: Exact } {
  const steps = [
    cylinder('rod', 'y', 2 * R, -h / 2, h),
    cylinder('bore', 'z', 2 * r, -2 * R, 4 * R, { does: { kind: 'cuts', with: ['rod'] } }),
  ]
  // sin phi = (r / R) sin a.
  const k = r / R
  const opening =
    2 *
    integral(
      (a) => (2 * r * Math.cos(a) * R * k * Math.cos(a)) / Math.sqrt(1 - (k * Math.sin(a)) ** 2),
      -Math.PI / 2,
      Math.PI / 2,
    )
  const wall = integral((a) => 2 * Math.sqrt(R * R - (r * Math.sin(a)) ** 2) * r, 0, 2 * Math.PI)
  const plug = integral(
    (a) => 2 * Math.sqrt(R * R - (r * Math.sin(a)) ** 2) * 2 * r * Math.cos(a) * r * Math.cos(a),
    -Math.PI / 2,
    Math.PI / 2,
  )
  return {
    steps,
    exact: {
      area: 2 * Math.PI * R * (R + h) - opening + wall,
      volume: Math.PI * R * R * h - plug,
    },
  }
}

/** A tube: a rod with a bore along it. */
function tube(R: number, h: number, r: number): { steps: Step[]; exact: Exact } {
  const steps = [
    cylinder('rod', 'x', 2 * R, 0, h),
    cylinder('bore', 'x', 2 * r, -1, h + 2, { does: { kind: 'cuts', with: ['rod'] } }),
  ]
  const end = Math.PI * (R * R - r * r)
  return { steps, exact: { area: 2 * end + 2 * Math.PI * (R + r) * h, volume: end * h } }
}

/** What two equal rods that cross have in common (Steinmetz). */
function crossed(r: number): { steps: Step[]; exact: Exact } {
  const steps = [
    cylinder('a', 'z', 2 * r, -2 * r, 4 * r),
    cylinder('b', 'x', 2 * r, -2 * r, 4 * r, { does: { kind: 'common', with: ['a'] } }),
  ]
  return { steps, exact: { area: 16 * r * r, volume: (16 * r ** 3) / 3 } }
}

describe('told figures of bodies of known faces', () => {
  it('hold where a rate of three meshes had lain near the right one by chance', () => {
    const cases = [
      bored(20, 60, 3),
      grooved(30, 80, 28, 6),
      grooved(67.38 / 2, 74.56, 67.38 / 2, 2.01),
      grooved(12, 40, 13, 4),
    ]
    for (const { steps, exact } of cases) expect(wrongWith(told(steps), exact, 1e-7)).toBeUndefined()
    expect((told(bored(20, 60, 3).steps) as Told).area.value).toBeCloseTo(10746.11, 2)
  })
  it(`hold for ${BODIES} random bodies with closed forms, and are told within a ten-millionth`, () => {
    const r: Random = randomOf(4711)
    const size = (from: number, to: number): number => Math.round(100 * (from + (to - from) * r.next())) / 100
    const wrong: string[] = []
    for (let i = 0; i < BODIES; i++) {
      const R = size(5, 40)
      const h = size(1.2 * R, 4 * R)
      const made = [
        () => {
          const b = size(0.05 * R, 0.3 * R)
          return grooved(R, h, size(R - 0.7 * b, R + 0.7 * b), b)
        },
        () => bored(R, h, size(0.1 * R, 0.5 * R)),
        () => tube(R, h, size(0.1 * R, 0.95 * R)),
        () => crossed(R),
      ][i % 4]!()
      const fault = wrongWith(told(made.steps, R / 60), made.exact, 1e-7)
      if (fault) wrong.push(`${i}: ${fault}`)
    }
    expect(wrong).toEqual([])
  })
})

describe('bodies joined that touch on faces', () => {
  it('have no skin where they touch, round or flat: a ring, and its inside drawn by itself', () => {
    for (const inside of [22, 17.3, 9.99]) {
      const drawn = roundAt('outline', 0, 0, 30)
      const hole = { kind: 'circle', id: 'i', centre: 'm', radius: inside } as const
      const steps: Step[] = [
        { ...drawn, entities: [...drawn.entities, hole] },
        extrudedStep('ring', 'outline', { depth: '10' }),
        roundAt('disc', 0, 0, inside),
        extrudedStep('floor', 'disc', { depth: '4', does: { kind: 'joins', with: ['ring'] } }),
      ]
      const exact = {
        area: 2 * Math.PI * (900 + 300 + inside * 6),
        volume: Math.PI * (9000 - inside ** 2 * 6),
      }
      expect(wrongWith(told(steps), exact, 1e-7)).toBeUndefined()
      // Nothing of it is left to be picked.
      const [body] = bodiesOf(evaluator.evaluate({ ...emptyPart('Trial'), steps }))
      expect(facesOfBody(body!).faces.filter((f) => f.form.kind === 'cylinder')).toHaveLength(2)
    }
  })
})

describe('the area of a cut', () => {
  /** Of the one body of some steps, cut through a place square to a direction. */
  function cutOf(steps: readonly Step[], normal: Vec3, through: Vec3) {
    const [body] = bodiesOf(evaluator.evaluate({ ...emptyPart('Trial'), steps }))
    const plane = planeSquareTo(normal, through)
    return cutAreaOf(body!, plane, sliceMesh(body!.mesh, plane))
  }
  const expectCut = (is: ReturnType<typeof cutOf>, exact: number): void => {
    expect(Math.abs(is.value - exact)).toBeLessThanOrEqual(is.error)
    expect(is.error / exact).toBeLessThan(1e-7)
  }
  it('is that of the true faces, not of the facets that are drawn', () => {
    const rod = [cylinder('rod', 'z', 25, 0, 120)]
    expectCut(cutOf(rod, [1, 0, 0], [0, 0, 0]), 3000)
    expectCut(cutOf(rod, [0, 0, 1], [0, 0, 50]), Math.PI * 12.5 ** 2)
    // Beside the axis, and aslant: a rectangle and an ellipse.
    expectCut(cutOf(rod, [1, 0, 0], [7, 0, 0]), 120 * 2 * Math.sqrt(12.5 ** 2 - 49))
    expectCut(cutOf(rod, [0, 1, 1], [0, 0, 60]), Math.PI * 12.5 ** 2 * Math.SQRT2)
    const { steps } = tube(20, 60, 13)
    expectCut(cutOf(steps, [1, 0, 0], [30, 0, 0]), Math.PI * (400 - 169))
    expectCut(cutOf(steps, [0, 0, 1], [30, 0, 0]), 60 * 2 * 7)
  })
  it('of a ring is that of its two rounds, or of a ring level with it', () => {
    const ring = [roundAt('round', 30, 0, 6), revolvedStep('ring', 'round')]
    expectCut(cutOf(ring, [1, 0, 0], [0, 0, 0]), 2 * Math.PI * 36)
    const [out, inside] = [30 + Math.sqrt(36 - 4), 30 - Math.sqrt(36 - 4)]
    expectCut(cutOf(ring, [0, 1, 0], [0, 2, 0]), Math.PI * (out ** 2 - inside ** 2))
  })
  it('of a long coil along its axis is told all the same, by its mesh where it is too much to look over', () => {
    const turns = 150
    const coil = barOn(helix({ radius: '20', pitch: '6', turns: String(turns) }), 'round-bar', {
      diameter: '3',
    })
    const [body] = bodiesOf(evaluator.evaluate(coil, { chordError: 0.1 }))
    const plane = planeSquareTo([1, 0, 0], [0, 0, 0])
    const { value, error } = cutAreaOf(body!, plane, sliceMesh(body!.mesh, plane))
    // Two rounds a turn, hardly aslant: by the lead angle.
    const lead = Math.hypot(2 * Math.PI * 20, 6) / (2 * Math.PI * 20)
    const about = 2 * turns * Math.PI * 2.25 * lead
    expect(Math.abs(value - about)).toBeLessThan(error)
    expect(Math.abs(value / about - 1)).toBeLessThan(0.06)
  })
  it('of what was put together too, and nothing where it goes by', () => {
    const { steps } = bored(20, 60, 3)
    expectCut(cutOf(steps, [0, 1, 0], [0, 1, 0]), Math.PI * 400 - 2 * across(20, Math.sqrt(8)))
    expect(cutOf(steps, [0, 1, 0], [0, 31, 0]).value).toBe(0)
  })
})

/** Half the area of a circle between two lines at a distance on either side of its middle. */
const across = (R: number, half: number): number =>
  half * Math.sqrt(R * R - half * half) + R * R * Math.asin(half / R)

describe('told figures of runs by themselves', () => {
  const bar = (more: Parameters<typeof withRun>[1]): Part =>
    withRun(
      barOn(
        throughNodes([
          ['0', '0', '0'],
          ['300', '0', '0'],
        ]),
        'square-bar',
        { side: '12', corner: '0' },
      ),
      more,
    )
  it('the area of a square bar that twists is that of its helicoids, whichever mesh it has', () => {
    const part = bar({ twist: { kind: 'total', angle: '540' } })
    const result = evaluator.evaluate(part, { areas: true })
    const rate = (3 * Math.PI) / 300
    // Of a side at 6 from the axis: du x dv has the length sqrt(1 + (rate x)^2 + ...), by quadrature across.
    const side = integral((x) => Math.sqrt(1 + (rate * Math.hypot(6, x)) ** 2 - (rate * 6) ** 2), -6, 6) * 300
    const { value, error } = areaOf(result)!
    expect(Math.abs(value - (4 * side + 2 * 144))).toBeLessThan(error)
    expect(error / value).toBeLessThan(1e-6)
    expect(value).toBeCloseTo(14772.8, 1)
  })
})
