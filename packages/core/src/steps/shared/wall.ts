import { allOk, faultWords, ok } from '../../base/index.ts'
import type { SketchProfileStep } from '../sketch-profile/typed.ts'
import type { StockProfileStep } from '../stock-profile/typed.ts'
import { hollow, type Section } from '../../profile/index.ts'
import { shortLength, type StepContext } from '../../evaluate/index.ts'
import { refusal, type Built } from './refusal.ts'

/** A profile's section with its wall, if it has one; or the finding that says why it cannot have it. */
export function walledSection(
  section: Section,
  step: StockProfileStep | SketchProfileStep,
  context: StepContext,
): Built<Section> {
  if (!step.wall) return ok(section)
  const { side } = step.wall
  const made = allOk(section.map((r) => hollow(r, side, context.number('wall/thickness'))))
  if (made.ok) return made
  const { code } = made.fault
  const words = faultWords(made.fault, (mm) => shortLength(mm, context.display))
  const message = `"${step.name}" cannot be made hollow: ${words}.`
  return refusal(step, 'profile', code, message, 'wall/thickness')
}
