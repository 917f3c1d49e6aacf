import { createHash } from 'node:crypto'
import { findImage, keepImage, type ImageRow } from '../db/image-queries.ts'
import type { Database } from '../db/open.ts'
import { imageHead } from './image-head.ts'

export type ImageOutcome =
  | { readonly kind: 'kept'; readonly hash: string; readonly width: number; readonly height: number }
  | { readonly kind: 'refused'; readonly message: string }

/** Largest side of a picture, px. */
const MOST_SIDE = 8000

/** Pictures for sheets: kept once each, checked by what they hold and not by what they say they are. */
export function imageService(db: Database, now: () => number = Date.now) {
  return {
    async keep(bytes: Buffer): Promise<ImageOutcome> {
      const head = imageHead(bytes)
      if (typeof head === 'string') return { kind: 'refused', message: head }
      const { type, width, height } = head
      if (Math.max(width, height) > MOST_SIDE)
        return {
          kind: 'refused',
          message: `the picture is ${width} by ${height}; at most ${MOST_SIDE} a side is kept`,
        }
      const hash = createHash('sha256').update(bytes).digest('hex')
      await db.write((tx) => keepImage(tx, { hash, type, width, height, savedAt: now(), bytes }))
      return { kind: 'kept', hash, width, height }
    },

    get: (hash: string): Promise<ImageRow | undefined> => findImage(db.read, hash),
  }
}

export type ImageService = ReturnType<typeof imageService>
