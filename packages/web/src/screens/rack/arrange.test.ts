import { describe, expect, it } from 'vitest'
import type { RackRow } from '../../api/parts.ts'
import { arrange } from './arrange.ts'

const row = (name: string, updatedAt: number, figures: Partial<RackRow['figures']>): RackRow => ({
  id: name,
  name,
  revision: 1,
  createdAt: 0,
  updatedAt,
  binnedAt: null,
  state: 'known',
  trouble: null,
  picture: null,
  figures: { blocking: 0, ...figures },
})
const rows = [
  row('Rail 10', 1, { material: 'Copper', length: 900, mass: 1 }),
  row('Rail 9', 3, { material: 'Copper', length: 100, mass: 3 }),
  row('Hoop', 2, { profile: 'tube 20 × 2', material: 'Aluminium' }),
]
const names = (list: RackRow[]): string[] => list.map((r) => r.name)

describe('arranging the Rack', () => {
  it('sorts by change, name, length and mass', () => {
    expect(names(arrange(rows, '', 'changed'))).toEqual(['Rail 9', 'Hoop', 'Rail 10'])
    expect(names(arrange(rows, '', 'name'))).toEqual(['Hoop', 'Rail 9', 'Rail 10'])
    expect(names(arrange(rows, '', 'length'))).toEqual(['Rail 10', 'Rail 9', 'Hoop'])
    expect(names(arrange(rows, '', 'mass'))).toEqual(['Rail 9', 'Rail 10', 'Hoop'])
  })
  it('finds every word in name, profile or material', () => {
    expect(names(arrange(rows, 'copper 9', 'name'))).toEqual(['Rail 9'])
    expect(names(arrange(rows, 'TUBE', 'name'))).toEqual(['Hoop'])
    expect(arrange(rows, 'brass', 'name')).toEqual([])
  })
})
