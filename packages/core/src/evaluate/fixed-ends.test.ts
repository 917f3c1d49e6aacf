import { describe, expect, it } from 'vitest'
import { barOn, blocking, codesOf, evaluated, outputsOf, throughNodes, withRun } from '../../testing/parts.ts'
import type { EndEntry } from '../recipe/index.ts'

const square: EndEntry = { kind: 'square', runOn: '0', closed: false }
const angled = (across: string): EndEntry => ({
  kind: 'angled',
  runOn: '0',
  closed: false,
  across,
  tilt: '0',
})
const zigzag = throughNodes([
  ['-40', '-20', '0'],
  ['40', '10', '0'],
  ['100', '-20', '0'],
])

/** A bar of 10 by 10 that only travels: both of its straights are prisms askew to their way. */
const bar = (start: EndEntry, end: EndEntry) =>
  evaluated(
    withRun(barOn(zigzag, 'square-bar', { side: '10', corner: '0' }), {
      turning: 'fixed',
      ends: { start, end },
    }),
  )

describe('ends of a section that only travels', () => {
  // The section stands square to the first straight; the second gives its length times the cosine between the two.
  const a = Math.hypot(80, 30)
  const volume = 100 * (a + (60 * 80 - 30 * 30) / a)

  it.each([
    ['square', square, square],
    ['angled at the end, where the section stands askew', square, angled('30')],
    ['steep both ways', angled('84'), angled('-60')],
  ])('%s: the cut goes through the middle and changes no volume, of the mesh neither', (_, start, end) => {
    const r = bar(start, end)
    expect(blocking(r)).toEqual([])
    const { run } = outputsOf(r)
    expect(run.theoremVolume! / volume).toBeCloseTo(1, 9)
    expect(run.meshVolume / volume).toBeCloseTo(1, 5)
  })

  it('that would be cut along the way are refused', () => {
    // The second straight leaves the section's normal by 47 degrees; a cut leaning 43 degrees more lies along it.
    const lean = 90 - ((Math.atan2(30, 80) + Math.atan2(30, 60)) * 180) / Math.PI
    const refused = [lean, -lean].map((v) => codesOf(bar(square, angled(String(v)))).includes('run.end'))
    expect(refused.filter(Boolean)).toHaveLength(1)
  })

  it('of a solid bar take no plug', () => {
    const r = bar({ ...square, closed: true }, { ...square, closed: true })
    expect(codesOf(r)).not.toContain('blank.plugs')
  })
})
