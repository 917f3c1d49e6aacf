import { fail, fault, ok, type Result } from '../base/index.ts'
import { fromVersion1 } from './migrations/v1-to-v2.ts'
import { PART_FORMAT, PART_VERSION } from './part.ts'

type Loose = Readonly<Record<string, unknown>>

/** Steps from one version of the format to the next, by the version they start from. */
const MIGRATIONS: ReadonlyMap<number, (old: Loose) => Loose> = new Map([[1, fromVersion1]])

/** What was read, short enough for a sentence. */
function shortly(v: unknown): string {
  const text = JSON.stringify(v) ?? 'nothing'
  return text.length > 60 ? `${text.slice(0, 57)}…` : text
}

/** Brings a document of any known version to the current one; what is no part, or newer than this program, is refused. */
export function migrate(input: unknown): Result<Loose> {
  if (typeof input !== 'object' || input === null || Array.isArray(input)) {
    return fail(
      fault('part.shape', 'this is not a part: an object with "format", "version", "steps" is needed'),
    )
  }
  let document = input as Loose
  if (document['format'] !== PART_FORMAT) {
    const read = shortly(document['format'])
    return fail(
      fault('part.format', `this is not a part: "format" reads ${read}; "${PART_FORMAT}" is needed`),
    )
  }
  const version = document['version']
  if (!Number.isInteger(version) || (version as number) < 1) {
    return fail(fault('part.version', `"version" reads ${shortly(version)}; a whole number from 1 is needed`))
  }
  if ((version as number) > PART_VERSION) {
    return fail(
      fault(
        'part.newer',
        `this part has version ${String(version)}; this program reads up to ${PART_VERSION}; update it`,
      ),
    )
  }
  for (let v = version as number; v < PART_VERSION; v++) {
    const step = MIGRATIONS.get(v)
    if (!step) throw new Error(`no migration from version ${v}`)
    document = { ...step(document), version: v + 1 }
  }
  return ok(document)
}
