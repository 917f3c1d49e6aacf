import { expect, it } from 'vitest'
import { parse } from './parse.ts'

it('keeps what it read before, as far as a bound of letters', () => {
  const first = parse('1/2 in + 3')
  expect(parse('1/2 in + 3')).toBe(first)
  // Half a million letters of other formulas push it out.
  for (let i = 0; i < 250; i++) parse(`${i} + ${'1 + '.repeat(500)}1`)
  const again = parse('1/2 in + 3')
  expect(again).not.toBe(first)
  expect(again).toEqual(first)
})
