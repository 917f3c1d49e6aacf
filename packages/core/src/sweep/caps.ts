import { spend } from '../base/index.ts'
import { chordTurn } from '../num/index.ts'
import type { Outline } from '../profile/index.ts'
import type { Vec2 } from '../plane/index.ts'
import { vec3, type Mesh } from '../space/index.ts'
import type { Frame } from './frames.ts'
import { meshRun, type Edges } from './mesh.ts'
import { RING_STRIDE, type Rings } from './rings.ts'

/** Rings square to a frame at distances along it, each the section at a scale about a point. */
function stack(
  frame: Frame,
  about: Vec2,
  rows: readonly { z: number; scale: number; station: number }[],
): Rings {
  const data = new Float64Array(rows.length * RING_STRIDE)
  rows.forEach(({ z, scale }, r) => {
    const shift = 1 - scale
    const along = vec3.addScaled(frame.origin, frame.t, z)
    const origin = vec3.addScaled(vec3.addScaled(along, frame.n, shift * about[0]), frame.b, shift * about[1])
    const all = [origin, vec3.scale(frame.n, scale), vec3.scale(frame.b, scale), frame.n, frame.b]
    data.set(all.flat(), r * RING_STRIDE)
  })
  const count = rows.length
  return {
    count,
    data,
    stations: Float64Array.from(rows, (r) => r.station),
    segments: Int32Array.from(rows, (_, r) => (r < count - 1 ? 0 : -1)),
    copies: Int32Array.from(rows, (_, r) => r),
    changing: true,
  }
}

/**
 * A dome on an end: the section drawn in about its centroid as a quarter ellipse of a height, so that a round bar with a
 * height of half its diameter gets a half ball. The top is cut off where it is within `chordError`. Volume A h 2/3.
 * It stands on the frame's plane, along its tangent (`end` 1) or against it (-1).
 */
export function domeMesh(
  outline: Outline,
  frame: Frame,
  about: Vec2,
  height: number,
  chordError: number,
  edges: Edges,
  end: 1 | -1,
): Mesh {
  const size = Math.max(
    height,
    ...Array.from(outline.x, (x, i) => Math.hypot(x - about[0], outline.y[i]! - about[1])),
  )
  const steps = Math.max(6, Math.ceil(Math.PI / 2 / chordTurn(size, chordError)))
  // Memory is what a dome takes: two million points are as far as it goes.
  spend(15 * steps * outline.x.length, 'a dome')
  const rows = Array.from({ length: steps + 1 }, (_, i) => {
    const a = ((Math.PI / 2) * i) / (steps + 0.35)
    return { z: end * height * Math.sin(a), scale: Math.cos(a), station: 0 }
  })
  if (end < 0) rows.reverse()
  return meshRun(outline, stack(frame, about, rows), false, edges)
}

/** A straight piece of a section from one distance to another along a frame: a plug in a tube's hollow. */
export function plugMesh(outline: Outline, frame: Frame, from: number, to: number, edges: Edges): Mesh {
  const rows = [from, to].map((z) => ({ z, scale: 1, station: 0 }))
  return meshRun(outline, stack(frame, [0, 0], rows), false, edges)
}
