import { addMissing } from '../db/catalogue-queries.ts'
import type { Database } from '../db/open.ts'
import { countParts } from '../db/part-queries.ts'
import { partService } from '../services/parts.ts'
import { DEMO_MATERIALS, DEMO_STOCK } from './materials.ts'
import { DEMO_PARTS } from './parts.ts'

/** Fills the tables that are empty with the demo; what is there already is left alone. Gives the number of parts made. */
export async function seed(db: Database): Promise<number> {
  const bars = DEMO_STOCK.map((s) => ({ ...s, sizes: { ...s.sizes }, barLengths: [...s.barLengths] }))
  await db.write((tx) => addMissing(tx, DEMO_MATERIALS, bars))
  if ((await countParts(db.read)) > 0) return 0
  const service = partService(db)
  for (const part of DEMO_PARTS) await service.create(part)
  return DEMO_PARTS.length
}
