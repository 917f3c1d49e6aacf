import './kinds.ts'

// The part as typed and its commands, with all kinds of step. What is worked out of it is the other door, `recipe/evaluated`: who only
// reads or writes parts loads nothing of that.
export * from '../document/index.ts'
export * from './typed.ts'
export * from './commands.ts'
export { partOnPath, STARTERS, type StarterName } from './starters.ts'
