import earcut from 'earcut'

/**
 * Triangles that fill a polygon with holes, counter-clockwise. `loops` holds the outer loop first, each loop as
 * x, y pairs in order; the indices count points over all loops.
 */
export function triangulate(loops: readonly (readonly number[])[]): number[] {
  const flat = loops.flat()
  const holes: number[] = []
  let points = 0
  for (const loop of loops) {
    if (points > 0) holes.push(points)
    points += loop.length / 2
  }
  const triangles = earcut(flat, holes)
  for (let i = 0; i < triangles.length; i += 3) {
    const [a, b, c] = [triangles[i]! * 2, triangles[i + 1]! * 2, triangles[i + 2]! * 2]
    const turn =
      (flat[b]! - flat[a]!) * (flat[c + 1]! - flat[a + 1]!) -
      (flat[b + 1]! - flat[a + 1]!) * (flat[c]! - flat[a]!)
    if (turn < 0) [triangles[i + 1], triangles[i + 2]] = [triangles[i + 2]!, triangles[i + 1]!]
  }
  return triangles
}
