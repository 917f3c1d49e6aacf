import { describe, expect, it } from 'vitest'
import { keptWith, memoBy, memoLast } from './memo.ts'

describe('what is kept with a thing', () => {
  it('is worked out once for each, whatever it comes to', () => {
    let made = 0
    const of = memoBy(({ n }: { n: number }) => {
      made++
      return n > 0 ? n : undefined
    })
    const [one, none] = [{ n: 1 }, { n: 0 }]
    expect([of(one), of(one), of(none), of(none), of({ n: 1 })]).toEqual([1, 1, undefined, undefined, 1])
    expect(made).toBe(3)
  })
  it('is the last answer where more is asked by', () => {
    const asked: number[] = []
    const of = memoLast((_: object, by: number) => {
      asked.push(by)
      return by * 2
    })
    const [a, b] = [{}, {}]
    expect([of(a, 1), of(a, 1), of(b, 1), of(a, 2), of(a, 1), of(b, 1)]).toEqual([2, 2, 2, 4, 2, 2])
    expect(asked).toEqual([1, 1, 2, 1])
  })
  it('can be put in by others', () => {
    const kept = keptWith<object, string>()
    const it = {}
    expect(kept.get(it)).toBeUndefined()
    expect(kept.put(it, 'x')).toBe('x')
    expect(kept.get(it)).toBe('x')
    expect(kept.get({})).toBeUndefined()
  })
})
