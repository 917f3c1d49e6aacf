export { loadManifold } from './load.ts'
