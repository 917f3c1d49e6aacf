import type { Vec3 } from './vec3.ts'

/** An axis-aligned box; `min` above `max` means nothing is in it. */
export interface Box3 {
  readonly min: Vec3
  readonly max: Vec3
}

export const EMPTY_BOX: Box3 = {
  min: [Infinity, Infinity, Infinity],
  max: [-Infinity, -Infinity, -Infinity],
}

export function boxWith(box: Box3, p: Vec3): Box3 {
  return {
    min: [Math.min(box.min[0], p[0]), Math.min(box.min[1], p[1]), Math.min(box.min[2], p[2])],
    max: [Math.max(box.max[0], p[0]), Math.max(box.max[1], p[1]), Math.max(box.max[2], p[2])],
  }
}

/** The box's sizes along x, y, z. */
export function boxSizes(box: Box3): Vec3 {
  return [box.max[0] - box.min[0], box.max[1] - box.min[1], box.max[2] - box.min[2]]
}
