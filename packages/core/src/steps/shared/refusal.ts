import type { Id, Result } from '../../base/index.ts'
import type { Station } from '../../document/index.ts'
import type { Finding, StepEvaluation } from '../../evaluate/index.ts'

/** Something that a step is built from, or the findings that say why it cannot be. */
export type Built<T> = Result<T, readonly Finding[]>

/** The finding that keeps a step from being built, at a field of it if it has one. */
export function refusal(
  step: { readonly id: Id },
  station: Station,
  code: string,
  message: string,
  field?: string,
): { readonly ok: false; readonly fault: readonly Finding[] } {
  const finding = { severity: 'blocks', code, message, station, step: step.id, cures: [] } as const
  return { ok: false, fault: [{ ...finding, id: `${step.id}:${code}`, ...(field ? { field } : {}) }] }
}

/** All of them, or all findings of those that there are not. */
export function allBuilt<T>(list: readonly Built<T>[]): Built<readonly T[]> {
  const wrong = list.flatMap((b) => (b.ok ? [] : b.fault))
  return wrong.length > 0
    ? { ok: false, fault: wrong }
    : { ok: true, value: list.flatMap((b) => (b.ok ? [b.value] : [])) }
}

/** What comes of a step that is not built. */
export const unbuilt = ({ fault }: { readonly fault: readonly Finding[] }): StepEvaluation => ({
  findings: fault,
})
