import { createHash } from 'node:crypto'
import { IMPORTS } from '@flexum/core/files'
import { bytesOfImages, findImage, keepImage, type ImageRow } from '../db/image-queries.ts'
import type { Database } from '../db/open.ts'

export type ImageOutcome =
  | { readonly kind: 'kept'; readonly hash: string; readonly width: number; readonly height: number }
  | { readonly kind: 'refused'; readonly message: string }
  /** There are as many pictures as are kept. */
  | { readonly kind: 'full'; readonly message: string }

/** Bytes of all pictures together. */
const QUOTA = 1024 ** 3

/** Pictures for sheets: kept once each, checked by what they hold and not by what they say they are. */
export function imageService(db: Database, now: () => number = Date.now, quota = QUOTA) {
  return {
    async keep(bytes: Buffer): Promise<ImageOutcome> {
      const head = IMPORTS.picture.read(bytes)
      if (!head.ok) return { kind: 'refused', message: head.fault.message }
      const { type, width, height } = head.value
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
