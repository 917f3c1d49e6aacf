import { describe, expect, it } from 'vitest'
import { readPastedBends } from '@flexum/core/recipe'
import { pastedWords } from './pasted-words.ts'
import { laidWords } from '../grid/said.ts'

const said = (bends: number, row: number, ...cells: readonly string[][]): string =>
  pastedWords(readPastedBends(bends, { row, column: 'length', cells }), bends)

describe('what pasted rows were taken for', () => {
  it('is said: a whole table, rows over rows, rows added, a last straight', () => {
    const bend = ['50', '0', '45', '20']
    expect(said(3, 0, bend, ['33'])).toBe(
      'Taken for a whole table, in place of the one that was: 1 bend, last straight 33',
    )
    expect(said(3, 1, bend)).toBe('Pasted: put over bend 2')
    expect(said(3, 1, bend, bend, bend)).toBe('Pasted: put over bends 2 to 3, 1 bend added')
    expect(said(3, 2, bend, ['33'])).toBe('Pasted: put over bend 3, last straight 33')
    expect(said(1, 9, bend, bend)).toBe('Pasted: 2 bends added')
    expect(laidWords('nodes', 3, 0, 2)).toBe('Pasted: put over nodes 1 to 2, 1 added')
  })
})
