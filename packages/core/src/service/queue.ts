import { fail, ok, type Result } from '../base/index.ts'

/** Why work that was asked for did not come to an end: something newer of its kind was asked for, or it was called off. */
export type Dropped = 'newer' | 'cancelled'

/**
 * Work one after the other, in the order in which it was asked for, but for what is asked for again: of a kind that is told by
 * a name, only the newest that waits is done. What is under way is never dropped for something newer; it is done by then.
 */
export interface Queue {
  /** Does work when its turn comes; of a kind with a name, what waits of that kind is dropped for it. */
  add<T>(work: () => Promise<T>, kind?: string): Promise<Result<T, Dropped>>
  /** Drops all that waits. */
  clear(): void
}

interface Waiting {
  readonly kind: string | undefined
  run(): Promise<void>
  drop(why: Dropped): void
}

export function createQueue(): Queue {
  const waiting: Waiting[] = []
  let busy = false

  const next = async (): Promise<void> => {
    if (busy) return
    busy = true
    for (let w = waiting.shift(); w; w = waiting.shift()) await w.run()
    busy = false
  }

  return {
    add<T>(work: () => Promise<T>, kind?: string) {
      return new Promise<Result<T, Dropped>>((resolve, reject) => {
        const at = kind === undefined ? -1 : waiting.findIndex((w) => w.kind === kind)
        if (at >= 0) waiting.splice(at, 1)[0]!.drop('newer')
        waiting.push({
          kind,
          run: () => work().then((value) => resolve(ok(value)), reject),
          drop: (why) => resolve(fail(why)),
        })
        void next()
      })
    },
    clear() {
      for (const w of waiting.splice(0)) w.drop('cancelled')
    },
  }
}
