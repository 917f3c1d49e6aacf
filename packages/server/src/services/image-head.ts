/** What a picture file says of itself in its first bytes. */
export interface ImageHead {
  readonly type: 'image/png' | 'image/jpeg'
  readonly width: number
  readonly height: number
}

const PNG = Buffer.from([0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a])

/** The kind and size of a PNG or JPEG by its own bytes, or what is wrong with it. */
export function imageHead(bytes: Buffer): ImageHead | string {
  if (bytes.length === 0) return 'the picture is empty'
  if (bytes.subarray(0, 8).equals(PNG)) {
    if (bytes.length < 33 || bytes.toString('latin1', 12, 16) !== 'IHDR') return 'the PNG is cut off'
    return sized('image/png', bytes.readUInt32BE(16), bytes.readUInt32BE(20))
  }
  if (bytes[0] === 0xff && bytes[1] === 0xd8) return jpegHead(bytes)
  return 'this is neither a PNG nor a JPEG picture'
}

const sized = (type: ImageHead['type'], width: number, height: number): ImageHead | string =>
  width > 0 && height > 0 ? { type, width, height } : 'the picture has no size'

/** Goes from marker to marker until a start of frame, which holds the size. */
function jpegHead(bytes: Buffer): ImageHead | string {
  let at = 2
  while (at + 9 < bytes.length && bytes[at] === 0xff) {
    const marker = bytes[at + 1]!
    const frame = marker >= 0xc0 && marker <= 0xcf && ![0xc4, 0xc8, 0xcc].includes(marker)
    if (frame) return sized('image/jpeg', bytes.readUInt16BE(at + 7), bytes.readUInt16BE(at + 5))
    at += 2 + bytes.readUInt16BE(at + 2)
  }
  return 'the JPEG is cut off'
}
