import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import {
  arc2,
  curveLength,
  line2,
  nearestOn,
  pointAt,
  vec2,
  type Curve2,
  type Loop2,
  type Vec2,
} from '../plane/index.ts'
import {
  blurred,
  otsuThreshold,
  outlineFrom,
  ringsOf,
  traceOutlines,
  type GreyPicture,
  type TracedLoop,
} from './index.ts'

/** A repeatable noise, about normal, of standard deviation 1. */
function noiseFrom(seed: number): () => number {
  let state = seed >>> 0 || 1
  const next = (): number => {
    state = (Math.imul(state, 1664525) + 1013904223) >>> 0
    return state / 2 ** 32
  }
  return () => next() + next() + next() + next() - 2 + (next() + next() - 1)
}

const FINE = 4
/** A picture of closed loops, dark on light, each pixel by how much of it is covered (4 x 4 places), blurred and noisy. */
function drawn(
  loops: readonly Loop2[],
  width: number,
  height: number,
  o: { blur: number; noise: number; seed?: number },
): GreyPicture {
  const polygons = loops.map((loop) =>
    loop.flatMap((c) => {
      const steps = c.kind === 'line' ? 1 : Math.ceil(curveLength(c) * 2)
      return Array.from({ length: steps }, (_, i) => pointAt(c, i / steps))
    }),
  )
  const data = new Float32Array(width * height)
  for (let row = 0; row < height * FINE; row++) {
    const y = (row + 0.5) / FINE
    const cuts = polygons
      .flatMap((p) =>
        p.flatMap((a, i) => {
          const b = p[(i + 1) % p.length]!
          return a[1] <= y !== b[1] <= y ? [a[0] + ((y - a[1]) / (b[1] - a[1])) * (b[0] - a[0])] : []
        }),
      )
      .sort((a, b) => a - b)
    for (let k = 0; k + 1 < cuts.length; k += 2)
      for (let s = Math.ceil(cuts[k]! * FINE - 0.5); s <= cuts[k + 1]! * FINE - 0.5; s++) {
        const [x, at] = [Math.floor(s / FINE), Math.floor(row / FINE)]
        if (x >= 0 && x < width) data[at * width + x]! += 1 / (FINE * FINE)
      }
  }
  const noise = noiseFrom(o.seed ?? 7)
  const shade = blurred({ width, height, data: data.map((v) => 230 - 190 * v) }, o.blur)
  return { width, height, data: Float32Array.from(shade.data, (v) => v + o.noise * noise()) }
}

const traced = (p: GreyPicture, tolerance = 0.5): TracedLoop[] => {
  const calm = blurred(p, 1)
  return ringsOf(calm, otsuThreshold(calm), true, 40).flatMap(
    (r) => outlineFrom(r.points, { tolerance }) ?? [],
  )
}
/** Mean distance of places along the traced outline from the true one. */
const deviation = (t: TracedLoop, truth: Loop2): number => {
  let [sum, n] = [0, 0]
  for (const c of t.curves)
    for (let i = 0; i < 20; i++) {
      const p = pointAt(c, (i + 0.5) / 20)
      sum += Math.min(...truth.map((x) => nearestOn(x, p).distance))
      n++
    }
  return sum / n
}
const kinds = (t: TracedLoop): string => t.curves.map((c) => c.kind[0]).join('')
const cornersOff = (t: TracedLoop, corners: readonly Vec2[]): number[] =>
  corners.map((c) => Math.min(...t.curves.map((x) => vec2.distance(pointAt(x, 0), c))))

const polygon = (...points: Vec2[]): Curve2[] =>
  points.map((p, i) => line2(p, points[(i + 1) % points.length]!))
const ELL: Vec2[] = [
  [30.3, 20.7],
  [150.6, 20.7],
  [150.6, 55.2],
  [70.8, 55.2],
  [70.8, 130.4],
  [30.3, 130.4],
]
/** A box with round corners, and a slot: straights with arcs that run on. */
const rounded = (x: number, y: number, w: number, h: number, r: number): Curve2[] => [
  line2([x + r, y], [x + w - r, y]),
  arc2([x + w - r, y + r], r, -Math.PI / 2, Math.PI / 2),
  line2([x + w, y + r], [x + w, y + h - r]),
  arc2([x + w - r, y + h - r], r, 0, Math.PI / 2),
  line2([x + w - r, y + h], [x + r, y + h]),
  arc2([x + r, y + h - r], r, Math.PI / 2, Math.PI / 2),
  line2([x, y + h - r], [x, y + r]),
  arc2([x + r, y + r], r, Math.PI, Math.PI / 2),
]
/** A cove moulding: two edges, a hollow quarter. */
const COVE: Curve2[] = [
  line2([40, 130], [40, 30]),
  line2([40, 30], [58, 30]),
  arc2([140, 30], 82, Math.PI, -Math.PI / 2),
  line2([140, 112], [140, 130]),
  line2([140, 130], [40, 130]),
]

describe('outlines found in pictures', () => {
  it.each([
    ['sharp', 0, 0],
    ['blurred and noisy', 1.2, 6],
  ] as const)('%s: an L has its six corners within a pixel', (_, blur, noise) => {
    const [t] = traced(drawn([polygon(...ELL)], 180, 150, { blur, noise }))
    expect(kinds(t!)).toBe('llllll')
    expect(deviation(t!, polygon(...ELL))).toBeLessThan(0.5)
    for (const off of cornersOff(t!, ELL)) expect(off).toBeLessThan(1)
    expect(t!.smooth).toEqual(Array(6).fill(false))
  })
  it.each([
    ['sharp', 0, 0],
    ['blurred and noisy', 1, 5],
  ] as const)('%s: round corners are arcs of their radius that run on smoothly', (_, blur, noise) => {
    const truth = rounded(25.4, 20.2, 130, 100, 24)
    const [t] = traced(drawn([truth], 180, 150, { blur, noise }))
    expect(kinds(t!)).toMatch(/^(la){4}$|^(al){4}$/)
    for (const c of t!.curves) if (c.kind === 'arc') expect(Math.abs(c.radius - 24)).toBeLessThan(2)
    expect(deviation(t!, truth)).toBeLessThan(0.5)
    expect(t!.smooth.every(Boolean)).toBe(true)
  })
  it.each([
    ['sharp', 0, 0],
    ['blurred and noisy', 1, 5],
  ] as const)('%s: a cove is its hollow and four straights', (_, blur, noise) => {
    const [t] = traced(drawn([COVE], 180, 160, { blur, noise }))
    expect(kinds(t!).split('').toSorted().join('')).toBe('allll')
    const arc = t!.curves.find((c) => c.kind === 'arc')
    expect(arc?.kind === 'arc' && Math.abs(arc.radius - 82)).toBeLessThan(2)
    expect(deviation(t!, COVE)).toBeLessThan(0.5)
    for (const off of cornersOff(
      t!,
      COVE.map((c) => pointAt(c, 0)),
    ))
      expect(off).toBeLessThan(1.3)
  })
  it('a ring is two circles, the hole inside', () => {
    const truth = [[arc2([80, 75], 52.3, 0, 2 * Math.PI)], [arc2([80, 75], 30.6, 0, 2 * Math.PI)]]
    const p = drawn(truth, 160, 150, { blur: 1, noise: 5 })
    const found = traced(p)
    expect(found.map(kinds)).toEqual(['a', 'a'])
    found.forEach((t, i) => {
      const [c] = t.curves
      expect(c?.kind === 'arc' && Math.abs(c.radius - [52.3, 30.6][i]!)).toBeLessThan(0.5)
    })
    const calm = blurred(p, 1)
    expect(ringsOf(calm, otsuThreshold(calm), true, 40).map((r) => r.hole)).toEqual([false, true])
  })
  it('random boxes at any turn come back within half a pixel', () => {
    const box = fc.record({
      turn: fc.double({ min: 0, max: 1.5, noNaN: true }),
      w: fc.double({ min: 60, max: 110, noNaN: true }),
      h: fc.double({ min: 40, max: 70, noNaN: true }),
      seed: fc.integer({ min: 1, max: 1000 }),
    })
    fc.assert(
      fc.property(box, ({ turn, w, h, seed }) => {
        const corners = [
          [-w / 2, -h / 2],
          [w / 2, -h / 2],
          [w / 2, h / 2],
          [-w / 2, h / 2],
        ].map(([x, y]) => vec2.add([90, 85], vec2.turn([x!, y!], turn)))
        const [t] = traced(drawn([polygon(...corners)], 180, 170, { blur: 0.8, noise: 4, seed }))
        expect(kinds(t!)).toBe('llll')
        expect(deviation(t!, polygon(...corners))).toBeLessThan(0.5)
        for (const off of cornersOff(t!, corners)) expect(off).toBeLessThan(1)
      }),
      { numRuns: 12 },
    )
  })
  it('takes out specks, and light shapes on dark ground as well', () => {
    const truth = [polygon(...ELL), polygon([5, 5], [8, 5], [8, 8], [5, 8])]
    const p = drawn(truth, 180, 150, { blur: 0.8, noise: 4 })
    const { loops, threshold } = traceOutlines(p, { dark: true, tolerance: 0.5 })
    expect(loops.map(kinds)).toEqual(['llllll'])
    expect(threshold).toBeGreaterThan(90)
    const light = { ...p, data: p.data.map((v) => 255 - v) }
    const other = traceOutlines(light, { dark: false, tolerance: 0.5, threshold: 255 - threshold })
    expect(other.loops.map(kinds)).toEqual(['llllll'])
  })
  it('finds nothing where there is nothing, and the grey between two greys', () => {
    const flat: GreyPicture = { width: 20, height: 20, data: new Uint8Array(400).fill(200) }
    expect(traced(flat)).toEqual([])
    const two: GreyPicture = {
      width: 10,
      height: 2,
      data: Uint8Array.from({ length: 20 }, (_, i) => (i % 2 ? 220 : 40)),
    }
    expect(otsuThreshold(two)).toBeGreaterThan(40)
    expect(otsuThreshold(two)).toBeLessThan(220)
    expect(
      outlineFrom(
        [
          [0, 0],
          [1, 0],
          [1, 1],
        ],
        { tolerance: 0.5 },
      ),
    ).toBeUndefined()
  })
})
