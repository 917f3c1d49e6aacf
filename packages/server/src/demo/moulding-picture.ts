import { PNG } from 'pngjs'
import { blurred } from '@flexum/core/trace'

/** Px a mm, and the white round the section, px. */
const SCALE = 6
const ROUND = 48
const [WIDE, HIGH] = [70, 60] as const
/** Places a pixel is looked at, each way. */
const FINE = 3

/** Whether a place of the made-up cornice is wood: a step, a hollow of 30, a round of 12, mm from its lower left corner. */
function isWood(x: number, y: number): boolean {
  if (x < 0 || y < 0 || x > WIDE || y > HIGH) return false
  if (y < 8) return true
  if (x > 58) return false
  if (y < 20) return x <= 46 || Math.hypot(x - 46, y - 8) <= 12
  if (x > 46) return false
  if (y < 50) return x <= 16 || Math.hypot(x - 46, y - 50) >= 30
  return x <= 16
}

/** A picture of the section as a camera sees it: dark wood on paper, a little soft, a little grainy; always the same. */
export function mouldingPicture(): { readonly png: Buffer; readonly width: number; readonly height: number } {
  const [width, height] = [WIDE * SCALE + 2 * ROUND, HIGH * SCALE + 2 * ROUND]
  const data = new Float32Array(width * height)
  for (let row = 0; row < height; row++)
    for (let column = 0; column < width; column++) {
      let wood = 0
      for (let i = 0; i < FINE; i++)
        for (let j = 0; j < FINE; j++) {
          const x = (column + (i + 0.5) / FINE - ROUND) / SCALE
          const y = HIGH - (row + (j + 0.5) / FINE - ROUND) / SCALE
          if (isWood(x, y)) wood++
        }
      data[row * width + column] = 232 - (wood / FINE ** 2) * 150
    }
  const soft = blurred({ width, height, data }, 0.9)
  const png = new PNG({ width, height })
  let grain = 7
  for (let i = 0; i < soft.data.length; i++) {
    grain = (Math.imul(grain, 1664525) + 1013904223) >>> 0
    const v = Math.round(Math.min(255, Math.max(0, soft.data[i]! + (grain / 2 ** 32 - 0.5) * 10)))
    png.data.set([v, Math.round(v * 0.97), Math.round(v * 0.9), 255], 4 * i)
  }
  return { png: PNG.sync.write(png), width, height }
}

/** mm a pixel of the picture. */
export const MOULDING_SCALE = 1 / SCALE
/** Where the picture's lower left corner lies when the section's is on the origin, mm. */
export const MOULDING_AT = [-ROUND / SCALE, -ROUND / SCALE] as const
