import { drawBeside } from './beside.ts'
import type { Change } from './change.ts'
import type { ChangeName } from './names.ts'
import { bevelCorners, roundCorners } from './corners.ts'
import { smoothChosen } from './smooth.ts'
import { mirrorChosen, moveChosen, repeatChosen } from './placing.ts'

export type { ChangeName } from './names.ts'
export type { Change, ChangeField, ChangeInput, ChangeOption } from './change.ts'

/** Changes that ask for figures or choices first. A new one is one line here, and its name. */
export const CHANGES = {
  round: roundCorners,
  bevel: bevelCorners,
  beside: drawBeside,
  mirror: mirrorChosen,
  repeat: repeatChosen,
  move: moveChosen,
  smooth: smoothChosen,
} as const satisfies Record<ChangeName, Change>
