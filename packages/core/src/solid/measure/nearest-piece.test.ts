import * as fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { vec3, type Vec3 } from '../../space/index.ts'
import { awayFromMesh } from '../parts.ts'
import { nearestPiece } from './nearest-piece.ts'
import type { Triangle } from './triangles-near.ts'

const figure = fc.integer({ min: -1000, max: 1000 }).map((v) => v / 100)
const place: fc.Arbitrary<Vec3> = fc.tuple(figure, figure, figure)
const triangle: fc.Arbitrary<Triangle> = fc.tuple(place, place, place)

describe('the piece nearest to a surface', () => {
  it('is as near as a look at many places of all of them finds, and where it says', () => {
    fc.assert(
      fc.property(
        fc.array(triangle, { minLength: 1, maxLength: 12 }),
        fc.array(fc.tuple(place, place), { minLength: 1, maxLength: 6 }),
        (all, pieces) => {
          const positions = Float64Array.from(all.flat(2))
          const triangles = Uint32Array.from({ length: 3 * all.length }, (_, i) => i)
          const away = (p: Vec3): number => awayFromMesh({ positions, triangles }, p)
          const at = ([p, q]: readonly [Vec3, Vec3], t: number): Vec3 => vec3.addScaled(p, vec3.sub(q, p), t)
          const looks = pieces.flatMap((piece) => {
            const step = vec3.distance(...piece) / 200
            return Array.from({ length: 201 }, (_, i) => away(at(piece, i / 200)) - step)
          })
          const found = nearestPiece(pieces, all)!
          // No look finds less, but for the way between two looks; and there it is.
          expect(found.distance).toBeGreaterThanOrEqual(Math.max(0, Math.min(...looks)) - 1e-9)
          expect(away(at(pieces[found.piece]!, found.share))).toBeCloseTo(found.distance, 5)
        },
      ),
    )
  })
  it('of closed forms', () => {
    const square: Triangle[] = [
      [
        [0, 0, 0],
        [10, 0, 0],
        [10, 10, 0],
      ],
      [
        [0, 0, 0],
        [10, 10, 0],
        [0, 10, 0],
      ],
    ]
    expect(
      nearestPiece(
        [
          [
            [5, 5, 8],
            [5, 5, 3],
          ],
        ],
        square,
      ),
    ).toMatchObject({
      distance: expect.closeTo(3, 12),
      share: expect.closeTo(1, 6),
    })
    expect(
      nearestPiece(
        [
          [
            [0, 0, 9],
            [9, 9, 9],
          ],
          [
            [4, 6, -5],
            [4, 6, 15],
          ],
        ],
        square,
      ),
    ).toMatchObject({
      distance: 0,
      piece: 1,
      share: 0.25,
    })
    expect(
      nearestPiece(
        [
          [
            [20, -5, 0],
            [20, 30, 0],
          ],
        ],
        square,
      )!.distance,
    ).toBeCloseTo(10, 12)
    expect(nearestPiece([], square)).toBeUndefined()
    expect(
      nearestPiece(
        [
          [
            [0, 0, 9],
            [9, 9, 9],
          ],
        ],
        [],
      ),
    ).toBeUndefined()
  })
})
