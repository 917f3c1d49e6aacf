import type { Vec2 } from './vec2.ts'

/** Whether a point is inside a closed polygon, by the parity of edges to its right; points on the edge go either way. */
export function pointInPolygon([x, y]: Vec2, polygon: readonly Vec2[]): boolean {
  let inside = false
  for (let i = 0, j = polygon.length - 1; i < polygon.length; j = i++) {
    const [xi, yi] = polygon[i]!
    const [xj, yj] = polygon[j]!
    if (yi > y !== yj > y && x < ((xj - xi) * (y - yi)) / (yj - yi) + xi) inside = !inside
  }
  return inside
}
