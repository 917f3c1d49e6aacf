import type {
  SketchStep,
  SketchConstraint,
  SketchDimension,
  SketchItem,
  SketchMeasured,
} from '../src/recipe/index.ts'

const pt = (id: string, x: number, y: number): SketchItem => ({ kind: 'point', id, x, y })
const line = (id: string, from: string, to: string): SketchItem => ({ kind: 'line', id, from, to })

export const dimension = (
  id: string,
  formula: string,
  measured: SketchMeasured,
  name: string = id,
): SketchDimension => ({
  kind: 'dimension',
  id,
  name,
  measured,
  role: 'driving',
  formula,
  side: 1,
  held: false,
  plus: '',
  minus: '',
  place: [0, 10],
})

/** A settled hook on XZ: up 60, half round of `reach` across, down 30, half round R10, up 15; drawn a little off. */
export const hookSketch: SketchStep = {
  id: 'sketch',
  kind: 'sketch',
  name: 'Hook line',
  aside: false,
  plane: { kind: 'xz', offset: '0' },
  entities: [
    pt('p1', 0.4, -0.3),
    pt('p2', 0.2, 59),
    pt('p3', 20.5, 60),
    pt('p4', 39.5, 60.4),
    pt('p5', 40.2, 30.5),
    pt('p7', 50, 30.4),
    pt('p8', 60, 30),
    pt('p6', 59.7, 44),
    line('l1', 'p1', 'p2'),
    { kind: 'arc', id: 'r1', centre: 'p3', from: 'p2', to: 'p4', radius: 20, clockwise: true },
    line('l2', 'p4', 'p5'),
    { kind: 'arc', id: 'r2', centre: 'p7', from: 'p5', to: 'p8', radius: 10, clockwise: false },
    line('l3', 'p8', 'p6'),
  ],
  constraints: [
    { kind: 'coincident', id: 'c1', a: 'p1', b: 'origin' },
    { kind: 'vertical', id: 'c2', a: 'p1', b: 'p2' },
    { kind: 'vertical', id: 'c3', a: 'p4', b: 'p5' },
    { kind: 'vertical', id: 'c4', a: 'p8', b: 'p6' },
    { kind: 'tangent', id: 't1', a: 'l1', b: 'r1', at: 'p2', side: 1 },
    { kind: 'tangent', id: 't2', a: 'l2', b: 'r1', at: 'p4', side: 1 },
    { kind: 'tangent', id: 't3', a: 'l2', b: 'r2', at: 'p5', side: 1 },
    { kind: 'tangent', id: 't4', a: 'l3', b: 'r2', at: 'p8', side: 1 },
    dimension('d1', '60', { of: 'distance', a: 'p1', b: 'p2' }),
    dimension('d2', 'reach', { of: 'across', a: 'p2', b: 'p4' }, 'across'),
    dimension('d3', '30', { of: 'distance', a: 'p4', b: 'p5' }),
    dimension('d4', '10', { of: 'radius', round: 'r2' }),
    dimension('d5', '15', { of: 'distance', a: 'p8', b: 'p6' }),
  ] satisfies SketchConstraint[],
}

/** A sheet on XY with a rectangle from a corner, `wide` by `high` mm; ids are unique by the step's. */
export function rectangleAt(id: string, x: number, y: number, wide: number, high: number): SketchStep {
  const corners = [
    [x, y],
    [x + wide, y],
    [x + wide, y + high],
    [x, y + high],
  ] as const
  return {
    ...onXY(id),
    entities: [
      ...corners.map(([a, b], i) => pt(`p${i}`, a, b)),
      ...corners.map((_, i) => line(`l${i}`, `p${i}`, `p${(i + 1) % 4}`)),
    ],
  }
}

/** A sheet on XY with a circle. */
export const roundAt = (id: string, x: number, y: number, radius: number): SketchStep => ({
  ...onXY(id),
  entities: [pt('m', x, y), { kind: 'circle', id: 'o', centre: 'm', radius }],
})

const onXY = (id: string): Omit<SketchStep, 'entities'> => ({
  id,
  kind: 'sketch',
  name: id,
  aside: false,
  plane: { kind: 'xy', offset: '0' },
  constraints: [],
})

/** A sheet on XY with one closed outline of straights through points. */
export function outlineAt(id: string, points: readonly (readonly [number, number])[]): SketchStep {
  return {
    ...onXY(id),
    entities: [
      ...points.map(([a, b], i) => pt(`p${i}`, a, b)),
      ...points.map((_, i) => line(`l${i}`, `p${i}`, `p${(i + 1) % points.length}`)),
    ],
  }
}

/** A sheet on XY with one open chain of straights through points. */
export const chainAt = (id: string, points: readonly (readonly [number, number])[]): SketchStep => ({
  ...onXY(id),
  entities: [
    ...points.map(([a, b], i) => pt(`p${i}`, a, b)),
    ...points.slice(1).map((_, i) => line(`l${i}`, `p${i}`, `p${i + 1}`)),
  ],
})
