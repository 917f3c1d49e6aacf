import {
  type Part,
  type SketchStep,
  type Drawing,
  type SketchMeasured,
  type SketchRelation,
} from '@flexum/core/recipe'
import { constraintName, measuredName } from '@flexum/core/recipe/evaluated'
import {
  measuresAngle,
  measuredIds,
  referencesOf,
  settle,
  type Proposal,
  type Suggestion,
} from '@flexum/core/sketch'
import { LENGTH_FACTORS } from '@flexum/core/units'
import { figureFormula } from './dimension-entry.ts'
import { measureText } from './dimension-text.ts'
import { draftOf, type NewRelation } from './drafting.ts'
import { onSheet } from './effort.ts'
import type { SheetModel } from './model.ts'

/** How many proposals are worked out at a time. */
const AT_A_TIME = 30

/** What would settle a sketch, in order, without what was refused; none where the page cannot work it out in time. */
export function proposalsFor(model: SheetModel, part: Part, refused: readonly Suggestion[]): Proposal[] {
  const found = onSheet(() =>
    settle(model.entities, model.solved.constraints, {
      unit: LENGTH_FACTORS[part.units.length.unit],
      most: AT_A_TIME,
      refused,
    }),
  )
  return found.ok ? found.value : []
}

/** A suggestion as the relation it would be; its name is not asked for. */
const named = (relation: Exclude<Suggestion, { readonly kind: 'dimension' }>) =>
  ({ ...relation, id: '' }) as SketchRelation

/** A proposal in words, and the figure of a dimension. */
export function proposalWords(
  step: SketchStep,
  { constraint }: Proposal,
  part: Part,
): { readonly words: string; readonly figure: string | undefined } {
  if (constraint.kind === 'dimension')
    return {
      words: measuredName(step, constraint.measured as SketchMeasured),
      figure: measureText(Math.abs(constraint.value), measuresAngle(constraint.measured), part.units),
    }
  return { words: constraintName(step, named(constraint)), figure: undefined }
}

/** The entities a proposal ties. */
export function proposalTies({ constraint }: Proposal): readonly string[] {
  return constraint.kind === 'dimension' ? measuredIds(constraint.measured) : referencesOf(named(constraint))
}

/** The drawing with proposals put on, dimensions with names of their own. */
export function withProposals(model: SheetModel, part: Part, proposals: readonly Proposal[]): Drawing {
  const entities = proposals.length > 1 ? proposals.at(-1)!.entities : model.entities
  const draft = draftOf(part, model.step, entities)
  const { unit } = part.units.length
  for (const { constraint: c } of proposals) {
    if (c.kind !== 'dimension') draft.relate(c as NewRelation)
    else
      draft.dimension(
        c.measured as SketchMeasured,
        figureFormula(Math.abs(c.value), measuresAngle(c.measured), unit),
      )
  }
  return draft.done()
}
