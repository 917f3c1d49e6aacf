import { watched, type Progress, type Result } from '../base/index.ts'

/**
 * How work that goes on in another thread is called off: by a number in memory that both sides see. Jobs are numbered as they
 * are asked for, from 1; those up to the number are not wanted any more. The thread and all that it knows live on.
 */
export type Flag = SharedArrayBuffer

/** A new flag; undefined where threads share no memory (a page that does not stand alone, or comes over plain HTTP). */
export function createFlag(): Flag | undefined {
  return typeof SharedArrayBuffer === 'undefined' ? undefined : new SharedArrayBuffer(4)
}

/** Calls off a job and all before it. */
export function callOff(flag: Flag, job: number): void {
  Atomics.store(new Int32Array(flag), 0, job)
}

/** Does a job as long as it is wanted; fails when it was called off. */
export function doJob<T>(
  flag: Flag | undefined,
  job: number,
  work: () => T,
  progress?: (at: Progress) => void,
): Result<T, 'called-off'> {
  const calledOff = flag && new Int32Array(flag)
  const wanted = (): boolean => calledOff === undefined || Atomics.load(calledOff, 0) < job
  return watched({ wanted, ...(progress ? { progress } : {}) }, work)
}
