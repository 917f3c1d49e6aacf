import { describe, expect, it } from 'vitest'
import { createShelf } from './kept.ts'

describe('the shelf of what was made', () => {
  const shape = (triangles: number) => ({
    deleted: false,
    numTri: () => triangles,
    delete() {
      this.deleted = true
    },
  })
  it('holds what was asked for of late, and frees what is too much once it is tidied', () => {
    const shelf = createShelf<ReturnType<typeof shape>>()
    const all = [0, 1, 2].map(() => ({ of: {}, shape: shape(150_000) }))
    const [first, second, third] = all as [(typeof all)[0], (typeof all)[0], (typeof all)[0]]
    for (const x of all.slice(0, 2))
      expect(shelf.put(x.of, 'fine', { shape: x.shape, leaves: 1, spans: [] })).toBe(true)
    expect(shelf.get(first.of, 'fine')?.shape).toBe(first.shape)
    expect(shelf.get(first.of, 'coarse')).toBeUndefined()
    expect(shelf.put(third.of, 'fine', { shape: third.shape, leaves: 1, spans: [] })).toBe(true)
    expect(all.map((x) => x.shape.deleted)).toEqual([false, false, false])
    shelf.tidy()
    expect(all.map((x) => x.shape.deleted)).toEqual([false, true, false])
    expect(shelf.get(second.of, 'fine')).toBeUndefined()
    expect(shelf.get(first.of, 'fine')?.shape).toBe(first.shape)
  })
  it('takes nothing twice, and nothing that would fill most of it', () => {
    const shelf = createShelf<ReturnType<typeof shape>>()
    const of = {}
    const put = (triangles: number): boolean =>
      shelf.put(of, 'fine', { shape: shape(triangles), leaves: 1, spans: [] })
    expect([put(10), put(10), put(300_000)]).toEqual([true, false, false])
    expect(shelf.put({}, 'fine', { shape: shape(300_000), leaves: 1, spans: [] })).toBe(false)
  })
})
