import { linkSync, readFileSync, renameSync, rmSync, writeFileSync } from 'node:fs'
import { CannotOpen } from './failure.ts'

/** A server's claim on a database file. */
export interface Lock {
  release(): void
}

/**
 * Claims a database for this process by a file beside it that names the process. A claim of a process that is gone (killed, or
 * from before a restart of the machine) counts for nothing. Throws `CannotOpen` where another server has it. Bound: three tries.
 */
export function lockDatabase(location: string): Lock {
  const path = `${location}.lock`
  // Written aside and linked into place, so that no claim is ever seen half written.
  const aside = `${path}.${process.pid}.${Date.now()}`
  writeFileSync(aside, claimOf(process.pid))
  try {
    for (let tries = 0; tries < 3; tries++) {
      try {
        place(aside, path)
        own.add(path)
        return { release: () => releaseOwn(path) }
      } catch (error) {
        if ((error as NodeJS.ErrnoException).code !== 'EEXIST') throw error
      }
      const holder = holderOf(readClaim(path), path)
      if (holder !== undefined) throw taken(holder, location)
      putAway(path, `${aside}.old`, location)
    }
  } finally {
    rmSync(aside, { force: true })
  }
  throw new CannotOpen(`the database ${location} cannot be claimed; remove ${path} if no other server runs`)
}

/** Puts a claim where it counts; fails with EEXIST where there is one. Not every file system knows links. */
function place(from: string, path: string): void {
  try {
    linkSync(from, path)
  } catch (error) {
    const { code } = error as NodeJS.ErrnoException
    if (code !== 'EPERM' && code !== 'ENOTSUP' && code !== 'ENOSYS') throw error
    writeFileSync(path, readFileSync(from), { flag: 'wx' })
  }
}

const taken = (pid: number, location: string): CannotOpen =>
  new CannotOpen(
    `another Flexum server (process ${pid}) has the database ${location}; one server at a time can`,
  )

/** The process that holds a claim, if it is there. */
function holderOf(claim: string, path: string): number | undefined {
  const pid = Number(claim.split(' ')[0])
  const holds = pid > 0 && claim === claimOf(pid) && (pid !== process.pid || own.has(path))
  return holds ? pid : undefined
}

/** Takes a claim of nobody out of the way; one that somebody else has put there meanwhile is put back. */
function putAway(path: string, to: string, location: string): void {
  try {
    renameSync(path, to)
  } catch {
    // Somebody else did.
    return
  }
  try {
    const holder = holderOf(readClaim(to), path)
    if (holder === undefined) return
    place(to, path)
    throw taken(holder, location)
  } finally {
    rmSync(to, { force: true })
  }
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
