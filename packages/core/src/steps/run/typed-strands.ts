import { array, string } from 'yup'
import type { Id } from '../../base/index.ts'
import type { Formula } from '../../units/index.ts'
import {
  formulaSchema,
  idSchema,
  LIMITS,
  optionalByKind,
  record,
  mapFields,
  mapSame,
  type FormulaVisitor,
} from '../../document/index.ts'

/** A strand set by hand: where its anchor lies in the section's axes, its own turn, and its profile (null: the run's). */
export interface FreeStrand {
  readonly id: Id
  readonly x: Formula
  readonly y: Formula
  readonly turn: Formula
  readonly profile: Id | null
}

/** Several profiles carried by one path as one group. */
export type StrandsEntry =
  | {
      readonly kind: 'circle'
      readonly count: Formula
      readonly radius: Formula
      /** Where the first one lies, from the section's x, counter-clockwise. */
      readonly start: Formula
      /** Turned strands keep one side to the middle; the others all face the same way. */
      readonly facing: 'turned' | 'same'
    }
  | { readonly kind: 'row'; readonly count: Formula; readonly spacing: Formula; readonly lie: Formula }
  | { readonly kind: 'free'; readonly places: readonly FreeStrand[] }

const free = record({
  id: idSchema,
  x: formulaSchema,
  y: formulaSchema,
  turn: formulaSchema,
  profile: string().strict().nullable().defined("the strand's profile is missing (null for the run's)"),
})

const shapes = {
  circle: {
    count: formulaSchema,
    radius: formulaSchema,
    start: formulaSchema,
    facing: string()
      .strict()
      .oneOf(['turned', 'same'], 'strands are "turned" or face the "same" way')
      .required(),
  },
  row: { count: formulaSchema, spacing: formulaSchema, lie: formulaSchema },
  free: {
    places: array(free).strict().required('a list of strands is missing here').min(1).max(LIMITS.strands),
  },
}

export const strandsSchema = optionalByKind(shapes, {
  unknown: 'strands lie on a "circle", in a "row" or "free"',
  missing: 'strands need a kind',
})

export function mapStrands(entry: StrandsEntry, visit: FormulaVisitor): StrandsEntry {
  switch (entry.kind) {
    case 'circle':
      return mapFields(
        entry,
        [
          ['count', 'number'],
          ['radius', 'length'],
          ['start', 'angle'],
        ],
        'strands/',
        visit,
      )
    case 'row':
      return mapFields(
        entry,
        [
          ['count', 'number'],
          ['spacing', 'length'],
          ['lie', 'angle'],
        ],
        'strands/',
        visit,
      )
    case 'free': {
      const places = mapSame(entry.places, (p) =>
        mapFields(
          p,
          [
            ['x', 'length'],
            ['y', 'length'],
            ['turn', 'angle'],
          ],
          `strands/${p.id}/`,
          visit,
        ),
      )
      return places === entry.places ? entry : { ...entry, places }
    }
  }
}
