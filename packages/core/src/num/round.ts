import { tolerance } from './tolerance.ts'

/** The smallest multiple of `step` not below `value`; an excess within tolerance is forgiven. A step of 0 keeps the value. */
export function roundUpTo(value: number, step: number): number {
  if (!(step > 0)) return value
  return Math.ceil(value / step - tolerance.stepExcess) * step
}
