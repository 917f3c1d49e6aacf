import { ok, type Id } from '../../base/index.ts'
import type { ImportedBodyStep } from './typed.ts'
import { stepOfKind, withStep, type Command } from '../../edit/index.ts'

/** Another file, its unit, whether it is mended. */
export const changeImportedBody: Command<{
  step: Id
  choices: Partial<Pick<ImportedBodyStep, 'mesh' | 'unit' | 'mended' | 'name'>>
}> = (part, args) => {
  const step = stepOfKind(part, args.step, 'brought-body')
  return step.ok ? ok(withStep(part, { ...step.value, ...args.choices })) : step
}
