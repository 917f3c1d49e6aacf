import { describe, expect, it } from 'vitest'
import { emptyPart, STARTERS } from '@flexum/core/recipe'
import { partRows, readAnswer, readPartIn, revisionRows, savedPart, sectionRows } from './answers.ts'

const row = {
  id: 'p1',
  name: 'Hoop',
  revision: 2,
  createdAt: 1,
  updatedAt: 2,
  binnedAt: null,
  picture: 2,
  figures: { length: 665.66, bends: 2, blocking: 0 },
  state: 'known',
  trouble: null,
}

describe('what the server answers', () => {
  it('is taken when it has the shape that is asked for', () => {
    expect(readAnswer(partRows, { parts: [row] })).toEqual({ parts: [row] })
    expect(readAnswer(savedPart, { revision: 3 })).toEqual({ revision: 3 })
    expect(readAnswer(sectionRows, { sections: [] })).toEqual({ sections: [] })
  })

  it.each([
    ['no list', {}],
    ['a list of something else', { parts: [{ ...row, revision: 'two' }] }],
    ['a figure that is none', { parts: [{ ...row, figures: { blocking: 0, length: '665' } }] }],
    ['a state of another version', { parts: [{ ...row, state: 'asleep' }] }],
    ['a page of words', 'not found'],
    ['nothing', null],
  ])('is refused with words when it is %s', (_, answer) => {
    expect(() => readAnswer(partRows, answer)).toThrow(/the server answered what this page cannot read/)
  })

  it('of revisions tells which could be worked out', () => {
    const revisions = [{ number: 1, savedAt: 1, state: null }]
    expect(readAnswer(revisionRows, { revisions })).toEqual({ revisions })
    expect(() => readAnswer(revisionRows, { revisions: [{ number: 1 }] })).toThrow(/cannot read/)
  })
})

describe('a part in an answer', () => {
  it('is read like one from a file', async () => {
    const hoop = STARTERS.hoop.make('Hoop')
    expect(await readPartIn(structuredClone(hoop))).toEqual(hoop)
    await expect(readPartIn({ ...emptyPart('x'), version: 99 })).rejects.toThrow(/99/)
    await expect(readPartIn({ ...hoop, steps: [{ kind: '__proto__' }] })).rejects.toThrow(/cannot be read/)
  })
})
