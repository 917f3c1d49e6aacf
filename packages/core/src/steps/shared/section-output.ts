import type { SketchProfileStep, StockProfileStep } from '../../document/index.ts'
import type { StepContext, StepEvaluation } from '../../evaluate/kind.ts'
import type { SectionGiven } from '../../evaluate/output.ts'
import { sectionProperties, type Section } from '../../profile/index.ts'
import { walledSection } from './wall.ts'

type ProfileStep = StockProfileStep | SketchProfileStep

/** The finding of a material that weighs nothing; undefined when it weighs something. */
export function noDensity(step: ProfileStep, context: StepContext): StepEvaluation | undefined {
  if (context.number('material/density') > 0) return undefined
  return {
    findings: [
      {
        id: `${step.id}:profile.density`,
        severity: 'blocks',
        code: 'profile.density',
        message: 'The density of the material must be above 0.',
        station: 'profile',
        step: step.id,
        field: 'material/density',
        cures: [],
      },
    ],
  }
}

/** A section of whatever source with its wall and its material, worked out; or the finding that says why it cannot be. */
export function sectionEvaluation(
  step: ProfileStep,
  section: Section,
  context: StepContext,
  from: Pick<SectionGiven, 'shape' | 'sizes'>,
): StepEvaluation {
  const walled = walledSection(section, step, context)
  if ('findings' in walled) return walled
  const properties = sectionProperties(walled.section)
  const density = context.number('material/density')
  return {
    output: {
      section: {
        ...from,
        section: walled.section,
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
