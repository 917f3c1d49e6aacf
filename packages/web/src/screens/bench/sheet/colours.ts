import type { ColourPicture } from '@flexum/core/trace'

/** Longest side that is traced, px: more shows no more of an outline and takes longer. */
const MOST_SIDE = 1000

/**
 * A picture's colours as they are seen (white where it is clear), in square pixels however its own are stretched, and how many
 * of its px across are one of them.
 */
export async function coloursOf(
  address: string,
  stretch = 1,
): Promise<{ readonly picture: ColourPicture; readonly every: number }> {
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
  return {
    picture: { width, height, data: context.getImageData(0, 0, width, height).data },
    every: w / width,
  }
}
