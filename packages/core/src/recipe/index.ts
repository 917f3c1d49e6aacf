import './kinds.ts'

export * from '../document/index.ts'
export * from '../evaluate/index.ts'
export * from './typed.ts'
export * from './commands.ts'
export * from './made.ts'
export { addMaker, createEvaluator } from './makers.ts'
export { partOnPath, STARTERS, type StarterName } from './starters.ts'
