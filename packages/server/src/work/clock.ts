import { readFileSync } from 'node:fs'

/** Ticks of the system's clock of work a second, as Linux has them on every machine that Node runs on. */
const TICKS = 100
/** Where in a task's line its time of work stands, by itself and by the system for it, counted after its name. */
const [OWN, FOR_IT] = [11, 12]

/**
 * How long a thread of this process has been at work, ms; undefined where the system does not tell. What it waited for its turn, behind others on a busy
 * machine, does not count (proc(5), `stat`).
 */
export function workedMs(task: string | undefined): number | undefined {
  if (task === undefined) return undefined
  try {
    const line = readFileSync(`/proc/self/task/${task}/stat`, 'utf8')
    // The name may hold blanks and brackets: what follows the last bracket is counted.
    const fields = line.slice(line.lastIndexOf(')') + 2).split(' ')
    const ticks = Number(fields[OWN]) + Number(fields[FOR_IT])
    return Number.isFinite(ticks) ? (ticks * 1000) / TICKS : undefined
  } catch {
    return undefined
  }
}
