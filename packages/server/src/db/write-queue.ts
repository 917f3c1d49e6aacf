import { isBusy } from './failure.ts'
import type { Queries } from './queries.ts'

interface Waiting {
  work(tx: Queries): Promise<unknown>
  done(value: unknown): void
  refused(error: unknown): void
}

/** Writes committed in one go at the most: so that the first of them does not wait for ever on the last. */
const MOST_TOGETHER = 64
/** How long a write waits for another program's to end, ms, and how often it looks. */
const BUSY_FOR_MS = 5000
const LOOK_MS = 25

const rest = (ms: number): Promise<void> => new Promise((r) => setTimeout(r, ms))

/**
 * Writes one after the other; those that wait are committed together, as one commit costs more than many writes. Where one of
 * them fails, all are taken back and each is tried by itself, so that none is refused for another's sake; a write must be
 * ready to be done again. `renew` opens the connection anew: one that was refused as busy keeps a statement open and would
 * refuse everything after.
 */
export function writeQueue(
  db: Queries,
  renew: () => Promise<void>,
): <T>(work: (tx: Queries) => Promise<T>) => Promise<T> {
  const queue: Waiting[] = []
  let going = false

  const committed = async (batch: readonly Waiting[]): Promise<unknown[]> => {
    let first: { readonly error: unknown } | undefined
    try {
      return await db.transaction(async (transaction) => {
        const values: unknown[] = []
        try {
          for (const of of batch) values.push(await of.work(transaction as unknown as Queries))
        } catch (error) {
          first = { error }
          throw error
        }
        return values
      })
    } catch (error) {
      // A full disk takes all back by itself, and taking back what is gone fails too: what made it go is what is to be told.
      throw first ? first.error : error
    }
  }

  const together = async (batch: readonly Waiting[]): Promise<void> => {
    const until = Date.now() + BUSY_FOR_MS
    for (;;) {
      try {
        const values = await committed(batch)
        batch.forEach((of, i) => of.done(values[i]))
        return
      } catch (error) {
        await renew()
        if (isBusy(error) && Date.now() < until) {
          await rest(LOOK_MS)
          continue
        }
        if (batch.length === 1 || isBusy(error)) for (const of of batch) of.refused(error)
        else for (const of of batch) await together([of])
        return
      }
    }
  }

  const go = async (): Promise<void> => {
    going = true
    while (queue.length > 0) await together(queue.splice(0, MOST_TOGETHER))
    going = false
  }

  return <T>(work: (tx: Queries) => Promise<T>) =>
    new Promise<T>((resolve, reject) => {
      queue.push({ work, done: (value) => resolve(value as T), refused: reject })
      if (!going) void go()
    })
}
