import { eq } from 'drizzle-orm'
import type { Queries } from './open.ts'
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
