/** Calls of a task in a row that are timed, after as many that only clear away what the task before left behind. */
const BATCH = 25

/**
 * Median time of one call, ms. The tasks take turns in batches, so that a busy moment of the machine hits all alike and
 * nobody pays for another's litter; heavy ones in smaller ones.
 */
export function measure(
  tasks: Readonly<Record<string, () => unknown>>,
  rounds: number,
  batch = BATCH,
): Record<string, number> {
  const times: Record<string, number[]> = Object.fromEntries(Object.keys(tasks).map((name) => [name, []]))
  for (let r = 0; r < rounds; r++) {
    for (const [name, task] of Object.entries(tasks)) {
      for (let i = 0; i < batch; i++) task()
      for (let i = 0; i < batch; i++) {
        const start = performance.now()
        task()
        times[name]!.push(performance.now() - start)
      }
    }
  }
  const middle = (list: number[]): number => list.toSorted((a, b) => a - b)[Math.floor(list.length / 2)]!
  return Object.fromEntries(Object.entries(times).map(([name, list]) => [name, middle(list)]))
}
