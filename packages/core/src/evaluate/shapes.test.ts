import { describe, expect, it } from 'vitest'
import { wholePath, wholeRun } from '../../testing/parts.ts'
import { ANCHORS, STOCK_SIZES, type StockShape } from '../profile/index.ts'
import { partOnPath, nodeEntry, STARTERS, type NodeEntry, type Part } from '../recipe/index.ts'
import { createEvaluator } from '../recipe/evaluated/index.ts'
import { checkWatertight } from '../space/index.ts'
import { meshOfBody } from '../solid/index.ts'
import type { PartResult } from './result.ts'

const material = { name: 'Mild steel', density: '7.85', look: 'steel' } as const
const bent: readonly NodeEntry[] = [
  nodeEntry('a', '0', '0', '0'),
  nodeEntry('b', '150', '0', '0', '40'),
  nodeEntry('c', '150', '120', '60', '40'),
  nodeEntry('d', '260', '120', '60'),
]
const made = (
  nodes: readonly NodeEntry[],
  shape: StockShape,
  sizes: Record<string, string>,
  closed = false,
): Part =>
  partOnPath(
    'Part',
    { id: 'path', kind: 'node-path', name: 'Path', aside: false, closed, nodes },
    { name: 'Bar', shape, sizes, material },
  )
const outputs = (r: PartResult) => {
  const of = (id: string) => r.steps.find((s) => s.id === id)!.output
  return {
    path: wholePath(of('path')),
    profile: of('profile')!.section!,
    run: wholeRun(of('run')),
  }
}
const SIZES: Record<string, string> = {
  diameter: '16',
  wall: '1.5',
  side: '14',
  corner: '2',
  width: '20',
  height: '12',
  thickness: '4',
  flats: '13',
  root: '1.5',
  web: '4',
  flange: '3.5',
  radius: '9',
  wire: '2',
  layers: '1',
  edge: '2',
  round: '3',
  face: '20',
  spring: '40',
}

describe('every stock shape on a path in space', () => {
  it.each(Object.keys(STOCK_SIZES) as StockShape[])(
    '%s: sound mesh, volume by theorem and by mesh, mass',
    (shape) => {
      const sizes = Object.fromEntries(STOCK_SIZES[shape].map((k) => [k, SIZES[k]!]))
      const r = createEvaluator().evaluate(made(bent, shape, sizes))
      expect(r.findings).toEqual([])
      const { path, profile, run } = outputs(r)
      expect(checkWatertight(run.mesh).watertight).toBe(true)
      expect(
        Math.abs(run.theoremVolume! / (profile.properties.area * path.analysis.length) - 1),
      ).toBeLessThan(1e-9)
      expect(Math.abs(run.meshVolume - run.volume)).toBeLessThan(run.volumeBound)
      expect(run.mass).toBeCloseTo(run.volume * 7.85e-6, 9)
      expect(profile.massPerLength * path.analysis.length).toBeCloseTo(run.mass, 9)
      const fine = meshOfBody(
        outputs(createEvaluator().evaluate(made(bent, shape, sizes), { chordError: run.chordError / 10 }))
          .run,
      )
      expect(fine.triangles.length).toBeGreaterThanOrEqual(run.mesh.triangles.length)
      expect(checkWatertight(fine).watertight).toBe(true)
    },
  )
})

describe('anchors', () => {
  it('put another point of the section on the path; off the centroid the volume follows its own path', () => {
    const base = made(
      [
        nodeEntry('a', '0', '0', '0'),
        nodeEntry('b', '150', '0', '0', '40'),
        nodeEntry('c', '150', '120', '0'),
      ],
      'flat',
      { width: '20', thickness: '4' },
    )
    const length = 110 + 80 + 20 * Math.PI
    for (const anchor of ANCHORS) {
      const part = { ...base, steps: base.steps.map((s) => (s.kind === 'run' ? { ...s, anchor } : s)) }
      const { run } = outputs(createEvaluator().evaluate(part))
      // Section x points to the left of travel: anchored on its left edge the flat lies inside this left turn.
      const outward = anchor.endsWith('left') ? -10 : anchor.endsWith('right') ? 10 : 0
      expect(run.theoremVolume).toBeCloseTo(80 * (length + (outward * Math.PI) / 2), 6)
      expect(Math.abs(run.meshVolume - run.volume)).toBeLessThan(run.volumeBound)
    }
  })
})

describe('closed and sharp paths', () => {
  it('a closed frame of bends has four arcs, no ends, and the volume of its length', () => {
    const { path, run } = outputs(createEvaluator().evaluate(STARTERS.frame.make('Frame')))
    expect(path.table!.rows).toHaveLength(4)
    expect(path.analysis.length).toBeCloseTo(2 * (240 + 140) + 60 * Math.PI, 9)
    expect(checkWatertight(run.mesh).watertight).toBe(true)
    expect(run.theoremVolume).toBeCloseTo((Math.PI / 4) * (400 - 256) * path.analysis.length, 6)
  })
  it('a mitred frame says its corners cannot be bent, and has the volume of outer less inner', () => {
    const corners = [
      ['0', '0'],
      ['200', '0'],
      ['200', '100'],
      ['0', '100'],
    ] as const
    const nodes = corners.map(([x, y], i) => nodeEntry(`n${i}`, x, y, '0'))
    const r = createEvaluator().evaluate(made(nodes, 'square-bar', { side: '10', corner: '0' }, true))
    expect(r.findings.map((f) => [f.code, f.severity])).toEqual([
      ...Array(4).fill(['blank.sharp', 'warns']),
      ['blank.pieces', 'notes'],
    ])
    const { run, path } = outputs(r)
    expect(run.theoremVolume).toBeCloseTo((210 * 110 - 190 * 90) * 10, 6)
    expect(Math.abs(run.meshVolume / run.theoremVolume! - 1)).toBeLessThan(1e-6)
    expect(path.table).toBeUndefined()
    expect(path.notBendable).toMatch(/the sharp corner at 0 mm cannot be bent/)
  })
  it('straights too short for their mitres are found', () => {
    const nodes = [
      nodeEntry('a', '0', '0', '0'),
      nodeEntry('b', '100', '0', '0'),
      nodeEntry('c', '100', '8', '0'),
      nodeEntry('d', '0', '8', '0'),
    ]
    const r = createEvaluator().evaluate(made(nodes, 'square-bar', { side: '10', corner: '0' }))
    expect(r.findings.find((f) => f.code === 'run.mitre')).toMatchObject({
      severity: 'blocks',
      from: 100,
      to: 108,
      message: expect.stringMatching(/it lacks 2 mm/),
    })
  })
  it('a sharp corner beside a bend leaves the volume to the mesh', () => {
    const nodes = [
      nodeEntry('a', '0', '0', '0'),
      nodeEntry('b', '100', '0', '0', '40'),
      nodeEntry('c', '100', '40', '0'),
      nodeEntry('d', '160', '40', '20'),
    ]
    const { run } = outputs(createEvaluator().evaluate(made(nodes, 'round-bar', { diameter: '6' })))
    expect(run.theoremVolume).toBeUndefined()
    expect(run.volume).toBe(run.meshVolume)
    expect(checkWatertight(run.mesh).watertight).toBe(true)
  })
  it('a coil tighter than its wire folds, and is found without a node to blame', () => {
    const spring = STARTERS.spring.make('Spring')
    const tight = {
      ...spring,
      steps: spring.steps.map((s) => (s.kind === 'helix-path' ? { ...s, radius: '1', pitch: '3' } : s)),
    }
    const [finding] = createEvaluator().evaluate(tight).findings
    expect(finding).toMatchObject({ code: 'run.fold', severity: 'blocks', cures: [] })
    expect(finding!.node).toBeUndefined()
  })
})
