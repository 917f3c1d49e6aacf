import { eq, sql } from 'drizzle-orm'
import type { Queries } from './queries.ts'
import { images } from './schema.ts'

export type ImageRow = typeof images.$inferSelect

export async function findImage(q: Queries, hash: string): Promise<ImageRow | undefined> {
  const [row] = await q.select().from(images).where(eq(images.hash, hash))
  return row
}

/** Keeps a picture; one that is there already stays as it is. */
export async function keepImage(q: Queries, row: ImageRow): Promise<void> {
  await q.insert(images).values(row).onConflictDoNothing()
}

/** Bytes of all pictures together. */
export async function bytesOfImages(q: Queries): Promise<number> {
  const [row] = await q.select({ n: sql<number>`coalesce(sum(length(${images.bytes})), 0)` }).from(images)
  return Number(row?.n ?? 0)
}
