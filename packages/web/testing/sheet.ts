import {
  STARTERS,
  type Part,
  type SketchStep,
  type SketchConstraint,
  type SketchDimension,
} from '@flexum/core/recipe'
import type { SketchEntity } from '@flexum/core/sketch'
import { createSession, partOf, type Session } from '../src/bench/session.ts'
import { pointerFor, touchedBy } from '../src/screens/bench/sheet/pointer.ts'
import { createSheet, type Sheet } from '../src/sheet/sheet.ts'
import type { Preview } from '../src/sheet/tools/tool.ts'
import { directCompute } from './bench.tsx'

/** A sheet without a screen: places are clicked, keys pressed and figures typed as a hand would. */
export interface Hand {
  readonly session: Session
  readonly sheet: Sheet
  click(x: number, y: number, o?: { plain?: boolean; more?: boolean }): void
  /** Moves the pointer there; gives what the tool in hand shows. */
  move(x: number, y: number, o?: { plain?: boolean }): Preview
  drag(from: readonly [number, number], to: readonly [number, number]): void
  key(...keys: string[]): void
  /** Types into the fields beside the pointer and places. */
  type(texts: Readonly<Record<string, string>>): void
  /** Puts a dimension on what is clicked. */
  dimension(places: readonly (readonly [number, number])[], text: string): boolean
  step(): SketchStep
  entities(kind?: SketchEntity['kind']): readonly SketchEntity[]
  constraints(kind: SketchConstraint['kind']): readonly SketchConstraint[]
  dimensions(): readonly SketchDimension[]
  loose(): number
  said(): string | undefined
}

export function handOn(part: Part = STARTERS.drawn.make('Part'), stepId = 'sketch'): Hand {
  const refused: string[] = []
  const head = { id: 'p1', revision: 1, updatedAt: 0, binnedAt: null, part }
  const session = createSession(head, directCompute(), (message) => refused.push(message))
  return handAt(createSheet(session, stepId))
}

/** A hand on a sheet that is there. */
export function handAt(sheet: Sheet): Hand {
  const { session, stepId } = sheet
  sheet.set({ view: { centre: [30, 30], scale: 5, width: 800, height: 500 } })
  const at = (x: number, y: number, o: { plain?: boolean; more?: boolean } = {}) => {
    const p = pointerFor(sheet, [x, y], { plain: o.plain ?? false, more: o.more ?? false, others: [] })
    const { touched } = sheet.store.getState()
    sheet.set({ pointer: p, touched: touchedBy(touched, p.snap.point) })
    return p
  }
  const step = (): SketchStep =>
    partOf(session.store.getState()).steps.find((s) => s.id === stepId) as SketchStep
  const hand: Hand = {
    session,
    sheet,
    step,
    click(x, y, o) {
      const p = at(x, y, o)
      sheet.tool().press(p)
      sheet.tool().release?.(p)
    },
    move(x, y, o) {
      const p = at(x, y, o)
      return sheet.tool().preview(p)
    },
    drag(from, to) {
      sheet.tool().press(at(...from))
      for (let k = 1; k <= 4; k++)
        sheet.tool().drag?.(at(from[0] + ((to[0] - from[0]) * k) / 4, from[1] + ((to[1] - from[1]) * k) / 4))
      sheet.tool().release?.(at(...to))
    },
    key(...keys) {
      for (const k of keys) sheet.tool().key(k, sheet.store.getState().pointer)
    },
    type(texts) {
      sheet.set({ typed: { field: Object.keys(texts)[0]!, texts } })
      sheet.pressTyped()
    },
    dimension(places, text) {
      sheet.take('dimension')
      for (const [x, y] of places) hand.click(x, y)
      const done = sheet.enter(text)
      const { said } = sheet.store.getState()
      sheet.take('choose')
      sheet.set({ said })
      return done
    },
    entities: (kind) => sheet.model().entities.filter((e) => kind === undefined || e.kind === kind),
    constraints: (kind) => step().constraints.filter((c) => c.kind === kind),
    dimensions: () => step().constraints.filter((c) => c.kind === 'dimension'),
    loose: () => sheet.model().solved.freedom.loose,
    said: () => sheet.store.getState().said,
  }
  return hand
}

/** Draws the hook: up, half round, down, half round, up. */
export function drawHook(hand: Hand): void {
  hand.sheet.take('chain')
  hand.click(0, 0)
  hand.click(0.5, 60)
  hand.key('a')
  hand.click(40, 60)
  hand.key('l')
  hand.click(40, 31)
  hand.key('a')
  hand.click(60, 31)
  hand.key('l')
  hand.click(60, 45)
  hand.key('Enter')
  hand.sheet.take('choose')
}

/** Draws a box of 80 by 50 on the origin. */
export function drawBox(hand: Hand): void {
  hand.sheet.take('box')
  hand.click(0, 0)
  hand.click(80, 50)
  hand.sheet.take('choose')
}

type Places = readonly (readonly [number, number])[]
/** Where dimensions are put on: below the box, on its right, on the hook's bow, across its mouth. */
export const BELOW: Places = [
  [40, 0],
  [40, -10],
]
export const RIGHT: Places = [
  [80, 25],
  [95, 25],
]
export const BOW: Places = [
  [8, 76],
  [15, 70],
]
export const MOUTH: Places = [
  [0, 60],
  [40, 60],
  [20, 50],
]
