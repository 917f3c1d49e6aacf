import { imageSize } from 'image-size'
import { fail, fault, ok, type Result } from '../base/index.ts'

/** What a picture file says of itself in its first bytes. */
export interface ImageHead {
  readonly type: 'image/png' | 'image/jpeg'
  readonly width: number
  readonly height: number
}

/** Largest side of a picture, px. */
const MOST_SIDE = 8000
/** Largest picture once it is decoded, megapixels: four bytes each in whoever shows it. */
const MOST_MEGAPIXELS = 24

const refused = (message: string): Result<ImageHead> => fail(fault('image.refused', message))

/** What the formats are told by: their first bytes. */
const FIRST_BYTES = { png: [0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a], jpg: [0xff, 0xd8] } as const
/** Signature, length, name, the head itself and its sum: less of a PNG is no whole head. */
const PNG_HEAD = 33
const NAMES = { png: 'PNG', jpg: 'JPEG' } as const

/** The kind and size of a PNG or JPEG by its own bytes, whatever it is called; or why it is none, or too large. */
export function readImageHead(bytes: Uint8Array): Result<ImageHead> {
  if (bytes.length === 0) return refused('the picture is empty')
  const kind = (['png', 'jpg'] as const).find((k) => FIRST_BYTES[k].every((b, i) => bytes[i] === b))
  if (!kind) return refused('this is neither a PNG nor a JPEG picture')
  if (kind === 'png' && bytes.length < PNG_HEAD) return refused('the PNG is cut off')
  try {
    const { width, height } = imageSize(bytes)
    return sized(kind === 'png' ? 'image/png' : 'image/jpeg', width, height)
  } catch {
    // The reader throws where the bytes end, or say no size.
    return refused(`the ${NAMES[kind]} is cut off`)
  }
}

function sized(type: ImageHead['type'], width: number, height: number): Result<ImageHead> {
  if (!(width > 0 && height > 0)) return refused('the picture has no size')
  const by = `the picture is ${width} by ${height}`
  if (Math.max(width, height) > MOST_SIDE) return refused(`${by}; at most ${MOST_SIDE} a side is kept`)
  if (width * height > MOST_MEGAPIXELS * 1e6) {
    const megapixels = ((width * height) / 1e6).toFixed(0)
    return refused(`${by}, which are ${megapixels} megapixels; at most ${MOST_MEGAPIXELS} are kept`)
  }
  return ok({ type, width, height })
}
