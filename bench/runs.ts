import { type Part, type RunStep } from '@flexum/core/recipe'
import { createEvaluator, type PartResult } from '@flexum/core/recipe/evaluated'
import { outlineOf, regionsOf, STOCK_SHAPES } from '@flexum/core/profile'
import { planeSquareTo, sliceMesh } from '@flexum/core/space'
import {
  courseBetween,
  meshRun,
  placeRings,
  sampleShape,
  squareFrames,
  twisted,
  type Carriage,
} from '@flexum/core/sweep'
import type { Path } from '@flexum/core/path'
import { measure } from './measure.ts'

const round = (diameter: number) => {
  const r = STOCK_SHAPES['round-bar']({ diameter })
  if (!r.ok) throw new Error('the section of the benchmark must build')
  return outlineOf(regionsOf(r.value), 0.03)
}

/** Time per vertex of sweeps that scale, twist and are shaped, against the plain one. */
export function shapedSweeps(path: Path): readonly (readonly [string, number])[] {
  const outline = round(15)
  const bare = squareFrames(path)
  const twist = courseBetween(0, path.length, 0, 8 * Math.PI)
  const scale = courseBetween(0, path.length, 1, 0.7, 'smooth')
  const shape = sampleShape(0, path.length, 0.015, (s) => {
    const size = 1 + 0.1 * Math.sin((s / path.length) * 48 * Math.PI)
    return { ...outline, x: outline.x.map((v) => v * size), y: outline.y.map((v) => v * size) }
  })
  const kinds: Readonly<Record<string, Carriage>> = {
    plain: { frames: bare },
    scaled: { frames: bare, scale },
    twisted: { frames: twisted(bare, twist) },
    'shaped and twisted': { frames: twisted(bare, twist), shape },
  }
  const vertices: Record<string, number> = {}
  const found = measure(
    Object.fromEntries(
      Object.entries(kinds).map(([name, c]) => [
        name,
        () => {
          const mesh = meshRun(outline, placeRings(c, outline, 0.03), false)
          vertices[name] = mesh.positions.length / 3
          return mesh
        },
      ]),
    ),
    2,
  )
  const per = (name: string): number => (found[name]! * 1e6) / vertices[name]!
  return Object.keys(kinds).map((name) => [name, per(name)] as const)
}

/** How near to the true surface the part's own mesh is, of each of its parts, mm. */
const CHORD = 0.03

/** What a live edit of a run of about 200 000 triangles costs, against the plain sweep of the same mesh. */
export function liveEdit(part: Part): {
  readonly triangles: number
  readonly rows: readonly (readonly [string, number])[]
} {
  const runOf = (r: PartResult) => r.steps.find((s) => s.output?.carried)!.output!
  const warm = createEvaluator()
  const output = runOf(warm.evaluate(part))
  const [run, mesh] = [output.carried!, output.bodies![0]!.mesh]
  const triangles = mesh.triangles.length / 3
  let flip = 0
  const edited = (change: (s: RunStep) => Partial<RunStep>): Part => ({
    ...part,
    steps: part.steps.map((s) => (s.kind === 'run' ? { ...s, ...change(s) } : s)),
  })
  const { frames } = run
  const plain = meshRun(run.outline, placeRings({ frames }, run.outline, CHORD), false)
  if (plain.triangles.length / 3 !== triangles)
    throw new Error('the plain sweep must be of the very mesh that the part has')
  const found = measure(
    {
      plain: () => {
        const rings = placeRings({ frames }, run.outline, CHORD)
        return meshRun(run.outline, rings, false)
      },
      // Each with angles of its own, so that neither finds what the other worked out.
      figures: () =>
        warm.evaluate(
          edited(() => ({ clock: `${100 + (++flip % 90)} deg` })),
          { phase: 'figures' },
        ),
      clock: () => warm.evaluate(edited(() => ({ clock: `${++flip % 90} deg` }))),
      cut: () => sliceMesh(mesh, planeSquareTo([1, 0, 0.2], [100 + (++flip % 50), 0, 0])),
    },
    1,
  )
  const against = (name: string): number => found[name]! / found['plain']!
  return {
    triangles,
    rows: [
      ['a live edit, until its figures and findings are there', against('figures')],
      [
        'a live edit, all of the part worked out: section, frames, mesh, lines, volumes, folds, contact',
        against('clock'),
      ],
      ['a cut through it with its area', against('cut')],
    ],
  }
}
