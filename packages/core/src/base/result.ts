import type { Fault } from './fault.ts'

/** The outcome of something that may be refused: a value, or a fault that says why. Never thrown. */
export type Result<T, F = Fault> =
  | { readonly ok: true; readonly value: T }
  | { readonly ok: false; readonly fault: F }

/** A successful outcome. */
export function ok<T>(value: T): { readonly ok: true; readonly value: T } {
  return { ok: true, value }
}

/** A refused outcome. */
export function fail<F>(fault: F): { readonly ok: false; readonly fault: F } {
  return { ok: false, fault }
}

/** All values in order, or the first fault met. */
export function allOk<T, F>(results: readonly Result<T, F>[]): Result<T[], F> {
  const values: T[] = []
  for (const r of results) {
    if (!r.ok) return r
    values.push(r.value)
  }
  return ok(values)
}
