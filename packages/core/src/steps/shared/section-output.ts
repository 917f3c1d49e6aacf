import type { SketchProfileStep } from '../sketch-profile/typed.ts'
import type { StockProfileStep } from '../stock-profile/typed.ts'
import type { StepContext, StepEvaluation, SectionGiven } from '../../evaluate/index.ts'
import { sectionProperties, type Section } from '../../profile/index.ts'
import { refusal, unbuilt } from './refusal.ts'
import { walledSection } from './wall.ts'

type ProfileStep = StockProfileStep | SketchProfileStep

/** The finding of a material that weighs nothing; undefined when it weighs something. */
export function noDensity(step: ProfileStep, context: StepContext): StepEvaluation | undefined {
  if (context.number('material/density') > 0) return undefined
  const message = 'The density of the material must be above 0.'
  return unbuilt(refusal(step, 'profile', 'profile.density', message, 'material/density'))
}

/** A section of whatever source with its wall and its material, worked out; or the finding that says why it cannot be. */
export function sectionEvaluation(
  step: ProfileStep,
  section: Section,
  context: StepContext,
  from: Pick<SectionGiven, 'shape' | 'sizes' | 'drawn'>,
): StepEvaluation {
  const walled = walledSection(section, step, context)
  if (!walled.ok) return unbuilt(walled)
  const properties = sectionProperties(walled.value)
  const density = context.number('material/density')
  return {
    output: {
      section: {
        ...from,
        section: walled.value,
        properties,
        material: step.material.name,
        look: step.material.look,
        density,
        massPerLength: properties.area * density,
        hollow: step.wall !== undefined,
      },
    },
    findings: [],
  }
}
