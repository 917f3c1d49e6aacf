import { describe, expect, it } from 'vitest'
import { STARTERS, type PartEntry } from '@flexum/core/recipe'
import { createEvaluator } from '@flexum/core/recipe/evaluated'
import { pathPoint, type Path } from '@flexum/core/path'
import { movedLimit, stationUnder } from './part-limit.ts'

const percent: PartEntry = { from: { kind: 'percent', at: '0' }, to: { kind: 'percent', at: '100' } }

describe('the limits of a part of the path', () => {
  it('move as they were said: percentages stay percentages, lengths and nodes become lengths', () => {
    expect(movedLimit(percent, 'from', 100, 400, 400, 'mm').from).toEqual({ kind: 'percent', at: '25' })
    const byNode: PartEntry = { ...percent, to: { kind: 'node', node: 'n3' } }
    expect(movedLimit(byNode, 'to', 254, 0, 400, 'in').to).toMatchObject({ kind: 'length' })
    expect(JSON.stringify(movedLimit(byNode, 'to', 254, 0, 400, 'in').to)).toContain('10')
  })
  it('stay on the path, and in order', () => {
    expect(movedLimit(percent, 'from', -30, 400, 400, 'mm').from).toMatchObject({ at: '0' })
    expect(movedLimit(percent, 'from', 390, 200, 400, 'mm').from).toMatchObject({ at: '49' })
    expect(movedLimit(percent, 'to', 10, 200, 400, 'mm').to).toMatchObject({ at: '51' })
    expect(movedLimit(percent, 'to', 900, 200, 400, 'mm').to).toMatchObject({ at: '100' })
  })
})

describe('the station under a place of the picture', () => {
  const output = createEvaluator()
    .evaluate(STARTERS.hoop.make('hoop'))
    .steps.find((s) => s.id === 'path')!.output
  const path: Path = output!.path!.path
  it('is found where the path is seen', () => {
    for (const s of [0, 77.7, 200, 431.2, path.length]) {
      const p = pathPoint(path, s)
      const found = stationUnder(path, [p[0], -p[2]], (v) => [v[0], -v[2]])
      expect(found).toBeCloseTo(s, 1)
    }
  })
  it('is none where nothing of it is seen', () => {
    expect(stationUnder(path, [0, 0], () => undefined)).toBeUndefined()
  })
})
