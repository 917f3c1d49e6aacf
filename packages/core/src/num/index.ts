export { tolerance } from './tolerance.ts'
export { gaussRule, integrate, type GaussRule } from './quadrature.ts'
export { deg, halfTurn, rad, TURN } from './angle.ts'
export { roundUpTo } from './round.ts'
