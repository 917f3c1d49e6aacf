import type { Id, Result } from '@flexum/core/base'
import type { Part, SketchMeasured, SheetPicture } from '@flexum/core/recipe'
import type { Curve2, Vec2 } from '@flexum/core/plane'
import type { Pull, SketchEntity } from '@flexum/core/sketch'
import type { DimensionName, Formula } from '@flexum/core/units'
import type { Draft } from '../drafting.ts'
import type { SheetModel } from '../model.ts'
import type { Source } from '../taking.ts'
import type { Snap } from '../caught.ts'

/** A figure typed beside the pointer. */
export interface TypedFigure {
  readonly value: number
  readonly formula: Formula
}

/** Where the pointer is on the sheet, and what has been typed beside it. */
export interface Pointer {
  readonly raw: Vec2
  readonly snap: Snap
  /** The key that suppresses catching and constraints is held. */
  readonly plain: boolean
  /** Lines and rounds that were pointed at for a moment: what is drawn can take after them. */
  readonly patterns: readonly Id[]
  /** More is added to what is chosen. */
  readonly more: boolean
  readonly typed: Readonly<Record<string, TypedFigure>>
  /** How near counts, mm. */
  readonly reach: number
}

/** A figure shown beside the pointer, that can be typed over. */
export interface Field {
  readonly key: string
  readonly label: string
  readonly value: number
  readonly dimension: DimensionName
}

/** What a tool would draw at the pointer. */
export interface Preview {
  readonly curves: readonly Curve2[]
  readonly points?: readonly Vec2[]
  /** What it takes after, drawn over while it is shown. */
  readonly ghosts?: readonly Curve2[]
  /** What could be taken, drawn dotted. */
  readonly dotted?: readonly Curve2[]
  /** What will be constrained, in words. */
  readonly words: readonly string[]
  readonly fields: readonly Field[]
  /** What to do now. */
  readonly hint: string
}

/** What tools may ask of the sheet. */
export interface ToolHost {
  part(): Part
  model(): SheetModel
  /**
   * Keeps a change as one step to undo. `build` is asked first with constraints; where these cannot hold, without.
   * Gives the ids it put in, or undefined when nothing came of it.
   */
  apply<T>(label: string, build: (draft: Draft, constrain: boolean) => T): T | undefined
  /** Keeps an edit as one step to undo; says why when it cannot be made. True when it was kept. */
  edit(label: string, build: (draft: Draft) => Result<readonly Id[]>): boolean
  undo(): void
  choose(ids: readonly Id[], more?: boolean): void
  say(message: string): void
  /** Opens the field for a dimension that is being put on. */
  ask(dimension: NewDimension): void
  /** Back to choosing. */
  leave(): void
  chosen(): readonly Id[]
  /** Shows the sketch pulled, not yet counting. */
  pull(entities: readonly SketchEntity[], pulls: readonly Pull[]): void
  /** Keeps what is shown; `joined` brings points together that a drag let fall on each other. */
  keepPull(label: string, joined?: readonly [Id, Id]): void
  dropPull(): void
  /** Why something cannot be dragged, in words. */
  tellSettled(id: Id): void
  /** A box drawn from one place to another chooses what lies in it. */
  frame(box: readonly [Vec2, Vec2] | undefined): void
  /** Earlier steps of which something can be taken over. */
  sources(): readonly Source[]
  /** Changes the picture that lies on the sheet; says why not where it cannot be. */
  changePicture(change: (p: SheetPicture) => SheetPicture | undefined, label: string, otherwise: string): void
}

/** A dimension placed and not yet typed. */
export interface NewDimension {
  readonly measured: SketchMeasured
  readonly place: Vec2
}

/** What a pointer and keys do while a tool is in hand: a small state machine without a screen. */
export interface Tool {
  readonly name: string
  preview(p: Pointer): Preview
  press(p: Pointer): void
  /** The pointer moves with the button down, and is let go. */
  drag?(p: Pointer): void
  release?(p: Pointer): void
  /** A key; true when the tool took it. */
  key(key: string, p: Pointer | undefined): boolean
  /** Set to false where places are not lined up with points touched before. */
  readonly aligns?: boolean
  /** Points and curves not to catch on. */
  except?(): ReadonlySet<Id>
  /** Where a line being drawn comes from. */
  from?(): Vec2 | undefined
  /** The way it goes on by itself, where figures are typed before the pointer has been moved; up and across without it. */
  ahead?(): Vec2 | undefined
  /** Whether something has been begun that Escape would drop. */
  readonly begun: boolean
}

export const NO_PREVIEW: Preview = { curves: [], words: [], fields: [], hint: '' }
