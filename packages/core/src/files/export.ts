import { fail, fault, ok, type Id, type Result } from '../base/index.ts'
import { kindOf, type Part } from '../recipe/index.ts'
import { leadOf, type Evaluator, type Finding, type PartResult } from '../recipe/evaluated/index.ts'
import { fileName, exportOf, type FileId, type ExportOptions } from './exports.ts'

/** Which file is wanted, of which run by a chosen step, with which lengths. */
export interface WantedExport {
  readonly file: FileId
  readonly chosen?: Id | null
  readonly options?: ExportOptions
}

export interface ExportedFile {
  readonly name: string
  readonly type: string
  readonly content: string | Uint8Array<ArrayBuffer>
  /** What the part was found to have, worked out as the file needed it. */
  readonly findings: readonly Finding[]
}

const NOTHING: PartResult = { values: [], steps: [], findings: [], awaits: 0 }

/** Works a part out as a file needs it, and makes the file; or why there is none. */
export function exportFile(evaluator: Evaluator, part: Part, wanted: WantedExport): Result<ExportedFile> {
  const { file, chosen = null, options = {} } = wanted
  const out = exportOf(file)
  for (const [name, value] of Object.entries(options)) {
    if (!Object.hasOwn(out.options, name))
      return fail(fault('file.option', `"${out.title}" has no option "${name}"`))
    if (!(value > 0 && Number.isFinite(value)))
      return fail(fault('file.option', `"${name}" reads ${value}; a length above 0 is needed`))
  }
  const result = out.needs.length > 0 ? evaluator.evaluate(part, out.how(options)) : NOTHING
  const source = { part, result, lead: leadOf(part, result, chosen) }
  const made = out.make(source)
  if (!made.ok) return made
  const runs = part.steps.filter((s) => kindOf(s).gives.includes('carried')).length
  const { type } = out
  return ok({ name: fileName(file, source, runs), type, content: made.value, findings: result.findings })
}
