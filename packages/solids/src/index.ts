export { loadSolids } from './load.ts'
