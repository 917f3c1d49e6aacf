export { exactFigures, type ExactFigures, type FacedSkin } from './figures.ts'
