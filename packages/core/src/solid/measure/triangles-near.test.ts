import * as fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import type { Vec3 } from '../../space/index.ts'
import { awayFromMesh } from '../parts.ts'
import { trianglesNear, type Triangle } from './triangles-near.ts'

const figure = fc.integer({ min: -1000, max: 1000 }).map((v) => v / 100)
const place: fc.Arbitrary<Vec3> = fc.tuple(figure, figure, figure)
const triangle: fc.Arbitrary<Triangle> = fc.tuple(place, place, place)

describe('triangles near a place', () => {
  it('are those that a look at each of them finds', () => {
    fc.assert(
      fc.property(
        fc.array(triangle, { minLength: 1, maxLength: 40 }),
        place,
        fc.double({ min: 0.1, max: 12, noNaN: true }),
        (all, p, d) => {
          const positions = Float64Array.from(all.flat(2))
          const triangles = Uint32Array.from({ length: 3 * all.length }, (_, i) => i)
          expect(trianglesNear(all)(p, d)).toBe(awayFromMesh({ positions, triangles }, p) < d)
        },
      ),
    )
    expect(trianglesNear([])([0, 0, 0], 1e9)).toBe(false)
  })
})
