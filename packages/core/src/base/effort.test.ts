import { describe, expect, it } from 'vitest'
import { effortLeft, own, spend, within } from './index.ts'

describe('work within a limit', () => {
  it('is done, or refused with what it was spent on', () => {
    expect(within(10, () => (spend(10, 'points'), 'done'))).toEqual({ ok: true, value: 'done' })
    expect(within(10, () => spend(11, 'points'))).toEqual({ ok: false, fault: { on: 'points' } })
    expect(within(10, () => spend(NaN, 'what is no number'))).toMatchObject({ ok: false })
    expect(effortLeft()).toBe(Infinity)
  })
  it('counts against all limits around it, the nearest first', () => {
    const r = within(100, () => {
      expect(within(1000, () => spend(101, 'all of it')).ok).toBe(false)
      expect(effortLeft()).toBe(0)
      return within(5, () => 1)
    })
    expect(r).toEqual({ ok: true, value: { ok: true, value: 1 } })
    const shared = within(100, () => {
      within(60, () => spend(60, 'first'))
      return within(60, () => spend(60, 'second')).ok
    })
    expect(shared).toEqual({ ok: true, value: false })
  })
  it('lets other errors through', () => {
    expect(() =>
      within(1, () => {
        throw new Error('a bug')
      }),
    ).toThrow('a bug')
    expect(effortLeft()).toBe(Infinity)
  })
})

describe('own', () => {
  it('sees only what a record holds itself', () => {
    const record = { a: 1 }
    expect([
      own(record, 'a'),
      own(record, 'constructor'),
      own(record, '__proto__'),
      own(record, 'toString'),
    ]).toEqual([1, undefined, undefined, undefined])
  })
})
