import { describe, expect, it } from 'vitest'
import { isWatched, look, spend, stage, watched, within, type Progress } from './index.ts'

const off = { ok: false, fault: 'called-off' }
const always = { wanted: () => true }

describe('watched work', () => {
  it('comes to its end while it is wanted, and leaves at the next look when it is not', () => {
    expect(watched(always, () => 7)).toEqual({ ok: true, value: 7 })
    let asked = 0
    let done = 0
    const calledOff = watched({ wanted: () => ++asked < 4 }, () => {
      for (; done < 1e6; done++) look(10_000, 'points')
    })
    expect(calledOff).toEqual(off)
    // Asked before it begins and at every second of these; the third look at them was one too many.
    expect(done).toBe(5)
    expect(isWatched()).toBe(false)
  })
  it('does not begin when it was called off before', () => {
    expect(watched({ wanted: () => false }, () => expect.unreachable())).toEqual(off)
  })
  it('is called off through limits, and these hold as before', () => {
    let looks = 0
    const r = watched({ wanted: () => ++looks < 2 }, () => within(1e9, () => spend(50_000, 'the mesh')))
    expect(r).toEqual(off)
    expect(within(10, () => spend(11, 'x')).ok).toBe(false)
  })
  it('tells how far it has come in its stages', () => {
    const told: Progress[] = []
    watched({ wanted: () => true, progress: (at) => told.push(at) }, () => {
      stage('Handle', 0, 0.5, 80_000)
      for (let i = 0; i < 6; i++) look(20_000, 'the mesh')
      stage('Hook', 0.5, 1, 0)
      look(20_000, 'the contact')
    })
    expect(told.map((t) => t.share)).toEqual([0.125, 0.25, 0.375, 0.5, 0.5, 0.5, 0.5])
    expect(told.at(-1)).toEqual({ of: 'Hook', on: 'the contact', share: 0.5 })
  })
  it('lets errors of ours through', () => {
    expect(() =>
      watched(always, () => {
        throw new Error('a bug')
      }),
    ).toThrow('a bug')
    expect(isWatched()).toBe(false)
  })
})
