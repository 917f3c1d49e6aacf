import { describe, expect, it } from 'vitest'
import { createQueue } from './index.ts'

/** Work that ends when it is told to. */
function held() {
  let end = (): void => undefined
  const until = new Promise<void>((resolve) => (end = resolve))
  return { until, end: () => end() }
}

describe('a queue', () => {
  it('does one thing after the other, in the order in which they were asked for', async () => {
    const queue = createQueue()
    const log: string[] = []
    const step = (name: string) => async (): Promise<string> => {
      log.push(`${name} begins`)
      await Promise.resolve()
      log.push(`${name} ends`)
      return name
    }
    const done = await Promise.all([queue.add(step('a')), queue.add(step('b')), queue.add(step('c'))])
    expect(done.map((d) => d.ok && d.value)).toEqual(['a', 'b', 'c'])
    expect(log).toEqual(['a begins', 'a ends', 'b begins', 'b ends', 'c begins', 'c ends'])
  })
  it('does only the newest of a kind that waits; what is under way comes to its end, and other kinds stay', async () => {
    const queue = createQueue()
    const first = held()
    const begun: number[] = []
    const ask = (n: number, kind: string, until?: Promise<void>) =>
      queue.add(async () => {
        begun.push(n)
        await until
        return n
      }, kind)
    const asked = [
      ask(1, 'picture', first.until),
      ask(2, 'picture'),
      ask(3, 'file'),
      ask(4, 'picture'),
      ask(5, 'picture'),
    ]
    first.end()
    expect(await Promise.all(asked)).toEqual([
      { ok: true, value: 1 },
      { ok: false, fault: 'newer' },
      { ok: true, value: 3 },
      { ok: false, fault: 'newer' },
      { ok: true, value: 5 },
    ])
    expect(begun).toEqual([1, 3, 5])
  })
  it('goes on after work that fails, and tells whoever asked for it', async () => {
    const queue = createQueue()
    const bad = queue.add(() => Promise.reject(new Error('broken')))
    const good = queue.add(() => Promise.resolve('whole'))
    await expect(bad).rejects.toThrow('broken')
    expect(await good).toEqual({ ok: true, value: 'whole' })
  })
  it('drops what waits when it is cleared', async () => {
    const queue = createQueue()
    const first = held()
    const under = queue.add(() => first.until)
    const waits = queue.add(() => Promise.resolve(2))
    queue.clear()
    expect(await waits).toEqual({ ok: false, fault: 'cancelled' })
    first.end()
    expect(await under).toMatchObject({ ok: true })
  })
})
