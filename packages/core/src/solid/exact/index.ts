export { exactFigures, type ExactFigures } from './figures.ts'
export type { FacedSkin, SkinFace } from './faces.ts'
export { transformedPatch, type Patch } from './patch.ts'
export { exactCutArea, type CutLoop } from './cut-area.ts'
