import type { Axis } from '@flexum/core/recipe'
import { vec3, type Vec3 } from '@flexum/core/space'

/** A line of sight from the eye through the pointer. */
export interface Ray {
  readonly origin: Vec3
  readonly direction: Vec3
}

/** What a point being dragged may catch on. */
export interface Catches {
  /** Step of the grid, mm; 0 for none. */
  readonly grid: number
  /** How near a coordinate must come to another node's to catch on it, mm. */
  readonly reach: number
  readonly others: readonly { readonly label: string; readonly point: Vec3 }[]
}

/** Text typed for an axis while dragging. */
export type Typed = Readonly<Partial<Record<Axis, string>>>

/** A node being dragged along one axis or in the plane of two. */
export interface Drag {
  readonly node: string
  readonly axes: readonly Axis[]
  /** Where the node was. */
  readonly start: Vec3
  /** Where the pointer took hold, in the same line or plane. */
  readonly hold: Vec3
  readonly point: Vec3
  /** What each axis caught on, in words. */
  readonly caught: Readonly<Partial<Record<Axis, string>>>
  /** Figures typed so far; undefined until something is typed. */
  readonly typed: Typed | undefined
}

const DIRECTIONS: Readonly<Record<Axis, Vec3>> = { x: [1, 0, 0], y: [0, 1, 0], z: [0, 0, 1] }
export const AXES: readonly Axis[] = ['x', 'y', 'z']
/** Sine below which a line of sight runs along the axis, or in the plane, and gives no point. */
const GRAZING = 0.02

const indexOf = (axis: Axis): number => AXES.indexOf(axis)

/** Where a line of sight meets an axis line or the plane of two axes through a point; undefined when it grazes. */
export function meet(ray: Ray, through: Vec3, axes: readonly Axis[]): Vec3 | undefined {
  const [first, second] = axes
  if (first === undefined) return undefined
  const a = DIRECTIONS[first]
  if (second === undefined) {
    // Nearest point of the axis line to the line of sight.
    const across = vec3.cross(ray.direction, a)
    const size = vec3.dot(across, across)
    if (size < GRAZING * GRAZING) return undefined
    const between = vec3.sub(through, ray.origin)
    const along = vec3.dot(vec3.cross(between, ray.direction), across) / size
    return vec3.addScaled(through, a, along)
  }
  const normal = vec3.cross(a, DIRECTIONS[second])
  const slope = vec3.dot(normal, ray.direction)
  if (Math.abs(slope) < GRAZING) return undefined
  const distance = vec3.dot(normal, vec3.sub(through, ray.origin)) / slope
  return vec3.addScaled(ray.origin, ray.direction, distance)
}

/** Takes hold of a node; undefined when it cannot be dragged from this view. */
export function grab(node: string, start: Vec3, axes: readonly Axis[], ray: Ray): Drag | undefined {
  const hold = meet(ray, start, axes)
  return hold && { node, axes, start, hold, point: start, caught: {}, typed: undefined }
}

/** Follows the pointer. Once something is typed the pointer no longer counts. */
export function move(drag: Drag, ray: Ray, catches: Catches | undefined): Drag {
  if (drag.typed) return drag
  const at = meet(ray, drag.start, drag.axes)
  if (!at) return drag
  const free = vec3.add(drag.start, vec3.sub(at, drag.hold))
  const caught: Partial<Record<Axis, string>> = {}
  const point = drag.axes.reduce((p: Vec3, axis) => {
    const value = free[indexOf(axis)]!
    const found = catches ? catchOn(value, axis, catches) : undefined
    if (found?.label) caught[axis] = found.label
    return withAxis(p, axis, found?.value ?? value)
  }, drag.start)
  return { ...drag, point, caught }
}

function catchOn(value: number, axis: Axis, c: Catches): { value: number; label?: string } | undefined {
  let best: { value: number; label: string } | undefined
  for (const other of c.others) {
    const there = other.point[indexOf(axis)]!
    const gap = Math.abs(there - value)
    if (gap <= c.reach && (!best || gap < Math.abs(best.value - value)))
      best = { value: there, label: other.label }
  }
  if (best) return best
  return c.grid > 0 ? { value: Math.round(value / c.grid) * c.grid } : undefined
}

export function withAxis(p: Vec3, axis: Axis, value: number): Vec3 {
  const next: [number, number, number] = [...p]
  next[indexOf(axis)] = value
  return next
}

/** Text typed for an axis; the first key opens the typing. */
export function type(drag: Drag, axis: Axis, text: string): Drag {
  return { ...drag, typed: { ...drag.typed, [axis]: text } }
}

/** A step of 1, 2 or 5 times a power of ten, near a size. */
export function niceStep(size: number): number {
  if (!(size > 0)) return 0
  const power = 10 ** Math.floor(Math.log10(size))
  const share = size / power
  return power * (share < 1.5 ? 1 : share < 3.5 ? 2 : share < 7.5 ? 5 : 10)
}
