import type { SketchStep, Drawing } from '@flexum/core/recipe'
import type { Id } from '@flexum/core/base'
import type { Vec2 } from '@flexum/core/plane'
import type { SketchEntity, Suggestion } from '@flexum/core/sketch'
import type { ChangeName } from './changes/names.ts'
import type { FoundOutline } from './found.ts'
import type { ClashRow } from './outcome.ts'
import type { ToolName } from './tools/names.ts'
import type { NewDimension, Pointer } from './tools/tool.ts'
import type { SheetView } from './view.ts'

export type Shown = 'value' | 'name' | 'formula' | 'tolerance' | 'exact'

/** A change that is not made until someone says so. */
export type Pending =
  /** It cannot hold: the constraints that clash, each with the shape without it. */
  | {
      readonly kind: 'clash'
      readonly label: string
      readonly drawing: Drawing
      readonly rows: readonly ClashRow[]
      /** The row whose shape is looked at. */
      readonly looked: number | undefined
      readonly fits?: Fitting
    }
  /** It turns something round or moves it far: shown first. */
  | {
      readonly kind: 'far'
      readonly label: string
      readonly drawing: Drawing
      /** The sheet that it was asked of: it is of no other. */
      readonly of: SketchStep
      readonly why: string
      readonly fits?: Fitting
    }

/** The figure nearest to the one typed that can be had without a clash and without turning anything round. */
export interface Fitting {
  /** "up to 12.5 mm". */
  readonly words: string
  take(): void
}

/** A dimension whose text is open for typing: a new one, or one that is there. */
export type Editing = ({ readonly kind: 'new' } & NewDimension) | { readonly kind: 'old'; readonly id: Id }

/** Another way, for as long as the sentence that offers it is there. */
export interface Instead {
  readonly with: string
  readonly label: string
  act(): void
}

export interface SheetState {
  readonly view: SheetView
  readonly tool: ToolName
  /** Grows when the tool in hand changed inside itself, so that what it shows is drawn again. */
  readonly tick: number
  readonly chosen: readonly Id[]
  readonly hover: Id | undefined
  readonly pointer: Pointer | undefined
  /** Text typed beside the pointer, by the field's key; undefined while nothing is typed. */
  readonly typed: { readonly field: string; readonly texts: Readonly<Record<string, string>> } | undefined
  readonly touched: readonly Id[]
  /** Lines and rounds that were pointed at for a moment, the latest first. */
  readonly patterns: readonly Id[]
  readonly pending: Pending | undefined
  readonly editing: Editing | undefined
  readonly frame: readonly [Vec2, Vec2] | undefined
  readonly marks: 'pointed' | 'all'
  /** The line in which all that is drawn appears again, linked; undefined while nothing is mirrored. */
  readonly mirror: Id | undefined
  /** Directions are locked to steps of so much, rad; undefined while they are free. */
  readonly steps: number | undefined
  /** How free curves bend is drawn along them. */
  readonly comb: boolean
  readonly shown: Shown
  /** Something to say, until the next thing is done. */
  readonly said: string | undefined
  /** Another way of what was just done, offered with what is said of it. */
  readonly instead: Instead | undefined
  readonly playing: boolean
  readonly dragging: boolean
  /** Constraints that a list points at. */
  readonly pointed: readonly Id[]
  /** While proposals to settle are open: what has been refused of them. */
  readonly refused: readonly Suggestion[] | undefined
  /** A shape that could be, drawn over the one that is. */
  readonly ghost: readonly SketchEntity[] | undefined
  /** Outlines that were found in the picture, to be drawn or left out. */
  readonly found: readonly FoundOutline[] | undefined
  /** The step whose curves or regions are chosen by pointing at them. */
  readonly picking: Id | undefined
  /** The change that is being asked about. */
  readonly changing: ChangeName | undefined
}

/** A sheet that has just been opened. */
export const OPENED: SheetState = {
  view: { centre: [0, 0], scale: 3, width: 800, height: 500 },
  tool: 'choose',
  tick: 0,
  chosen: [],
  hover: undefined,
  pointer: undefined,
  typed: undefined,
  touched: [],
  patterns: [],
  pending: undefined,
  editing: undefined,
  frame: undefined,
  marks: 'pointed',
  mirror: undefined,
  steps: undefined,
  comb: false,
  shown: 'value',
  said: undefined,
  instead: undefined,
  playing: false,
  dragging: false,
  pointed: [],
  refused: undefined,
  ghost: undefined,
  found: undefined,
  picking: undefined,
  changing: undefined,
}
