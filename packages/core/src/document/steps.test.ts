import type { Result } from '../base/index.ts'
import { STOCK_SHAPES, type Region, type Section, STOCK_SIZES, type StockShape } from '../profile/index.ts'
import {
  needsOf,
  kindOf,
  mapStepFormulas,
  STATIONS,
  allKinds,
  stepOf,
  type Part,
  type Step,
} from './index.ts'
import { nodeEntry, partOnPath } from '../recipe/index.ts'
import { describe, expect, it } from 'vitest'

const material = { name: 'Brass', density: '8.5', look: 'brass' } as const
const part: Part = partOnPath(
  'Part',
  {
    id: 'path',
    kind: 'node-path',
    name: 'Path',
    aside: false,
    closed: false,
    nodes: [
      nodeEntry('a', '0', '0', '0'),
      nodeEntry('b', 'reach', '1', '2', 'r'),
      nodeEntry('c', '9', '9', '9'),
    ],
  },
  { name: 'Tube', shape: 'tube', sizes: { diameter: '10', wall: 'w' }, material },
)
const helix: Step = {
  id: 'h',
  kind: 'helix-path',
  name: 'Coil',
  aside: false,
  radius: '1',
  pitch: '2',
  turns: '3',
  hand: 'left',
}
const addresses = (step: Step): string[] => {
  const found: string[] = []
  mapStepFormulas(step, (formula, field, dimension) => {
    found.push(`${field} ${dimension}`)
    return formula
  })
  return found
}

describe('step kinds', () => {
  it('are registered under their own name, at a station, with a title', () => {
    for (const kind of allKinds()) {
      expect(kindOf({ kind: kind.kind } as Step)).toBe(kind)
      expect(STATIONS).toContain(kind.station)
      expect(kind.title.length).toBeGreaterThan(2)
    }
  })
  it('name every formula once by an address that says where it is', () => {
    expect(addresses(stepOf(part, 'path')!)).toEqual([
      'nodes/a/x length',
      'nodes/a/y length',
      'nodes/a/z length',
      'nodes/b/x length',
      'nodes/b/y length',
      'nodes/b/z length',
      'nodes/b/radius length',
      'nodes/c/x length',
      'nodes/c/y length',
      'nodes/c/z length',
    ])
    expect(addresses(stepOf(part, 'profile')!)).toEqual([
      'sizes/diameter length',
      'sizes/wall length',
      'material/density density',
    ])
    expect(addresses(stepOf(part, 'run')!)).toEqual(['clock angle'])
    expect(addresses(stepOf(part, 'blank')!)).toEqual([
      'neutral number',
      'startAllowance length',
      'endAllowance length',
      'roundUp length',
    ])
    expect(addresses(helix)).toEqual(['radius length', 'pitch length', 'turns number'])
  })
  it('give the very same step when no formula changes, and share what did not', () => {
    for (const step of [...part.steps, helix]) {
      expect(mapStepFormulas(step, (f) => f)).toBe(step)
      expect(kindOf(step).kind).toBe(step.kind)
    }
    const path = stepOf(part, 'path')!
    const changed = mapStepFormulas(path, (f, field) => (field === 'nodes/b/radius' ? '7' : f))
    if (changed.kind !== 'node-path' || path.kind !== 'node-path') throw new Error()
    expect(changed.nodes[1]!.corner).toEqual({ kind: 'bend', radius: '7' })
    expect(changed.nodes[0]).toBe(path.nodes[0])
    expect(changed.nodes[2]).toBe(path.nodes[2])
  })
  it('tell what they build on', () => {
    expect(part.steps.map(needsOf)).toEqual([[], [], ['path', 'profile'], ['run']])
  })
  it('have sizes for every stock shape', () => {
    for (const sizes of Object.values(STOCK_SIZES)) expect(new Set(sizes).size).toBe(sizes.length)
  })
  it('name the same stock shapes and sizes as the geometry, or this does not compile', () => {
    const builders: {
      readonly [S in StockShape]: (
        sizes: Readonly<Record<(typeof STOCK_SIZES)[S][number], number>>,
      ) => Result<Region | Section>
    } = STOCK_SHAPES
    expect(Object.keys(STOCK_SIZES).sort()).toEqual(Object.keys(builders).sort())
  })
})
