import { describe, expect, it } from 'vitest'
import { emptyPart, type PlainBodyStep, type Step } from '../recipe/index.ts'
import { createEvaluator } from '../recipe/evaluated/index.ts'
import { helix, throughNodes } from '../../testing/parts.ts'
import { pathToBodies } from './index.ts'

const block = (more: Partial<PlainBodyStep>): PlainBodyStep => ({
  id: 'block',
  kind: 'plain-body',
  name: 'Block',
  aside: false,
  shape: 'block',
  axis: 'z',
  wide: '20',
  deep: '20',
  height: '20',
  diameter: '20',
  x: '0',
  y: '0',
  z: '0',
  material: { name: 'Steel', density: '8 g/cm3', look: 'steel' },
  ...more,
})
const near = (steps: readonly Step[], of = steps[0]!.id, to = 'block') =>
  pathToBodies(createEvaluator(), { ...emptyPart('Trial'), steps: [...steps] }, of, to)

describe('how near a path comes to a body', () => {
  it('is told to its surface, and where', () => {
    const path = throughNodes([
      ['0', '50', '5'],
      ['40', '50', '5'],
      ['40', '14', '5'],
      ['40', '-60', '5'],
    ])
    const found = near([path, block({})])!
    expect(found.distance).toBeCloseTo(30, 6)
    expect(near([path, block({ x: '34' })])).toMatchObject({ distance: 0 })
  })
  it('along a coil is told to the curve, not to its pieces', () => {
    const found = near([helix({ radius: '30', pitch: '5', turns: '4' }), block({ z: '2' })])!
    // The corner of a block of 20 is 14.142 from the axis.
    expect(found.distance).toBeCloseTo(30 - Math.SQRT2 * 10, 4)
  })
  it('is none without a path or a body', () => {
    expect(near([helix({}), block({})], 'none')).toBeUndefined()
    expect(near([helix({}), block({})], undefined, 'none')).toBeUndefined()
  })
})
