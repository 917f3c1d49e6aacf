import { sql } from 'drizzle-orm'
import { isBusy } from './failure.ts'
import type { Queries } from './open.ts'

interface Waiting {
  work(tx: Queries): Promise<unknown>
  done(value: unknown): void
  refused(error: unknown): void
}

/** What came of one write of several. */
interface Outcome {
  readonly of: Waiting
  readonly value?: unknown
  readonly error?: unknown
}

/** Writes committed in one go at the most: so that the first of them does not wait for ever on the last. */
const MOST_TOGETHER = 64
/** How long a write waits for another program's to end, ms, and how often it looks. */
const BUSY_FOR_MS = 5000
const LOOK_MS = 25

const rest = (ms: number): Promise<void> => new Promise((r) => setTimeout(r, ms))

/**
 * Writes one after the other; those that wait are committed together, as one commit costs more than many writes. Each is in a
 * savepoint of its own: one that fails is taken back and refused, and the others stand. Where the database gives the whole
 * transaction up (it is full), each is tried by itself, so that none is refused for another's sake. `renew` opens the
 * connection anew: one that was refused as busy keeps a statement open and would refuse everything after.
 */
export function writeQueue(
  db: Queries,
  renew: () => Promise<void>,
): <T>(work: (tx: Queries) => Promise<T>) => Promise<T> {
  const queue: Waiting[] = []
  let going = false

  const committed = async (batch: readonly Waiting[]): Promise<readonly Outcome[]> => {
    const outcomes: Outcome[] = []
    let lost: { readonly error: unknown } | undefined
    const all = db.transaction(async (transaction) => {
      const tx = transaction as unknown as Queries
      for (const of of batch) {
        await tx.run(sql`savepoint one`)
        try {
          const value = await of.work(tx)
          await tx.run(sql`release one`)
          outcomes.push({ of, value })
        } catch (error) {
          try {
            await tx.run(sql`rollback to one`)
            await tx.run(sql`release one`)
          } catch {
            lost = { error }
            throw error
          }
          if (isBusy(error)) throw error
          outcomes.push({ of, error })
        }
      }
    })
    try {
      await all
    } catch (error) {
      // Taking back what is gone already fails too; what made it go is what is to be told.
      throw lost ? lost.error : error
    }
    return outcomes
  }

  const together = async (batch: readonly Waiting[]): Promise<void> => {
    const until = Date.now() + BUSY_FOR_MS
    for (;;) {
      try {
        for (const o of await committed(batch)) {
          if ('error' in o) o.of.refused(o.error)
          else o.of.done(o.value)
        }
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
