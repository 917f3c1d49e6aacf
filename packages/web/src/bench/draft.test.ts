import { beforeEach, describe, expect, it } from 'vitest'
import { STARTERS } from '@flexum/core/document'
import { directCompute } from '../../testing/bench.tsx'
import { dropDraft, draftText, keepDraft, readDraft } from './draft.ts'
import { createSession, partOf } from './session.ts'
import { renamePart } from '@flexum/core/edit'

const hoop = STARTERS.hoop.make('Hoop')
const head = { id: 'p1', revision: 1, updatedAt: 0, binnedAt: null, part: hoop }
const KEY = 'flexum.draft.p1'

/** A session with one change that was not sent, kept as a draft. */
function keptDraft(): void {
  const session = createSession(head, directCompute(), () => undefined)
  session.run(renamePart, { name: 'Changed' }, { label: 'Rename' })
  const keeper = keepDraft(session)
  keeper.flush()
  keeper.stop()
  expect(partOf(session.store.getState()).name).toBe('Changed')
}
const stored = (): { history: { past: { part: Record<string, unknown> }[] } } =>
  JSON.parse(sessionStorage.getItem(KEY)!) as never

beforeEach(() => sessionStorage.clear())

describe('a draft in the storage', () => {
  it('brings back what was done, with its undo', () => {
    keptDraft()
    const draft = readDraft(head)!
    expect(draft.history.past.map((m) => m.part.name)).toEqual(['Hoop', 'Changed'])
    expect(draftText('p1')).toContain('"Changed"')
    dropDraft('p1')
    expect(readDraft(head)).toBeUndefined()
  })

  it('is checked as it comes back: what does not read is left out, and nothing of it is taken at its word', () => {
    keptDraft()
    const draft = stored()
    draft.history.past[1]!.part['steps'] = [{ kind: 'constructor' }]
    sessionStorage.setItem(KEY, JSON.stringify(draft))
    expect(readDraft(head)?.history.past.map((m) => m.part.name)).toEqual(['Hoop'])

    draft.history.past[0]!.part['version'] = 99
    sessionStorage.setItem(KEY, JSON.stringify(draft))
    expect(readDraft(head)).toBeUndefined()
  })

  it.each([
    '',
    '{',
    'null',
    '[]',
    '{"history":5}',
    '{"history":{"past":[null]}}',
    '{"history":{"past":[{}]}}',
  ])('that reads %j is none', (text) => {
    sessionStorage.setItem(KEY, text)
    expect(readDraft(head)).toBeUndefined()
  })
})
