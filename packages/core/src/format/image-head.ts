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

const PNG = [0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a]
const IHDR = [0x49, 0x48, 0x44, 0x52]

const refused = (message: string): Result<ImageHead> => fail(fault('image.refused', message))

/** The kind and size of a PNG or JPEG by its own bytes, whatever it is called; or why it is none, or too large. */
export function readImageHead(bytes: Uint8Array): Result<ImageHead> {
  if (bytes.length === 0) return refused('the picture is empty')
  const at = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength)
  const holds = (what: readonly number[], from: number): boolean =>
    what.every((b, i) => bytes[from + i] === b)
  if (holds(PNG, 0)) {
    if (bytes.length < 33 || !holds(IHDR, 12)) return refused('the PNG is cut off')
    return sized('image/png', at.getUint32(16), at.getUint32(20))
  }
  if (bytes[0] === 0xff && bytes[1] === 0xd8) return jpegHead(at)
  return refused('this is neither a PNG nor a JPEG picture')
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

/** Goes from marker to marker until a start of frame, which holds the size. */
function jpegHead(bytes: DataView): Result<ImageHead> {
  let at = 2
  while (at + 9 < bytes.byteLength && bytes.getUint8(at) === 0xff) {
    const marker = bytes.getUint8(at + 1)
    const frame = marker >= 0xc0 && marker <= 0xcf && ![0xc4, 0xc8, 0xcc].includes(marker)
    if (frame) return sized('image/jpeg', bytes.getUint16(at + 7), bytes.getUint16(at + 5))
    at += 2 + bytes.getUint16(at + 2)
  }
  return refused('the JPEG is cut off')
}
