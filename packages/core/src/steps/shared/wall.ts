import { allOk, faultWords } from '../../base/index.ts'
import type { SketchProfileStep, StockProfileStep } from '../../document/index.ts'
import { hollow, type Section } from '../../profile/index.ts'
import type { Finding } from '../../evaluate/finding.ts'
import { shortLength, type StepContext } from '../../evaluate/kind.ts'

/** A profile's section with its wall, if it has one; or the finding that says why it cannot have it. */
export function walledSection(
  section: Section,
  step: StockProfileStep | SketchProfileStep,
  context: StepContext,
): { readonly section: Section } | { readonly findings: Finding[] } {
  if (!step.wall) return { section }
  const { side } = step.wall
  const made = allOk(section.map((r) => hollow(r, side, context.number('wall/thickness'))))
  if (made.ok) return { section: made.value }
  const { code } = made.fault
  const words = faultWords(made.fault, (mm) => shortLength(mm, context.display))
  return {
    findings: [
      {
        id: `${step.id}:${code}`,
        severity: 'blocks',
        code,
        message: `"${step.name}" cannot be made hollow: ${words}.`,
        station: 'profile',
        step: step.id,
        field: 'wall/thickness',
        cures: [],
      },
    ],
  }
}
