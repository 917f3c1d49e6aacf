import type { Id, Result } from '@flexum/core/base'
import type { DimensionName, Formula } from '@flexum/core/units'
import type { Draft } from '../drafting.ts'
import type { SheetModel } from '../model.ts'

/** A figure a change asks for. */
export interface ChangeField {
  readonly key: string
  readonly label: string
  readonly dimension: DimensionName
  /** What stands in it at first. */
  readonly first: string
  /** Asked for only where these options are chosen. */
  readonly when?: (options: Readonly<Record<string, string>>) => boolean
}

/** A choice a change offers. */
export interface ChangeOption {
  readonly key: string
  readonly label: string
  readonly choices: readonly (readonly [value: string, label: string])[]
  /** Offered only where these options are chosen. */
  readonly when?: (options: Readonly<Record<string, string>>) => boolean
}

export interface ChangeInput {
  readonly model: SheetModel
  readonly chosen: readonly Id[]
  readonly figures: Readonly<Record<string, { readonly value: number; readonly formula: Formula }>>
  readonly options: Readonly<Record<string, string>>
}

/** Something that can be done with what is chosen: it asks for figures, shows what would come of it, and is done. */
export interface Change {
  readonly word: string
  readonly key: string
  /** Other words of the trade by which it is looked for. */
  readonly also: readonly string[]
  /** What has to be chosen, in words. */
  readonly needs: string
  readonly fields: readonly ChangeField[]
  readonly options: readonly ChangeOption[]
  /** Whether what is chosen will do. */
  fits(model: SheetModel, chosen: readonly Id[]): boolean
  /** Makes the change on a draft; gives what to choose after it. */
  build(draft: Draft, input: ChangeInput): Result<readonly Id[]>
}
