import { createHash } from 'node:crypto'
import { bytesOfImages, findImage, keepImage, type ImageRow } from '../db/image-queries.ts'
import type { Database } from '../db/open.ts'
import { imageHead } from './image-head.ts'

export type ImageOutcome =
  | { readonly kind: 'kept'; readonly hash: string; readonly width: number; readonly height: number }
  | { readonly kind: 'refused'; readonly message: string }
  /** There are as many pictures as are kept. */
  | { readonly kind: 'full'; readonly message: string }

/** Largest side of a picture, px. */
const MOST_SIDE = 8000
/** Largest picture once it is decoded, megapixels: four bytes each in whoever shows it. */
const MOST_MEGAPIXELS = 24
/** Bytes of all pictures together. */
const QUOTA = 1024 ** 3

/** Pictures for sheets: kept once each, checked by what they hold and not by what they say they are. */
export function imageService(db: Database, now: () => number = Date.now, quota = QUOTA) {
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
      if (width * height > MOST_MEGAPIXELS * 1e6)
        return {
          kind: 'refused',
          message: `the picture is ${width} by ${height}, which are ${((width * height) / 1e6).toFixed(0)} megapixels; at most ${MOST_MEGAPIXELS} are kept`,
        }
      const hash = createHash('sha256').update(bytes).digest('hex')
      return db.write(async (tx): Promise<ImageOutcome> => {
        if (!(await findImage(tx, hash))) {
          if ((await bytesOfImages(tx)) + bytes.length > quota)
            return {
              kind: 'full',
              message: `the pictures that are kept fill the ${Math.round(quota / 1024 ** 2)} MB there are for them`,
            }
          await keepImage(tx, { hash, type, width, height, savedAt: now(), bytes })
        }
        return { kind: 'kept', hash, width, height }
      })
    },

    get: (hash: string): Promise<ImageRow | undefined> => findImage(db.read, hash),
  }
}

export type ImageService = ReturnType<typeof imageService>
