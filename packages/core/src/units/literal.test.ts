import { describe, expect, it } from 'vitest'
import { resolveFormula, type Surroundings } from './index.ts'

const around: Surroundings = { bare: { length: 'mm', mass: 'kg' }, lookup: () => undefined }
const mm = (text: string): number | string => {
  const r = resolveFormula(text, 'length', around)
  return r.ok ? Number(r.value.value.toFixed(6)) : r.fault.message
}

describe('mixed numbers', () => {
  it.each<[string, number]>([
    ['1-1/2 in', 38.1],
    ['1-1/2"', 38.1],
    ['-1-1/2 in', -38.1],
    ['1 - 1/2 in', 1 - 12.7],
    ['1 -1/2 in', 1 - 12.7],
    ['3-3/8 in + 2', 85.725 + 2],
    [`2'-3-1/2"`, 609.6 + 88.9],
    [`2'-3 1/2"`, 609.6 + 88.9],
    ['2 ft 3-1/2 in', 609.6 + 88.9],
    ['½ in', 12.7],
    ['1½ in', 38.1],
    ['1 ½ in', 38.1],
    ['1½', 1.5],
    [`2'-3½"`, 609.6 + 88.9],
    ['3⁄8 in', 9.525],
    ['1 3⁄8 in', 34.925],
    ['2 * ¾ in', 38.1],
    ['10 / ½', 20],
    ['4 - 1/2 in', 4 - 12.7],
    ['5-3/2 in', 5 - 38.1],
    ['10-1', 9],
  ])('%s', (text, value) => expect(mm(text)).toBeCloseTo(value, 6))
  it.each([
    ['1-1/2', /mixed number or a difference; write 1 1\/2, or 1 - 1\/2 with spaces/],
    ['8/1-1/2 in', /mixed number or a difference/],
    ['½½ in', /reading stopped|two numbers/],
    ['½ 3 in', /two numbers|reading stopped/],
  ])('%s is refused', (text, message) => expect(mm(text)).toMatch(message))
  it('a text far longer than any formula is refused at once', () => {
    expect(mm('1 + '.repeat(100_000))).toMatch(/has 400000 characters; at most 4000/)
  })
})
