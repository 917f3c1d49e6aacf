export { bendTurnOf, turnToward, type BendTurn } from './bend-plane.ts'
export { AT_ORIGIN, bendStartOf, startBy, turnsOf, type BendStart, type StartTurns } from './bend-start.ts'
export {
  bendTableOf,
  nodesOfBendTable,
  pathOfBendTable,
  type Bend,
  type BendRow,
  type Bends,
  type BendTable,
  type NotBendable,
} from './bend-table.ts'
export {
  cutLength,
  developedLength,
  type BendReach,
  type BlankAllowances,
  type Developed,
  type DevelopedBend,
  type ShareOf,
} from './developed.ts'
export { barLength, barOf, otherEnd, zonesOf, type Bar, type BarBend, type BarZone } from './bar.ts'
export {
  holding,
  standing,
  type BenderPart,
  type BenderShape,
  type BenderSizes,
  type Obstacle,
} from './bender-shapes.ts'
export { clashesOf, type Clash } from './clashes.ts'
export {
  breachesOf,
  effectsOf,
  type BendEffects,
  type Breach,
  type LimitedBend,
  type Limits,
} from './limits.ts'
export { allBent, momentAt, partBent, timeOf, type Moment, type PartBent } from './part-bent.ts'
export { programOf, type Move, type Program, type Speeds } from './program.ts'
export { neutralShare, type NeutralShare } from './shares.ts'
export { overbend, springbackRatio, sprungRadius, toolRadius, type Springy } from './springback.ts'
export {
  outerStrain,
  ovality,
  radiusForOvality,
  radiusForStrain,
  radiusForThinning,
  wallThinning,
  type InBend,
} from './stretch.ts'
export { fitTrials, radiusGot, radiusOfTool, setAngle, type Trial, type TrialFit } from './trial-fit.ts'
export { bendsOfCurve, type CurveBends, type NoBends } from './curve-bends/index.ts'
export type { BendRules } from './curve-bends/choose.ts'
export type { Polybend } from './curve-bends/polybend.ts'
export type { FormingGiven, FormedBend } from './formed.ts'
export type { BlankGiven, StrandBlank } from './blank.ts'
