import type { PictureLook } from './picture.ts'

/** How materials look in small pictures. */
export const PICTURE_LOOKS = {
  steel: { colour: [148, 150, 150], shine: 0.35, sharpness: 18 },
  stainless: { colour: [190, 192, 192], shine: 0.5, sharpness: 26 },
  aluminium: { colour: [206, 207, 204], shine: 0.35, sharpness: 14 },
  copper: { colour: [200, 116, 70], shine: 0.42, sharpness: 22 },
  brass: { colour: [205, 168, 88], shine: 0.42, sharpness: 22 },
  wood: { colour: [182, 140, 96], shine: 0.05, sharpness: 6 },
  rubber: { colour: [72, 74, 76], shine: 0.12, sharpness: 6 },
} as const satisfies Readonly<Record<string, PictureLook>>
