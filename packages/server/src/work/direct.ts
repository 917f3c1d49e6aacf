import { ok, type Result } from '@flexum/core/base'
import type { Part } from '@flexum/core/document'
import type { MadeFile } from '@flexum/core/files'
import { createService, type Service } from '@flexum/core/service'
import type { SectionFigures } from '../db/schema.ts'
import { readText, readWhole, workOnPart, workOnSection, type PartWork } from './jobs.ts'
import type { Job, Work } from './work.ts'

/** What came of a job, by its kind. */
export type Answer = Result<PartWork | SectionFigures | MadeFile | Part>

/** Does jobs where it is called, with one memory for all of them. */
export function jobsHere() {
  const service = createService()
  const worked = <T>(body: string, of: (service: Service, part: Part) => Result<T>): Result<T> => {
    const part = readText(body)
    return part.ok ? of(service, part.value) : part
  }
  return {
    part: (body: string) => worked(body, (s, part) => ok(workOnPart(s, part))),
    section: (body: string) => worked(body, workOnSection),
    takeOut: (body: string, wanted: Extract<Job, { kind: 'take-out' }>['wanted']) =>
      worked(body, (s, part) => s.takeOut(part, wanted)),
    read: readWhole,
    readKept: readText,
  }
}

/** The work done on the spot, without a thread: for tests, and for the demo, whose parts are known to be quick. */
export function directWork(): Work {
  const here = jobsHere()
  return {
    part: async (body) => here.part(body),
    section: async (body) => here.section(body),
    takeOut: async (body, wanted) => here.takeOut(body, wanted),
    read: async (input) => here.read(input),
    readKept: async (body) => here.readKept(body),
    stop: async () => undefined,
  }
}
