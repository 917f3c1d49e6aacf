/** A closed skin, each triangle of one of its faces. */
export interface FacedMesh {
  /** Three numbers a vertex, mm. */
  readonly positions: Float64Array
  /** Three vertices a triangle, outward by the right-hand rule. */
  readonly triangles: Uint32Array
  /** The face of each triangle, by its number. */
  readonly faces: Uint32Array
}

/** Sides of triangles at which one face parts from another: from a to b with `left` on the left, seen from outside. */
export interface Rims {
  readonly a: Uint32Array
  readonly b: Uint32Array
  readonly left: Uint32Array
  readonly right: Uint32Array
}

/**
 * The sides at which the faces of a skin part. Where more than two triangles share a side, as where a body touches itself, those of one
 * face belong together, and the others as they come.
 */
export function rimsOf({ positions, triangles, faces }: FacedMesh): Rims {
  const { start, sides } = sidesByVertex(triangles, positions.length / 3)
  const rims: [number[], number[], number[], number[]] = [[], [], [], []]
  const add = (side: number, other: number): void => {
    const [a, b] = endsOf(triangles, side)
    rims[0].push(a)
    rims[1].push(b)
    rims[2].push(faceOfSide(faces, side))
    rims[3].push(faceOfSide(faces, other))
  }
  for (let v = 0; v + 1 < start.length; v++) {
    const open = Array.from(sides.subarray(start[v], start[v + 1]))
    while (open.length > 0) {
      const first = open.pop()!
      const [a, b] = endsOf(triangles, first)
      const face = faceOfSide(faces, first)
      let found = -1
      for (let i = open.length - 1; i >= 0; i--) {
        const [c, d] = endsOf(triangles, open[i]!)
        if (c !== b || d !== a) continue
        if (found < 0 || faceOfSide(faces, open[i]!) === face) found = i
      }
      if (found < 0) continue
      const [other] = open.splice(found, 1)
      if (faceOfSide(faces, other!) === face) continue
      // Each by the side that goes up, so that it stands there once.
      if (a < b) add(first, other!)
      else add(other!, first)
    }
  }
  const [a, b, left, right] = rims
  return {
    a: Uint32Array.from(a),
    b: Uint32Array.from(b),
    left: Uint32Array.from(left),
    right: Uint32Array.from(right),
  }
}

const faceOfSide = (faces: Uint32Array, side: number): number => faces[Math.floor(side / 3)]!

function endsOf(triangles: Uint32Array, side: number): readonly [number, number] {
  const next = side % 3 === 2 ? side - 2 : side + 1
  return [triangles[side]!, triangles[next]!]
}

/** Sides of triangles by the lower of their two vertices. */
function sidesByVertex(triangles: Uint32Array, count: number): { start: Uint32Array; sides: Uint32Array } {
  const start = new Uint32Array(count + 1)
  const low = (side: number): number => Math.min(...endsOf(triangles, side))
  for (let s = 0; s < triangles.length; s++) start[low(s) + 1]!++
  for (let v = 0; v < count; v++) start[v + 1]! += start[v]!
  const next = start.slice()
  const sides = new Uint32Array(triangles.length)
  for (let s = 0; s < triangles.length; s++) sides[next[low(s)]!++] = s
  return { start, sides }
}
