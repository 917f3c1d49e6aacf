import { ok, type Result } from '../../base/index.ts'
import { triangulate } from '../../plane/index.ts'
import { vec3, type Vec3 } from '../../space/index.ts'
import { collectMesh, MOST_TRIANGLES, refuseMesh, tooMany, type ReadMesh } from './mesh.ts'

/**
 * Reads the places and faces of an OBJ file ("v x y z", "f a b c ..." with numbers from 1, or below 0 counted back from the last); a face of
 * more than three corners is parted. Normals, pictures, groups and lines are left. No unit is said.
 */
export function readObj(text: string): Result<ReadMesh> {
  const mesh = collectMesh()
  const places: Vec3[] = []
  for (const [i, line] of text.split('\n').entries()) {
    const words = line.trim().split(/\s+/)
    if (words[0] === 'v') {
      const xyz = words.slice(1, 4).map(Number)
      if (xyz.length < 3 || !xyz.every(Number.isFinite))
        return refuseMesh(
          'number',
          `line ${i + 1} is "${line.trim().slice(0, 60)}"; three numbers are needed after "v"`,
        )
      places.push([xyz[0]!, xyz[1]!, xyz[2]!])
    } else if (words[0] === 'f') {
      const corners: number[] = []
      for (const word of words.slice(1)) {
        const n = Number(word.split('/')[0])
        const at = n < 0 ? places.length + n : n - 1
        if (!Number.isInteger(n) || !places[at])
          return refuseMesh(
            'corner',
            `line ${i + 1} has a face with the corner "${word.slice(0, 20)}"; there are ${places.length} places before it`,
          )
        corners.push(at)
      }
      if (corners.length < 3)
        return refuseMesh(
          'corner',
          `line ${i + 1} has a face of ${corners.length} corners; 3 or more are needed`,
        )
      const own = corners.map((c) => mesh.placeOf(...places[c]!))
      for (const [a, b, c] of parted(corners.map((c2) => places[c2]!)))
        mesh.triangle(own[a]!, own[b]!, own[c]!)
      if (mesh.count() > MOST_TRIANGLES) return tooMany(`more than ${MOST_TRIANGLES} triangles`)
    }
  }
  return ok({ ...mesh.done(), unit: undefined })
}

/** A face of any number of corners as triangles, by their numbers in it, looking the same way. */
function parted(corners: readonly Vec3[]): [number, number, number][] {
  if (corners.length === 3) return [[0, 1, 2]]
  // Newell's normal: holds for corners that lie not quite in a plane, and for faces that are not convex.
  const normal = corners.reduce<Vec3>(
    (sum, p, i) => {
      const q = corners[(i + 1) % corners.length]!
      return vec3.add(sum, vec3.cross(p, q))
    },
    [0, 0, 0],
  )
  const fan = corners.slice(2).map((_, i): [number, number, number] => [0, i + 1, i + 2])
  if (!(vec3.length(normal) > 0)) return fan
  const x = vec3.squareTo(vec3.unit(normal))
  const y = vec3.cross(vec3.unit(normal), x)
  const flat = triangulate([corners.flatMap((p) => [vec3.dot(p, x), vec3.dot(p, y)])])
  if (flat.length !== 3 * fan.length) return fan
  return fan.map((_, i) => [flat[3 * i]!, flat[3 * i + 1]!, flat[3 * i + 2]!])
}
