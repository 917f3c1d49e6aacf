import {
  barOf,
  bendsOfCurve,
  bendTableOf,
  clashesOf,
  pathOfBendTable,
  programOf,
  type Bends,
} from '@flexum/core/forming'
import { rad } from '@flexum/core/num'
import { splineThroughPoints, type Path } from '@flexum/core/path'
import type { Vec3 } from '@flexum/core/space'
import { measure } from './measure.ts'

/** A made-up climbing table of so many bends, none of which meets another. */
const table = (count: number): Bends => ({
  rows: Array.from({ length: count }, (_, i) => ({
    length: 60,
    rotation: i === 0 ? 0 : rad(75),
    angle: rad(40),
    radius: 25,
  })),
  last: 100,
})

/** Time of one bend of a table turned into a path and back, by how many there are; the first is the measure. */
export function conversions(counts: readonly number[], rounds: number): (readonly [number, number])[] {
  const found = measure(
    Object.fromEntries(
      counts.map((n) => {
        const rows = table(n)
        return [String(n), () => bendTableOf(pathOfBendTable(rows), true)]
      }),
    ),
    rounds,
  )
  return counts.map((n) => [n, found[String(n)]! / n])
}

const BENDER = {
  clamp: 20,
  clampWidth: 20,
  clampHeight: 40,
  dieHeight: 40,
  bedLength: 1000,
  bedWidth: 100,
  bedDepth: 100,
  floorDepth: 900,
}

/** Time of looking for collisions all through the bending, by the number of bends, ms. */
export function collisions(counts: readonly number[], rounds: number): (readonly [number, number])[] {
  const found = measure(
    Object.fromEntries(
      counts.map((n) => {
        const rows = bendTableOf(pathOfBendTable(table(n)), true)
        if (!rows.ok) throw new Error('the table of the benchmark must have bends')
        const bar = barOf(
          rows.value,
          (i) => rows.value.rows[i]!.angle * 25,
          (i) => rows.value.rows[i]!.angle,
          { start: 0, end: 0 },
        )
        const program = programOf(bar, { feed: 1, turn: 1, bend: 1, handling: 1 }, false)
        return [String(n), () => clashesOf(bar, program, BENDER, 5)]
      }),
    ),
    rounds,
    1,
  )
  return counts.map((n) => [n, found[String(n)]!])
}

function curve(points: number, at: (i: number) => Vec3): Path {
  const made = splineThroughPoints(
    Array.from({ length: points }, (_, i) => at(i)),
    false,
  )
  if (!made.ok) throw new Error('the curve of the benchmark must be one')
  return made.value
}

const CURVES: readonly (readonly [name: string, path: Path, tolerance: number])[] = [
  ['a wave in a plane', curve(200, (i) => [4 * i, 40 * Math.sin(i / 18), 0]), 1],
  ['a wave that widens', curve(200, (i) => [4 * i, 0.3 * i * Math.sin(i / 14), 0]), 1],
  ['a loom in space', curve(200, (i) => [4 * i, 40 * Math.sin(i / 18), 30 * Math.cos(i / 25)]), 1],
  [
    'the same, three times as near',
    curve(200, (i) => [4 * i, 40 * Math.sin(i / 18), 30 * Math.cos(i / 25)]),
    0.33,
  ],
]

/** Bends found for curves through 200 points: how many, how far they lie off, and the time, ms. */
export function curvesBent(): (readonly [
  name: string,
  tolerance: number,
  bends: number,
  off: number,
  ms: number,
])[] {
  return CURVES.map(([name, path, tolerance]) => {
    const work = () => bendsOfCurve(path, { tolerance, radius: 8, straight: 0, last: 0 })
    const made = work()
    if (!made.ok) throw new Error('the curve of the benchmark must be bent')
    const ms = measure({ work }, 2, 1)['work']!
    return [name, tolerance, made.value.bends.radii.length, made.value.deviation.most, ms]
  })
}
