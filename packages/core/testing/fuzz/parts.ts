import {
  bendEntry,
  FIRST_BENDER,
  FIRST_RULES,
  freshHole,
  nodeEntry,
  partOnPath,
  type EndEntry,
  type Part,
  type RunStep,
  type SketchStep,
  type Step,
  type Followed,
  type SketchConstraint,
  type SketchItem,
} from '../../src/recipe/index.ts'
import { STOCK_SIZES, type StockShape } from '../../src/profile/index.ts'
import { ORIENTATIONS } from '../../src/sweep/index.ts'
import type { Random } from './random.ts'

const material = { name: 'Mild steel', density: '7.85', look: 'steel' } as const

/** Lengths that meet, double and nearly meet each other again and again. */
const PLACES = [0, 0, 10, 20, 20, 40, 40, 100, -20, -40]
const NEARLY = [0, 0, 0, 0, 1e-12, 1e-9, -1e-7, 1e-6, 1e-3]
/** Sizes out of all proportion. */
const WILD = [
  '0',
  '-1',
  '1e-9',
  '1e-300',
  '1e300',
  '1e9',
  '3 in',
  'tan(90 deg)',
  '1/3',
  'sqrt(2)',
  'missing',
  '1e7',
]

function place(r: Random): string {
  if (r.chance(0.01)) return r.pick(WILD)
  return String(r.pick(PLACES) + r.pick(NEARLY))
}

const size = (r: Random, usual: readonly number[]): string =>
  r.chance(0.04) ? r.pick(WILD) : String(r.pick(usual) + (r.chance(0.2) ? r.pick(NEARLY) : 0))

/** What it is sawn into, from bars of odd lengths. */
function randomPieces(r: Random): Step {
  const bar = { length: size(r, [20, 300, 2400]), scarf: size(r, [0, 45, 79]) }
  return {
    id: 'pieces',
    kind: 'pieces',
    name: 'Pieces',
    aside: false,
    run: 'run',
    ...(r.chance(0.3) ? {} : { lies: r.pick([0, 1, 2, 7]) }),
    turned: r.chance(0.5),
    hold: size(r, [0, 75]),
    ...(r.chance(0.4) ? { bar } : {}),
    ...(r.chance(0.3) ? { measured: [{ corner: 'n2', angle: size(r, [45, 91, 270]) }] } : {}),
  }
}

/** How it is bent, on benders of odd sizes. */
function randomForming(r: Random): Step {
  const some = (usual: readonly number[]): string => size(r, usual)
  return {
    id: 'forming',
    kind: 'forming',
    name: 'Forming',
    aside: false,
    run: 'run',
    blank: 'blank',
    bender: {
      ...FIRST_BENDER,
      bothHands: r.chance(0.5),
      dies: r.chance(0.3) ? [{ id: 'die', radius: some([5, 8, 10]) }] : [],
      clamp: some([0, 5, 25]),
      pressure: some([0, 10]),
      mostAngle: some([0, 120]),
      mostFirst: some([0, 50]),
      bedDepth: some([5, 30, 150]),
      bedWidth: some([0, 120]),
      floorDepth: some([50, 900]),
      clampWidth: some([0, 10, 30]),
    },
    stock: {
      ...FIRST_RULES,
      smallest: some([0, 8]),
      strain: some([0, 0.3]),
      thinning: some([0, 0.2]),
      strength: some([250, 2000, 50000]),
    },
    springback: r.pick(['none', 'model', 'trials'] as const),
    trials: Array.from({ length: r.below(4) }, (_, i) => ({
      id: `trial${i}`,
      radius: some([5, 10]),
      set: some([31, 62, 93]),
      got: some([30, 60, 90]),
    })),
    fromEnd: r.chance(0.5),
    ...(r.chance(0.3) ? { order: [2, 1, 3].slice(0, 1 + r.below(3)) } : {}),
  }
}

/** A path through places that overlap, touch, double and nearly coincide. */
function nodePath(r: Random): Step {
  const count = 2 + r.below(12)
  const flat = r.chance(0.6)
  return {
    id: 'path',
    kind: 'node-path',
    name: 'Line',
    aside: false,
    closed: r.chance(0.25),
    ...(r.chance(0.25)
      ? {
          smooth: r.chance(0.5) ? {} : { end: { x: place(r), y: '0', z: '1', weight: size(r, [1, 0.2, 4]) } },
        }
      : {}),
    nodes: Array.from({ length: count }, (_, i) =>
      nodeEntry(
        `n${i}`,
        place(r),
        place(r),
        flat ? '0' : place(r),
        r.chance(0.4) ? '' : size(r, [1, 2, 5, 8, 10, 10, 20]),
      ),
    ),
  }
}

const helixPath = (r: Random): Step => ({
  id: 'path',
  kind: 'helix-path',
  name: 'Coil',
  aside: false,
  radius: size(r, [5, 20, 20, 100]),
  pitch: size(r, [0, 1, 3, 10, -4]),
  turns: size(r, [0.5, 1, 3, 7, 40]),
  hand: r.pick(['right', 'left'] as const),
  ...(r.chance(0.3) ? { endRadius: size(r, [5, 20, 60]) } : {}),
  ...(r.chance(0.3)
    ? { closed: { start: size(r, [0, 1]), end: size(r, [0, 1.5]), rise: size(r, [2, 0]) } }
    : {}),
  ...(r.chance(0.3)
    ? {
        ends: {
          start: { kind: 'straight', length: size(r, [0, 20]) } as const,
          end: {
            kind: 'hook',
            radius: size(r, [5]),
            angle: r.pick(['90', '270', '0']),
            length: '3',
          } as const,
        },
      }
    : {}),
})

/** Bends that touch, turn whole and half turns, and now and then cannot be. */
const bendTable = (r: Random): Step => ({
  id: 'path',
  kind: 'bend-table',
  name: 'Table',
  aside: false,
  rows: Array.from({ length: r.below(7) }, (_, i) =>
    bendEntry(
      `n${i}`,
      size(r, [0, 10, 40, 100]),
      r.pick(['0', '90', '-90', '180', '33.3', '720']),
      r.pick(['90', '45', '180', '200', '0', '1e-7', '360', '89.999999']),
      size(r, [5, 10, 30]),
    ),
  ),
  last: size(r, [0, 20, 60]),
  x: place(r),
  y: place(r),
  z: place(r),
  heading: r.pick(['0', '90', '33']),
  rise: r.pick(['0', '90', '-30']),
  roll: r.pick(['0', '180', '45']),
  first: 'from',
  end: 'to',
})

/** Points on a coarse grid with lines, arcs, circles, ellipses and splines between them: much of it on top of each other. */
export function randomSketch(r: Random, id: string): SketchStep {
  const points = 3 + r.below(8)
  const entities: SketchItem[] = Array.from({ length: points }, (_, i) => ({
    kind: 'point',
    id: `p${i}`,
    x: r.pick(PLACES) + r.pick(NEARLY),
    y: r.pick(PLACES) + r.pick(NEARLY),
  }))
  const point = (): string => `p${r.below(points)}`
  const curves = 1 + r.below(9)
  for (let i = 0; i < curves; i++) {
    const guide = r.chance(0.1) ? { guide: true } : {}
    const radius = r.pick([5, 10, 14, 20, 1e-9])
    switch (r.below(7)) {
      case 0:
        entities.push({ kind: 'circle', id: `c${i}`, centre: point(), radius, ...guide })
        break
      case 1:
        entities.push({
          kind: 'arc',
          id: `c${i}`,
          centre: point(),
          from: point(),
          to: point(),
          radius,
          clockwise: r.chance(0.5),
          ...guide,
        })
        break
      case 2:
        entities.push({ kind: 'ellipse', id: `c${i}`, centre: point(), end: point(), radius, ...guide })
        break
      case 3:
        entities.push({
          kind: 'spline',
          id: `c${i}`,
          points: Array.from({ length: 2 + r.below(5) }, point),
          form: r.pick(['through', 'control'] as const),
          degree: r.pick([2, 3, 4, 5] as const),
          ...guide,
        })
        break
      default:
        entities.push({ kind: 'line', id: `c${i}`, from: point(), to: point(), ...guide })
    }
  }
  const lines = entities.filter((e) => e.kind === 'line').map((e) => e.id)
  const constraints: SketchConstraint[] = []
  for (let i = 0; i < r.below(4); i++) {
    const [a, b] = [point(), point()]
    if (lines.length > 1 && r.chance(0.4))
      constraints.push({
        kind: r.pick(['parallel', 'perpendicular', 'collinear', 'equal'] as const),
        id: `k${i}`,
        a: r.pick(lines),
        b: r.pick(lines),
      })
    else if (r.chance(0.4))
      constraints.push({
        kind: 'dimension',
        id: `k${i}`,
        name: `${id}_d${i}`,
        measured: { of: r.pick(['distance', 'across', 'up'] as const), a, b },
        role: r.pick(['driving', 'reference'] as const),
        formula: size(r, [0, 10, 20, 40]),
        side: 1,
        held: false,
        plus: '',
        minus: '',
        place: [0, 0],
      })
    else
      constraints.push({ kind: r.pick(['horizontal', 'vertical', 'coincident'] as const), id: `k${i}`, a, b })
  }
  return {
    id,
    kind: 'sketch',
    name: id,
    aside: false,
    plane: { kind: r.pick(['xy', 'xz', 'yz'] as const), offset: '0' },
    entities,
    constraints,
  }
}

/** A sheet on and after what a part has: on places of it, with points that follow it, some of which are nowhere. */
function sheetAfter(r: Random, path: string, run: string | undefined): SketchStep {
  const onPath = (): Followed => ({
    step: path,
    of: 'path',
    place: `${r.pick(['joint', 'joint', 'centre'])}/${r.below(5)}`,
  })
  const onRun = (step: string): Followed => ({
    step,
    of: 'carried',
    place: r.pick(['start/0/0/0', 'end/0/0/1', 'edge/0/0/0/1', 'start/0/centre/0/0', 'copy/1/end/0/0/0']),
  })
  const sheet = randomSketch(r, 'after')
  const points = sheet.entities.filter((e) => e.kind === 'point')
  const follows = Array.from({ length: r.below(4) }, (_, i): SketchConstraint => {
    const { id, x, y } = r.pick(points)
    return {
      kind: 'fixed',
      id: `f${i}`,
      point: id,
      x,
      y,
      follows: run && r.chance(0.5) ? onRun(run) : onPath(),
    }
  })
  const plane: SketchStep['plane'] = r.pick([
    sheet.plane,
    { kind: 'points', points: [onPath(), onPath(), onPath()] },
    { kind: 'tilted', along: [onPath(), onPath()], angle: size(r, [0, 30, 90, -400]) },
  ] as const)
  return { ...sheet, plane, constraints: [...sheet.constraints, ...follows] }
}

/** Bodies drawn after what a part has, and what they do with it and with each other. */
function bodiesAfter(r: Random, run: string | undefined): Step[] {
  const made: string[] = run === undefined ? [] : [run]
  return Array.from({ length: 1 + r.below(3) }, (_, i): Step[] => {
    const [sketch, id] = [`shape${i}`, `body${i}`]
    const does =
      made.length > 0 && r.chance(0.6)
        ? { does: { kind: r.pick(['joins', 'cuts', 'common'] as const), with: [r.pick(made)] } }
        : {}
    made.push(id)
    const base = { id, name: id, aside: r.chance(0.05), sketch, regions: [], material, ...does }
    const body: Step = r.chance(0.6)
      ? {
          ...base,
          kind: 'extruded',
          way: r.pick(['out', 'in', 'even', 'both'] as const),
          start: size(r, [0, 0, 5]),
          depth: size(r, [5, 10, 40]),
          other: size(r, [5, 10]),
          through: r.chance(0.2),
        }
      : {
          ...base,
          kind: 'turned',
          axis: r.pick(['up-axis', 'across-axis', 'c0', 'gone']),
          angle: r.pick(['360 deg', '360 deg', '90 deg', '-30 deg', '0', '1e-9', '400 deg']),
          ...(r.chance(0.3)
            ? { wall: { side: r.pick(['left', 'right', 'even'] as const), thickness: size(r, [1, 2]) } }
            : {}),
        }
    if (run !== undefined && made.length > 2 && r.chance(0.2))
      return [randomMeeting(r, id, run, made.slice(1, -1))]
    if (made.length > 1 && r.chance(0.15))
      return [
        {
          id,
          name: id,
          aside: false,
          kind: 'holes',
          of: r.pick(made.slice(0, -1)),
          rows: Array.from({ length: 1 + r.below(3) }, (_, k) => ({
            ...freshHole(
              `hole${i}_${k}`,
              run !== undefined && r.chance(0.5)
                ? { kind: 'run', run, station: size(r, [0, 10, 30]), clock: size(r, [0, 90, 45]) }
                : { kind: 'sheet', sketch: 'shape0', x: size(r, [0, 5, 20]), y: size(r, [0, 10]) },
            ),
            through: r.chance(0.6),
            head: r.pick(['none', 'none', 'sink', 'bore'] as const),
          })),
        },
      ]
    if (made.length > 1 && r.chance(0.2))
      return [
        {
          id,
          name: id,
          aside: false,
          kind: 'halved',
          of: r.pick(made.slice(0, -1)),
          plane: r.pick(['xy', 'xz', 'yz'] as const),
          ...(r.chance(0.3)
            ? { through: { run: r.pick(made), end: r.pick(['start', 'end'] as const) } }
            : {}),
          offset: size(r, [0, 0, 5, -7]),
          keeps: r.pick(['before', 'behind'] as const),
          mirrored: r.chance(0.6),
        },
      ]
    if (r.chance(0.25)) {
      const { sketch: _, regions: __, ...plain } = base
      return [
        {
          ...plain,
          kind: 'plain-body',
          shape: r.pick(['block', 'cylinder'] as const),
          axis: r.pick(['x', 'y', 'z'] as const),
          x: size(r, [0, 5, 20]),
          y: size(r, [0, 10]),
          z: size(r, [0, -10]),
          wide: size(r, [10, 40]),
          deep: size(r, [10, 20]),
          diameter: size(r, [8, 20]),
          height: size(r, [5, 10, 40]),
        },
      ]
    }
    return [onSomeFace(r, randomSketch(r, sketch), made.slice(0, -1)), body]
  }).flat()
}

/** A sheet that may lie on a face of a body before it, turned over or by quarters. */
function onSomeFace(r: Random, sheet: SketchStep, bodies: readonly string[]): SketchStep {
  if (bodies.length === 0 || r.chance(0.6)) return sheet
  const of = r.pick(bodies)
  const face = `${of}/0/${r.pick(['end', 'start', 'side-0', 'side-c0', 'side-0-0', 'gone'] as const)}`
  return {
    ...sheet,
    plane: { kind: 'face', on: { of, face }, offset: size(r, [0, 0, 2]) },
    facing: { over: r.chance(0.5), quarters: r.pick([0, 1, 2, 3] as const) },
  }
}

function randomMeeting(r: Random, id: string, run: string, bodies: readonly string[]): Step {
  const of = r.pick(bodies)
  return {
    id,
    name: id,
    aside: false,
    kind: 'meeting',
    of: run,
    side: r.pick(['start', 'end'] as const),
    to: r.chance(0.7) ? { kind: 'body', body: of } : { kind: 'face', on: { of, face: `${of}/0/end` } },
    reach: r.pick(['outside', 'outside', 'inside'] as const),
    joined: r.chance(0.4),
    keeps: r.pick([[], [], [1], [1, 2], [7]]),
  }
}

const USUAL: Readonly<Record<string, readonly number[]>> = {
  wall: [1, 2, 3],
  corner: [0, 1, 2],
  root: [0, 1],
  layers: [0, 1, 2],
  spring: [30, 38, 45],
  round: [0, 2, 4],
  edge: [0, 1, 3],
}

function stockProfile(r: Random): Pick<Extract<Step, { kind: 'stock-profile' }>, 'shape' | 'sizes' | 'wall'> {
  const shape = r.pick(Object.keys(STOCK_SIZES) as StockShape[])
  const sizes = Object.fromEntries(
    STOCK_SIZES[shape].map((k) => [k, size(r, USUAL[k] ?? [4, 8, 10, 20, 30])]),
  )
  return {
    shape,
    sizes,
    ...(r.chance(0.15)
      ? { wall: { side: r.pick(['in', 'out', 'even'] as const), thickness: size(r, [0.5, 1, 2]) } }
      : {}),
  }
}

function randomEnd(r: Random): EndEntry {
  const runOn = size(r, [0, 0, 5])
  switch (r.below(5)) {
    case 0:
      return {
        kind: 'angled',
        runOn,
        closed: r.chance(0.5),
        across: size(r, [0, 30, 45, -60, 84]),
        tilt: size(r, [0, 0, 20]),
      }
    case 1:
      return { kind: 'domed', runOn, height: size(r, [1, 5, 10]) }
    case 2:
      return { kind: 'return', runOn, length: size(r, [10, 30]), toward: r.pick(['left', 'right'] as const) }
    default:
      return { kind: 'square', runOn, closed: r.chance(0.3) }
  }
}

const WAVES = [
  '1 + 0.2 * sin(360 deg * 3 * t)',
  '1 + t',
  '1 - t',
  '2 - s / 1 m',
  '0.5 + abs(t - 0.5)',
  'floor(3 * t) + 1',
  '1 / t',
]

function runChoices(r: Random): Partial<RunStep> {
  return {
    turning: r.pick(ORIENTATIONS),
    clock: size(r, [0, 0, 30, 90]),
    flip: r.chance(0.3),
    ...(r.chance(0.25)
      ? {
          twist: r.pick([
            { kind: 'total', angle: size(r, [90, 360, 3600]) } as const,
            { kind: 'rate', angle: '360', every: size(r, [5, 20, 100]) } as const,
            { kind: 'formula', formula: `90 deg * (${r.pick(WAVES)})` } as const,
          ]),
        }
      : {}),
    ...(r.chance(0.2)
      ? {
          scale: r.pick([
            { kind: 'ends', start: size(r, [1, 2]), end: size(r, [1, 0.5]), ease: 'smooth' } as const,
            { kind: 'formula', formula: r.pick(WAVES) } as const,
          ]),
        }
      : {}),
    ...(r.chance(0.2)
      ? {
          strands: r.pick([
            {
              kind: 'circle',
              count: size(r, [1, 2, 3, 7]),
              radius: size(r, [0, 5, 10]),
              start: '0',
              facing: 'turned',
            } as const,
            { kind: 'row', count: size(r, [1, 2, 5]), spacing: size(r, [0, 5, 12]), lie: '0' } as const,
          ]),
        }
      : {}),
    ...(r.chance(0.2)
      ? {
          part: {
            from: { kind: 'percent', at: size(r, [0, 10, 50]) },
            to: { kind: 'percent', at: size(r, [60, 100]) },
          },
        }
      : {}),
    ...(r.chance(0.3) ? { corners: { all: r.pick(['mitre', 'round', 'butt'] as const), each: {} } } : {}),
    ...(r.chance(0.3) ? { ends: { start: randomEnd(r), end: randomEnd(r) } } : {}),
    ...(r.chance(0.1)
      ? { copies: [{ id: 'copy', kind: 'row', count: size(r, [1, 2, 5]), x: '10', y: '0', z: '0' }] }
      : {}),
  }
}

/** A random part: paths, sections and runs that overlap, touch, double, nearly coincide and are out of proportion. */
export function randomPart(r: Random): Part {
  const drawn = r.chance(0.3)
  const path: Step = drawn
    ? {
        id: 'path',
        kind: 'sketch-path',
        name: 'Line',
        aside: false,
        sketch: 'lines',
        curves: [],
        start: null,
        reversed: r.chance(0.3),
      }
    : r.chance(0.2)
      ? helixPath(r)
      : r.chance(0.25)
        ? bendTable(r)
        : nodePath(r)
  const stock = stockProfile(r)
  const part = partOnPath('Random', path, { name: 'Bar', shape: stock.shape, sizes: stock.sizes, material })
  const sketched = r.chance(0.25)
  const steps = part.steps.map((s): Step => {
    if (s.kind === 'run') return { ...s, ...runChoices(r) }
    if (s.kind === 'stock-profile' && sketched)
      return {
        id: s.id,
        kind: 'sketch-profile',
        name: 'Drawn',
        aside: false,
        sketch: 'section',
        regions: [],
        material,
      }
    if (s.kind === 'stock-profile') return { ...s, ...(stock.wall ? { wall: stock.wall } : {}) }
    if (s.kind === 'blank') return { ...s, neutral: size(r, [0.4, 0.5]), roundUp: size(r, [0, 1]) }
    return s
  })
  return {
    ...part,
    steps: [
      ...(drawn ? [randomSketch(r, 'lines')] : []),
      ...(sketched ? [randomSketch(r, 'section')] : []),
      ...steps,
      ...(r.chance(0.4) ? [randomForming(r)] : []),
      ...(r.chance(0.4) ? [randomPieces(r)] : []),
      ...(r.chance(0.3) ? bodiesAfter(r, steps.find((s) => s.kind === 'run')?.id) : []),
      ...(r.chance(0.25) ? [sheetAfter(r, path.id, steps.find((s) => s.kind === 'run')?.id)] : []),
    ],
  }
}
