export { loadLinear } from './load.ts'
