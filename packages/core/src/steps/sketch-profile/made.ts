import type { SketchProfileStep } from './typed.ts'
import { shortFigures, type StepMaker } from '../../evaluate/index.ts'
import { unbuilt } from '../shared/refusal.ts'
import { regionsOfSketch } from '../shared/regions.ts'
import { noDensity, sectionEvaluation } from '../shared/section-output.ts'

export const sketchProfileMaker: StepMaker<SketchProfileStep> = {
  cheaper: 'A section of fewer curves would fit.',
  evaluate(step, context) {
    const sketch = context.input(step.sketch, 'sketch')
    const weightless = noDensity(step, context)
    if (weightless) return weightless
    const section = regionsOfSketch(step, 'profile', sketch, context)
    if (!section.ok) return unbuilt(section)
    return sectionEvaluation(step, section.value, context, {
      shape: undefined,
      sizes: {},
      drawn: sketch.frame,
    })
  },
  summary({ section }, display) {
    if (!section) return ''
    const { min, max } = section.properties.box
    const wall = section.hollow ? ', hollow' : ''
    return `drawn ${shortFigures(max[0] - min[0], display)} × ${shortFigures(max[1] - min[1], display)}${wall}`
  },
}
