import { toast } from 'sonner'
import { addPathFromPoints, type PointCorners } from '@flexum/core/recipe'
import { IMPORTS, pointsOf } from '@flexum/core/files'
import type { PointColumn, PointTable } from '@flexum/core/format'
import type { LengthUnit } from '@flexum/core/units'
import { partOf, type Session } from '../../../bench/session.ts'
import { pickFile } from '../../../ui/pickFile.ts'
import { newId, newIds } from './ids.ts'
import { addPath, beforeRuns } from './recipe.ts'

/** Reads a table of points, and asks what is not said in it. */
export function readPoints(session: Session, file: string, text: string): void {
  const table = IMPORTS.points.read(text)
  if (table.ok) session.askPoints({ file, table: table.value })
  else toast.error(`${file}: ${table.fault.message}`)
}

/** Lets someone pick a file of points. */
export const pickPoints = (session: Session): void =>
  pickFile('points', (file) => void file.text().then((text) => readPoints(session, file.name, text)))

/** What someone said about a table of points. */
export interface PointsSaid {
  readonly columns: readonly PointColumn[]
  readonly decimal: PointTable['decimal']
  readonly unit: LengthUnit
  readonly corners: PointCorners
}

/** Makes a path of a table of points; says why where it cannot. */
export function takePoints(
  session: Session,
  file: string,
  table: PointTable,
  said: PointsSaid,
): string | undefined {
  const points = pointsOf({ ...table, decimal: said.decimal }, said.columns)
  if (!points.ok) return points.fault.message
  const part = partOf(session.store.getState())
  const name = file.replace(/\.[^.]*$/, '') || 'Points'
  const args = {
    points: points.value,
    unit: said.unit,
    corners: said.corners,
    base: { id: newId(part, 's'), name },
    index: beforeRuns(part),
    newId: newIds(part, 'n'),
  }
  // What keeps it from being a path is said where it was asked for.
  const could = addPathFromPoints(part, { ...args, newId: newIds(part, 'n') })
  if (!could.ok) return could.fault.message
  addPath(session, addPathFromPoints, args, args.base.id, `Bring in ${name}`)
  return undefined
}
