import type { Span } from '../base/index.ts'
import type { Dimension } from './dimension.ts'

/** A formula taken apart. Numbers with a unit are already in internal units; a bare number has none yet. */
export type Expression =
  | { readonly kind: 'bare'; readonly value: number; readonly span: Span }
  | { readonly kind: 'quantity'; readonly value: number; readonly dimension: Dimension; readonly span: Span }
  | { readonly kind: 'name'; readonly name: string; readonly span: Span }
  | { readonly kind: 'negate'; readonly of: Expression; readonly span: Span }
  | {
      readonly kind: 'binary'
      readonly sign: '+' | '-' | '*' | '/' | '^'
      readonly left: Expression
      readonly right: Expression
      readonly span: Span
    }
  | {
      readonly kind: 'call'
      readonly name: string
      readonly args: readonly Expression[]
      readonly span: Span
    }

/** The names a formula uses, each with the places it stands at. */
export function namesIn(e: Expression): { readonly name: string; readonly span: Span }[] {
  switch (e.kind) {
    case 'bare':
    case 'quantity':
      return []
    case 'name':
      return [{ name: e.name, span: e.span }]
    case 'negate':
      return namesIn(e.of)
    case 'binary':
      return [...namesIn(e.left), ...namesIn(e.right)]
    case 'call':
      return e.args.flatMap(namesIn)
  }
}
