export type { NewEntity, NewTie, SizeFigure, SketchDraft } from './draft.ts'
export { exportFile } from './keeping.ts'
export { detach, extend, split, stretchAt, trim } from './cut.ts'
export { chamfer, cornersAmong, fillet } from './corners.ts'
export { smoothen, tightest, wholeOf, type Free } from './free.ts'
export { offset, type OffsetOptions } from './offset.ts'
export {
  copy,
  liesInMirror,
  equalSizes,
  mirror,
  reflection,
  repeat,
  rotation,
  scaling,
  shift,
  transform,
  type Copied,
  type Transform2,
} from './copies.ts'
