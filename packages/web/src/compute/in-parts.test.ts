// @vitest-environment node
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { inParts, together } from './in-parts.ts'

const row = (n: number): { x: number; name: string }[] =>
  Array.from({ length: n }, (_, i) => ({ x: i, name: `n${i}` }))

describe('a message in parts', () => {
  it('of few values goes as it is', () => {
    const message = { steps: [{ id: 'a', output: { rows: row(10) } }] }
    expect(inParts(message, 100)).toEqual({ first: message, rest: [] })
    expect(inParts(message, 100).first).toBe(message)
  })
  it('of many values has each heavy thing sent by itself, and the light ones at once', () => {
    const message = { steps: [{ id: 'a', output: { path: row(50), table: row(40) }, words: 'x' }], awaits: 3 }
    const { first, rest } = inParts(message, 100)
    expect(first).toEqual({
      steps: [{ id: 'a', output: { path: undefined, table: undefined }, words: 'x' }],
      awaits: 3,
    })
    expect(rest.map((r) => r.at)).toEqual([
      ['steps', 0, 'output', 'path'],
      ['steps', 0, 'output', 'table'],
    ])
    expect(together(structuredClone(first), structuredClone(rest))).toEqual(message)
  })
  it('keeps maps, sets, buffers and what is a row of its own', () => {
    const message = {
      map: new Map(row(60).map((r, i) => [i, r])),
      set: new Set(row(60)),
      buffer: new Float64Array(10_000),
      rows: row(60),
    }
    const { first, rest } = inParts(message, 100)
    expect(rest.map((r) => r.at)).toEqual([['map'], ['set'], ['rows']])
    expect(first.buffer).toBe(message.buffer)
    expect(together(structuredClone(first), structuredClone(rest))).toEqual(message)
  })
  it('comes together again, whatever it is and however it is parted', () => {
    fc.assert(
      fc.property(fc.object({ maxDepth: 5 }), fc.integer({ min: 1, max: 30 }), (message, many) => {
        const { first, rest } = inParts(message, many)
        expect(together(structuredClone(first), [...structuredClone(rest)].reverse())).toEqual(message)
      }),
    )
  })
})
