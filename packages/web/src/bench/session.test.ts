import { beforeEach, describe, expect, it, vi } from 'vitest'
import { STARTERS, type Part, renamePart, setCell } from '@flexum/core/recipe'
import { createEvaluator } from '@flexum/core/recipe/evaluated'
import type { PartHead } from '../api/parts.ts'
import { Broken, type Compute } from '../compute/client.ts'
import { startAutosave } from './autosave.ts'
import { keepDraft, readDraft } from './draft.ts'
import { createSession, partOf, selectionOf, shownPart, type Session } from './session.ts'

const part = STARTERS.angle.make('Angle')
const head: PartHead = { id: 'p1', revision: 1, updatedAt: 0, binnedAt: null, part }

/** The computation without a worker, counting what it is asked. */
function directCompute(): Compute & { readonly asked: Part[] } {
  const evaluator = createEvaluator()
  const asked: Part[] = []
  return {
    asked,
    evaluate: async (p) => {
      asked.push(p)
      await Promise.resolve()
      return evaluator.evaluate(p, { owner: 'page' })
    },
    finish: async (p) => evaluator.evaluate(p, { owner: 'page' }),
    distance: async () => undefined,
    readMesh: async () => ({ ok: false, fault: { code: 'none', message: 'none' } }),
    exportFile: async () => ({ ok: false, fault: { code: 'none', message: 'none' } }),
    compare: async () => [],
    trace: async () => [],
    onProgress: () => undefined,
    cancel: () => undefined,
    dispose: () => undefined,
  }
}
/** Lets what is worked out come in and be shown, however long the machine takes. */
const settle = async (s: Session): Promise<void> => {
  await new Promise((r) => setTimeout(r, 40))
  await vi.waitFor(() => expect(s.store.getState().working).toBe(false))
}
const radius = (s: Session, formula: string, node = 'n2'): boolean =>
  s.run(setCell, { step: 'path', node, column: 'radius', formula }, { label: 'radius' })

beforeEach(() => {
  sessionStorage.clear()
  vi.unstubAllGlobals()
})

describe('a session', () => {
  it('keeps the last result where work breaks off, says at what, and tries again', async () => {
    const compute = directCompute()
    let told: Parameters<Compute['onProgress']>[1] = () => undefined
    let breaks = false
    const { evaluate } = compute
    const s = createSession(
      head,
      {
        ...compute,
        onProgress: (_, listener) => (told = listener),
        evaluate: async (p) => {
          if (!breaks) return evaluate(p)
          told({ of: 'Run', on: 'the mesh', share: 0.5 })
          told(undefined)
          throw new Broken(new TypeError('of of nothing'))
        },
      },
      () => undefined,
    )
    await settle(s)
    const good = s.store.getState().result
    breaks = true
    radius(s, '21')
    await settle(s)
    expect(s.store.getState()).toMatchObject({
      result: good,
      problem: { kind: 'broken', at: 'Run', error: 'of of nothing' },
      save: { kind: 'unsaved' },
    })
    breaks = false
    s.tryAgain()
    await settle(s)
    expect(s.store.getState().problem).toBeUndefined()
    expect(s.store.getState().result).not.toBe(good)
  })
  it('follows what is dragged at the pace asked for, and ends with what was shown last', async () => {
    const compute = directCompute()
    const s = createSession(head, compute, () => undefined)
    await settle(s)
    const before = compute.asked.length
    for (const formula of ['20', '21', '22', '23'])
      s.show(setCell, { step: 'path', node: 'n2', column: 'radius', formula }, 400)
    await settle(s)
    expect(compute.asked.length - before).toBeLessThan(2)
    await vi.waitFor(() => expect(compute.asked.at(-1)).toBe(shownPart(s.store.getState())))
    expect(compute.asked.length - before).toBeLessThanOrEqual(2)
    // What counts does not wait for the pace.
    s.show(setCell, { step: 'path', node: 'n2', column: 'radius', formula: '24' }, 60_000)
    radius(s, '30')
    await vi.waitFor(() => expect(compute.asked.at(-1)).toBe(partOf(s.store.getState())))
  })
  it('works out the part at once and after every change', async () => {
    const s = createSession(head, directCompute(), () => undefined)
    await settle(s)
    expect(s.store.getState().result?.findings).toEqual([])
    radius(s, '500')
    await settle(s)
    expect(s.store.getState().result?.findings.map((f) => f.code)).toEqual(['path.no-room'])
    s.undo()
    await settle(s)
    expect(s.store.getState().result?.findings).toEqual([])
    expect(partOf(s.store.getState())).toBe(part)
  })
  it('skips parts that are overtaken while it works', async () => {
    const compute = directCompute()
    const s = createSession(head, compute, () => undefined)
    for (const r of ['31', '32', '33', '34', '35']) radius(s, r)
    await settle(s)
    expect(compute.asked.length).toBeLessThanOrEqual(3)
    expect(compute.asked.at(-1)).toBe(partOf(s.store.getState()))
  })
  it('shows a preview that does not count until it is kept', async () => {
    const s = createSession(head, directCompute(), () => undefined)
    s.show(setCell, { step: 'path', node: 'n2', column: 'radius', formula: '20' })
    expect(shownPart(s.store.getState())).not.toBe(part)
    expect(partOf(s.store.getState())).toBe(part)
    s.endPreview()
    expect(shownPart(s.store.getState())).toBe(part)
    expect(s.store.getState().history.past).toHaveLength(1)
    await settle(s)
  })
  it('says why a command is refused and changes nothing', () => {
    const told: string[] = []
    const s = createSession(head, directCompute(), (m) => told.push(m))
    expect(radius(s, '1', 'nowhere')).toBe(false)
    expect(told).toEqual(['there is no node "nowhere" on this path'])
    expect(s.store.getState().history.past).toHaveLength(1)
  })
  it('brings the selection back with undo', () => {
    const s = createSession(head, directCompute(), () => undefined)
    s.select({ node: 'n2' })
    s.run(renamePart, { name: 'B' }, { label: 'Rename', select: { station: 'shop', node: null } })
    s.undo()
    expect(selectionOf(s.store.getState())).toMatchObject({ station: 'path', node: 'n2' })
    s.redo()
    expect(selectionOf(s.store.getState())).toMatchObject({ station: 'shop', node: null })
  })
})

describe('autosave', () => {
  const answer = (status: number, body: unknown) => ({ ok: status < 400, status, json: async () => body })
  it('sends changes over the newest revision, and tells of a stale one without sending on', async () => {
    vi.useFakeTimers()
    const sent: { base: number }[] = []
    let stale = false
    vi.stubGlobal('fetch', async (_: string, init: { body: string }) => {
      sent.push(JSON.parse(init.body) as { base: number })
      return stale
        ? answer(409, { head: { ...head, revision: 9 } })
        : answer(200, { revision: sent.length + 1 })
    })
    const s = createSession(head, directCompute(), () => undefined)
    const saving = startAutosave(s)
    radius(s, '31')
    expect(s.store.getState().save.kind).toBe('unsaved')
    await vi.advanceTimersByTimeAsync(600)
    expect(s.store.getState()).toMatchObject({ revision: 2, save: { kind: 'saved' } })
    stale = true
    radius(s, '32')
    await vi.advanceTimersByTimeAsync(600)
    expect(s.store.getState().save).toMatchObject({ kind: 'conflict', head: { revision: 9 } })
    radius(s, '33')
    await vi.advanceTimersByTimeAsync(20_000)
    expect(sent.map((b) => b.base)).toEqual([1, 2])
    saving.stop()
    vi.useRealTimers()
  })
  it('tries again when the server cannot be reached', async () => {
    vi.useFakeTimers()
    let down = true
    vi.stubGlobal('fetch', async () => {
      if (down) throw new TypeError('no connection')
      return answer(200, { revision: 2 })
    })
    const s = createSession(head, directCompute(), () => undefined)
    const saving = startAutosave(s)
    radius(s, '31')
    await vi.advanceTimersByTimeAsync(600)
    expect(s.store.getState().save).toEqual({ kind: 'failed', message: 'the server cannot be reached' })
    down = false
    await vi.advanceTimersByTimeAsync(5000)
    expect(s.store.getState().save.kind).toBe('saved')
    saving.stop()
    vi.useRealTimers()
  })
})

describe('the draft', () => {
  it('brings history and selection back over the same revision, and not over another', () => {
    const s = createSession(head, directCompute(), () => undefined)
    const draft = keepDraft(s)
    radius(s, '31')
    s.select({ node: 'n2' })
    draft.flush()
    const again = createSession(head, directCompute(), () => undefined, readDraft(head))
    expect(partOf(again.store.getState())).toEqual(partOf(s.store.getState()))
    expect(again.store.getState().save.kind).toBe('unsaved')
    again.undo()
    expect(partOf(again.store.getState())).toEqual(part)
    const saved: PartHead = { ...head, revision: 2, part: partOf(s.store.getState()) }
    expect(
      createSession(saved, directCompute(), () => undefined, readDraft(saved)).store.getState().save.kind,
    ).toBe('saved')
    // Theirs is newer, and ours was never sent: ours goes on from its own revision, so that the next save is refused.
    const theirs: PartHead = { ...head, revision: 5, part: { ...part, name: 'Theirs' } }
    const clash = createSession(theirs, directCompute(), () => undefined, readDraft(theirs)).store.getState()
    expect(clash).toMatchObject({ revision: 1, save: { kind: 'unsaved' } })
    expect(partOf(clash)).toEqual(partOf(s.store.getState()))
    // What was sent already has nothing to lose: theirs is taken.
    s.store.setState({ save: { kind: 'saved' } })
    draft.flush()
    expect(readDraft(theirs)).toBeUndefined()
    // Storage is a door: what does not read as a part is left out, older versions are brought up to date.
    const moment = (p: unknown) => ({
      part: p,
      selection: { station: 'path', step: null, node: null },
      label: 'x',
    })
    const old = {
      ...part,
      version: 1,
      steps: part.steps.map((st) => (st.kind === 'blank' ? { ...st, startAllowance: '2-1/2 in' } : st)),
    }
    const stored = {
      revision: 1,
      unsent: true,
      history: {
        past: [moment({ ...part, steps: 'none' }), moment(old)],
        future: [moment(5), moment(part)],
        mergeKey: undefined,
      },
    }
    sessionStorage.setItem('flexum.draft.p1', JSON.stringify(stored))
    const read = readDraft(head)!
    expect(read.history.past).toHaveLength(1)
    expect(read.history.past[0]!.part.version).toBe(2)
    expect(JSON.stringify(read.history.past[0]!.part)).toContain('2 - 1/2 in')
    expect(read.history.future).toHaveLength(1)
    sessionStorage.setItem('flexum.draft.p1', '{ broken')
    expect(readDraft(head)).toBeUndefined()
    draft.stop()
  })

  it('writes a moment once, and fewer of them where the storage is full', () => {
    sessionStorage.clear()
    const s = createSession(head, directCompute(), () => undefined)
    const draft = keepDraft(s)
    const written: string[] = []
    const real = Storage.prototype.setItem
    const put = vi.spyOn(Storage.prototype, 'setItem').mockImplementation(function (this: Storage, k, v) {
      written.push(k)
      real.call(this, k, v)
    })
    for (const r of ['31', '32', '33']) radius(s, r)
    draft.flush()
    expect(written).toHaveLength(5)
    written.length = 0
    radius(s, '34')
    draft.flush()
    expect(written).toEqual(['flexum.draft.p1.5', 'flexum.draft.p1'])
    s.undo()
    s.undo()
    written.length = 0
    draft.flush()
    expect(written).toEqual(['flexum.draft.p1'])
    // What undo can no longer reach goes from the storage too.
    radius(s, '40')
    draft.flush()
    expect(Object.keys(sessionStorage).filter((k) => k.startsWith('flexum.draft.p1.'))).toHaveLength(4)
    const read = readDraft(head)!
    expect(read.history.past.map((m) => m.part)).toEqual(s.store.getState().history.past.map((m) => m.part))

    put.mockImplementation(function (this: Storage, k, v) {
      if (k.includes('draft') && Object.keys(this).filter((x) => x.startsWith('flexum.draft')).length >= 2)
        throw new DOMException('full', 'QuotaExceededError')
      real.call(this, k, v)
    })
    radius(s, '41')
    draft.flush()
    put.mockRestore()
    expect(readDraft(head)!.history.past.map((m) => m.part)).toEqual([partOf(s.store.getState())])
    draft.stop()
  })
})
