import { describe, expect, it } from 'vitest'
import { barOn, blocking, evaluated, outputsOf, throughNodes, withRun } from '../../testing/parts.ts'
import { againstTravel, type EndsEntry, type Part, type RunStep } from '../document/index.ts'
import { reversePath } from '../edit/index.ts'

const wall = barOn(
  throughNodes([
    ['0', '0', '0'],
    ['300', '0', '0', '60'],
    ['300', '200', '0', '50'],
    ['450', '200', '0'],
  ]),
  'skirting',
  { height: '40', thickness: '12', round: '4' },
)
const reversed = (part: Part): Part => {
  const r = reversePath(part, { step: 'path' })
  if (!r.ok) throw new Error(r.fault.message)
  return r.value
}
/** The box of a body: the same for the same body however it was carried. */
const boxOf = (part: Part): number[] => {
  const { positions } = outputsOf(evaluated(part)).run.mesh
  const box = [-Infinity, -Infinity, -Infinity, Infinity, Infinity, Infinity]
  positions.forEach((v, i) => {
    box[i % 3] = Math.max(box[i % 3]!, v)
    box[(i % 3) + 3] = Math.min(box[(i % 3) + 3]!, v)
  })
  return box
}
const ends: EndsEntry = {
  start: { kind: 'angled', runOn: '5', closed: false, across: '20', tilt: '10' },
  end: { kind: 'return', runOn: '0', length: '60', toward: 'right' },
}
const strand = (id: string, x: string, y: string, turn: string) => ({ id, x, y, turn, profile: null })

describe('a path travelled the other way', () => {
  it.each<[string, Partial<RunStep>]>([
    ['as it is', { anchor: 'origin' }],
    ['turned and flipped', { anchor: 'origin', clock: '30', flip: true }],
    ['with ends of its own', { anchor: 'origin', ends }],
    [
      'in part, scaled',
      {
        part: { from: { kind: 'percent', at: '10' }, to: { kind: 'percent', at: '70' } },
        scale: { kind: 'ends', start: '1', end: '0.5', ease: 'straight' },
      },
    ],
    [
      'with strands',
      { strands: { kind: 'free', places: [strand('p', '20', '8', '15'), strand('q', '-20', '0', '0')] } },
    ],
    [
      'with strands in a circle',
      {
        anchor: 'origin',
        strands: { kind: 'circle', count: '3', radius: '10', start: '20', facing: 'turned' },
      },
    ],
    [
      'shaped by t',
      { shaping: [{ id: 'h', field: 'sizes/height', dimension: 'length', formula: '40 + 10 mm * t' }] },
    ],
  ])('leaves the body where it is, %s', (_, change) => {
    const part = withRun(wall, change)
    const back = reversed(part)
    const [a, b] = [evaluated(part), evaluated(back)]
    expect(blocking(a)).toEqual([])
    expect(blocking(b)).toEqual([])
    expect(outputsOf(b).run.volume / outputsOf(a).run.volume).toBeCloseTo(1, 6)
    boxOf(back).forEach((v, i) => expect(v).toBeCloseTo(boxOf(part)[i]!, 2))
  })
  it('says what goes by the direction of travel', () => {
    const run = (change: Partial<RunStep>) => withRun(wall, change).steps.find((s) => s.kind === 'run')!
    expect(againstTravel(run({}))).toEqual([])
    expect(againstTravel(run({ turning: 'fixed' }))).toHaveLength(1)
    expect(againstTravel(run({ twist: { kind: 'total', angle: '90' } }))[0]).toMatch(/twist/)
    expect(againstTravel(run({ scale: { kind: 'formula', formula: '1 + s / 1 m' } }))[0]).toMatch(
      /formulas of s/,
    )
  })
  it('twice is as it was', () => {
    const part = withRun(wall, { clock: '30', ends })
    expect(reversed(reversed(part)).steps.find((s) => s.kind === 'run')).toEqual(
      part.steps.find((s) => s.kind === 'run'),
    )
  })
})
