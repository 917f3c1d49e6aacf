import { closeSync, openSync, readFileSync, rmSync, writeSync } from 'node:fs'
import { CannotOpen } from './failure.ts'

/** A server's claim on a database file. */
export interface Lock {
  release(): void
}

/**
 * Claims a database for this process by a file beside it that names the process. A claim of a process that is gone (killed, or
 * from before a restart of the machine) counts for nothing. Throws `CannotOpen` where another server has it.
 */
export function lockDatabase(location: string): Lock {
  const path = `${location}.lock`
  for (let tries = 0; tries < 3; tries++) {
    try {
      const file = openSync(path, 'wx')
      writeSync(file, claimOf(process.pid))
      closeSync(file)
      own.add(path)
      return { release: () => releaseOwn(path) }
    } catch (error) {
      if ((error as NodeJS.ErrnoException).code !== 'EEXIST') throw error
    }
    const claim = readClaim(path)
    const pid = Number(claim.split(' ')[0])
    if (pid > 0 && claim === claimOf(pid) && (pid !== process.pid || own.has(path)))
      throw new CannotOpen(
        `another Flexum server (process ${pid}) has the database ${location}; one server at a time can`,
      )
    rmSync(path, { force: true })
  }
  throw new CannotOpen(`the database ${location} cannot be claimed; remove ${path} if no other server runs`)
}

/** Claims of this very process, so that it does not take one from itself. */
const own = new Set<string>()

function releaseOwn(path: string): void {
  own.delete(path)
  if (readClaim(path) === claimOf(process.pid)) rmSync(path, { force: true })
}

function readClaim(path: string): string {
  try {
    return readFileSync(path, 'utf8')
  } catch {
    return ''
  }
}

/** A process by its number and when it began, so that a number given out again is not taken for it; '' where it is gone. */
function claimOf(pid: number): string {
  try {
    process.kill(pid, 0)
  } catch (error) {
    if ((error as NodeJS.ErrnoException).code !== 'EPERM') return ''
  }
  try {
    const stat = readFileSync(`/proc/${pid}/stat`, 'utf8')
    return `${pid} ${stat.slice(stat.lastIndexOf(')') + 2).split(' ')[19] ?? ''}`
  } catch {
    return `${pid} `
  }
}
