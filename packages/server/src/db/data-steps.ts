import { eq, sql } from 'drizzle-orm'
import type { Queries } from './queries.ts'
import { FIRST_BENDERS } from './first-benders.ts'
import { benders, stock } from './schema.ts'

/** Version of the meaning of what the tables hold; their form has its migrations. */
const DATA_VERSION = 3

/**
 * Brings rows that mean something else by now up to date, once. From 1 to 2: the face of a cornice board was the width of its
 * back, and is that of its front, wider by thickness / (sin spring * cos spring). From 2 to 3: there are benders.
 */
export async function bringDataUp(db: Queries): Promise<void> {
  const [row] = await db.all<{ user_version: number }>(sql`PRAGMA user_version`)
  const version = row?.user_version ?? 0
  if (version >= DATA_VERSION) return
  await db.transaction(async (tx) => {
    const used = (await tx.select({ id: stock.id }).from(stock).limit(1)).length > 0
    if (used && version < 3)
      await tx
        .insert(benders)
        .values([...FIRST_BENDERS])
        .onConflictDoNothing()
    const bars = version < 2 ? await tx.select().from(stock).where(eq(stock.shape, 'cornice')) : []
    for (const bar of bars) {
      const { face, thickness, spring } = bar.sizes
      if (face === undefined || thickness === undefined || spring === undefined) continue
      const wider = face + thickness / (Math.sin(spring) * Math.cos(spring))
      await tx
        .update(stock)
        .set({ sizes: { ...bar.sizes, face: wider } })
        .where(eq(stock.id, bar.id))
    }
    await tx.run(sql.raw(`PRAGMA user_version = ${DATA_VERSION}`))
  })
}
