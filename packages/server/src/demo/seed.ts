import { count } from 'drizzle-orm'
import type { Database } from '../db/open.ts'
import { materials, parts, stock } from '../db/schema.ts'
import { partService } from '../services/parts.ts'
import { DEMO_MATERIALS, DEMO_STOCK } from './materials.ts'
import { DEMO_PARTS } from './parts.ts'

/** Fills the tables that are empty with the demo; what is there already is left alone. Gives the number of parts made. */
export async function seed(db: Database): Promise<number> {
  await db.write(async (tx) => {
    await tx.insert(materials).values([...DEMO_MATERIALS]).onConflictDoNothing()
    await tx
      .insert(stock)
      .values(DEMO_STOCK.map((s) => ({ ...s, sizes: { ...s.sizes }, barLengths: [...s.barLengths] })))
      .onConflictDoNothing()
  })
  const [known] = await db.read.select({ n: count() }).from(parts)
  if (known && known.n > 0) return 0
  const service = partService(db)
  for (const part of DEMO_PARTS) await service.create(part)
  return DEMO_PARTS.length
}
