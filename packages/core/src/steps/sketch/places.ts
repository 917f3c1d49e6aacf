import { pathPoint } from '../../path/index.ts'
import { vec3, type Vec3 } from '../../space/index.ts'
import type { StepOutput } from '../../evaluate/index.ts'

/**
 * Places of a step in space by their names: the points of a drawing, or the joints of a path and the centres of its bends. The
 * names are those by which points of a sheet follow them.
 */
export function placesInSpace({
  sketch,
  path: given,
}: Pick<StepOutput, 'sketch' | 'path'>): Map<string, Vec3> {
  const places = new Map<string, Vec3>()
  if (sketch) {
    const { origin, x, y } = sketch.frame
    for (const e of sketch.entities)
      if (e.kind === 'point') places.set(e.id, vec3.addScaled(vec3.addScaled(origin, x, e.x), y, e.y))
    return places
  }
  if (!given) return places
  const { path } = given
  path.segments.forEach((s, i) => {
    places.set(`joint/${i}`, pathPoint(path, path.starts[i]!))
    if (s.kind === 'arc') places.set(`centre/${i}`, s.centre)
  })
  places.set(`joint/${path.segments.length}`, pathPoint(path, path.length))
  return places
}

/** The straights of a step by the names of the places where they end. */
export function straightsOf({
  sketch,
  path: given,
}: Pick<StepOutput, 'sketch' | 'path'>): (readonly [string, string])[] {
  if (sketch) return sketch.entities.flatMap((e) => (e.kind === 'line' ? [[e.from, e.to] as const] : []))
  return (given?.path.segments ?? []).flatMap((s, i) =>
    s.kind === 'line' ? [[`joint/${i}`, `joint/${i + 1}`] as const] : [],
  )
}
