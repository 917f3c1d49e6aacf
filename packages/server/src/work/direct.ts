import type { Part } from '@flexum/core/document'
import { createService, type Service } from '@flexum/core/service'
import { readText, readWhole, workOnPart, workOnSection } from './jobs.ts'
import type { Work, Worked } from './work.ts'

/** The work done on the spot, without a thread: for tests, and for the demo, whose parts are known to be quick. */
export function directWork(): Work {
  const service = createService()
  const worked = <T>(body: string, of: (service: Service, part: Part) => T): Worked<T> => {
    const part = readText(body)
    return part.ok ? { ok: true, value: of(service, part.value) } : { ok: false, trouble: part.fault.message }
  }
  return {
    part: async (body) => worked(body, workOnPart),
    section: async (body) => worked(body, workOnSection),
    takeOut: async (body, wanted) => worked(body, (s, part) => s.takeOut(part, wanted)),
    read: async (input) => readWhole(input),
    readKept: async (body) => readText(body),
    stop: async () => undefined,
  }
}
