import { contours } from 'd3-contour'
import type { Vec2 } from '../plane/index.ts'
import type { GreyPicture } from './picture.ts'

/** A closed line round an area of a picture, px from its upper left corner, y down; outer ones and holes alike. */
export interface Ring {
  readonly points: readonly Vec2[]
  /** px2, positive. */
  readonly area: number
  readonly hole: boolean
}

/** The lines round what is above a level, found between pixels by their values (marching squares), the largest first. */
export function ringsOf(p: GreyPicture, level: number, leastArea: number): Ring[] {
  // A frame of nothing keeps shapes at the edge closed.
  const [w, h] = [p.width + 2, p.height + 2]
  const values = Array.from<number>({ length: w * h }).fill(0)
  for (let y = 0; y < p.height; y++)
    for (let x = 0; x < p.width; x++) values[(y + 1) * w + x + 1] = p.data[y * p.width + x]!
  const found = contours().size([w, h]).smooth(true).contour(values, level)
  const rings = found.coordinates.flatMap((polygon) =>
    polygon.map((ring, i): Ring => {
      const points = ring.slice(0, -1).map(([x, y]): Vec2 => [x! - 1, y! - 1])
      return { points, area: Math.abs(areaOf(points)), hole: i > 0 }
    }),
  )
  return rings.filter((r) => r.area >= leastArea).sort((a, b) => b.area - a.area)
}

function areaOf(points: readonly Vec2[]): number {
  let sum = 0
  points.forEach((p, i) => {
    const q = points[(i + 1) % points.length]!
    sum += p[0] * q[1] - p[1] * q[0]
  })
  return sum / 2
}
