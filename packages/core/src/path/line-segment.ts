import type { Vec3 } from '../space/index.ts'

/** A straight. */
export interface LineSegment {
  readonly kind: 'line'
  readonly start: Vec3
  readonly direction: Vec3
  readonly length: number
}
