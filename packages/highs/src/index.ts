export { loadHighs } from './load.ts'
