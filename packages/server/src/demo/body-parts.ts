import {
  emptyPart,
  freshHole,
  nodeEntry,
  partOnPath,
  type LoftStep,
  type FilletStep,
  type MaterialEntry,
  type TrimStep,
  type Part,
  type PlainBodyStep,
  type SketchStep,
  type Step,
  type RevolvedStep,
  type SketchConstraint,
  type SketchItem,
} from '@flexum/core/recipe'
import type { Formula } from '@flexum/core/units'
import { ASH, BRASS, COPPER } from './part-materials.ts'

const base = (id: string, name: string) => ({ id, name, aside: false }) as const

export const blockOf = (
  id: string,
  name: string,
  material: MaterialEntry,
  sizes: Partial<Record<'x' | 'y' | 'z' | 'wide' | 'deep' | 'height', Formula>>,
): PlainBodyStep => ({
  ...base(id, name),
  kind: 'plain-body',
  shape: 'block',
  axis: 'z',
  x: '0',
  y: '0',
  z: '0',
  wide: '40',
  deep: '40',
  diameter: '30',
  height: '20',
  material,
  ...sizes,
})

export const edgesOf = (
  id: string,
  name: string,
  of: string,
  size: Formula,
  names: readonly string[],
): FilletStep => ({
  ...base(id, name),
  kind: 'edges',
  of,
  shape: 'rounded',
  size,
  edges: names.map((edge, i) => ({ id: `${id}${i + 1}`, edge })),
})

/** An end that is run on to a body, both one after it. */
export const meetingOf = (id: string, name: string, side: TrimStep['side'], body: string): TrimStep => ({
  ...base(id, name),
  kind: 'meeting',
  of: 'run',
  side,
  to: { kind: 'body', body },
  reach: 'outside',
  joined: true,
  keeps: [],
})

const at = (id: string, [x, y]: readonly [number, number]): SketchItem[] => [{ kind: 'point', id, x, y }]

/** Drawn with every corner fixed: settled as it stands. */
const fixedSketch = (
  id: string,
  name: string,
  plane: SketchStep['plane'],
  entities: readonly SketchItem[],
  more: readonly SketchConstraint[] = [],
): SketchStep => ({
  ...base(id, name),
  kind: 'sketch',
  plane,
  entities,
  constraints: [
    ...entities.flatMap((e): SketchConstraint[] =>
      e.kind === 'point' ? [{ kind: 'fixed', id: `f-${e.id}`, point: e.id, x: e.x, y: e.y }] : [],
    ),
    ...more,
  ],
})

const polyline = (
  id: string,
  places: readonly (readonly [number, number])[],
  closed: boolean,
): SketchItem[] => {
  const count = closed ? places.length : places.length - 1
  return [
    ...places.flatMap((p, i) => at(`${id}p${i}`, p)),
    ...Array.from({ length: count }, (_, i): SketchItem => ({
      kind: 'line',
      id: `${id}l${i}`,
      from: `${id}p${i}`,
      to: `${id}p${(i + 1) % places.length}`,
    })),
  ]
}

const circle = (id: string, name: string, height: Formula, diameter: Formula, now: number): SketchStep =>
  fixedSketch(
    id,
    name,
    { kind: 'xy', offset: height },
    [...at(`${id}c`, [0, 0]), { kind: 'circle', id: `${id}r`, centre: `${id}c`, radius: now / 2 }],
    [
      {
        kind: 'dimension',
        id: `${id}d`,
        name: `${id}_across`,
        measured: { of: 'diameter', round: `${id}r` },
        role: 'driving',
        formula: diameter,
        side: 1,
        held: false,
        plus: '',
        minus: '',
        place: [0, 10],
      },
    ],
  )

/** An oblong with round corners of a radius. */
const oblong = (
  id: string,
  name: string,
  height: Formula,
  [wide, deep, radius]: readonly [number, number, number],
): SketchStep => {
  const [a, b] = [wide / 2, deep / 2]
  const [x, y] = [a - radius, b - radius]
  const places = [
    [-x, -b],
    [x, -b],
    [a, -y],
    [a, y],
    [x, b],
    [-x, b],
    [-a, y],
    [-a, -y],
  ] as const
  const middles = [
    [x, -y],
    [x, y],
    [-x, y],
    [-x, -y],
  ] as const
  return fixedSketch(id, name, { kind: 'xy', offset: height }, [
    ...places.flatMap((p, i) => at(`${id}p${i}`, p)),
    ...middles.flatMap((p, i) => at(`${id}m${i}`, p)),
    ...[0, 2, 4, 6].map((k): SketchItem => ({
      kind: 'line',
      id: `${id}l${k}`,
      from: `${id}p${k}`,
      to: `${id}p${k + 1}`,
    })),
    ...[0, 1, 2, 3].map((k): SketchItem => ({
      kind: 'arc',
      id: `${id}a${k}`,
      centre: `${id}m${k}`,
      from: `${id}p${2 * k + 1}`,
      to: `${id}p${(2 * k + 2) % 8}`,
      radius,
      clockwise: false,
    })),
  ])
}

/** A board to pot on: corner radii at the far side, and an edge rounded round three of its sides. */
export const pottingBoard: Part = (() => {
  const corners = edgesOf('corners', 'Corner radii', 'board', 'corner', [
    'board/0/side-1|board/0/side-2(board/0/start>board/0/end)',
    'board/0/side-2|board/0/side-3(board/0/start>board/0/end)',
  ])
  const rim = edgesOf('rim', 'Rounded rim', 'corners', 'rim', [
    'board/0/end|board/0/side-3(corners/0/corners2.side-0-0>board/0/side-0)',
    'board/0/end|corners/0/corners2.side-0-0(board/0/side-2>board/0/side-3)',
    'board/0/end|board/0/side-2(corners/0/corners1.side-0-0>corners/0/corners2.side-0-0)',
    'board/0/end|corners/0/corners1.side-0-0(board/0/side-1>board/0/side-2)',
    'board/0/end|board/0/side-1(board/0/side-0>corners/0/corners1.side-0-0)',
  ])
  return {
    ...emptyPart('Potting board'),
    values: [
      { id: 'v1', name: 'long', dimension: 'length', formula: '620' },
      { id: 'v2', name: 'wide', dimension: 'length', formula: '380' },
      { id: 'v3', name: 'thick', dimension: 'length', formula: '24' },
      { id: 'v4', name: 'corner', dimension: 'length', formula: '60' },
      { id: 'v5', name: 'rim', dimension: 'length', formula: '9' },
    ],
    steps: [blockOf('board', 'Board', ASH, { wide: 'long', deep: 'wide', height: 'thick' }), corners, rim],
  }
})()

/** A lamp in the roof vent: a turned shell with a wall, a duct from round to oblong on it, a bar that carries it. */
export const ventLamp: Part = (() => {
  const part = partOnPath(
    'Vent lamp',
    {
      ...base('path', 'Bar line'),
      kind: 'node-path',
      closed: false,
      nodes: [
        nodeEntry('n1', '60', '0', '12'),
        nodeEntry('n2', '84', '0', '12', 'bend'),
        nodeEntry('n3', '84', '0', '150', 'bend'),
        nodeEntry('n4', '-84', '0', '150', 'bend'),
        nodeEntry('n5', '-84', '0', '12', 'bend'),
        nodeEntry('n6', '-60', '0', '12'),
      ],
    },
    { name: 'Bar', shape: 'round-bar', sizes: { diameter: '7' }, material: BRASS },
  )
  const boundaryLine = fixedSketch(
    'shell-line',
    'Shell line',
    { kind: 'xz', offset: '0' },
    polyline(
      's',
      [
        [23, 86],
        [23, 72],
        [52, 30],
        [52, 0],
      ],
      false,
    ),
  )
  const shell: RevolvedStep = {
    ...base('shell', 'Shell'),
    kind: 'turned',
    sketch: 'shell-line',
    regions: [],
    wall: { side: 'even', thickness: 'wall' },
    axis: 'up-axis',
    angle: '360 deg',
    material: COPPER,
  }
  const blend = (
    id: string,
    name: string,
    low: string,
    high: string,
    does: LoftStep['does'],
    start: Pick<LoftStep, 'start' | 'startOn'>,
  ): LoftStep => ({
    ...base(id, name),
    kind: 'blended',
    outlines: [low, high].map((sketch, i) => ({ id: `${id}o${i}`, sketch, regions: [], shift: '0' })),
    smooth: true,
    ...start,
    end: 'square',
    startPull: '1',
    endPull: '1',
    ...(does ? { does } : {}),
    material: COPPER,
  })
  const steps = part.steps.flatMap((s): Step[] => {
    if (s.kind !== 'blank') return [s]
    return [
      s,
      boundaryLine,
      shell,
      circle('duct-foot', 'Duct foot', '86', '46 + wall', 48),
      oblong('duct-mouth', 'Duct mouth', '126', [64, 26, 10]),
      blend(
        'duct',
        'Duct',
        'duct-foot',
        'duct-mouth',
        { kind: 'joins', with: ['shell'] },
        {
          start: 'tangent',
          startOn: 'shell',
        },
      ),
      circle('bore-foot', 'Bore foot', '84', '46 - wall', 44),
      oblong('bore-mouth', 'Bore mouth', '128', [60, 22, 8]),
      blend(
        'bore',
        'Duct bore',
        'bore-foot',
        'bore-mouth',
        { kind: 'cuts', with: ['shell'] },
        { start: 'square' },
      ),
      {
        ...base('hang', 'Hanging hole'),
        kind: 'holes',
        of: 'run',
        rows: [
          {
            ...freshHole('hang1', { kind: 'run', run: 'run', station: '230.5', clock: '0' }),
            diameter: '3',
          },
        ],
      },
      meetingOf('right', 'Bar to shell, right', 'start', 'shell'),
      meetingOf('left', 'Bar to shell, left', 'end', 'shell'),
    ]
  })
  return {
    ...part,
    values: [
      { id: 'v1', name: 'wall', dimension: 'length', formula: '2' },
      { id: 'v2', name: 'bend', dimension: 'length', formula: '18' },
    ],
    steps,
  }
})()

export const bailFront = (): Step[] => [
  blockOf('front', 'Drawer front', ASH, {
    x: 'centres / 2',
    z: '-20',
    wide: 'centres + 110',
    deep: '70',
    height: '17',
  }),
  edgesOf('front-rim', 'Front rounds', 'front', '4', [
    'front/0/end|front/0/side-0(front/0/side-3>front/0/side-1)',
    'front/0/end|front/0/side-1(front/0/side-0>front/0/side-2)',
    'front/0/end|front/0/side-2(front/0/side-1>front/0/side-3)',
    'front/0/end|front/0/side-3(front/0/side-2>front/0/side-0)',
  ]),
  {
    ...base('screws', 'Screw holes'),
    kind: 'holes',
    of: 'front',
    rows: (['-38', 'centres + 38'] as const).map((x, i) => ({
      ...freshHole(`screw${i + 1}`, {
        kind: 'face',
        on: { of: 'front', face: 'front/0/end' },
        x,
        y: '0',
      }),
      diameter: '4.5',
      head: 'sink',
      headDiameter: '9',
    })),
  },
  meetingOf('near', 'Bail to front, near', 'start', 'front'),
  meetingOf('far', 'Bail to front, far', 'end', 'front'),
]
