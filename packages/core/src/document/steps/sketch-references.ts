import type { Id } from '../../base/index.ts'
import type { SketchConstraint, SketchItem } from './sketch.ts'

/** The sheet's own origin and axes, which every sketch may refer to without having them. */
export const SHEET_IDS: ReadonlySet<Id> = new Set([
  'origin',
  'across-unit',
  'up-unit',
  'across-axis',
  'up-axis',
])

/** Fields of entities and constraints that hold an id, or a list of them. */
const REFERENCES = [
  'from',
  'to',
  'centre',
  'end',
  'points',
  'a',
  'b',
  'point',
  'line',
  'curve',
  'at',
  'spline',
  'with',
  'round',
  'curves',
] as const

/** Every id that an entity or constraint refers to. */
export function referencesIn(x: SketchItem | SketchConstraint): Id[] {
  const of = (fields: object): Id[] =>
    REFERENCES.flatMap((k) => (fields as Record<string, Id | readonly Id[] | undefined>)[k] ?? [])
  return x.kind === 'dimension' ? of(x.measured) : of(x)
}
