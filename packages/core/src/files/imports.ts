import { fail, fault, ok, type Result } from '../base/index.ts'
import { LIMITS, readPartText } from '../recipe/index.ts'
import { readImageHead, readMesh, readPointTable, readSvg, rowsFromText } from '../format/index.ts'
import { IMPORT_SORTS, type ImportId } from './import-sorts.ts'

/** Rows of cells from a spreadsheet's clipboard; more than a table takes, or none at all, is refused. */
function readRows(text: string): Result<readonly (readonly string[])[]> {
  const rows = rowsFromText(text)
  if (rows.every((r) => r.every((cell) => cell.trim() === '')))
    return fail(fault('rows.none', 'there are no cells in what was pasted'))
  if (rows.length > LIMITS.nodes)
    return fail(
      fault('rows.many', `${rows.length} rows were pasted; a path has at most ${LIMITS.nodes} nodes`),
    )
  return ok(rows)
}

/** How what comes in is read, each sort as text or as bytes. It is checked here, before anything is made of it. */
const READERS = {
  part: readPartText,
  outlines: readSvg,
  picture: readImageHead,
  mesh: readMesh,
  points: readPointTable,
  nodes: readRows,
} as const satisfies {
  readonly [S in ImportId]: (
    from: (typeof IMPORT_SORTS)[S]['as'] extends 'text' ? string : Uint8Array,
  ) => Result<unknown>
}

/** Everything that can be brought in: what it is called, how it comes, and how it is read. */
export const IMPORTS = {
  part: { ...IMPORT_SORTS.part, read: READERS.part },
  outlines: { ...IMPORT_SORTS.outlines, read: READERS.outlines },
  picture: { ...IMPORT_SORTS.picture, read: READERS.picture },
  mesh: { ...IMPORT_SORTS.mesh, read: READERS.mesh },
  points: { ...IMPORT_SORTS.points, read: READERS.points },
  nodes: { ...IMPORT_SORTS.nodes, read: READERS.nodes },
} as const satisfies Record<ImportId, unknown>
