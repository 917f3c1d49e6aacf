import type { Id } from '../../base/index.ts'
import type { Operation } from '../../document/index.ts'
import type { MaterialEntry } from '../stock-profile/typed.ts'
import type { StepContext } from '../../evaluate/index.ts'
import { refusal, type Built } from './refusal.ts'

/** What a body does with others, in a word or two. */
export const DOES: Readonly<Record<Operation['kind'], string>> = {
  joins: 'joins',
  cuts: 'cuts',
  common: 'keeps what is common',
}

/** The material of a body with its density, kg/mm3, which is above 0. */
export function materialOfBody(
  step: { readonly id: Id; readonly material: MaterialEntry },
  context: StepContext,
): Built<Omit<MaterialEntry, 'density'> & { readonly density: number }> {
  const density = context.number('material/density')
  if (density > 0) return { ok: true, value: { ...step.material, density } }
  const message = 'The density of the material must be above 0.'
  return refusal(step, 'fit', 'body.density', message, 'material/density')
}
