import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { pointsOf, readPointTable, type PointTable } from '../index.ts'

const read = (text: string): PointTable => {
  const r = readPointTable(text)
  if (!r.ok) throw new Error(r.fault.message)
  return r.value
}
const points = (text: string) => {
  const table = read(text)
  const r = pointsOf(table, table.columns)
  if (!r.ok) throw new Error(r.fault.message)
  return r.value.map((p) => [p.x, p.y, p.z, p.radius])
}
const refusal = (text: string): string => {
  const table = readPointTable(text)
  if (!table.ok) return `${table.fault.code}: ${table.fault.message}`
  const r = pointsOf(table.value, table.value.columns)
  return r.ok ? 'none' : `${r.fault.code}: ${r.fault.message}`
}

describe('a table of points', () => {
  it('is told by commas, semicolons, tabs and blanks', () => {
    const expected = [
      [0, 0, 5, undefined],
      [1.5, -2, 5, undefined],
    ]
    for (const by of [',', ';', '\t', ' ', '   '])
      expect(points(`0${by}0${by}5\n1.5${by}-2${by}5\n`)).toEqual(expected)
  })
  it('has a decimal comma where its cells say so', () => {
    for (const by of [';', '\t', ' ']) {
      const table = read(`0,5${by}1,25${by}-3\n10${by}2,75${by},5`)
      expect(table.decimal).toBe('comma')
      expect(points(`0,5${by}1,25${by}-3\n10${by}2,75${by},5`)).toEqual([
        [0.5, 1.25, -3, undefined],
        [10, 2.75, 0.5, undefined],
      ])
    }
    // Whole numbers parted by commas are cells, not fractions.
    expect(read('1,2,3\n4,5,6').decimal).toBe('point')
    expect(points('1,2,3\n4,5,6')).toHaveLength(2)
    expect(read('1,2 3,4\n5,6 7,8')).toMatchObject({ decimal: 'comma', delimiter: ' ' })
  })
  it('has columns by the words over them, in any order, and a unit', () => {
    const table = read('Node,Z (in),X (in),Y (in),Bend radius (in)\n1,0,1,2,\n2,0,5,2,0.75\n')
    expect(table.columns).toEqual(['none', 'z', 'x', 'y', 'radius'])
    expect(table.unit).toBe('in')
    expect(points('Node,Z (in),X (in),Y (in),Bend radius (in)\n1,0,1,2,\n2,0,5,2,0.75\n')).toEqual([
      [1, 2, 0, undefined],
      [5, 2, 0, 0.75],
    ])
    expect(read('x [m]; y [m]\n1;2').unit).toBe('m')
    expect(read('x_cm y_cm\n1 2').unit).toBe('cm')
    expect(read('x (mm),y (in)\n1,2').unit).toBeUndefined()
    expect(read('max, may\n1,2').unit).toBeUndefined()
  })
  it('without words goes by the place of its columns; one that counts is left out', () => {
    expect(read('5,6\n7,8').columns).toEqual(['x', 'y'])
    expect(read('1,6,0\n2,8,0').columns).toEqual(['none', 'x', 'y'])
    expect(read('3,6,0\n2,8,0').columns).toEqual(['x', 'y', 'z'])
    expect(read('P1 3 6 0\nP2 2 8 0').columns).toEqual(['none', 'x', 'y', 'z'])
    expect(read('0 3 6 0 10 9\n1 3 6 0 10 9').columns).toEqual(['none', 'x', 'y', 'z', 'radius', 'none'])
  })
  it('passes over remarks, empty lines and the mark at the start of a file', () => {
    expect(points('\uFEFF# hand rail\r\n\r\nx;y\r\n0;1;\r\n// end\r\n2;3;\r\n')).toEqual([
      [0, 1, 0, undefined],
      [2, 3, 0, undefined],
    ])
  })
  it('says what cannot be read, and where', () => {
    expect(refusal('')).toContain('points.none')
    expect(refusal('x,y\n')).toContain('words in it and no numbers')
    expect(refusal('buy glue\nand jam')).toContain('words in it and no numbers')
    expect(refusal('5\n6')).toContain('line 1 has one column')
    expect(refusal('x,y\n1,2\n3,four')).toBe(
      'points.number: line 3: "four" is not a number, in the column of y',
    )
    expect(refusal('x,y\n1,2\n3')).toContain('line 3 has nothing in the column of y')
    expect(refusal('x;y\n1,5;2,5\n3,1;7\n3.5;1')).toContain('with a decimal point it would be one')
    expect(refusal('x,y,z,r\n1,2,3,-4')).toContain('"-4" is no bend radius')
    expect(refusal(Array(50).fill('1').join(','))).toContain('50 columns')
    const table = read('1,2,3\n4,5,6')
    expect(pointsOf(table, ['x', 'x', 'y'])).toMatchObject({ fault: { code: 'points.twice' } })
    expect(pointsOf(table, ['x', 'none', 'none'])).toMatchObject({ fault: { code: 'points.columns' } })
  })
  it('comes back as it was written, whatever parts it and its fractions', () => {
    const figure = fc.integer({ min: -1_000_000, max: 1_000_000 }).map((v) => v / 1000)
    fc.assert(
      fc.property(
        fc.array(fc.tuple(figure, figure, figure), { minLength: 2, maxLength: 20 }),
        fc.constantFrom([';', ','], ['\t', ','], ['\t', '.'], [',', '.'], [' ', '.'], [';', '.']),
        fc.boolean(),
        (rows, [by, mark], head) => {
          const lines = rows.map((r) => r.map((v) => v.toFixed(3).replace('.', mark!)).join(by))
          const text = [...(head ? [['x', 'y', 'z'].join(by)] : []), ...lines].join('\n')
          const table = read(text)
          const made = pointsOf(table, ['x', 'y', 'z'])
          expect(made.ok && made.value.map((p) => [p.x, p.y, p.z])).toEqual(rows)
        },
      ),
    )
  })
})
