import { and, eq } from 'drizzle-orm'
import type { Queries } from './queries.ts'
import { pictures } from './schema.ts'

export async function findPicture(q: Queries, partId: string, revision: number): Promise<Buffer | undefined> {
  const where = and(eq(pictures.partId, partId), eq(pictures.revision, revision))
  const [row] = await q.select({ png: pictures.png }).from(pictures).where(where)
  return row?.png
}

/** Keeps the picture of a revision; those of other revisions go. */
export async function keepPicture(q: Queries, partId: string, revision: number, png: Buffer): Promise<void> {
  await q.delete(pictures).where(eq(pictures.partId, partId))
  await q.insert(pictures).values({ partId, revision, png })
}
