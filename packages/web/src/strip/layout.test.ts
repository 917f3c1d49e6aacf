import { describe, expect, it } from 'vitest'
import { nodeEntry, STARTERS, type Part, type Step } from '@flexum/core/recipe'
import { createEvaluator } from '@flexum/core/recipe/evaluated'
import { runView } from '../bench/results.ts'
import { layOut, placeOf, stationAt, zoneAt } from './layout.ts'

const angle = STARTERS.angle.make('Angle')
const withBlank = (change: Record<string, string>): Part => ({
  ...angle,
  steps: angle.steps.map((s) => (s.kind === 'blank' ? { ...s, ...change } : s)),
})
const layoutOf = (part: Part) => {
  const view = runView(part, createEvaluator().evaluate(part))!
  return layOut(view.path!, view.run, view.blank, view.bending?.table)
}

describe('the straight bar', () => {
  it('is made of straights and bend zones, with what rounding adds at the end', () => {
    const { zones, length } = layoutOf(angle)
    expect(zones.map((z) => z.kind)).toEqual(['straight', 'bend', 'straight', 'offcut'])
    expect(zones[1]).toMatchObject({ from: 170, bend: 1, radius: 30, segment: 1 })
    expect(length).toBe(338)
  })
  it('shows allowances, and bends at their developed lengths', () => {
    const layout = layoutOf(
      withBlank({ neutral: '0.4', startAllowance: '12', endAllowance: '8', roundUp: '0' }),
    )
    expect(layout.zones.map((z) => z.kind)).toEqual([
      'allowance',
      'straight',
      'bend',
      'straight',
      'allowance',
    ])
    const bend = layout.zones[2]!
    expect(bend.to - bend.from).toBeCloseTo(14.5 * Math.PI, 9)
    expect(bend.stationTo - bend.stationFrom).toBeCloseTo(15 * Math.PI, 9)
    expect(layout.length).toBeCloseTo(12 + 290 + 14.5 * Math.PI + 8, 9)
  })
  it('shows what is cut off after bending beside what is allowed', () => {
    const held: Part = {
      ...angle,
      steps: angle.steps.map((s) =>
        s.kind === 'blank'
          ? { ...s, roundUp: '0', startAllowance: '4', cutOff: { start: '15', end: '25' } }
          : s,
      ),
    }
    const { zones, length } = layoutOf(held)
    expect(zones.map((z) => [z.kind, z.to - z.from])).toEqual([
      ['cutoff', 15],
      ['allowance', 4],
      ['straight', 170],
      ['bend', expect.closeTo(15 * Math.PI, 9)],
      ['straight', expect.closeTo(120, 9)],
      ['cutoff', 25],
    ])
    expect(length).toBeCloseTo(15 + 4 + 290 + 15 * Math.PI + 25, 9)
  })
  it('says to which side each bend goes, and by how much its plane is turned', () => {
    const rows = [
      ['0', '0', '0', ''],
      ['100', '0', '0', '20'],
      ['100', '80', '0', '20'],
      ['100', '80', '60', '20'],
      ['40', '80', '60', ''],
    ] as const
    const inSpace: Part = {
      ...angle,
      steps: angle.steps.map((s) =>
        s.kind === 'node-path'
          ? { ...s, nodes: rows.map(([x, y, z, r], i) => nodeEntry(`n${i + 1}`, x, y, z, r)) }
          : s,
      ),
    }
    const bends = layoutOf(inSpace).zones.filter((z) => z.kind === 'bend')
    expect(bends.map((z) => z.rotation)).toEqual([
      undefined,
      expect.closeTo(Math.PI / 2, 9),
      expect.closeTo(-Math.PI / 2, 9),
    ])
    // The section does not roll along the bar: from side to side is the turn of the plane.
    bends.slice(1).forEach((z, i) => {
      const turn = z.clock! - bends[i]!.clock!
      expect(Math.cos(turn - z.rotation!)).toBeCloseTo(1, 9)
    })
    // From above, a bend to the left goes to the section's x.
    expect(Math.cos(bends[0]!.clock!)).toBeCloseTo(1, 9)
    expect(layoutOf(inSpace).zones.find((z) => z.kind === 'straight')!.clock).toBeUndefined()
  })
  it('says what is left of the stock bar beyond the blank, and how many more of it that is', () => {
    expect(layoutOf(angle).beyond).toBeUndefined()
    expect(layoutOf(withBlank({ bar: '1 m' })).beyond).toEqual({ from: 338, to: 1000, more: 1 })
    expect(layoutOf(withBlank({ bar: '400' })).beyond).toEqual({ from: 338, to: 400, more: 0 })
    expect(layoutOf(withBlank({ bar: '300' })).beyond).toBeUndefined()
  })
  it('shows bends that touch as one, as the bend table does, and apart where that is asked for', () => {
    const u: Part = {
      ...angle,
      steps: angle.steps.map((s) =>
        s.kind === 'node-path'
          ? {
              ...s,
              nodes: [
                ['0', '0', ''],
                ['100', '0', '20'],
                ['100', '40', '20'],
                ['0', '40', ''],
              ].map(([x, y, r], i) => nodeEntry(`n${i}`, x!, y!, '0', r)),
            }
          : s,
      ),
    }
    const { zones } = layoutOf(u)
    expect(zones.map((z) => z.kind)).toEqual(['straight', 'bend', 'straight', 'offcut'])
    expect(zones[1]).toMatchObject({ bend: 1, turn: expect.closeTo(Math.PI, 9), segments: [1, 2] })
    expect(zones[1]!.to - zones[1]!.from).toBeCloseTo(20 * Math.PI, 9)
    const parted: Part = {
      ...u,
      steps: u.steps.map((s) => (s.kind === 'run' ? { ...s, partedBends: true } : s)),
    }
    expect(
      layoutOf(parted)
        .zones.filter((z) => z.kind === 'bend')
        .map((z) => z.bend),
    ).toEqual([1, 2])
  })
  it('leaves room for cuts and domes of the ends', () => {
    const ends = {
      start: { kind: 'domed', runOn: '0', height: '12' },
      end: { kind: 'angled', runOn: '0', closed: false, across: '45', tilt: '0' },
    } as const
    const part: Part = {
      ...angle,
      steps: angle.steps.map((s) => (s.kind === 'run' ? { ...s, ends } : s)),
    }
    const { zones, length } = layoutOf(part)
    expect(zones.map((z) => z.kind)).toEqual([
      'allowance',
      'straight',
      'bend',
      'straight',
      'allowance',
      'offcut',
    ])
    expect(zones[0]!.to).toBeCloseTo(12, 9)
    // A bar of 10 cut at 45 degrees reaches 5 further at its tip.
    expect(zones[4]!.to - zones[4]!.from).toBeCloseTo(5, 1)
    expect(length).toBe(Math.ceil(290 + 15 * Math.PI + 12 + 5))
  })
  it('shows what a run leaves of its path beside the bar, and what its ends put on', () => {
    const part: Part = {
      ...angle,
      steps: angle.steps.flatMap((s): Step[] => {
        if (s.kind === 'blank') return []
        if (s.kind !== 'run') return [s]
        const half = { from: { kind: 'length', at: '50' }, to: { kind: 'percent', at: '100' } } as const
        const square = { kind: 'square', closed: false } as const
        const ends = { start: { ...square, runOn: '7' }, end: { ...square, runOn: '0' } }
        return [{ ...s, part: half, ends }]
      }),
    }
    const { zones, start, length } = layoutOf(part)
    expect(zones.map((z) => z.kind)).toEqual(['unused', 'added', 'straight', 'bend', 'straight'])
    expect(start).toBe(50)
    expect(zones[1]).toMatchObject({ from: 50, to: 57, segment: -1 })
    expect(zones[2]).toMatchObject({ segment: 0, stationFrom: 50, stationTo: 170 })
    const whole = layoutOf({ ...angle, steps: angle.steps.filter((s) => s.kind !== 'blank') })
    expect(length).toBeCloseTo(whole.length - 50 + 7, 9)
  })
  it('of a run with rounded corners is all of its path, each straight on the segment it came from', () => {
    const frame = STARTERS.frame.make('Frame')
    const rounded: Part = {
      ...frame,
      steps: frame.steps.flatMap((s): Step[] => {
        if (s.kind === 'blank') return []
        if (s.kind === 'run') return [{ ...s, corners: { all: 'round', each: {} } }]
        if (s.kind !== 'node-path') return [s]
        return [{ ...s, nodes: s.nodes.map((n) => ({ ...n, corner: { kind: 'sharp' } })) }]
      }),
    }
    const layout = layoutOf(rounded)
    expect(layout.zones.map((z) => z.kind)).toEqual(
      Array.from({ length: 4 }, () => ['straight', 'bend']).flat(),
    )
    expect(layout.zones.filter((z) => z.kind === 'straight').map((z) => z.segment)).toEqual([0, 1, 2, 3])
    for (const station of [120, 300, 410, 800]) {
      const place = placeOf(layout, station)!
      expect(stationAt(zoneAt(layout, place)!, place)).toBeCloseTo(station, 9)
    }
  })
  it('goes from bar to path and back', () => {
    const layout = layoutOf(withBlank({ neutral: '0.4', startAllowance: '12' }))
    for (const station of [0, 100, 180, 217, 300]) {
      const place = placeOf(layout, station)!
      expect(stationAt(zoneAt(layout, place)!, place)).toBeCloseTo(station, 9)
    }
    expect(zoneAt(layout, -5)).toBeUndefined()
    expect(placeOf(layout, 9999)).toBeUndefined()
  })
})
