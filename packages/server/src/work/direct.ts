import { ok, type Result } from '@flexum/core/base'
import type { Part } from '@flexum/core/recipe'
import type { ExportedFile } from '@flexum/core/files'
import { createService, type Service } from '@flexum/core/service'
import type { LinearSolver } from '@flexum/core/cutting'
import type { SectionFigures } from '../db/schema.ts'
import {
  drawBendSheet,
  readText,
  readWhole,
  workOnPart,
  workOnSection,
  type SheetWanted,
  type PartWork,
} from './jobs.ts'
import { drawPlanSheet, planWanted, type PlanMade, type PlanTold, type PlanWanted } from './order.ts'
import type { Job, Work } from './work.ts'
import { loadHighs } from '@flexum/highs'
import { loadManifold } from '@flexum/manifold'

/** What came of a job, by its kind. */
export type Answer = Result<PartWork | SectionFigures | ExportedFile | Part | Uint8Array>

/** Does jobs where it is called, with one memory for all of them. */
export async function jobsHere() {
  const service = createService({ solids: await loadManifold() })
  // Loaded for the first order.
  let solver: Promise<LinearSolver> | undefined
  const worked = <T>(body: string, of: (service: Service, part: Part) => Result<T>): Result<T> => {
    const part = readText(body)
    return part.ok ? of(service, part.value) : part
  }
  return {
    part: (body: string) => worked(body, (s, part) => ok(workOnPart(s, part))),
    section: (body: string) => worked(body, workOnSection),
    exportFile: (body: string, wanted: Extract<Job, { kind: 'take-out' }>['wanted']) =>
      worked(body, (s, part) => s.exportFile(part, wanted)),
    bendSheet: (body: string, wanted: SheetWanted) =>
      worked(body, (s, part) => drawBendSheet(s, part, wanted)),
    planSheet: drawPlanSheet,
    async plan(wanted: PlanWanted, tell: (told: PlanTold) => boolean, soon: (plan: PlanMade) => void) {
      solver ??= loadHighs()
      return planWanted(service, await solver, wanted, tell, soon)
    },
    read: readWhole,
    readKept: readText,
  }
}

/** The work done on the spot, without a thread: for tests, and for the demo, whose parts are known to be quick. */
export function directWork(): Work {
  const here = jobsHere()
  return {
    part: async (body) => (await here).part(body),
    section: async (body) => (await here).section(body),
    exportFile: async (body, wanted) => (await here).exportFile(body, wanted),
    bendSheet: async (body, wanted) => (await here).bendSheet(body, wanted),
    planSheet: async (order, plan, note) => (await here).planSheet(order, plan, note),
    plan(wanted, { told, soon }) {
      let stopped = false
      const tell = (at: PlanTold): boolean => {
        told(at)
        return !stopped
      }
      return { made: here.then((h) => h.plan(wanted, tell, soon)), stop: () => void (stopped = true) }
    },
    read: async (input) => (await here).read(input),
    readKept: async (body) => (await here).readKept(body),
    stop: async () => undefined,
  }
}
