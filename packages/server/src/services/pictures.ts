import { PNG } from 'pngjs'
import type { Part } from '@flexum/core/document'
import { meshOfRun, runsOf, strandOf } from '@flexum/core/evaluate'
import { PICTURE_LOOKS, pictureOf } from '@flexum/core/format'
import type { Database } from '../db/open.ts'
import { findPicture, keepPicture } from '../db/picture-queries.ts'
import { evaluateOnce } from './figures.ts'
import type { PartService } from './parts.ts'

export const PICTURE_SIZE = { width: 300, height: 190 } as const

/** A part drawn small, as PNG; undefined when it has no body to draw. */
export function drawPart(part: Part): Buffer | undefined {
  const runs = runsOf(evaluateOnce(part))
  if (runs.length === 0) return undefined
  const { width, height } = PICTURE_SIZE
  const picture = pictureOf(
    runs.map((r) => ({
      mesh: meshOfRun(r),
      look: PICTURE_LOOKS[r.look],
      lookOf: (t) => PICTURE_LOOKS[strandOf(r, t).look],
    })),
    width,
    height,
  )
  const png = new PNG({ width, height })
  png.data.set(picture.pixels)
  return PNG.sync.write(png)
}

/** Pictures of revisions, drawn when first asked for and kept. */
export function pictureService(db: Database, parts: PartService) {
  return {
    async of(id: string, revision: number): Promise<Buffer | undefined> {
      const known = await findPicture(db.read, id, revision)
      if (known) return known
      const part = await parts.revision(id, revision)
      const png = part && drawPart(part)
      if (!png) return undefined
      await db.write((tx) => keepPicture(tx, id, revision, png))
      return png
    },
  }
}

export type PictureService = ReturnType<typeof pictureService>
