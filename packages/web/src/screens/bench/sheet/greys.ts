import type { GreyPicture } from '@flexum/core/trace'

/** Longest side that is traced, px: more shows no more of an outline and takes longer. */
const MOST_SIDE = 900

/**
 * A picture's greys as they are seen (Rec. 601 weights, white where it is clear), in square pixels however its own are
 * stretched, and how many of its px across are one of them.
 */
export async function greysOf(
  address: string,
  stretch = 1,
): Promise<{ readonly picture: GreyPicture; readonly every: number }> {
  const image = new Image()
  image.src = address
  await image.decode()
  const w = image.naturalWidth
  const h = image.naturalHeight * stretch
  const every = Math.max(1, Math.max(w, h) / MOST_SIDE)
  const [width, height] = [Math.round(w / every), Math.round(h / every)]
  const canvas = new OffscreenCanvas(width, height)
  const context = canvas.getContext('2d')!
  context.fillStyle = '#fff'
  context.fillRect(0, 0, width, height)
  context.drawImage(image, 0, 0, width, height)
  const { data } = context.getImageData(0, 0, width, height)
  const greys = new Float32Array(width * height)
  for (let i = 0; i < greys.length; i++)
    greys[i] = 0.299 * data[4 * i]! + 0.587 * data[4 * i + 1]! + 0.114 * data[4 * i + 2]!
  return { picture: { width, height, data: greys }, every: w / width }
}
