import type { Outline } from '../profile/index.ts'
import { vec3, type Mesh } from '../space/index.ts'
import type { Frame } from './frames.ts'
import { meshRun, type Edges } from './mesh.ts'
import { RING_STRIDE, type Rings } from './rings.ts'

/** A straight piece of a section from one distance to another along a frame: a plug in a hollow that has no straight there. */
export function plugMesh(outline: Outline, frame: Frame, from: number, to: number, edges: Edges): Mesh {
  const data = new Float64Array(2 * RING_STRIDE)
  ;[from, to].forEach((z, r) => {
    const { n, b } = frame
    data.set([vec3.addScaled(frame.origin, frame.t, z), n, b, n, b].flat(), r * RING_STRIDE)
  })
  const rings: Rings = {
    count: 2,
    data,
    stations: new Float64Array(2),
    segments: Int32Array.from([0, -1]),
    copies: Int32Array.from([0, 1]),
    changing: true,
  }
  return meshRun(outline, rings, false, edges)
}
