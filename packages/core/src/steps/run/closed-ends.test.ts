import { describe, expect, it } from 'vitest'
import type { EndEntry } from './typed-ends.ts'
import { type Part } from '@flexum/core/recipe'
import { areaOf, bodiesOf } from '@flexum/core/recipe/evaluated'
import type { StockShape } from '@flexum/core/profile'
import { checkWatertight, meshSurface, meshVolume } from '@flexum/core/space'
import { barOn, throughNodes, withRun } from '../../../testing/parts.ts'
import { bodyTrial } from '../../../testing/trial.ts'

const { evaluator } = bodyTrial()

const SQUARE = { kind: 'square', runOn: '0', closed: false } as const
const PLUG = { ...SQUARE, closed: true } as const
const dome = (height: string) => ({ kind: 'domed', runOn: '0', height }) as const

const STRAIGHT: Parameters<typeof throughNodes>[0] = [
  ['0', '0', '0'],
  ['60', '0', '0'],
]
const BENT: Parameters<typeof throughNodes>[0] = [
  ['0', '0', '0'],
  ['60', '0', '0', '25'],
  ['60', '80', '0'],
]

function bar(
  shape: StockShape,
  sizes: Record<string, string>,
  start: EndEntry,
  end: EndEntry,
  nodes = STRAIGHT,
): Part {
  return withRun(barOn(throughNodes(nodes), shape, sizes), { ends: { start, end } })
}

/** The figures of a part's one body, its picture's skin being one that is closed, with each edge between two faces. */
function told(part: Part, areas = false) {
  const result = evaluator.evaluate(part, { areas })
  expect(result.findings.filter((f) => f.severity === 'blocks')).toEqual([])
  const [body] = bodiesOf(result)
  expect(checkWatertight(body!.mesh)).toMatchObject({ watertight: true, crossedEdges: 0 })
  return { area: areaOf(result), figures: body!.figures, mesh: body!.mesh, off: body!.chordError }
}

/** A told area that is right within its own error, and near. */
function expectArea(part: Part, exact: number, share = 1e-4): void {
  const area = told(part, true).area!
  expect(Math.abs(area.value - exact)).toBeLessThanOrEqual(area.error + 1e-9 * exact)
  expect(area.error).toBeLessThan(share * exact)
}

const ROUND = { diameter: '20' }
const TUBE = { diameter: '20', wall: '2' }
const TUBE_SIDES = (bore: number): number => 2 * Math.PI * (10 * 60 + 8 * bore)

describe('ends that are closed', () => {
  it('of a round bar: half balls on one end, and on both', () => {
    expectArea(bar('round-bar', ROUND, SQUARE, dome('10')), 2 * Math.PI * 10 * 60 + 300 * Math.PI)
    expectArea(bar('round-bar', ROUND, dome('10'), SQUARE), 2 * Math.PI * 10 * 60 + 300 * Math.PI)
    expectArea(bar('round-bar', ROUND, dome('10'), dome('10')), 2 * Math.PI * 10 * 60 + 400 * Math.PI)
  })
  it('of a tube with plugs: the bore is shorter by their thickness', () => {
    // A plug is as thick as the wall is in the mean: here 2.
    const ring = Math.PI * 100
    expectArea(bar('tube', TUBE, PLUG, PLUG), TUBE_SIDES(56) + 2 * ring + 2 * Math.PI * 64)
    expectArea(bar('tube', TUBE, PLUG, SQUARE), TUBE_SIDES(58) + 2 * ring)
  })
  it('of a tube with a dome: the bore ends at its flat side', () => {
    const both = TUBE_SIDES(60) + 2 * 2 * Math.PI * 100 + 2 * Math.PI * 64
    expectArea(bar('tube', TUBE, dome('10'), dome('10')), both)
  })
  it('hold the volume that the theorem says, on straight and bent bars, and with angled ends', () => {
    const angled = { kind: 'angled', runOn: '0', across: '30 deg', tilt: '10 deg', closed: true } as const
    for (const nodes of [STRAIGHT, BENT])
      for (const [shape, sizes] of [
        ['round-bar', ROUND],
        ['tube', TUBE],
        ['square-bar', { side: '12', corner: '2' }],
        ['square-tube', { side: '20', wall: '2', corner: '3' }],
      ] as const)
        for (const [start, end] of [
          [dome('6'), dome('10')],
          [PLUG, dome('8')],
          [PLUG, angled],
        ] as const) {
          const { figures, mesh, off } = told(bar(shape, sizes, start, end, nodes))
          expect(Math.abs(meshVolume(mesh) - figures.volume)).toBeLessThan(off * meshSurface(mesh))
          expect(figures.meshVolume).toBeCloseTo(meshVolume(mesh), 0)
        }
  })
  it('fill a bar that is too short for two plugs, or leave of its bore what there is', () => {
    const long = (x: string): Parameters<typeof throughNodes>[0] => [
      ['0', '0', '0'],
      [x, '0', '0'],
    ]
    const five = bar('tube', TUBE, PLUG, PLUG, long('5'))
    expect(told(five).figures.volume).toBeCloseTo(Math.PI * (36 * 5 + 64 * 4), 6)
    expectArea(five, 2 * Math.PI * (10 * 5 + 8) + 2 * Math.PI * (100 + 64))
    for (const [start, end, length] of [
      [PLUG, PLUG, 3],
      [PLUG, SQUARE, 1.5],
    ] as const) {
      const filled = bar('tube', TUBE, start, end, long(String(length)))
      expect(told(filled).figures.volume).toBeCloseTo(Math.PI * 100 * length, 6)
      expectArea(filled, 2 * Math.PI * 10 * length + 200 * Math.PI)
    }
  })
  it('at a bend a plug lies in the bore, and the dome at the other end is of one skin all the same', () => {
    // A quarter turn up to its very end, by a part of the path.
    const line = throughNodes([
      ['0', '0', '0'],
      ['60', '0', '0', '25'],
      ['60', '80', '0'],
    ])
    const bent = 35 + (25 * Math.PI) / 2
    const part = withRun(barOn(line, 'tube', TUBE), {
      ends: { start: dome('10'), end: PLUG },
      part: { from: { kind: 'length', at: '0' }, to: { kind: 'length', at: String(bent) } },
    })
    const result = evaluator.evaluate(part)
    expect(result.findings.filter((f) => f.severity === 'blocks')).toEqual([])
    const [body] = bodiesOf(result)
    const volume = Math.PI * 36 * bent + (2 / 3) * Math.PI * 1000 + Math.PI * 64 * 2
    expect(body!.figures.volume).toBeCloseTo(volume, 4)
    expect(checkWatertight(body!.mesh).openEdges).toBe(0)
    expect(Math.abs(meshVolume(body!.mesh) / volume - 1)).toBeLessThan(1e-2)
    // Nothing of the mesh lies across the bore where the dome stands: no flat face looks along the bar there but the bore's end.
    const { positions, triangles } = body!.mesh
    let flat = 0
    for (let i = 0; i < triangles.length; i += 3) {
      const at = [0, 1, 2].map((k) => [0, 1, 2].map((j) => positions[3 * triangles[i + k]! + j]!))
      if (!at.every((p) => Math.abs(p[0]!) < 1e-6)) continue
      const [a, b, c] = at as [number[], number[], number[]]
      flat += Math.abs((b[1]! - a[1]!) * (c[2]! - a[2]!) - (b[2]! - a[2]!) * (c[1]! - a[1]!)) / 2
    }
    expect(Math.abs(flat / (Math.PI * 64) - 1)).toBeLessThan(0.03)
  })
})
