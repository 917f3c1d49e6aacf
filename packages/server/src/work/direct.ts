import { readText, readWhole, workOnPart, workOnSection } from './jobs.ts'
import type { Work, Worked } from './work.ts'

/** The work done on the spot, without a thread: for tests, and for the demo, whose parts are known to be quick. */
export function directWork(): Work {
  const worked = <T>(body: string, of: (part: Parameters<typeof workOnPart>[0]) => T): Worked<T> => {
    const part = readText(body)
    return part.ok ? { ok: true, value: of(part.value) } : { ok: false, trouble: part.fault.message }
  }
  return {
    part: async (body) => worked(body, workOnPart),
    section: async (body) => worked(body, workOnSection),
    read: async (input) => readWhole(input),
    readKept: async (body) => readText(body),
    stop: async () => undefined,
  }
}
